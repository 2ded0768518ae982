<script setup lang="ts">
import { computed, defineAsyncComponent, ref, useTemplateRef, watch } from 'vue'
import type { Organiser, PicturesOfLine, ShownFacet, Worked, WorkRequest } from '@/api/client'
import { blocksOf, stepsIn, uncovered } from '@/shared/boards'
import BoardBlock from './BoardBlock.vue'
import { stepsOfLines } from './checklist'
import SheetLine from './SheetLine.vue'
import type { EditsInHand } from './useEdits'

/** Chosen by some. */
const ChecklistStep = defineAsyncComponent(async () => (await import('./around')).ChecklistStep)
const FourPanels = defineAsyncComponent(async () => (await import('./around')).FourPanels)

/**
 * A working on the sheet, in the organiser chosen: running lines, stacked columns, four panels, or a numbered checklist.
 * All show the same answer of the server; `upTo` lines are uncovered.
 */
const props = defineProps<{
  worked: Worked
  edits: EditsInHand
  facets: ShownFacet[]
  pictures: PicturesOfLine[]
  organiser: Organiser
  upTo: number | null
  copyBody: WorkRequest
}>()
const emit = defineEmits<{ told: [text: string] }>()

const open = ref<number | null>(null)
watch(
  () => props.worked.asked,
  () => (open.value = null),
)

/** In columns boards stand in place of lines, and come stroke by stroke. */
const blocks = computed(() => blocksOf(props.worked.lines.length, props.worked.boards, props.organiser === 'columns'))
const begun = computed(() => uncovered(blocks.value, props.upTo))
const shown = computed(() => props.worked.lines.slice(0, props.upTo ?? undefined))
const covered = computed(() => (props.upTo === null ? 0 : stepsIn(blocks.value) - props.upTo))
const last = computed(() => props.worked.lines.length - 1)

/** The steps of the working, each with its number, by the teacher's own name; ticked once all its lines have come. */
const steps = computed(() => stepsOfLines(props.worked, props.upTo ?? props.worked.lines.length))
const numberOf = computed(() => steps.value.flatMap((step) => step.lines.map(() => step.number)))

const rows = useTemplateRef<InstanceType<typeof SheetLine>[]>('rows')

/** The line that has the focus, if one has. */
function focusedLine(): number | null {
  return rows.value?.find((row) => row.focused())?.index() ?? null
}
/** Put the focus a line down or up. */
function stepLine(by: number) {
  const inOrder = [...(rows.value ?? [])].sort((a, b) => a.index() - b.index())
  const at = inOrder.findIndex((row) => row.focused())
  inOrder[Math.min(Math.max(at + by, 0), inOrder.length - 1)]?.focus()
}
defineExpose({ focusedLine, stepLine })
</script>

<template>
  <section class="sheet" :class="`as-${organiser}`" aria-label="The working">
    <ol v-if="organiser === 'checklist'" class="checklist" aria-label="Steps">
      <ChecklistStep v-for="step in steps" :key="step.number" :step="step" />
    </ol>
    <FourPanels v-if="organiser === 'panels'" :worked="worked" :shown="shown" :edits="edits" />
    <ol v-else class="working">
      <template v-if="organiser === 'columns'">
        <template v-for="({ block, strokes }, at) in begun" :key="at">
          <BoardBlock
            v-if="block.kind === 'board'"
            :board="block.board"
            :strokes="strokes"
            :lines="worked.lines"
            :edits="edits"
            :facets="facets"
            :copy-body="copyBody"
            :pictures="pictures.filter((p) => block.board.first <= p.line && p.line <= block.board.last)"
            @told="emit('told', $event)"
          />
          <SheetLine
            v-else
            ref="rows"
            :line="worked.lines[block.at]!"
            :index="block.at"
            :last="block.at === last"
            :edits="edits"
            :facets="facets"
            :pictures="pictures.find((p) => p.line === block.at)"
            :order="worked.order"
            :open="open === block.at"
            :number="null"
            :copy-body="copyBody"
            @open="open = $event ? block.at : null"
            @told="emit('told', $event)"
          />
        </template>
      </template>
      <template v-else>
        <SheetLine
          v-for="(line, index) in shown"
          ref="rows"
          :key="index"
          :line="line"
          :index="index"
          :last="index === last"
          :edits="edits"
          :facets="facets"
          :pictures="pictures.find((p) => p.line === index)"
          :order="worked.order"
          :open="open === index"
          :number="organiser === 'checklist' ? numberOf[index]! : null"
          :copy-body="copyBody"
          @open="open = $event ? index : null"
          @told="emit('told', $event)"
        />
      </template>
    </ol>
    <div v-if="worked.story && !covered" class="answers">
      <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
      <p v-for="sentence in worked.story.sentences_html" :key="sentence" v-html="sentence" />
    </div>
    <p v-if="worked.safe && !covered" class="safe quiet">{{ worked.safe }}</p>
    <p v-if="covered" class="covered quiet">
      {{ covered }} {{ covered === 1 ? 'step is' : 'steps are' }} covered. <kbd>n</kbd> shows the next, <kbd>a</kbd> all.
    </p>
  </section>
