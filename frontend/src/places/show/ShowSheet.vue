<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue'
import type { LessonItem, LessonLine, ShownBoard } from '@/api/client'
import { sizeInLetters } from '@/shared/boards'
import ColumnWork from '@/shared/ColumnWork.vue'
import MathText from '@/shared/MathText.vue'
import SideWork from '@/shared/SideWork.vue'
import StoryText from '@/shared/StoryText.vue'
import type { Step } from './steps'

/** What has been shown of an item; nothing of what comes stands in the page. */
const props = defineProps<{ item: LessonItem; shown: Step[]; beside: boolean }>()
const sheet = useTemplateRef('sheet')

const now = computed(() => props.shown.at(-1))
type Entry = { kind: 'line'; line: LessonLine; at: number } | { kind: 'board'; board: ShownBoard; strokes: number }
/** Lines, and boards with so many of their strokes. */
const entries = computed(() => {
  const found: Entry[] = []
  for (const step of props.shown) {
    const before = found.at(-1)
    if (step.kind === 'line') found.push({ kind: 'line', line: step.line, at: step.at })
    else if (step.kind !== 'stroke') continue
    else if (before?.kind === 'board' && before.board === step.board) before.strokes = step.stroke + 1
    else found.push({ kind: 'board', board: step.board, strokes: step.stroke + 1 })
  }
  return found
})
const asking = computed(() => now.value?.kind === 'stroke' && !now.value.board.strokes[now.value.stroke]?.writes.length)
/** How large a board can be: as high and as wide as there is room, and never larger than the lines. */
function sizeOf(board: ShownBoard) {
  const { high, wide } = sizeInLetters(board)
  // With something beside it the reason stands below, and needs its room there.
  return { fontSize: `min(7.2vh, ${((props.beside ? 56 : 68) / high).toFixed(2)}vh, ${((props.beside ? 47 : 90) / wide).toFixed(2)}vw)` }
}
const question = computed(() => (now.value?.kind === 'ask' ? now.value.question : ''))
const estimating = computed(() => props.shown.some((step) => step.kind === 'estimate'))
const found = computed(() => props.shown.some((step) => step.kind === 'found'))

watch(
  () => props.shown,
  async () => {
    await nextTick()
    sheet.value?.querySelector('.show-last')?.scrollIntoView({ block: 'nearest' })
  },
)
</script>

<template>
  <section
    ref="sheet"
    class="show-sheet"
    :class="{ 'with-board': entries.some((entry) => entry.kind === 'board'), narrower: beside }"
    aria-live="polite"
  >
    <div class="show-problem" :class="{ 'show-story': item.story, begun: entries.length || estimating }">
      <span v-if="item.asked && !item.story" class="show-asked">{{ item.asked }}</span>
      <StoryText v-if="item.story" :blocks="item.story.blocks" />
      <MathText v-else :of="item.problem" />
    </div>
    <p v-if="estimating" class="show-estimate" :class="{ 'show-last': now?.kind === 'estimate' }">
      <span v-for="(estimate, index) in item.estimates" :key="index">
        ≈ <MathText :of="estimate.notation" /> = <MathText :of="estimate.value" />
      </span>
    </p>
    <p v-if="now?.kind === 'turn'" class="show-question show-last">Your turn</p>
    <ol class="show-lines">
      <li
        v-for="(entry, index) in entries"
        :key="entry.kind === 'line' ? entry.at : `board-${entry.board.first}`"
        class="show-line"
        :class="{
          'show-last': index === entries.length - 1 && (now?.kind === 'line' || now?.kind === 'stroke'),
          'show-board': entry.kind === 'board',
          'show-false': entry.kind === 'line' && found && entry.line.false,
        }"
      >
        <template v-if="entry.kind === 'board'">
          <ColumnWork :style="sizeOf(entry.board)" :board="entry.board" :strokes="entry.strokes" :fresh="now?.kind === 'stroke' && !asking" />
          <template v-if="!item.find && index === entries.length - 1 && now?.kind === 'stroke'">
            <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
            <p v-if="now.board.strokes[now.stroke]!.reason_html" class="show-reason" v-html="now.board.strokes[now.stroke]!.reason_html" />
            <p v-else class="show-reason">{{ now.board.strokes[now.stroke]!.reason }}</p>
          </template>
        </template>
        <template v-else>
          <p v-if="entry.line.heading" class="show-heading">{{ entry.line.heading }}</p>
          <template v-if="!entry.line.only_asks">
            <span class="show-math"><span aria-hidden="true">{{ entry.line.sign }}</span> <MathText :of="entry.line.notation" /></span>
            <SideWork v-if="entry.line.side.length" :side="entry.line.side" />
          </template>
          <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
          <p v-if="!item.find && entry.line.reason_html" class="show-reason" v-html="entry.line.reason_html" />
          <p v-else-if="!item.find" class="show-reason">{{ entry.line.reason }}</p>
          <p v-if="found && entry.line.false" class="show-reason">This line does not follow.</p>
        </template>
      </li>
    </ol>
    <template v-if="shown.some((step) => step.kind === 'sentence')">
      <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
      <p v-for="sentence in item.story?.sentences_html" :key="sentence" class="show-sentence show-last" v-html="sentence" />
    </template>
    <p v-if="question" class="show-question show-last">{{ question }}</p>
    <p v-if="item.find && now?.kind !== 'found' && entries.length" class="show-asked">Find the mistake.</p>
    <p v-if="found" class="show-question show-last">{{ item.find }}</p>
  </section>
