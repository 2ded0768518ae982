<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { MarkingRound, RoundCell, RoundPupil, TypedCell } from '@/api/client'
import MathText from '@/shared/MathText.vue'
import { glyphOf, toldOf } from './glyphs'
import { placeOf } from './useAnswers'

/**
 * Pupils down, items across. The cell in hand is a field: what is typed there stays as it was typed. Keys that begin no
 * answer stand for whole answers while the field has not been touched.
 */
const props = defineProps<{
  round: MarkingRound
  cells: Map<string, RoundCell>
  waiting: Map<string, TypedCell>
  direction: 'down' | 'along'
}>()
const emit = defineEmits<{
  type: [cells: TypedCell[]]
  away: [pupil: string]
  rule: []
  working: []
  scheme: [item: number]
  undo: []
  redo: []
  paste: [text: string, pupil: string, item: number]
}>()
const at = defineModel<{ row: number; column: number }>('at', { required: true })

/** Letters up to which an answer stands on one line. */
const LONGEST_NUMBER = 14

const field = useTemplateRef<HTMLInputElement[]>('field')
const typed = ref('')
const touched = ref(false)
const names = computed(() => new Map(props.round.letters.map((l) => [l.letter, l.name])))

const cellAt = (row: number, column: number) => {
  const pupil = props.round.pupils[row]
  return pupil && props.cells.get(placeOf(pupil.id, column))
}
const here = computed(() => cellAt(at.value.row, at.value.column))
const pupilHere = computed(() => props.round.pupils[at.value.row])

function keyOf(row: number, column: number) {
  const item = props.round.items[column]
  const other = props.round.pupils[row]?.version === 'B' && item?.other_key
  return other || item?.key || ''
}

watch(
  () => [at.value.row, at.value.column, props.round.id, here.value?.answer],
  () => {
    if (!touched.value) typed.value = here.value?.answer ?? ''
  },
  { immediate: true },
)

function commit(answer = typed.value, blank = false) {
  const pupil = pupilHere.value
  const changed = touched.value || blank || answer !== (here.value?.answer ?? '')
  touched.value = false
  if (!pupil || !changed) return
  if (!answer.trim() && !blank) {
    if (here.value) emit('type', [{ pupil: pupil.id, item: at.value.column, answer: '', lines: [], cleared: true }])
    return
  }
  const lines = here.value?.lines ?? []
  emit('type', [{ pupil: pupil.id, item: at.value.column, answer: answer.trim(), lines, cleared: false }])
}

async function go(row: number, column: number) {
  const rows = props.round.pupils.length
  const columns = props.round.items.length
  at.value = { row: Math.max(0, Math.min(rows - 1, row)), column: Math.max(0, Math.min(columns - 1, column)) }
  typed.value = here.value?.answer ?? ''
  await nextTick()
  focus()
}

/** On to the next answer: down the column or along the row, then to the head of the next; those away are passed over. */
function onward(back = false) {
  let { row, column } = at.value
  const rows = props.round.pupils.length
  const columns = props.round.items.length
  for (let tried = 0; tried < rows * columns; tried += 1) {
    const by = back ? -1 : 1
    if (props.direction === 'down') {
      row += by
      if (row < 0 || row >= rows) {
        column += by
        row = back ? rows - 1 : 0
      }
    } else {
      column += by
      if (column < 0 || column >= columns) {
        row += by
        column = back ? columns - 1 : 0
      }
    }
    if (row < 0 || column < 0 || row >= rows || column >= columns) break
    if (!props.round.pupils[row]?.absent) return void go(row, column)
  }
  void go(at.value.row, at.value.column)
}

const SIGNS: Record<string, () => void> = {
  '=': () => whole(keyOf(at.value.row, at.value.column)),
  '"': () => whole(cellAt(at.value.row - 1, at.value.column)?.answer ?? ''),
  '/': () => whole('', true),
  '#': () => pupilHere.value && emit('away', pupilHere.value.id),
  '!': () => emit('rule'),
  '|': () => emit('working'),
}

function whole(answer: string, blank = false) {
  if (!answer && !blank) return
  commit(answer, blank)
  onward()
}

