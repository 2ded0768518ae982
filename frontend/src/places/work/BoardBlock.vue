<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { LineEdit, PicturesOfLine, ShownBoard, ShownFacet, ShownLine, WorkRequest } from '@/api/client'
import { useSets } from '@/desk/useSets'
import { rowsOfStrokes } from '@/shared/boards'
import ColumnWork from '@/shared/ColumnWork.vue'
import { standing } from '@/shared/pictures'
import type { EditsInHand } from './useEdits'

/** Comes with what stands around. */
const LinePicture = defineAsyncComponent(async () => (await import('./around')).LinePicture)
/** Not before a line is opened. */
const LineTools = defineAsyncComponent(() => import('./LineTools.vue'))

/**
 * A calculation in columns on the sheet: each stroke's reason in the margin at the height of what it writes, the picture
 * under it. A reason that is pointed at shows its stroke; a stroke that decides has its question before the reason.
 */
const props = defineProps<{
  board: ShownBoard
  strokes: number
  lines: ShownLine[]
  edits: EditsInHand
  facets: ShownFacet[]
  pictures: PicturesOfLine[]
  copyBody: WorkRequest
}>()
const emit = defineEmits<{ told: [text: string] }>()

const sets = useSets()
const looked = ref<number | null>(null)
/** The line of the working whose tools are open. */
const opened = ref<number | null>(null)
const blanking = ref(false)
const lineOf = (at: number) => props.board.strokes[at]?.line ?? null
const partly = computed(() => props.strokes < props.board.strokes.length)
const upTo = computed(() => (looked.value === null ? props.strokes : looked.value + 1))
/** Work that goes down the page has its reasons at their heights; where the strokes come back to the same rows they run
 * on from the top. */
const goesDown = computed(() => props.board.kind === 'product' || props.board.kind === 'quotient')
const rows = computed(() => (goesDown.value ? rowsOfStrokes(props.board) : []))
interface Reason {
  at: number
  own: string
  note: string
  hidden: boolean
  html: string
  asks: boolean
}
/** Strokes in one row whose reasons ask nothing run on in one paragraph; a decision stands by itself. */
const reasons = computed(() => {
  const found: { row: number; decides: boolean; of: Reason[] }[] = []
  props.board.strokes.slice(0, props.strokes).forEach((stroke, at) => {
    const first = stroke.line !== null && props.board.strokes.findIndex((s) => s.line === stroke.line) === at
    const edit: Partial<LineEdit> = stroke.line === null ? {} : props.edits.of(stroke.line)
    const own = first ? (edit.reason ?? '') : ''
    if (!stroke.reason && !own) return
    const asks = stroke.line !== null && props.lines[stroke.line]?.question === true
    const note = first ? (edit.note ?? '') : ''
    const reason = { at, own, note, hidden: edit.hidden ?? false, html: stroke.reason_html, asks }
    const before = found.at(-1)
    const row = rows.value[at] ?? 0
    const decides = stroke.question !== ''
    if (before && !decides && !before.decides && before.row === row) before.of.push(reason)
    else found.push({ row, decides, of: [reason] })
  })
  return found
})
const shownLines = computed(() => new Set(props.board.strokes.slice(0, props.strokes).map((s) => s.line)))
const standingHere = (of: PicturesOfLine) => standing(of, props.edits.edits.value.pictures?.[of.line], sets.inHand?.pictures ?? [])
const within = computed(() => props.pictures.filter((p) => p.pictures.length && (p.line === 0 || shownLines.value.has(p.line))))
/** One picture at a time: of the stroke pointed at, else as chosen, else of the newest stroke that has one. */
const turned = ref<number | null>(null)
const drawn = computed(() => {
  const pointed = looked.value === null ? null : lineOf(looked.value)
  const of = (line: number | null) => within.value.find((p) => p.line === line && standingHere(p))
  const newest = () => within.value.filter(standingHere).at(-1) ?? within.value[0]
  return of(pointed) ?? within.value.find((p) => p.line === turned.value) ?? newest()
})
const place = computed(() => (drawn.value ? within.value.indexOf(drawn.value) : -1))
const turnTo = (by: number) => (turned.value = within.value.at((place.value + by) % within.value.length)?.line ?? null)

const margin = useTemplateRef('margin')
const table = useTemplateRef('table')
const items = useTemplateRef<HTMLElement[]>('items')
const tops = ref<number[]>([])
const height = ref(0)

/** Each reason at the height of its row, below the one before it. */
function settle() {
  const list = margin.value
  const board = table.value
  if (!list || !board) return
  const origin = board.getBoundingClientRect().top
  let free = 0
  tops.value = [...list.children].map((element, index) => {
    const row = board.querySelector(`[data-row="${reasons.value[index]?.row ?? 0}"]`)
    const wanted = row ? row.getBoundingClientRect().top - origin : 0
    const top = Math.max(wanted, free)
    free = top + (element as HTMLElement).offsetHeight + 6
    return top
  })
  height.value = Math.max(free, board.offsetHeight)
}
useResizeObserver(margin, settle)
useResizeObserver(items, settle)
useResizeObserver(table, settle)
watch(reasons, () => void nextTick(settle))
</script>

