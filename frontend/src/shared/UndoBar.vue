<script setup lang="ts">
import PressButton from './PressButton.vue'
import { onScopeDispose, watch } from 'vue'
import { useSets } from '@/desk/useSets'

const SHOWN_FOR = 20_000
const sets = useSets()
let timer: number | undefined

watch(
  () => sets.lately,
  (lately) => {
    window.clearTimeout(timer)
    if (lately) timer = window.setTimeout(() => (sets.lately = null), SHOWN_FOR)
  },
  { immediate: true },
)
onScopeDispose(() => window.clearTimeout(timer))
</script>

<template>
  <div v-if="sets.lately" class="undo-bar">
    <span>{{ sets.lately.said }}</span>
    <PressButton v-if="sets.lately.undo" label="Undo" size="small" variant="outlined" @click="sets.undo()" />
  </div>
</template>

<style scoped>
.undo-bar {
  position: fixed;
  left: calc(var(--rail-width, 5.2rem) + 1rem);
  bottom: 1rem;
  z-index: 3;
  max-width: calc(100vw - 2rem);
  background: var(--slate);
  color: var(--on-slate);
  border-radius: 4px;
  padding: 0.5rem 0.6rem 0.5rem 1rem;
  display: flex;
  align-items: center;
  gap: 1rem;
  box-shadow: 0 3px 12px rgb(34 38 43 / 30%);
}

.undo-bar :deep(.p-button) {
  color: var(--on-slate);
  border-color: var(--on-slate);
}
</style>