function pressed(event: KeyboardEvent) {
  const { row, column } = at.value
  const input = event.target as HTMLInputElement
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
    event.preventDefault()
    touched.value = false
    if (event.shiftKey) emit('redo')
    else emit('undo')
    return
  }
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const moves: Record<string, () => void> = {
    Enter: () => onward(event.shiftKey),
    ArrowUp: () => void go(row - 1, column),
    ArrowDown: () => void go(row + 1, column),
    Tab: () => void go(row, column + (event.shiftKey ? -1 : 1)),
  }
  const atEnd = input.selectionStart === input.value.length && input.selectionEnd === input.value.length
  const atStart = input.selectionEnd === 0
  if (!touched.value || atEnd) moves.ArrowRight = () => void go(row, column + 1)
  if (!touched.value || atStart) moves.ArrowLeft = () => void go(row, column - 1)
  const leaves = event.key === 'Tab' && (event.shiftKey ? column === 0 : column === props.round.items.length - 1)
  const move = leaves ? undefined : moves[event.key]
  if (move) {
    event.preventDefault()
    commit()
    move()
  } else if (event.key === 'Escape') {
    touched.value = false
    typed.value = here.value?.answer ?? ''
  } else if (!touched.value && (event.key === 'Delete' || event.key === 'Backspace')) {
    event.preventDefault()
    typed.value = ''
    touched.value = true
    commit('')
  } else if (!touched.value && SIGNS[event.key]) {
    event.preventDefault()
    SIGNS[event.key]?.()
  }
}

function pasted(event: ClipboardEvent) {
  const text = event.clipboardData?.getData('text') ?? ''
  if (!/[\t\n]/.test(text.trim()) || !pupilHere.value) return
  event.preventDefault()
  emit('paste', text, pupilHere.value.id, at.value.column)
}

function focus() {
  const input = field.value?.[0]
  input?.focus()
  input?.select()
  input?.closest('td')?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
}

/** Marks by pupil. */
const totals = computed(() => {
  const found = new Map<string, number>()
  for (const cell of props.round.cells) found.set(cell.pupil, (found.get(cell.pupil) ?? 0) + cell.points)
  return found
})

const rightBelow = computed(() =>
  props.round.items.map((_, column) => {
    const given = props.round.cells.filter((cell) => cell.item === column && cell.status)
    return { right: given.filter((cell) => cell.status === 'right').length, of: given.length }
  }),
)
const allMarks = computed(() => props.round.items.reduce((sum, item) => sum + item.total, 0))

function spoken(pupil: RoundPupil, row: number, column: number) {
  const cell = cellAt(row, column)
  const told = pupil.absent ? 'away' : cell ? `${cell.answer || 'blank'}, ${toldOf(cell, names.value)}` : 'nothing yet'
  return `${pupil.code}, item ${column + 1}: ${told}`
}

defineExpose({ focus, commit })
</script>

