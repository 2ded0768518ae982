<script setup lang="ts">
import { computed } from 'vue'
import type { ShownBoard } from '@/api/client'
import BoardFigures from './BoardFigures.vue'
import { gridOf, heardPart, heightsOf, type Cell } from './boards'

/**
 * A calculation in columns as on paper, `strokes` of it done: figures under figures, struck ones with the new above them,
 * carries small above their column, zeros that only fill a place in a lighter hand. Mixed numbers, decimals, long
 * multiplication and division are all drawn here. Nothing of a later stroke stands in the page; only its room is kept,
 * with `boxes` as an empty box for each figure of it.
 */
const props = defineProps<{ board: ShownBoard; strokes?: number; fresh?: boolean; boxes?: boolean }>()

const count = computed(() => props.strokes ?? props.board.strokes.length)
const grid = computed(() => gridOf(props.board, count.value))
const whole = computed(() => (props.boxes ? gridOf(props.board, props.board.strokes.length) : null))
/** Whether a figure of a line, no carry, is still to be written there. */
function isEmpty(cell: Cell, row: number, column: number) {
  const then = whole.value?.[row]?.[column]
  const hand = then?.figure[0]?.hand ?? then?.top[0]?.hand
  const written = cell.figure.length + cell.top.length > 0
  return Boolean(then && hand) && !written && hand !== 'carry' && hand !== 'sign' && hand !== 'note' && hand !== 'times'
}
const heights = computed(() => heightsOf(props.board))
const small = computed(() => new Set(props.board.small))
const labelled = computed(() => new Set(props.board.amounts.filter((row) => grid.value[row]?.some((c) => c.figure.length || c.top.length))))
const done = computed(() => count.value >= props.board.strokes.length)

/** The stroke that is marked as the last. */
const now = computed(() => (props.fresh ? count.value - 1 : null))
const isFraction = (cell: Cell) => cell.top.length > 0 || cell.bottom.length > 0
const isBeside = (cell: Cell) => cell.top[0]?.hand === 'times'
function classesOf(cell: Cell, row: number) {
  const hand = cell.figure[0]?.hand
  return {
    'rule-below': cell.rules.includes('below'),
    'rule-left': cell.rules.includes('left'),
    'rule-above': cell.rules.includes('above'),
    sign: hand === 'sign',
    note: hand === 'note',
    equals: cell.figure[0]?.text === '=',
    'room-above': (heights.value[row] ?? 1) > 1,
    'more-room-above': (heights.value[row] ?? 1) > 2,
  }
}
</script>

