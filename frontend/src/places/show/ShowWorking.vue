<script setup lang="ts">
import { useElementSize, useWindowSize } from '@vueuse/core'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { LessonItem, LessonLine, ShownBoard } from '@/api/client'
import { sizeInLetters } from '@/shared/boards'
import ColumnWork from '@/shared/ColumnWork.vue'
import MathText from '@/shared/MathText.vue'
import SideWork from '@/shared/SideWork.vue'
import { CROWDED, entriesOf, isCrowded, LEAST, pageStart, TALL, withBoxes, type Entry, type Step } from './steps'
import TurnBox from './TurnBox.vue'
import { useFit } from './useFit'

/**
 * The working as far as it has come: what was shown before in one small column, below it what is shown now, large, with
 * what is said of it. Where the column is full a new page begins; nothing of what comes stands in the page.
 */
const props = defineProps<{ item: LessonItem; shown: Step[]; wide: boolean }>()
/** The line in hand needs the whole width to be read from the back of the room. */
const emit = defineEmits<{ tooLong: [] }>()

const now = computed(() => props.shown.at(-1))
const entries = computed(() => entriesOf(props.item, props.shown))
const found = computed(() => props.shown.some((step) => step.kind === 'found'))
/** What was filled last, or else the last that stands there. */
const atNow = computed(() => {
  const step = now.value
  if (step?.kind !== 'line' && step?.kind !== 'stroke') return null
  return entries.value.findLast((entry) => (step.kind === 'line' ? entry.kind === 'line' && entry.at === step.at : entry.kind === 'board' && entry.board === step.board)) ?? null
})
/** A board stays as it is being written on, also while something is asked. */
const board = computed(() => {
  const last = atNow.value ?? (now.value?.kind === 'ask' && now.value.stroke !== undefined ? entries.value.at(-1) : null)
  return last?.kind === 'board' ? last : null
})
const line = computed(() => (atNow.value?.kind === 'line' ? atNow.value.line : null))
const before = computed(() => entries.value.filter((entry) => entry !== atNow.value && entry !== board.value))
const stroke = computed(() => (now.value?.kind === 'stroke' ? (now.value.board.strokes[now.value.stroke] ?? null) : null))
const fresh = computed(() => now.value?.kind === 'stroke' && Boolean(stroke.value?.writes.length))
const said = computed(() => {
  if (props.item.find) return { html: '', text: found.value && line.value?.false ? 'This line does not follow.' : '' }
  if (stroke.value) return { html: stroke.value.reason_html, text: stroke.value.reason }
  return { html: line.value?.reason_html ?? '', text: line.value?.reason ?? '' }
})
const asked = computed(() => {
  if (now.value?.kind === 'ask') return { html: '', text: now.value.question }
  if (now.value?.kind === 'estimating') return { html: props.item.estimate_question_html, text: props.item.estimate_question }
  if (now.value?.kind === 'found') return { html: '', text: props.item.find }
  return null
})
const boxesIn = (line: LessonLine) =>
  line.state === 'numbers' || line.blanks.length ? withBoxes(line.notation.mathml, line.blanks) : ''
const key = (entry: Entry) => (entry.kind === 'line' ? `${entry.at}` : `board-${entry.at}`)

/** How large a board can be: as high and as wide as there is room, and never larger than the lines. */
function sizeOf(of: ShownBoard, room: number) {
  const { high, wide } = sizeInLetters(of)
  return { fontSize: `min(7.2vh, ${(room / high).toFixed(2)}vh, ${((props.wide ? 60 : 46) / wide).toFixed(2)}vw)` }
}

const sheet = useTemplateRef<HTMLElement>('sheet')
const column = useTemplateRef<HTMLElement>('column')
const { width, height } = useElementSize(sheet)
const { height: windowHeight } = useWindowSize()

/** A board of many rows has the whole height, and what is said stands beside it: its size there, in hundredths of the
 * height; 0 where it would not be larger for it. */
const tall = computed(() => {
  if (!board.value) return 0
  const close = isCrowded(props.item)
  const { high, wide } = sizeInLetters(board.value.board, close)
  const below = (props.wide ? 62 : 54) / high
  const room = Math.min(close ? CROWDED : TALL, height.value ? (height.value / windowHeight.value) * 100 - 4 : TALL)
  const beside = Math.min(room / high, (props.wide ? 90 : 50) / wide)
  return below < LEAST && beside > below ? Math.min(LEAST * 1.1, beside) : 0
})

