<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { computed, ref, watch } from 'vue'
import type { ShownFacet, ShownLine, WorkRequest } from '@/api/client'
import { useCopying, type CopyFormat } from './useCopying'
import type { EditsInHand } from './useEdits'

/** What can be done with one line: hide it, blank its numbers, say its reason otherwise, note, go on by another way. */
const props = defineProps<{
  line: ShownLine
  index: number
  edits: EditsInHand
  facets: ShownFacet[]
  copyBody: WorkRequest
  inColumns?: boolean
}>()
const emit = defineEmits<{ close: []; told: [text: string] }>()
const blanking = defineModel<boolean>('blanking', { required: true })

const edit = computed(() => props.edits.of(props.index))
const reason = ref('')
const note = ref('')
watch(
  () => props.index,
  () => {
    reason.value = edit.value.reason ?? props.line.reason
    note.value = edit.value.note ?? ''
  },
  { immediate: true },
)

function keepReason() {
  const own = reason.value.trim()
  props.edits.change(props.index, { reason: own && own !== props.line.reason ? own : null })
}
function ownWords() {
  props.edits.change(props.index, { reason: null })
  reason.value = props.line.reason
}
function keepNote() {
  props.edits.change(props.index, { note: note.value.trim() || null })
}

const turned = computed(() => props.edits.edits.value.turns?.find((t) => t.line === props.index))
const ways = computed(() =>
  props.facets
    .filter((f) => f.matters)
    .map((f) => ({
      label: f.name,
      items: f.choices.filter((c) => !c.in_force && !c.refused).map((c) => ({ label: c.name, facet: f.id, choice: c.id })),
    }))
    .filter((f) => f.items.length),
)
const way = ref<{ facet: string; choice: string } | null>(null)
function goOn() {
  if (way.value) props.edits.turn(props.index, { [way.value.facet]: way.value.choice })
  way.value = null
}

const copying = useCopying((told) => emit('told', told))
const copy = (format: CopyFormat) => copying.copy(props.copyBody, format, props.index)
</script>

<template>
  <div class="line-tools" role="group" :aria-label="`Line ${index + 1}`" @keydown.esc.stop="emit('close')">
    <div class="tool-row">
      <PressButton
        :label="`${edit.hidden ? 'Show' : 'Hide'} the ${inColumns ? 'reason' : 'line'}`"
        size="small"
        variant="outlined"
        @click="edits.change(index, { hidden: !edit.hidden })"
      />
      <PressButton
        v-if="!inColumns"
        :label="blanking ? 'Done blanking' : 'Blank numbers'"
        size="small"
        variant="outlined"
        :aria-pressed="blanking"
        @click="blanking = !blanking"
      />
      <PressButton
        v-if="edit.blanks?.length && !inColumns"
        label="Fill them again"
        size="small"
        variant="text"
        @click="edits.change(index, { blanks: [] })"
      />
      <span class="tool-gap" />
      <span class="quiet">Copy as</span>
      <PressButton label="text" size="small" variant="text" @click="copy('plain')" />
      <PressButton label="LaTeX" size="small" variant="text" @click="copy('latex')" />
      <PressButton label="MathML" size="small" variant="text" @click="copy('mathml')" />
      <PressButton icon="pi pi-times" size="small" variant="text" aria-label="Close the line" @click="emit('close')" />
    </div>
    <form class="tool-row" @submit.prevent="keepReason">
      <label :for="`reason-${index}`">Reason</label>
      <InputText :id="`reason-${index}`" v-model="reason" maxlength="400" size="small" @blur="keepReason" />
      <PressButton v-if="edit.reason" label="Back to the working's own" size="small" variant="text" @click="ownWords" />
    </form>
    <form class="tool-row" @submit.prevent="keepNote">
      <label :for="`note-${index}`">Note</label>
      <InputText
        :id="`note-${index}`"
        v-model="note"
        maxlength="400"
        size="small"
        placeholder="in the margin, for you"
        @blur="keepNote"
      />
    </form>
    <div v-if="index > 0 && ways.length" class="tool-row">
      <label :for="`way-${index}`">From here on</label>
      <Select
        v-model="way"
        :input-id="`way-${index}`"
        :options="ways"
        option-label="label"
        option-group-label="label"
        option-group-children="items"
        placeholder="another way …"
        size="small"
        aria-label="Another way from this line on"
        @change="goOn"
      />
      <PressButton v-if="turned" label="Back to the way before" size="small" variant="text" @click="edits.turn(index, null)" />
    </div>
  </div>
</template>

<style scoped>
.line-tools {
  grid-column: 1 / -1;
  border-top: 1px dashed var(--rule);
  padding: 0.5rem 1rem 0.7rem;
  display: grid;
  gap: 0.45rem;
  font-size: 0.9rem;
  cursor: default;
}

.tool-row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.35rem 0.6rem;
}

.tool-row label {
  min-width: 6.2rem;
}

.tool-row :deep(.p-inputtext) {
  flex: 1;
  min-width: 12rem;
}

.tool-gap {
  flex: 1;
}
</style>
