<script setup lang="ts">
import PressButton from './PressButton.vue'
import { defineAsyncComponent, shallowRef } from 'vue'

/** Undo, redo, and the list of all steps: what was done up to now, and below it what was undone. */
export interface Step {
  number: number
  said: string
  done: boolean
}

defineProps<{ undo: string; redo: string; steps: Step[] }>()
const emit = defineEmits<{ undo: []; redo: []; list: []; go: [number: number] }>()

/** Seldom opened, and not before it is asked for. */
const StepList = defineAsyncComponent(() => import('./StepList.vue'))
/** The press on “Steps”: each opens the list, or closes it. */
const asked = shallowRef<{ currentTarget: EventTarget | null }>()

function open({ currentTarget }: Event) {
  emit('list')
  asked.value = { currentTarget }
}
</script>

<template>
  <span class="step-tools" role="group" aria-label="Undo and redo">
    <PressButton
      icon="pi pi-undo"
      variant="text"
      size="small"
      :disabled="!undo"
      :aria-label="undo ? `Undo: ${undo}` : 'Nothing to undo'"
      :title="undo ? `Undo: ${undo} (Ctrl + Z)` : ''"
      @click="emit('undo')"
    />
    <PressButton
      icon="pi pi-undo mirrored"
      variant="text"
      size="small"
      :disabled="!redo"
      :aria-label="redo ? `Redo: ${redo}` : 'Nothing to redo'"
      :title="redo ? `Redo: ${redo} (Ctrl + Shift + Z)` : ''"
      @click="emit('redo')"
    />
    <PressButton label="Steps" variant="text" size="small" :disabled="!undo && !redo" aria-haspopup="dialog" @click="open" />
    <StepList v-if="asked" :asked="asked" :steps="steps" @go="emit('go', $event)" />
  </span>
</template>

<style scoped>
.step-tools {
  display: inline-flex;
}

.step-tools :deep(.mirrored) {
  transform: scaleX(-1);
}
</style>