const crowded = computed(() => tall.value > 0 && isCrowded(props.item))

const start = ref(0)
const looked = ref(false)
const tight = ref(false)
/** The letters of what was shown before, in hundredths of the height: as large as fits the width. */
const OLDER = 3.8
const small = ref(OLDER)
const saidNow = useTemplateRef<HTMLElement>('said')

/** Heights are known once everything stands there; then the pages before the last are put away, and where what is said
 * now has no room for itself it is set closer. */
async function turn() {
  start.value = 0
  tight.value = false
  small.value = OLDER
  await nextTick()
  const widest = Math.max(0, ...[...(column.value?.children ?? [])].map((row) => row.getBoundingClientRect().width))
  if (widest > width.value) small.value = Math.max(3, (OLDER * width.value) / widest)
  await nextTick()
  const rows = [...(column.value?.children ?? [])].map((row) => row.getBoundingClientRect().height)
  const said = () => {
    const parts = [...(saidNow.value?.children ?? [])].map((part) => part.getBoundingClientRect().height)
    return tall.value > 0 ? Math.max(0, ...parts) : parts.reduce((sum, part) => sum + part, 0)
  }
  tight.value = said() > height.value * 0.9
  await nextTick()
  const room = height.value - said() - height.value * 0.07
  start.value = rows.length && height.value ? pageStart(rows, room) : 0
}
watch([() => props.shown, width, height], () => ((looked.value = false), void turn()), { immediate: true, flush: 'post' })

const { size: fit, over } = useFit(useTemplateRef<HTMLElement>('large'), () => [props.shown, width.value], 7.2, 5)
watch(over, (now) => now && emit('tooLong'))
</script>

<template>
  <section ref="sheet" class="show-working" :class="`as-${item.layout}`" aria-live="polite">
    <button v-if="start" type="button" class="page-before" :aria-pressed="looked" @click.stop="looked = !looked">
      {{ looked ? 'Back to this page' : `${start} line${start === 1 ? '' : 's'} on the page before` }}
    </button>
    <ol v-if="before.length" ref="column" class="show-lines" :style="{ '--older': `${small}vh` }">
      <li
        v-for="(entry, index) in before"
        v-show="looked ? index < start : index >= start"
        :key="key(entry)"
        class="show-line"
        :class="{ 'show-false': entry.kind === 'line' && found && entry.line.false, decisive: entry.kind === 'line' && entry.line.decisive }"
      >
        <ColumnWork v-if="entry.kind === 'board'" :style="sizeOf(entry.board, entry.boxed ? 46 : 26)" :board="entry.board" :strokes="entry.strokes" :boxes="entry.boxed" />
        <template v-else>
          <span v-if="entry.line.heading" class="show-heading">{{ entry.line.heading }}</span>
          <span v-if="!entry.line.only_asks" class="show-math">
            <span aria-hidden="true">{{ entry.line.sign }}</span>
            <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
            <span v-if="entry.boxed && boxesIn(entry.line)" v-html="boxesIn(entry.line)" />
            <span v-else-if="entry.boxed" class="line-box" role="img" aria-label="to be filled" />
            <MathText v-else :of="entry.line.notation" />
          </span>
          <span v-if="found && entry.line.false" class="show-heading">This line does not follow.</span>
        </template>
      </li>
    </ol>
    <div v-if="!looked" ref="said" class="show-now" :class="{ tight, tall: tall > 0, crowded }">
      <TurnBox v-if="now?.kind === 'turn'" :choosing="item.choices.length > 0" />
      <p v-else-if="now?.kind === 'boxes'" class="show-question">Your turn</p>
      <template v-else>
        <div v-if="board" class="show-last show-board">
          <ColumnWork :style="tall ? { fontSize: `${tall.toFixed(2)}vh` } : sizeOf(board.board, wide ? 62 : 54)" :board="board.board" :strokes="board.strokes" :fresh="fresh" :boxes="board.boxed" />
        </div>
        <div v-else-if="line && !line.only_asks" class="show-last" :class="{ 'show-false': found && line.false }">
          <span v-if="line.heading" class="show-heading">{{ line.heading }}</span>
          <span ref="large" class="show-math large" :style="{ fontSize: fit }">
            <span aria-hidden="true">{{ line.sign }}</span> <MathText :of="line.notation" />
          </span>
          <SideWork v-if="line.side.length" :side="line.side" />
        </div>
        <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
        <p v-if="said.html" class="show-reason" v-html="said.html" />
        <p v-else-if="said.text" class="show-reason">{{ said.text }}</p>
        <template v-if="asked">
          <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
          <p v-if="asked.html" class="show-question" v-html="asked.html" />
          <p v-else class="show-question">{{ asked.text }}</p>
        </template>
        <p v-if="item.find && now?.kind === 'line'" class="show-asked">Find the mistake.</p>
        <template v-if="now?.kind === 'sentence'">
          <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
          <p v-for="sentence in item.story?.sentences_html" :key="sentence" class="show-sentence" v-html="sentence" />
        </template>
        <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
        <p v-if="now?.kind === 'rule'" class="show-rule" v-html="item.rule_html" />
      </template>
    </div>
  </section>
