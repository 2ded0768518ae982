<script setup lang="ts">
import { computed } from 'vue'
import type { ShownExample } from '@/api/client'

/** The demands that occur in the set: the one chosen is the one by which items are shown. */
const props = defineProps<{ examples: ShownExample[] }>()
const chosen = defineModel<string>({ required: true })

const asked = computed(() => {
  const names = new Map(props.examples.flatMap((example) => example.demands.map(({ id, name }) => [id, name] as const)))
  return [...names].map(([id, name]) => ({ id, name }))
})
</script>

<template>
  <p v-if="asked.length > 1" class="asked-filter">
    <span class="quiet">Show those that ask for</span>
    <button
      v-for="demand in asked"
      :key="demand.id"
      type="button"
      class="demand"
      :aria-pressed="chosen === demand.id"
      @click="chosen = chosen === demand.id ? '' : demand.id"
    >
      {{ demand.name }}
    </button>
  </p>
</template>

<style scoped>
.asked-filter {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem;
  align-items: center;
  margin-bottom: 0.5rem;
  font-size: 0.92rem;
}

.asked-filter .demand {
  cursor: pointer;
  font: inherit;
  font-size: 0.86rem;
  color: inherit;
}

.asked-filter .demand[aria-pressed='true'] {
  background: var(--blue);
  color: white;
}
</style>
