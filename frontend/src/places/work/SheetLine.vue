<script setup lang="ts">
import { computed, defineAsyncComponent, ref, useTemplateRef } from 'vue'
import type { PicturesOfLine, ShownFacet, ShownLine, WorkRequest } from '@/api/client'
import MathText from '@/shared/MathText.vue'
import SideWork from '@/shared/SideWork.vue'
import type { EditsInHand } from './useEdits'

/** Comes with what stands around. */
const LinePicture = defineAsyncComponent(async () => (await import('./around')).LinePicture)
/** Not before a line is opened. */
const LineTools = defineAsyncComponent(() => import('./LineTools.vue'))

/** One line of the sheet: the reason in the margin, the line itself, side work at its right, a picture under it. */
const props = defineProps<{
  line: ShownLine
  index: number
  last: boolean
  edits: EditsInHand
  facets: ShownFacet[]
  pictures: PicturesOfLine | undefined
  order: string[][]
  open: boolean
  number: number | null
  copyBody: WorkRequest
}>()
const emit = defineEmits<{ open: [open: boolean]; told: [text: string] }>()

const row = useTemplateRef('row')
const blanking = ref(false)
const edit = computed(() => props.edits.of(props.index))

function blank(number: number) {
  const now = edit.value.blanks ?? []
  props.edits.change(props.index, {
    blanks: now.includes(number) ? now.filter((n) => n !== number) : [...now, number].sort((a, b) => a - b),
  })
}

defineExpose({
  index: () => props.index,
  focus: () => row.value?.focus(),
  focused: () => row.value?.contains(document.activeElement) ?? false,
})
</script>

<template>
  <li
    ref="row"
    class="line"
    :class="{
      problem: index === 0,
      answer: last && index > 0,
      question: line.question,
      tucked: edit.hidden,
      opened: open,
      [`ink-${line.act}`]: number !== null,
    }"
    :data-rule="line.rule"
    :data-index="index"
    tabindex="0"
    :aria-label="`Line ${index + 1}`"
    @click="open || emit('open', true)"
    @keydown.enter.self.prevent="emit('open', !open)"
  >
    <p v-if="line.heading" class="heading">{{ line.heading }}</p>
    <p class="reason">
      <span v-if="number !== null" class="step-number" aria-hidden="true">{{ number }}</span>
      <span v-if="order.length && line.operation" class="order" :aria-label="`Order of operations: ${line.operation}`">
        <span v-for="[letters, operation] in order" :key="operation" :class="{ active: operation === line.operation }">{{ letters }}</span>
      </span>
      <span v-if="edit.reason" class="own-words">{{ edit.reason }}</span>
      <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
      <span v-else v-html="line.reason_html" />
      <span v-if="edit.note" class="note">{{ edit.note }}</span>
    </p>
    <template v-if="!line.question">
      <div v-if="edit.hidden" class="written hidden-line">hidden</div>
      <div v-else class="written">
        <span class="equals" aria-hidden="true">{{ line.sign }}</span>
        <MathText :of="line.notation" :blanks="edit.blanks ?? []" :choosing="blanking" @blank="blank" />
      </div>
      <SideWork v-if="line.side.length && !edit.hidden" :side="line.side" />
    </template>
    <LinePicture
      v-if="pictures && !edit.hidden"
      :of="pictures"
      :chosen="edits.edits.value.pictures?.[index]"
      @choose="edits.showPicture(index, $event)"
      @told="emit('told', $event)"
    />
    <LineTools
      v-if="open"
      v-model:blanking="blanking"
      :line="line"
      :index="index"
      :edits="edits"
      :facets="facets"
      :copy-body="copyBody"
      @close="((blanking = false), emit('open', false))"
      @told="emit('told', $event)"
      @click.stop
    />
  </li>
</template>

<style scoped>
.written {
  display: flex;
  align-items: center;
  padding: 0.25rem 0.9rem 0.25rem 0.6rem;
  font-size: 1.36rem;
  overflow-x: auto;
  overflow-y: hidden;
}

.equals {
  width: 1.5rem;
  flex: none;
  font-family: 'Slate Math', math;
}

.line.answer :deep(.written .math-text) {
  border-bottom: 4px double var(--ink);
  padding: 0.1rem 0.3rem 0.15rem;
}

/* The calculation of a story that begins here, by the names of its quantities. */
.heading {
  grid-column: 1 / -1;
  padding: 0.35rem 1rem 0.1rem;
  font-weight: 600;
  border-top: 2px solid var(--rule);
}

.line:not(.opened) {
  cursor: pointer;
}

.line:hover {
  background: var(--hovered);
}

.line.question {
  min-height: 0;
}

.line.question .reason {
  grid-column: 1 / -1;
  padding-block: 0.28rem;
  color: var(--margin-ink);
  background: var(--asked);
}

.line.question .reason::before {
  content: '?';
  display: inline-grid;
  place-items: center;
  width: 1.15rem;
  height: 1.15rem;
  border: 1.5px solid var(--edge);
  border-radius: 50%;
  font-size: 0.78rem;
  font-weight: 600;
  line-height: 1;
  margin-right: 0.5rem;
}

.line.question .reason:has(math) {
  line-height: 1.7;
}

.line.tucked .written,
.hidden-line {
  color: var(--quiet);
  font-size: 0.9rem;
  font-style: italic;
}

.line.opened {
  background: var(--noted);
}

.own-words {
  border-bottom: 1.5px dashed var(--edge);
}

.note {
  display: block;
  font-size: 0.86rem;
  border-left: 3px solid var(--changed-edge);
  padding-left: 0.5rem;
  margin-top: 0.2rem;
}

.order {
  display: inline-flex;
  gap: 0.12rem;
  margin-right: 0.5rem;
  font-size: 0.8rem;
  letter-spacing: 0.04em;
  color: var(--quiet);
}

.order .active {
  color: var(--ink);
  font-weight: 600;
  border: 1.5px solid var(--ink);
  border-radius: 2px;
  padding: 0 0.2rem;
}

.line:hover :deep(.picture-tools),
.line:focus-within :deep(.picture-tools),
.line:focus :deep(.picture-tools),
.line.opened :deep(.picture-tools) {
  opacity: 1;
}

.line.opened :deep(.line-picture.bare) {
  height: auto;
  padding-bottom: 0.4rem;
}

.line.opened :deep(.picture-tools) {
  position: static;
}

@media (--narrow) {
  .written {
    padding: 0.2rem 0;
  }
}
</style>