</template>

<style scoped>
.sheet {
  --margin: 15.5rem;
}

.sheet.as-columns {
  --margin: 20rem;
}

.working {
  background: linear-gradient(var(--margin-line), var(--margin-line)) var(--margin) 0 / 1.5px 100% no-repeat;
}

.line {
  display: grid;
  grid-template-columns: var(--margin) minmax(0, max-content) minmax(0, 1fr);
  align-items: center;
  min-height: 3.1rem;
  position: relative;
  align-content: center;
}

.line + .line {
  border-top: 1px solid var(--rule-soft);
}

.line:not(.stacked):has(.line-picture:not(.bare)) :deep(.reason) {
  grid-row: 1 / span 2;
}

.working :deep(.reason) {
  padding: 0.35rem 0.9rem 0.35rem 1rem;
  font-size: 0.92rem;
  line-height: 1.4;
  color: var(--margin-ink);
}

.working :deep(.reason:has(math)) {
  line-height: 1.85;
}

.working :deep(.reason math) {
  font-size: 0.82em;
}

.checklist {
  display: flex;
  flex-wrap: wrap;
  gap: 0.25rem 0.9rem;
  padding: 0.5rem 1rem;
  border-bottom: 1px solid var(--rule);
  font-size: 0.9rem;
}

.sheet :deep(.step-number) {
  display: inline-grid;
  place-items: center;
  min-width: 1.25rem;
  height: 1.25rem;
  border: 1.6px solid var(--act, var(--ink));
  border-radius: 2px;
  font-size: 0.78rem;
  font-weight: 600;
  margin-right: 0.45rem;
}

/* Each step its own ink: a line of its own kind first, a tone second. */
[class*='ink-'] :deep(.step-number),
[class*='ink-'] :deep(.written .math-text) {
  border-bottom: 3px var(--stroke, solid) var(--act, var(--ink));
}

.ink-bottoms {
  --act: var(--ink-blue);
  --stroke: dotted;
}

.ink-rename {
  --act: var(--ink-blue);
  --stroke: double;
}

.ink-one-kind {
  --act: var(--ink-brown);
  --stroke: dashed;
}

.ink-enough {
  --act: var(--wrong-ink);
  --stroke: dotted;
}

.ink-regroup {
  --act: var(--wrong-ink);
  --stroke: dashed;
}

.ink-wholes {
  --act: var(--ink-green);
  --stroke: solid;
}

.ink-parts {
  --act: var(--ink-green);
  --stroke: dashed;
}

.ink-both {
  --act: var(--ink-green);
  --stroke: double;
}

.ink-carry {
  --act: var(--ink-violet);
  --stroke: double;
}

.ink-simplify {
  --act: var(--ink);
  --stroke: double;
}

.safe {
  padding: 0.2rem 1rem 0.6rem;
  font-size: 0.9rem;
}

.answers {
  border-top: 2px solid var(--rule);
  padding: 0.6rem 1rem 0.7rem;
  font-size: 1.15rem;
  font-weight: 600;
}

.covered {
  padding: 0.6rem 1rem;
}

@media (--narrow) {
  .working {
    background: none;
  }

  .line {
    grid-template-columns: minmax(0, 1fr);
    padding: 0.4rem 0.75rem;
  }

  .line :deep(.reason),
  .line:not(.stacked):has(.line-picture:not(.bare)) :deep(.reason) {
    grid-row: auto;
    padding: 0.2rem 0;
  }

}

@media print {
  .line {
    break-inside: avoid;
  }
}
</style>
