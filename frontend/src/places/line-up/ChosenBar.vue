<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import Select from 'primevue/select'
import { computed } from 'vue'
import type { Fading } from '@/api/client'
import { useSetActs } from '@/desk/useSetActs'
import { useSets } from '@/desk/useSets'
import { useSetSearch } from '@/desk/useSetSearch'

/** What can be done with the items that are chosen, all of them in one step. */
const props = defineProps<{ chosen: string[] }>()
const emit = defineEmits<{ none: []; move: [by: number] }>()
const sets = useSets()
const acts = useSetActs()

const FADINGS = [
  { kind: 'worked', name: 'wholly worked' },
  { kind: 'partly', name: 'half worked' },
  { kind: 'bare', name: 'bare' },
] satisfies { kind: Fading['kind']; name: string }[]
const { own, search } = useSetSearch()
const others = computed(() => own.value.filter((set) => set.id !== sets.inHandId))

function fade(kind: Fading['kind']) {
  void acts.several('fade', props.chosen, { fading: { kind, side: 'end', lines: 2, what: 'line' } })
}
async function copy(to: string) {
  const name = others.value.find((set) => set.id === to)?.name ?? ''
  const count = props.chosen.length
  if (await acts.several('copy', props.chosen, { to }))
    sets.tell(`Copied ${count === 1 ? 'one item' : `${count} items`} to “${name}”.`)
}
</script>

<template>
  <div class="chosen-bar" role="toolbar" aria-label="The chosen items">
    <strong>{{ chosen.length === 1 ? '1 item' : `${chosen.length} items` }}</strong>
    <Select
      :model-value="null"
      :options="FADINGS"
      option-label="name"
      option-value="kind"
      placeholder="Show it …"
      size="small"
      aria-label="How much is worked of the chosen items"
      @update:model-value="fade($event)"
    />
    <PressButton icon="pi pi-lock" size="small" variant="text" aria-label="Lock the chosen items" title="Lock" @click="acts.several('lock', chosen)" />
    <PressButton icon="pi pi-lock-open" size="small" variant="text" aria-label="Unlock the chosen items" title="Unlock" @click="acts.several('unlock', chosen)" />
    <PressButton icon="pi pi-arrow-up" size="small" variant="text" aria-label="Move the chosen items up" @click="emit('move', -1)" />
    <PressButton icon="pi pi-arrow-down" size="small" variant="text" aria-label="Move the chosen items down" @click="emit('move', 1)" />
    <PressButton icon="pi pi-clone" size="small" variant="text" aria-label="Put the chosen items there once more" title="Once more" @click="acts.several('duplicate', chosen)" />
    <Select
      v-if="others.length"
      :model-value="null"
      :options="others"
      option-label="name"
      option-value="id"
      placeholder="Copy to …"
      size="small"
      :filter="sets.more"
      aria-label="Copy the chosen items to another set"
      @filter="search"
      @update:model-value="copy($event)"
    />
    <PressButton label="Delete" icon="pi pi-trash" size="small" variant="text" @click="acts.several('delete', chosen)" />
    <PressButton icon="pi pi-times" aria-label="Choose none" title="Choose none" size="small" variant="text" @click="emit('none')" />
  </div>
</template>

<style scoped>
.chosen-bar {
  position: sticky;
  bottom: 0;
  z-index: 2;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 0.6rem;
  background: var(--sheet);
  border: 1px solid var(--blue);
  border-radius: 3px;
  padding: 0.3rem 0.8rem;
  margin-top: 0.4rem;
}
</style>
