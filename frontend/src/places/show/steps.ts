import type { LessonItem, LessonLine, ShownBoard } from '@/api/client'
import { blocksOf, sizeInLetters } from '@/shared/boards'

/** One thing that comes onto the projector at a press. `at` is the line of the working that it belongs to. */
export type Step =
  | { kind: 'problem' }
  | { kind: 'bars' }
  | { kind: 'turn' }
  | { kind: 'estimating' }
  | { kind: 'estimate' }
  | { kind: 'boxes' }
  | { kind: 'ask'; question: string; at: number; stroke?: number }
  | { kind: 'line'; line: LessonLine; at: number }
  | { kind: 'stroke'; board: ShownBoard; stroke: number; at: number }
  | { kind: 'sentence' }
  | { kind: 'chosen' }
  | { kind: 'found' }
  | { kind: 'rule' }

/** Left to the class: the whole line, or numbers in it. */
export const isLeft = (line: LessonLine | undefined) => line !== undefined && (line.state !== 'given' || line.blanks.length > 0)

/** The steps of an item in their order; with the estimate first, where there is one and it is wished. */
export function stepsOf(of: LessonItem, estimate: boolean): Step[] {
  const all: Step[] = [{ kind: 'problem' }]
  if (of.story?.bars) all.push({ kind: 'bars' })
  if (estimate && of.estimates.length && !of.find) all.push({ kind: 'estimating' }, { kind: 'estimate' })
  if (of.turn) all.push({ kind: 'turn' })
  const worked = workingSteps(of)
  // What is partly worked stands in boxes before the first of them is filled; a bare item has its own empty place.
  const first = of.turn || of.find ? -1 : worked.findIndex((step) => 'at' in step && isLeft(of.lines.find((line) => line.at === step.at)))
  if (first >= 0) worked.splice(first, 0, { kind: 'boxes' })
  all.push(...worked)
  if (of.story?.sentences.length) all.push({ kind: 'sentence' })
  if (of.choices.length) all.push({ kind: 'chosen' })
  if (of.find) all.push({ kind: 'found' })
  if (of.rule) all.push({ kind: 'rule' })
  return all
}

function workingSteps(of: LessonItem): Step[] {
  const count = 1 + Math.max(0, ...of.lines.map((line) => line.at), ...of.boards.map((board) => board.last))
  return blocksOf(count, of.boards, of.layout === 'columns').flatMap((block) =>
    block.kind === 'board' ? strokesOf(block.board, of.find !== '') : lineSteps(of, block.at),
  )
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

/** A part of the working as it stands on the screen: a line, one that is still a box, or a board with so many strokes. */
export type Entry =
  | { kind: 'line'; line: LessonLine; at: number; boxed: boolean }
  | { kind: 'board'; board: ShownBoard; strokes: number; boxed: boolean; at: number }

/** What stands of the working after these steps, in its order. */
export function entriesOf(of: LessonItem, shown: readonly Step[]): Entry[] {
  const found: Entry[] = []
  for (const step of shown) {
    const before = found.at(-1)
    if (step.kind === 'line') found.push({ kind: 'line', line: step.line, at: step.at, boxed: false })
    else if (step.kind !== 'stroke') continue
    else if (before?.kind === 'board' && before.board === step.board) before.strokes = step.stroke + 1
    else found.push({ kind: 'board', board: step.board, strokes: step.stroke + 1, boxed: false, at: step.board.first })
  }
  if (!shown.some((step) => step.kind === 'boxes')) return found
  const count = 1 + Math.max(0, ...of.lines.map((line) => line.at), ...of.boards.map((board) => board.last))
  return blocksOf(count, of.boards, of.layout === 'columns').flatMap((block): Entry[] => {
    if (block.kind === 'board') {
      const begun = found.find((entry) => entry.kind === 'board' && entry.board === block.board)
      const strokes = begun?.kind === 'board' ? begun.strokes : 0
      return [{ kind: 'board', board: block.board, strokes, boxed: true, at: block.board.first }]
    }
    const line = of.lines.find((l) => l.at === block.at)
    if (!line || line.only_asks) return []
    const open = found.some((entry) => entry.kind === 'line' && entry.at === block.at)
    return [{ kind: 'line', line, at: block.at, boxed: !open && isLeft(line) }]
  })
}

/** An expression with boxes in place of its changed parts, or of the numbers at these places: what they are stands
 * nowhere in it. Empty where all of it changes: then it is one box. */
export function withBoxes(mathml: string, blanks: readonly number[]): string {
  const math = new DOMParser().parseFromString(mathml, 'text/html').querySelector('math')
  if (!math) return ''
  math.removeAttribute('aria-label')
  const numbers = [...math.querySelectorAll('mn')]
  const hidden = blanks.length ? blanks.flatMap((at) => numbers[at] ?? []) : [...math.querySelectorAll('.changed')]
  if (!hidden.length) return ''
  for (const part of hidden) {
    const box = math.ownerDocument.createElementNS('http://www.w3.org/1998/Math/MathML', 'mtext')
    box.setAttribute('class', 'empty-box')
    box.textContent = '\u2003'
    part.replaceWith(box)
  }
  return math.outerHTML
}

/** Which of the lines that were shown before begins the page: a new one where they no longer fit above what is said now;
 * behind the last of them where not even that one does. */
export function pageStart(heights: readonly number[], room: number): number {
  let start = 0
  let used = 0
  heights.forEach((height, at) => {
    if (used + height > room) {
      start = at
      used = 0
    }
    used += height
  })
  return used > room ? heights.length : start
}

/** Hundredths of the window's height that a board of many rows can have; and one of very many, where all else is small. */
export const TALL = 72
export const CROWDED = 79
/** What is written can be read from the back of the room: hundredths of the height. */
export const LEAST = 5

/** Whether a board has so many rows that its figures can only be read where the problem above it is smaller. */
export function isCrowded(item: LessonItem): boolean {
  return item.layout === 'columns' && item.boards.some((board) => TALL / sizeInLetters(board).high < LEAST)
}