<template>
  <table class="board" :class="[`board-${board.kind}`, { done }]">
    <caption class="hidden">In columns</caption>
    <tbody>
      <tr v-for="(cells, row) in grid" :key="row" :class="{ small: small.has(row) }" :data-row="row">
        <td v-if="board.label && board.label_first" class="board-label">{{ labelled.has(row) ? board.label : '' }}</td>
        <td v-for="(cell, column) in cells" :key="column" :class="classesOf(cell, row)">
          <BoardFigures v-if="cell.before.length" class="before" :class="{ carry: cell.before[0]!.hand === 'carry' }" :of="cell.before" :now="now" />
          <span v-if="isFraction(cell)" :class="isBeside(cell) ? 'times' : 'part'" role="img" :aria-label="heardPart(cell)">
            <span class="part-top"><BoardFigures :of="cell.top" :now="now" /></span>
            <span class="part-bottom"><BoardFigures :of="cell.bottom" :now="now" /></span>
          </span>
          <BoardFigures v-else-if="cell.figure.length" class="figure" :of="cell.figure" :now="now" />
          <span v-else-if="isEmpty(cell, row, column)" class="empty-figure" :class="{ tall: board.kind === 'fractions' && whole?.[row]?.[column]?.top.length }" />
          <BoardFigures v-if="cell.point.length" class="point" :of="cell.point" :now="now" />
        </td>
        <td v-if="board.label && !board.label_first" class="board-label">{{ labelled.has(row) ? board.label : '' }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.board {
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;
  line-height: 1.15;
  width: max-content;
}

.board td {
  padding: 0.16em 0;
  min-width: 0.85em;
  text-align: center;
  vertical-align: middle;
  position: relative;
  white-space: nowrap;
}

.empty-figure {
  display: inline-block;
  width: 0.75em;
  height: 1em;
  border: 1.5px solid currentcolor;
  vertical-align: middle;
}

.empty-figure.tall {
  height: 1.9em;
}

.board td:empty {
  min-width: 0.85em;
}

.board-fractions td,
.board-fractions td:empty {
  min-width: 0.6em;
}

.board-fractions td:has(.part) {
  padding-inline: 0.18em;
}

.board-columns td,
.board-columns td:empty,
.board-product td {
  min-width: 1em;
}

.board td.room-above {
  padding-top: 0.82em;
  min-width: 0.95em;
}

.board td.more-room-above {
  padding-top: 1.5em;
}

.board td.equals {
  padding-inline: 0.5em;
}

.board td.sign:not(.equals) {
  padding-inline-end: 0.3em;
}

.board td.note {
  font-size: 0.72em;
  color: var(--side-ink);
  padding-inline: 0.45em;
}

.board-trees td {
  padding-block: 0.3em;
  min-width: 1.6em;
}

/* A branch: from the middle of what hangs at its left to the middle of what hangs at its right. */
.board-trees td.rule-above {
  background: linear-gradient(currentcolor, currentcolor) top / 100% 1.5px no-repeat;
}

.board-trees td.rule-above:not(.rule-above + td.rule-above) {
  background-size: 50% 1.5px;
  background-position: right top;
}

.board-trees td.rule-above:not(:has(+ td.rule-above)) {
  background-size: 50% 1.5px;
  background-position: left top;
}

.board-ladder td {
  padding-inline: 0.3em;
}

.board-area td {
  padding-inline: 0.3em;
}

.board-places td {
  padding-inline: 0.5em;
}

.board tr.small td {
  font-size: 0.62em;
  line-height: 1;
  color: var(--side-ink);
  padding-block: 0.1em;
}

.board-places tr.small td {
  font-size: 0.72em;
  padding-block: 0.3em;
}

.rule-below {
  border-bottom: max(2px, 0.05em) solid currentColor;
}

.rule-left {
  border-left: max(2px, 0.05em) solid currentColor;
}

.board-quotient .rule-left {
  padding-left: 0.15em !important;
  border-top-left-radius: 3px;
}

.board:not(.board-trees) .rule-above .figure {
  border-top: 2px solid currentColor;
}

.part {
  display: inline-grid;
  text-align: center;
  line-height: 1.1;
  font-size: 0.82em;
  vertical-align: middle;
}

.part .part-top {
  position: relative;
  padding: 0 0.22em 0.1em;
  min-width: 1em;
}

/* Above the ground of what was just written. */
.part .part-top::after {
  content: '';
  position: absolute;
  inset: auto 0 0;
  z-index: 1;
  border-bottom: max(1.6px, 0.05em) solid currentColor;
}

.part .part-bottom {
  padding-top: 0.05em;
  border-bottom: 1.5px dotted currentColor;
  margin: 0 auto;
}

.times {
  display: inline-grid;
  font-size: 0.62em;
  line-height: 1.7;
  color: var(--side-ink);
  padding-inline: 0.25em 0;
  vertical-align: middle;
}

.before {
  display: inline-block;
  vertical-align: middle;
  padding-inline-end: 0.12em;
}

.before.carry {
  font-size: 0.6em;
  vertical-align: super;
  color: var(--side-ink);
}

.point {
  position: absolute;
  right: -0.14em;
  bottom: 0.16em;
  font-weight: 700;
  z-index: 1;
}

.board .board-label {
  text-align: left;
  padding-left: 0.4em;
  font-size: 0.8em;
}
</style>