<template>
  <li class="line stacked" :data-board="board.kind">
    <ol ref="margin" class="reason strokes" :style="{ minHeight: `${height}px` }">
      <li v-for="(group, index) in reasons" ref="items" :key="group.of[0]!.at" :style="{ top: `${tops[index] ?? 0}px` }">
        <template v-for="reason in group.of" :key="reason.at">
          <span
            class="stroke-reason"
            :class="{ now: partly && reason.at === strokes - 1, asks: reason.asks, tucked: reason.hidden, 'own-words': reason.own }"
            tabindex="0"
            @mouseenter="looked = reason.at"
            @mouseleave="looked = null"
            @focus="looked = reason.at"
            @blur="looked = null"
            @click="opened = lineOf(reason.at)"
            @keydown.enter.self.prevent="opened = lineOf(reason.at)"
          >
            <template v-if="reason.hidden">hidden</template>
            <template v-else-if="reason.own">{{ reason.own }}</template>
            <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
            <span v-else v-html="reason.html" />
            <span v-if="reason.note" class="note">{{ reason.note }}</span>
          </span>
          {{ ' ' }}
        </template>
      </li>
    </ol>
    <div class="on-paper">
      <div ref="table" class="paper"><ColumnWork :board="board" :strokes="upTo" :fresh="partly || looked !== null" /></div>
      <div v-if="drawn" class="board-pictures">
        <LinePicture
          :key="drawn.line"
          :of="drawn"
          :chosen="edits.edits.value.pictures?.[drawn.line]"
          @choose="edits.showPicture(drawn.line, $event)"
          @told="emit('told', $event)"
        />
        <p v-if="within.length > 1" class="picture-turns">
          <button type="button" class="quiet-button" aria-label="Picture before" @click="turnTo(-1)">‹</button>
          picture {{ place + 1 }} of {{ within.length }}
          <button type="button" class="quiet-button" aria-label="Next picture" @click="turnTo(1)">›</button>
        </p>
      </div>
    </div>
    <LineTools
      v-if="opened !== null && lines[opened]"
      v-model:blanking="blanking"
      :line="lines[opened]!"
      :index="opened"
      :edits="edits"
      :facets="facets"
      :copy-body="copyBody"
      in-columns
      @close="opened = null"
      @told="emit('told', $event)"
    />
  </li>
</template>

<style scoped>
.line.stacked {
  cursor: default;
  align-items: start;
  padding-block: 0.5rem;
}

.line.stacked .strokes.reason {
  grid-row: 1;
  list-style: none;
  position: relative;
  padding-block: 0;
  font-size: 0.88rem;
  line-height: 1.35;
}

.strokes li {
  position: absolute;
  inset-inline: 1rem 0.9rem;
}

.stroke-reason {
  cursor: pointer;
  border-radius: 3px;
}

.stroke-reason:hover,
.stroke-reason:focus,
.stroke-reason.now {
  background: var(--changed);
}

.stroke-reason.asks::before {
  content: '?';
  display: inline-grid;
  place-items: center;
  width: 1.1rem;
  height: 1.1rem;
  border: 1.5px solid var(--edge);
  border-radius: 50%;
  font-size: 0.74rem;
  font-weight: 600;
  line-height: 1;
  margin-right: 0.35rem;
}

.on-paper {
  grid-column: 2 / -1;
  min-width: 0;
  padding: 0 1rem 0.2rem 2.1rem;
  overflow-x: auto;
  overflow-y: hidden;
}

.paper {
  width: max-content;
  font-size: 1.5rem;
}

.board-pictures {
  padding-top: 0.4rem;
  position: relative;
  margin-left: -1.2rem;
}

.board-pictures :deep(.captioned) {
  flex-wrap: wrap;
}

.picture-turns {
  padding-left: 1.2rem;
  font-size: 0.84rem;
  color: var(--quiet);
}

.stroke-reason.tucked {
  color: var(--quiet);
  font-style: italic;
}

.note {
  display: block;
  border-left: 3px solid var(--changed-edge);
  padding-left: 0.5rem;
}

.own-words {
  border-bottom: 1.5px dashed var(--edge);
}

@media (--narrow) {
  .on-paper {
    grid-column: 1;
    grid-row: 1;
    padding-inline: 0;
  }

  .board-pictures {
    margin-left: 0;
  }

  .line.stacked .strokes.reason {
    min-height: 0 !important;
    grid-row: 2;
    display: grid;
    gap: 0.25rem;
  }

  .strokes li {
    position: static;
  }
}
</style>
