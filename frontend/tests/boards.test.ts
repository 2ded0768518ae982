import { describe, expect, test } from 'vitest'
import type { LessonItem, LessonLine, ShownBoard, ShownLine, Worked } from '@/api/client'
import { stepsOfLines } from '@/places/work/checklist'
import { inPanels } from '@/places/work/panels'
import { isCrowded, placeOf, stepsOf } from '@/places/show/steps'
import { blocksOf, gridOf, heard, heardPart, heightsOf, rowsOfStrokes, sizeInLetters, stepsIn, uncovered } from '@/shared/boards'

type Stroke = ShownBoard['strokes'][number]
const at = (row: number, column: number, text: string, slot: '' | 'top' | 'bottom' = '') => ({ row, column, slot, text, hand: 'figure' as const })
const stroke = (part: Partial<Stroke>): Stroke => ({ writes: [], strikes: [], rules: [], reason: '', reason_html: '', question: '', line: null, ...part })

/** 61 − 27, from line 1 to line 1 of its working. */
const board = {
  kind: 'columns', rows: 4, columns: 4, small: [0], amounts: [1, 3], label: '', label_first: false, first: 1, last: 1,
  strokes: [
    stroke({ writes: [at(1, 2, '6'), at(1, 3, '1'), at(2, 2, '2'), at(2, 3, '7')], rules: [{ row: 2, first: 1, last: 3, side: 'below' }] }),
    stroke({ strikes: [{ row: 1, column: 2, slot: '' }, { row: 1, column: 3, slot: '' }], writes: [at(1, 2, '5'), at(1, 3, '11')], reason: 'regroup', question: 'Enough?', line: 1 }),
    stroke({ writes: [at(3, 3, '4')], reason: 'ones', line: 1 }),
    stroke({ writes: [at(3, 2, '3')], reason: 'tens', line: 1 }),
  ],
} satisfies ShownBoard

describe('what is uncovered', () => {
  test('a board stands in place of its lines, in columns only', () => {
    expect(blocksOf(3, [board], true).map((b) => (b.kind === 'line' ? b.at : 'board'))).toEqual([0, 'board', 2])
    expect(blocksOf(3, [board], false).map((b) => b.kind)).toEqual(['line', 'line', 'line'])
  })

  test('it comes stroke by stroke, and what follows it after its last', () => {
    const blocks = blocksOf(3, [board], true)
    expect(stepsIn(blocks)).toBe(6)
    expect(uncovered(blocks, 1).map((u) => u.strokes)).toEqual([1])
    expect(uncovered(blocks, 3).map((u) => u.strokes)).toEqual([1, 2])
    expect(uncovered(blocks, 6).map((u) => u.strokes)).toEqual([1, 4, 1])
    expect(uncovered(blocks, null).map((u) => u.strokes)).toEqual([1, 4, 1])
  })

  test('nothing of a later stroke is in the grid; what is struck keeps the new figure above', () => {
    const first = gridOf(board, 1)
    expect(first.flat().flatMap((cell) => cell.figure.map((f) => f.text))).toEqual(['6', '1', '2', '7'])
    const second = gridOf(board, 2)
    expect(second[1]?.[2]?.figure.map((f) => [f.text, f.struck])).toEqual([['6', true], ['5', false]])
    expect(second[3]?.every((cell) => cell.figure.length === 0)).toBe(true)
    expect(second[2]?.map((cell) => cell.rules)).toEqual([[], ['below'], ['below'], ['below']])
  })

  test('what is struck is heard as struck, a carry as a carry, a fraction as one', () => {
    const done = gridOf(board, 4)
    expect(done[1]?.map((cell) => heard(cell.figure))).toEqual(['', '', '6 struck, 5', '1 struck, 11'])
    const mark = (text: string, hand: 'figure' | 'carry' | 'times' = 'figure') => ({ text, hand, stroke: 0, struck: false })
    expect(heard([mark('1', 'carry')])).toBe('1 carried')
    const cell = { figure: [], point: [], before: [], rules: [], top: [{ ...mark('3'), struck: true }, mark('15')], bottom: [mark('12')] }
    expect(heardPart(cell)).toBe('3 struck, 15 over 12')
    expect(heardPart({ ...cell, top: [mark('×3', 'times')], bottom: [mark('×3', 'times')] })).toBe('top times 3, bottom times 3')
  })

  test('a board of many rows is set closer where it would be too small to be read', () => {
    const tall = { ...board, kind: 'fractions' as const, rows: 8 }
    expect(sizeInLetters(tall).high).toBeGreaterThan(sizeInLetters(tall, true).high)
    const item = (of: ShownBoard, layout: 'columns' | 'lines') => ({ layout, boards: [of] }) as LessonItem
    expect(isCrowded(item(board, 'columns'))).toBe(false)
    expect(isCrowded(item(tall, 'columns'))).toBe(true)
    expect(isCrowded(item(tall, 'lines'))).toBe(false)
  })

  test('room is kept for what is struck, and a stroke has its row', () => {
    expect(heightsOf(board)).toEqual([1, 2, 1, 1])
    expect(rowsOfStrokes(board)).toEqual([1, 1, 3, 3])
  })
})

