import { useSessionStorage } from '@vueuse/core'
import { computed } from 'vue'
import type { Edits, School } from '@/api/client'
import { useSets } from '@/desk/useSets'
import { sameEdits } from './useEdits'

/** All of the sheet that a teacher can change: the problem as worked, this sitting's choices, and the changed lines. */
export interface SheetState {
  text: string
  school: School
  edits: Edits
}

/** How the sheet came to be so; `kept` is the set and its step where it was kept then. */
interface SheetStep {
  said: string
  state: SheetState
  kept?: { set: string; step: number }
}

const MOST = 100
/** A line that is typed on is one step as long as the pauses are shorter, in milliseconds. */
const PAUSE = 1500
const EMPTY: SheetState = { text: '', school: {}, edits: { lines: [], turns: [], pictures: {} } }

/**
 * Undo and redo on the sheet, also after a reload: every problem worked, way chosen, line changed, example kept.
 *
 * @param apply brings the sheet to a state that it had
 */
export function useSheetSteps(apply: (state: SheetState) => Promise<void>) {
  const sets = useSets()
  const steps = useSessionStorage<SheetStep[]>('keen-slate:sheet-steps', [{ said: '', state: EMPTY }])
  const at = useSessionStorage('keen-slate:sheet-step', 0)
  let applying = false
  let going = Promise.resolve()
  let last = 0

  const now = computed(() => steps.value[at.value]?.state ?? EMPTY)
  const undoes = computed(() => (at.value > 0 ? (steps.value[at.value]?.said ?? '') : ''))
  const redoes = computed(() => steps.value[at.value + 1]?.said ?? '')
  const listed = computed(() =>
    steps.value.slice(1).map(({ said }, index) => ({ number: index + 1, said, done: index + 1 <= at.value })),
  )

  function push(step: SheetStep) {
    steps.value = [...steps.value.slice(0, at.value + 1), step].slice(-MOST - 1)
    at.value = steps.value.length - 1
    last = Date.now()
  }

  /** The sheet has changed to `state`; `called` names its problem in a sentence. */
  function note(state: SheetState, called: string) {
    const said = applying ? '' : whatChanged(now.value, state, called)
    if (!said) return
    const goesOn = at.value > 0 && said === undoes.value && Date.now() - last < PAUSE
    if (goesOn) at.value -= 1
    push({ said, state })
  }

  /** What is on the sheet was kept as this step of a set. */
  function noteKept(said: string, set: string, step: number) {
    push({ said, state: now.value, kept: { set, step } })
  }

  /** One after the other: a key that is pressed again waits for what it pressed before. */
  function inTurn(to: () => number) {
    going = going.then(() => go(to()))
    return going
  }

  async function go(to: number) {
    if (to < 0 || to >= steps.value.length || to === at.value) return
    applying = true
    try {
      while (at.value !== to) {
        const back = to < at.value
        const passed = steps.value[back ? at.value : at.value + 1]
        if (!passed) return
        const { kept } = passed
        const inHand = sets.inHand
        // A set that has moved on since, or is not in hand any more, is left as it is.
        if (kept && inHand?.id === kept.set && inHand.step === kept.step - (back ? 0 : 1)) await sets.goTo(kept.step - (back ? 1 : 0))
        at.value += back ? -1 : 1
      }
      await apply(now.value)
    } finally {
      applying = false
    }
  }

  const undo = () => inTurn(() => at.value - 1)
  const redo = () => inTurn(() => at.value + 1)

  return { now, undoes, redoes, listed, note, noteKept, go: (to: number) => inTurn(() => to), undo, redo }
}

/** What was done between two states of the sheet; empty where nothing was. */
export function whatChanged(before: SheetState, after: SheetState, called: string): string {
  if (before.text !== after.text) return `Worked ${called}.`
  if (!sameEdits(before.edits, after.edits)) return lineChanged(before.edits, after.edits)
  const facets = new Set([...Object.keys(before.school), ...Object.keys(after.school)])
  return [...facets].some((facet) => before.school[facet] !== after.school[facet]) ? 'Chose another way of working.' : ''
}

function lineChanged(before: Edits, after: Edits): string {
  const turns = (edits: Edits) => new Map((edits.turns ?? []).map((turn) => [turn.line, JSON.stringify(turn.school)]))
  const [turned, turns_] = [turns(before), turns(after)]
  for (const line of new Set([...turned.keys(), ...turns_.keys()]))
    if (turned.get(line) !== turns_.get(line)) return `Another way from line ${line} on.`
  for (const [line, kind] of Object.entries(after.pictures ?? {}))
    if (before.pictures?.[line] !== kind) return `Another picture at line ${line}.`
  const lines = (edits: Edits) => new Map((edits.lines ?? []).map((edit) => [edit.line, edit]))
  const [were, are] = [lines(before), lines(after)]
  const changed = [...new Set([...were.keys(), ...are.keys()])].filter(
    (line) => JSON.stringify(were.get(line)) !== JSON.stringify(are.get(line)),
  )
  const [line] = changed
  if (line === undefined || changed.length > 1) return 'Took back the changes to the lines.'
  const [was, is] = [were.get(line), are.get(line)]
  if (Boolean(was?.hidden) !== Boolean(is?.hidden)) return is?.hidden ? `Hid line ${line}.` : `Showed line ${line} again.`
  if ((was?.reason ?? '') !== (is?.reason ?? '')) return `Reworded line ${line}.`
  if ((was?.note ?? '') !== (is?.note ?? '')) return `Changed the note at line ${line}.`
  return `Changed what is blank in line ${line}.`
}
