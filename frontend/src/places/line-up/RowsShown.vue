<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import Select from 'primevue/select'
import { computed } from 'vue'
import type { ShownExample } from '@/api/client'
import { MOST } from './useRows'

/** Which items are shown and in which order: by what they ask, and by how hard they are. */
export interface Shown {
  demand: string
  /** How many things an item asks, the last for that many or more; 0 for any. */
  asks: number
  order: 'set' | 'easier' | 'harder'
}

/** An empty value is none to the library. */
const ANY = 'any'
const props = defineProps<{ examples: ShownExample[]; fixed: boolean }>()
const shown = defineModel<Shown>({ required: true })
const emit = defineEmits<{ keep: [] }>()

const demands = computed(() => {
  const counts = new Map<string, { id: string; name: string; count: number }>()
  for (const { id, name } of props.examples.flatMap((example) => example.demands)) {
    const found = counts.get(id) ?? { id, name, count: 0 }
    counts.set(id, { ...found, count: found.count + 1 })
  }
  const found = [...counts.values()].map(({ id, name, count }) => ({ id, name: `${name} (${count})` }))
  return [{ id: ANY, name: 'anything' }, ...found]
})
const hard = computed(() => {
  const counts = new Map<number, number>()
  for (const { asks } of props.examples) counts.set(Math.min(asks, MOST), (counts.get(Math.min(asks, MOST)) ?? 0) + 1)
  const named = [...counts].sort(([a], [b]) => a - b).map(([asks, count]) => {
    const things = asks === 1 ? '1 thing' : asks === MOST ? `${MOST} things or more` : `${asks} things`
    return { asks: asks || -1, name: `${asks ? things : 'nothing more'} (${count})` }
  })
  return [{ asks: 0, name: 'any number of things' }, ...named]
})
const ORDERS = [
  { id: 'set', name: 'as lined up' },
  { id: 'easier', name: 'the easier first' },
  { id: 'harder', name: 'the harder first' },
] satisfies { id: Shown['order']; name: string }[]
</script>

<template>
  <p class="rows-shown" role="group" aria-label="Which items are shown">
    <span>Show those that ask for</span>
    <Select
      :model-value="shown.demand || ANY"
      :options="demands"
      option-label="name"
      option-value="id"
      size="small"
      aria-label="What they ask for"
      @update:model-value="shown.demand = $event === ANY ? '' : $event"
    />
    <Select v-model="shown.asks" :options="hard" option-label="name" option-value="asks" size="small" aria-label="How hard they are" />
    <Select v-model="shown.order" :options="ORDERS" option-label="name" option-value="id" size="small" aria-label="In which order" />
    <PressButton v-if="shown.order !== 'set' && !fixed" label="Keep this order" size="small" variant="outlined" @click="emit('keep')" />
  </p>
</template>

<style scoped>
.rows-shown {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 0.6rem;
  align-items: center;
  margin-bottom: 0.4rem;
  font-size: 0.92rem;
  color: var(--quiet);
}
</style>