</template>

<style scoped>
.show-working {
  grid-area: working;
  display: flex;
  flex-direction: column;
  gap: 1.2vh;
  min-height: 0;
  min-width: 0;
  overflow-y: auto;
  padding: 1vh 1vw 1vh 3vw;
}

.show-now {
  flex: 1;
  display: flex;
  flex-direction: column;
}

.show-now.tall {
  flex-direction: row;
  align-items: flex-start;
  gap: 1.5vw;
}

.show-now.tall > .show-reason,
.show-now.tall > .show-question {
  flex: 1 1 12vw;
}

.tall .show-board {
  padding-block: 0;
}

.crowded .show-board :deep(.board td) {
  padding-block: 0.06em;
}

.show-lines {
  display: grid;
  justify-items: start;
  gap: 0.2vh;
  color: color-mix(in srgb, var(--ink) 82%, var(--sheet));
}

.show-math {
  font-size: var(--older, 3.8vh);
  line-height: 1.1;
  padding-block: 0.14em;
  white-space: nowrap;
}

.show-math.large {
  display: inline-block;
}

.show-line.decisive .show-math {
  box-shadow: -0.5vw 0 0 var(--changed-edge);
  padding-left: 0.6vw;
}

.show-last {
  background: linear-gradient(to right, color-mix(in srgb, var(--changed) 55%, transparent), transparent);
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5vh 2vw;
  padding: 0.4vh 0.6vw;
}

.show-last :deep(.side) {
  font-size: 3vh;
  margin: 0;
  padding: 0;
  color: var(--ink);
}

.show-working :deep(.multiples) {
  white-space: nowrap;
}

.show-heading {
  flex: 1 0 100%;
  display: block;
  font-size: 3.4vh;
  font-weight: 600;
}

/* What is said at the line in hand is read from the back of the room. */
.show-reason {
  font-size: 5vh;
  line-height: 1.22;
  padding-top: 0.8vh;
}

.tight .show-reason {
  font-size: 4vh;
}

.show-question {
  font-size: 5.4vh;
  line-height: 1.25;
  font-weight: 600;
  padding: 1vh 0 1vh 1.5vw;
  border-left: 0.6vw solid var(--amber);
}

.show-asked {
  font-size: 3.6vh;
  color: var(--quiet);
}

.show-sentence,
.show-rule {
  font-size: 5.4vh;
  font-weight: 600;
  line-height: 1.3;
}

.show-rule {
  border: 3px solid var(--ink);
  padding: 1.5vh 1.5vw;
}

.show-false {
  outline: 4px solid var(--wrong-ink);
  outline-offset: 2px;
}

.line-box {
  display: inline-block;
  width: 9em;
  height: 1.9em;
  border: 2px solid var(--ink);
  vertical-align: middle;
}

.show-math :deep(.empty-box) {
  border: 2px solid var(--ink);
  padding: 0 0.25em;
}

.page-before {
  align-self: start;
  font: inherit;
  font-size: 2.2vh;
  color: var(--quiet);
  background: none;
  border: 0;
  border-bottom: 1px solid currentcolor;
  cursor: pointer;
}

@media (--narrow) {
  .show-working {
    display: block;
    min-height: auto;
    overflow: visible;
  }

  .show-now .show-reason,
  .show-now .show-question {
    font-size: 2.6vh;
  }

  .show-math {
    font-size: 2.6vh;
  }
}
</style>