</template>

<style scoped>
.show-sheet {
  grid-column: 1;
  overflow-y: auto;
  padding: 3vh 4vw;
  cursor: default;
}

.show-problem,
.show-math {
  font-size: 7.2vh;
  line-height: 1.15;
  display: block;
}

.show-problem {
  font-size: 8vh;
  position: sticky;
  top: -3vh;
  padding-top: 2vh;
  background: var(--sheet);
  z-index: 1;
}

.show-problem.show-story {
  font-size: 4.6vh;
  line-height: 1.3;
}

/* Once the work begins the text stays in sight, smaller. */
.show-problem.show-story.begun {
  font-size: 3vh;
  line-height: 1.25;
  padding-top: 1vh;
  padding-bottom: 0.5vh;
}

.show-heading {
  flex: 1 0 100%;
  font-size: 3.4vh;
  font-weight: 600;
}

.show-sentence {
  font-size: 5.4vh;
  font-weight: 600;
  padding-block: 1.5vh;
}

.show-asked {
  font-size: 3.6vh;
  color: var(--quiet);
  display: block;
}

.show-line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 3vw;
  padding: 0.8vh 0;
}

.show-line.show-last {
  background: linear-gradient(to right, color-mix(in srgb, var(--changed) 55%, transparent), transparent);
}

.show-line :deep(.side) {
  font-size: 3vh;
  margin: 0;
  padding: 0;
  color: var(--ink);
  justify-self: start;
}

/* Once it stands in columns, the problem and its estimate draw together above, and the reason stands beside. */
.with-board .show-problem {
  display: inline-block;
  font-size: 4.4vh;
  padding-right: 3vw;
  position: static;
}

.with-board .show-estimate {
  display: inline-flex;
  font-size: 3.4vh;
  padding-block: 0.4vh;
  vertical-align: middle;
}

.show-line.show-board {
  padding-left: 1vw;
  flex-wrap: nowrap;
  align-items: center;
}

.show-board .show-reason {
  flex: 1 1 12vw;
  font-size: 3.6vh;
}

.narrower .show-line.show-board {
  flex-wrap: wrap;
}

.narrower .show-board .show-reason {
  flex: 1 0 100%;
}

.show-reason {
  flex: 1 0 100%;
  font-size: 3.2vh;
  line-height: 1.3;
  color: var(--quiet);
}

.show-question {
  font-size: 5vh;
  line-height: 1.25;
  font-weight: 600;
  padding: 2vh 0 2vh 1.5vw;
  border-left: 0.6vw solid var(--amber);
  margin: 1.5vh 0;
}

.show-estimate {
  font-size: 5.2vh;
  border: 3px dashed var(--quiet);
  padding: 1vh 1.5vw;
  width: fit-content;
  display: flex;
  flex-wrap: wrap;
  gap: 0 3vw;
}

.show-false {
  outline: 4px solid var(--wrong-ink);
  outline-offset: 4px;
}

@media (--narrow) {
  .show-problem.show-story {
    font-size: 2.8vh;
  }

  .show-problem.show-story.begun {
    font-size: 2.2vh;
  }

  .show-problem,
  .show-math {
    font-size: 5vh;
  }
}
</style>