<template>
  <div class="grid-wrap">
    <table class="grid" @paste="pasted">
      <thead>
        <tr>
          <th scope="col" class="corner">{{ round.class_name }}</th>
          <th v-for="(item, column) in round.items" :key="column" scope="col" :class="{ 'here-column': column === at.column }">
            <button type="button" class="item-head" :title="`Item ${column + 1}: its marks`" @click="emit('scheme', column)">
              <span class="number">{{ column + 1 }}</span>
              <span v-if="item.blocks.length" class="told">a story</span>
              <MathText v-else :of="item.problem" />
              <span v-if="item.asked" class="quiet asked">{{ item.asked }}</span>
            </button>
          </th>
          <th scope="col" class="sum">of {{ allMarks }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(pupil, row) in round.pupils" :key="pupil.id" :class="{ away: pupil.absent }">
          <th scope="row">
            {{ pupil.code }}<span v-if="round.versions" class="version" :title="`version ${pupil.version}`">{{ pupil.version }}</span>
          </th>
          <td
            v-for="(_, column) in round.items"
            :key="column"
            :class="{ here: row === at.row && column === at.column }"
            :data-status="pupil.absent ? 'absent' : (cellAt(row, column)?.status ?? 'none')"
            @click="go(row, column)"
          >
            <input
              v-if="row === at.row && column === at.column"
              ref="field"
              v-model="typed"
              class="field"
              maxlength="300"
              autocomplete="off"
              autocapitalize="off"
              spellcheck="false"
              :aria-label="spoken(pupil, row, column)"
              @input="touched = true"
              @keydown="pressed"
              @blur="commit()"
            />
            <span v-else-if="pupil.absent" class="answer quiet">{{ column === 0 ? 'away' : '' }}</span>
            <span v-else class="answer" :class="{ told: (cellAt(row, column)?.answer.length ?? 0) > LONGEST_NUMBER }">{{ cellAt(row, column)?.answer }}</span>
            <span
              v-if="!pupil.absent && cellAt(row, column)"
              class="mark"
              :class="glyphOf(cellAt(row, column)!).kind"
              :title="toldOf(cellAt(row, column)!, names)"
            >{{ glyphOf(cellAt(row, column)!).text }}<span v-if="cellAt(row, column)!.ruled" class="ruled" title="your ruling" /></span>
          </td>
          <td class="sum">{{ pupil.absent ? '' : (totals.get(pupil.id) ?? 0) }}</td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <th scope="row">right</th>
          <td v-for="(count, column) in rightBelow" :key="column">{{ count.of ? `${count.right} of ${count.of}` : '' }}</td>
          <td class="sum" />
        </tr>
      </tfoot>
    </table>
  </div>
</template>

<style scoped>
.grid-wrap {
  overflow: auto;
  max-height: calc(100vh - 13.5rem);
  border: 1px solid var(--rule);
  background: var(--sheet);
}

.grid {
  border-collapse: separate;
  border-spacing: 0;
  font-size: 0.92rem;
  min-width: 100%;
}

.grid th,
.grid td {
  border-right: 1px solid var(--rule-soft);
  border-bottom: 1px solid var(--rule-soft);
  height: 1.9rem;
  white-space: nowrap;
}

thead th {
  position: sticky;
  top: 0;
  z-index: 1;
  background: var(--paper);
  border-bottom-color: var(--edge-soft);
  font-weight: 400;
  vertical-align: bottom;
}

tbody th,
tfoot th,
.corner {
  position: sticky;
  left: 0;
  z-index: 1;
  background: var(--paper);
  text-align: left;
  font-weight: 500;
  padding: 0 0.6rem;
}

thead .corner {
  z-index: 2;
  padding-bottom: 0.3rem;
}

tfoot th,
tfoot td {
  position: sticky;
  bottom: 0;
  background: var(--paper);
  border-top: 1px solid var(--edge-soft);
  font-size: 0.84rem;
  text-align: center;
  font-weight: 400;
}

.item-head {
  display: grid;
  justify-items: center;
  gap: 0.1rem;
  width: 100%;
  font: inherit;
  font-size: 0.86rem;
  color: inherit;
  background: none;
  border: 0;
  padding: 0.3rem 0.4rem;
  cursor: pointer;
}

.item-head:hover {
  background: var(--hovered);
}

.number {
  font-weight: 600;
}

.asked {
  font-size: 0.78rem;
}

td {
  position: relative;
  min-width: 4.4rem;
  padding: 0 0.3rem;
  cursor: cell;
}

td[data-status] {
  display: table-cell;
}

.answer {
  padding-right: 2rem;
  display: inline-block;
  vertical-align: middle;
}

/* A sentence takes several lines; a number never does. */
.answer.told {
  width: 11rem;
  overflow-wrap: break-word;
  white-space: normal;
}

.field {
  position: absolute;
  inset: 0;
  width: 100%;
  font: inherit;
  padding: 0 1.6rem 0 0.3rem;
  border: 0;
  background: var(--noted);
  color: inherit;
}

.field:focus {
  outline: 3px solid var(--focus);
  outline-offset: -3px;
}

.here-column {
  background: var(--noted);
}

.mark {
  position: absolute;
  right: 0.15rem;
  top: 50%;
  transform: translateY(-50%);
  min-width: 1.45rem;
  height: 1.35rem;
  line-height: 1.3rem;
  padding: 0 0.2rem;
  text-align: center;
  font-size: 0.84rem;
  border-radius: 2px;
  pointer-events: none;
}

.mark.right {
  color: var(--ink-green);
  font-weight: 700;
}

.mark.form {
  color: var(--ink-brown);
  border: 1px dashed var(--ink-brown);
}

.mark.wrong {
  background: repeating-linear-gradient(45deg, var(--wrong-ground) 0 4px, var(--wrong-stripe) 4px 8px);
  border: 1px solid var(--wrong-edge);
  color: var(--wrong-ink);
  font-weight: 600;
}

.mark.unknown {
  border: 1px solid var(--wrong-edge);
  color: var(--wrong-ink);
}

.mark.blank,
.mark.unreadable,
.mark.pending {
  color: var(--quiet);
}

.mark.unreadable {
  border: 1px dotted var(--quiet);
}

.ruled {
  position: absolute;
  right: -1px;
  top: -1px;
  border-style: solid;
  border-width: 0 0.42rem 0.42rem 0;
  border-color: transparent var(--blue) transparent transparent;
}

.sum {
  text-align: right;
  padding: 0 0.6rem;
  min-width: 2.4rem;
  cursor: default;
}

thead .sum {
  font-size: 0.84rem;
  padding-bottom: 0.3rem;
}

.version {
  margin-left: 0.4rem;
  font-size: 0.76rem;
  border: 1px solid var(--edge-soft);
  border-radius: 2px;
  padding: 0 0.25rem;
}

.away td {
  background: repeating-linear-gradient(45deg, transparent 0 7px, var(--rule-soft) 7px 8px);
}
</style>
