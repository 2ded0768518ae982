<script setup lang="ts">
import Button from 'primevue/button'
import Popover from 'primevue/popover'
import { useTemplateRef } from 'vue'

/** Undo, redo, and the list of all steps: what was done up to now, and below it what was undone. */
export interface Step {
  number: number
  said: string
  done: boolean
}

const props = defineProps<{ undo: string; redo: string; steps: Step[] }>()
const emit = defineEmits<{ undo: []; redo: []; list: []; go: [number: number] }>()
const list = useTemplateRef('list')

function open(event: Event) {
  emit('list')
  list.value?.toggle(event)
}
function go(number: number) {
  list.value?.hide()
  emit('go', number)
}
const first = () => (props.steps[0]?.number ?? 1) - 1
</script>

<template>
  <span class="step-tools" role="group" aria-label="Undo and redo">
    <Button
      icon="pi pi-undo"
      variant="text"
      size="small"
      :disabled="!undo"
      :aria-label="undo ? `Undo: ${undo}` : 'Nothing to undo'"
      :title="undo ? `Undo: ${undo} (Ctrl + Z)` : ''"
      @click="emit('undo')"
    />
    <Button
      icon="pi pi-undo mirrored"
      variant="text"
      size="small"
      :disabled="!redo"
      :aria-label="redo ? `Redo: ${redo}` : 'Nothing to redo'"
      :title="redo ? `Redo: ${redo} (Ctrl + Shift + Z)` : ''"
      @click="emit('redo')"
    />
    <Button label="Steps" variant="text" size="small" :disabled="!undo && !redo" aria-haspopup="dialog" @click="open" />
    <Popover ref="list">
      <ol class="steps" aria-label="Steps">
        <li>
          <button type="button" class="quiet-button" @click="go(first())">Before all of these</button>
        </li>
        <li v-for="step in steps" :key="step.number" :class="{ undone: !step.done }">
          <button
            type="button"
            class="quiet-button"
            :aria-current="step.done && !steps.some((s) => s.done && s.number > step.number) ? 'step' : undefined"
            @click="go(step.number)"
          >
            {{ step.said }}
          </button>
        </li>
      </ol>
    </Popover>
  </span>
</template>

<style scoped>
.step-tools {
  display: inline-flex;
}

.step-tools :deep(.mirrored) {
  transform: scaleX(-1);
}

.steps {
  max-height: 60vh;
  overflow-y: auto;
  max-width: 24rem;
}

.steps button {
  text-align: left;
  width: 100%;
  padding: 0.3rem 0.5rem;
}

.steps [aria-current] {
  font-weight: 600;
  border-left: 4px solid var(--blue);
}

.steps .undone {
  color: var(--quiet);
  font-style: italic;
}
</style>