describe('a lesson in columns', () => {
  const line = (part: Partial<LessonLine>) => ({ question: '', only_asks: false, state: 'given', blanks: [], ...part }) as LessonLine
  const item = (part: Partial<LessonItem>) =>
    ({ estimates: [], turn: false, find: '', choices: [], rule: '', boards: [board], layout: 'columns', lines: [line({ at: 1 }), line({ at: 2 })], ...part }) as LessonItem

  test('comes stroke by stroke, a question before the stroke that it decides', () => {
    expect(stepsOf(item({}), false).map((s) => s.kind)).toEqual(['problem', 'stroke', 'ask', 'stroke', 'stroke', 'stroke', 'line'])
  })

  test('comes in lines where that is chosen', () => {
    expect(stepsOf(item({ layout: 'lines' }), false).map((s) => s.kind)).toEqual(['problem', 'line', 'line'])
  })

  test('a wrong working gives no reason away: its strokes come without questions', () => {
    const kinds = stepsOf(item({ find: 'Here.' }), false).map((s) => s.kind)
    expect(kinds).toEqual(['problem', 'stroke', 'stroke', 'stroke', 'stroke', 'line', 'found'])
  })

  test('a reload comes back to the same stroke', () => {
    const steps = stepsOf(item({}), false)
    steps.forEach((step, index) => expect(placeOf(step, stepsOf(item({}), false)), step.kind).toBe(index))
  })
})

describe('panels and checklist', () => {
  const line = (act: string, panel: ShownLine['panel'], part: Partial<ShownLine> = {}) =>
    ({ act, panel, side: [], question: false, reason_html: act, sign: '=', ...part }) as ShownLine
  const lines = [
    line('read', 'problem'),
    line('wholes', 'solve'),
    line('bottoms', 'common-denominator', { question: true }),
    line('rename', 'equivalents', { side: [{ kind: 'multiples', rows: [], match: 12 }, { kind: 'notation', notation: { text: '1/4 × 3/3', mathml: '' } }] }),
    line('both', 'solve'),
  ]
  const names = ['problem', 'common-denominator', 'equivalents', 'solve'] as const

  test('a line that renames gives each panel what belongs there; what comes before it is the problem still', () => {
    const held = inPanels(names.map((id) => ({ id, name: id })), lines).map((p) => p.pieces.map((piece) => (piece.kind === 'line' ? piece.at : piece.kind)))
    expect(held).toEqual([[0, 1], ['said', 'side', 'said'], ['side'], [3, 4]])
  })

  test('a step is ticked once all its lines have come', () => {
    const worked = { lines, acts: { read: 'Read' } } as unknown as Worked
    expect(stepsOfLines(worked, 2).map((s) => [s.number, s.name, s.done])).toEqual([
      [1, 'Read', true], [2, 'wholes', true], [3, 'bottoms', false], [4, 'rename', false], [5, 'both', false],
    ])
    expect(stepsOfLines(worked, 5).every((s) => s.done)).toBe(true)
  })
})
