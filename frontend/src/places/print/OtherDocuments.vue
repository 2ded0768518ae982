<script setup lang="ts">
import { ref, watch } from 'vue'
import type { PrintRequest } from '@/api/client'
import { usePrinting } from './usePrinting'

/** The handout as it is chosen, as a document that is opened and changed elsewhere; it is saved once it is made. */
const props = defineProps<{ setId: string; wished: PrintRequest }>()
const FORMATS: { id: PrintRequest['format']; name: string; about: string }[] = [
  { id: 'docx', name: 'text (.docx)', about: 'a text document in Office Open XML, its formulas to be edited' },
  { id: 'odt', name: 'text (.odt)', about: 'a text document in OpenDocument, its formulas to be edited' },
  { id: 'pptx', name: 'slides', about: 'a presentation (.pptx), a line more on each slide' },
  { id: 'html', name: 'web page', about: 'one file that stands alone' },
  { id: 'epub', name: 'book', about: 'EPUB 3, a chapter for each part' },
]
const { job, running, trouble, madeId, print, cancel } = usePrinting()
const making = ref('')

function make(format: PrintRequest['format']) {
  making.value = FORMATS.find((choice) => choice.id === format)?.name ?? ''
  void print(props.setId, { ...props.wished, format, draft: false })
}
watch(madeId, (id) => {
  if (id) window.location.assign(`/api/print/${id}/file`)
})
</script>

<template>
  <span class="other-documents">
    as
    <button v-for="choice in FORMATS" :key="choice.id" type="button" class="quiet-button" :title="choice.about" @click="make(choice.id)">{{ choice.name }}</button>
    <span v-if="running && job" role="status">
      {{ making }}: {{ job.done }} of {{ job.total }} items
      <button type="button" class="quiet-button" @click="cancel">Stop</button>
    </span>
    <span v-else-if="trouble" role="alert">{{ trouble }}</span>
    <span v-else-if="job?.state === 'done'" class="quiet" role="status">{{ making }} saved</span>
  </span>
</template>

<style scoped>
.other-documents {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0.1rem 0.3rem;
}
</style>
