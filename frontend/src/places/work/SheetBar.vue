<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import type { Organiser } from '@/api/client'
import StepTools from '@/shared/StepTools.vue'
import { ORGANISERS } from '@/desk/organisers'
import type { CopyFormat } from './useCopying'
import type { useSheetSteps } from './useSheetSteps'

/** What can be done with the sheet as a whole: laid out otherwise, its changes taken back, copied. */
defineProps<{ beside: boolean; changed: boolean; history: ReturnType<typeof useSheetSteps> }>()
const emit = defineEmits<{ lay: []; takeBack: []; copy: [format: CopyFormat] }>()
const organiser = defineModel<Organiser>('organiser', { required: true })

const FORMATS: [CopyFormat, string][] = [
  ['plain', 'text'],
  ['latex', 'LaTeX'],
  ['mathml', 'MathML'],
]
</script>

<template>
  <div class="sheet-bar">
    <div class="organisers" role="group" aria-label="Laid out as">
      <button
        v-for="{ id, name } in ORGANISERS"
        :key="id"
        type="button"
        class="quiet-button"
        :aria-pressed="organiser === id && !beside"
        @click="((organiser = id), emit('lay'))"
      >
        {{ name }}
      </button>
    </div>
    <div class="sheet-tools">
      <PressButton v-if="changed" label="Take back my changes" size="small" variant="text" @click="emit('takeBack')" />
      <StepTools
        :undo="history.undoes.value"
        :redo="history.redoes.value"
        :steps="history.listed.value"
        @undo="history.undo()"
        @redo="history.redo()"
        @go="history.go($event)"
      />
      <span class="quiet">Copy</span>
      <button v-for="[format, name] in FORMATS" :key="format" type="button" class="quiet-button" @click="emit('copy', format)">
        {{ name }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.sheet-bar {
  display: flex;
  justify-content: space-between;
  align-items: center;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
  margin-bottom: 0.3rem;
}

.organisers,
.sheet-tools {
  display: flex;
  align-items: center;
  gap: 0.15rem;
  font-size: 0.86rem;
}

@media print {
  .sheet-bar {
    display: none;
  }
}
</style>
