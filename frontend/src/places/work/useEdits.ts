import { computed, ref } from 'vue'
import type { Edits, LineEdit } from '@/api/client'

const NONE: Edits = { lines: [], turns: [], pictures: {} }

/**
 * What the teacher changes in a working: lines hidden, numbers blanked, reasons in own words, notes, pictures, and the
 * school from some line on. Nothing of the working itself is lost: every change can be taken back.
 */
export function useEdits() {
  const edits = ref<Edits>(NONE)
  const any = computed(
    () =>
      (edits.value.lines?.length ?? 0) + (edits.value.turns?.length ?? 0) + Object.keys(edits.value.pictures ?? {}).length >
      0,
  )

  function of(line: number): LineEdit {
    return edits.value.lines?.find((e) => e.line === line) ?? { line, hidden: false, blanks: [], reason: null, note: null }
  }

  function change(line: number, part: Partial<LineEdit>) {
    const now = { ...of(line), ...part }
    const rest = (edits.value.lines ?? []).filter((e) => e.line !== line)
    const empty = !now.hidden && !now.blanks?.length && !now.reason && !now.note
    edits.value = { ...edits.value, lines: empty ? rest : [...rest, now].sort((a, b) => a.line - b.line) }
  }

  function turn(line: number, school: Record<string, string> | null) {
    const rest = (edits.value.turns ?? []).filter((t) => t.line !== line)
    // What was changed in the lines below belongs to lines that are not there any more.
    const above = (edits.value.lines ?? []).filter((e) => e.line < line)
    edits.value = { ...edits.value, lines: above, turns: school ? [...rest, { line, school }] : rest }
  }

  function showPicture(line: number, kind: string) {
    edits.value = { ...edits.value, pictures: { ...edits.value.pictures, [line]: kind } }
  }

  function hold(now: Edits | undefined) {
    edits.value = { ...NONE, ...now }
  }

  return { edits, any, of, change, turn, showPicture, hold }
}

/** Whether two edits say the same, whatever the order of their keys. */
export function sameEdits(a: Edits, b: Edits): boolean {
  return written(a) === written(b)
}

function written(edits: Edits): string {
  const sorted = (of: Record<string, unknown>) => Object.entries(of).sort(([x], [y]) => (x < y ? -1 : 1))
  return JSON.stringify([
    (edits.lines ?? []).map(sorted),
    (edits.turns ?? []).map((t) => [t.line, sorted(t.school)]),
    sorted(edits.pictures ?? {}),
  ])
}

export type EditsInHand = ReturnType<typeof useEdits>
