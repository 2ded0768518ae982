import type { LessonItem, LessonLine, ShownBoard } from '@/api/client'
import { blocksOf } from '@/shared/boards'

/** One thing that comes onto the projector at a press. `at` is the line of the working that it belongs to. */
export type Step =
  | { kind: 'problem' }
  | { kind: 'bars' }
  | { kind: 'turn' }
  | { kind: 'estimate' }
  | { kind: 'ask'; question: string; at: number; stroke?: number }
  | { kind: 'line'; line: LessonLine; at: number }
  | { kind: 'stroke'; board: ShownBoard; stroke: number; at: number }
  | { kind: 'sentence' }
  | { kind: 'found' }

/** The steps of an item in their order; with the estimate first, where there is one and it is wished. */
export function stepsOf(of: LessonItem, estimate: boolean): Step[] {
  const all: Step[] = [{ kind: 'problem' }]
  if (of.story?.bars) all.push({ kind: 'bars' })
  if (estimate && of.estimates.length && !of.find) all.push({ kind: 'estimate' })
  if (of.turn) all.push({ kind: 'turn' })
  const count = 1 + Math.max(0, ...of.lines.map((line) => line.at), ...of.boards.map((board) => board.last))
  for (const block of blocksOf(count, of.boards, of.layout === 'columns')) {
    if (block.kind === 'board') all.push(...strokesOf(block.board, of.find !== ''))
    else all.push(...lineSteps(of, block.at))
  }
  if (of.story?.sentences.length) all.push({ kind: 'sentence' })
  if (of.find) all.push({ kind: 'found' })
  return all
}

function lineSteps(of: LessonItem, at: number): Step[] {
  const index = of.lines.findIndex((line) => line.at === at)
  const line = of.lines[index]
  if (!line) return []
  if (of.find) return line.only_asks ? [] : [{ kind: 'line', line, at }]
  const before = of.lines[index - 1]
  // A line that only asks is the question of the line after it; two stops for one thing would be one too many.
  const asks = line.question && !(before?.only_asks && before.question === line.question)
  const asked: Step[] = asks ? [{ kind: 'ask', question: line.question, at }] : []
  return [...asked, { kind: 'line', line, at }]
}

function strokesOf(board: ShownBoard, finding: boolean): Step[] {
  return board.strokes.flatMap((stroke, index): Step[] => {
    const at = stroke.line ?? board.first
    const writes = stroke.writes.length + stroke.strikes.length + stroke.rules.length > 0
    if (!writes && (finding || !stroke.reason)) return []
    const asks = !finding && stroke.question && board.strokes[index - 1]?.question !== stroke.question
    const asked: Step[] = asks ? [{ kind: 'ask', question: stroke.question, at, stroke: index }] : []
    return [...asked, { kind: 'stroke', board, stroke: index, at }]
  })
}

/** Where a step stands among others: the first of its kind, and of its line and stroke where it has them; 0 where it is
 * not there. */
export function placeOf(step: Step | undefined, among: readonly Step[]): number {
  const partsOf = (s: Step) => ['at' in s ? s.at : null, 'stroke' in s ? s.stroke : null]
  const same = (a: Step, b: Step) => a.kind === b.kind && partsOf(a).every((part, i) => part === partsOf(b)[i])
  const at = step ? among.findIndex((s) => same(s, step)) : 0
  return Math.max(at, 0)
}
