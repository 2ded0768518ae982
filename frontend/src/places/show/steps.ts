import type { LessonItem, LessonLine } from '@/api/client'

/** One thing that comes onto the projector at a press. */
export type Step =
  | { kind: 'problem' }
  | { kind: 'turn' }
  | { kind: 'estimate' }
  | { kind: 'ask'; question: string; at: number }
  | { kind: 'line'; line: LessonLine; at: number }
  | { kind: 'found' }

/** The steps of an item in their order; with the estimate first, where there is one and it is wished. */
export function stepsOf(of: LessonItem, estimate: boolean): Step[] {
  const all: Step[] = [{ kind: 'problem' }]
  if (estimate && of.estimates.length && !of.find) all.push({ kind: 'estimate' })
  if (of.turn) all.push({ kind: 'turn' })
  of.lines.forEach((line, at) => {
    if (of.find) {
      if (!line.only_asks) all.push({ kind: 'line', line, at })
      return
    }
    const before = of.lines[at - 1]
    // A line that only asks is the question of the line after it; two stops for one thing would be one too many.
    if (line.question && !(before?.only_asks && before.question === line.question))
      all.push({ kind: 'ask', question: line.question, at })
    all.push({ kind: 'line', line, at })
  })
  if (of.find) all.push({ kind: 'found' })
  return all
}

/** Where a step stands among others: the first of its kind, and of its line where it has one; 0 where it is not there. */
export function placeOf(step: Step | undefined, among: readonly Step[]): number {
  const lineOf = (s: Step) => ('at' in s ? s.at : null)
  const at = step ? among.findIndex((s) => s.kind === step.kind && lineOf(s) === lineOf(step)) : 0
  return Math.max(at, 0)
}
