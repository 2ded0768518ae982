import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { effectScope, nextTick, type EffectScope } from 'vue'
import { api, type MarkingRound, type RoundCell } from '@/api/client'
import { useRounds } from '@/desk/useRounds'
import { glyphOf, toldOf } from '@/places/mark/glyphs'
import { placeOf, useAnswers } from '@/places/mark/useAnswers'
import { today } from '@/shared/days'

const cell = (part: Partial<RoundCell>): RoundCell => ({
  pupil: 'p1', item: 0, answer: '1', lines: [], status: 'right', letters: [], open: false, ruled: false, points: 1, ...part,
}) // prettier-ignore

const round = (part: Partial<MarkingRound> = {}): MarkingRound => ({
  id: 'r1', name: 'Beds', class_id: 'c1', class_name: '5 Birch', invented: false, set_id: null, held_on: '2026-11-26',
  kept_until: '2028-01-01', revision: 1, policy: { forms: 'simplest-form', label_required: false, place_only: true },
  policy_said: '', versions: false, items: [], pupils: [], cells: [], letters: [], sentence: '', unjudged: 0, ...part,
}) // prettier-ignore

describe('what a cell shows', () => {
  const names = new Map([['A', 'Not reduced'], ['B', 'Ten pieces for one whole'], ['C', 'Only the bottom renamed']])

  test('by sign and letter', () => {
    expect(glyphOf(cell({}))).toEqual({ kind: 'right', text: '✓' })
    expect(glyphOf(cell({ status: 'wrong form', letters: ['A'] }))).toEqual({ kind: 'form', text: '✓A' })
    expect(glyphOf(cell({ status: 'wrong', letters: ['B'] }))).toEqual({ kind: 'wrong', text: 'B' })
    expect(glyphOf(cell({ status: 'wrong', letters: ['B', 'C'], open: true })).text).toBe('B/C')
    expect(glyphOf(cell({ status: 'wrong', letters: ['B', 'C'] })).text).toBe('BC')
    expect(glyphOf(cell({ status: 'wrong' })).kind).toBe('unknown')
    expect(glyphOf(cell({ status: 'unreadable' })).text).toBe('…')
    expect(glyphOf(cell({ status: 'blank' })).text).toBe('–')
    expect(glyphOf(cell({ status: '' })).kind).toBe('pending')
  })

  test('and in words', () => {
    expect(toldOf(cell({}), names)).toBe('right')
    expect(toldOf(cell({ ruled: true }), names)).toBe('right, by your ruling')
    expect(toldOf(cell({ status: 'wrong form', letters: ['A'] }), names)).toBe('right in value, not in form: Not reduced')
    expect(toldOf(cell({ status: 'wrong', letters: ['B', 'C'], open: true }), names)).toBe('wrong, open between: Ten pieces for one whole or Only the bottom renamed')
    expect(toldOf(cell({ status: 'wrong' }), names)).toBe('wrong, no known cause')
    expect(toldOf(cell({ status: '' }), names)).toBe('being looked at')
  })

  test('days are those of the reader', () => {
    expect(today()).toMatch(/^\d{4}-\d\d-\d\d$/)
    expect(today(7) < today()).toBe(true)
  })
})

describe('what is typed', () => {
  const kept = new Map<string, string>()
  let scope: EffectScope
  let answers: ReturnType<typeof useAnswers>
  let put: ReturnType<typeof vi.fn>
  const typed = (answer: string, item = 0) => ({ pupil: 'p1', item, answer, lines: [], cleared: false })
  const settled = async () => {
    for (let turn = 0; turn < 12; turn += 1) await nextTick()
  }

  beforeEach(() => {
    kept.clear()
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
      removeItem: (key: string) => void kept.delete(key),
    })
    vi.stubGlobal('window', Object.assign(new EventTarget(), { setTimeout, clearTimeout }))
    setActivePinia(createPinia())
    put = vi.fn(async (_path: string, asked: { body: { cells: RoundCell[] } }) => ({
      data: { cells: asked.body.cells.map((c) => cell({ pupil: c.pupil, item: c.item, answer: c.answer, status: 'right' })), letters: [] },
      response: new Response(null, { status: 200 }),
    }))
    vi.spyOn(api, 'PUT').mockImplementation(put as never)
    vi.spyOn(api, 'GET').mockResolvedValue({ data: { sentence: '', unjudged: 0 }, response: new Response(null, { status: 200 }) } as never)
    vi.spyOn(api, 'POST').mockResolvedValue({ data: { cells: [], letters: [] }, response: new Response(null, { status: 200 }) } as never)
    scope = effectScope()
    useRounds().inHand = round()
    answers = scope.run(useAnswers) as ReturnType<typeof useAnswers>
  })
  afterEach(() => {
    scope.stop()
    vi.restoreAllMocks()
    vi.unstubAllGlobals()
  })

  test('is shown at once and judged later', async () => {
    answers.type([typed('2 1/3')])
    expect(answers.cells.value.get(placeOf('p1', 0))?.status).toBe('')
    await settled()
    expect(answers.cells.value.get(placeOf('p1', 0))?.status).toBe('right')
    expect(answers.waiting.value.size).toBe(0)
    expect(kept.size).toBe(0)
  })

  test('waits in the browser while nobody answers, and is sent again', async () => {
    put.mockRejectedValue(new TypeError('no connection'))
    answers.type([typed('2 1/3')])
    await settled()
    expect(answers.offline.value).toBe(true)
    expect(JSON.parse(kept.get('keen-slate:typed:r1') ?? '[]')).toHaveLength(1)
    expect(answers.cells.value.get(placeOf('p1', 0))?.answer).toBe('2 1/3')
    put.mockImplementation(async () => ({ data: { cells: [cell({ answer: '2 1/3' })], letters: [] }, response: new Response(null, { status: 200 }) }))
    await answers.send()
    await settled()
    expect(answers.offline.value).toBe(false)
    expect(kept.size).toBe(0)
  })

  test('what is typed over while it is on its way is sent as well', async () => {
    let answer: (value: unknown) => void = () => {}
    put.mockImplementationOnce(() => new Promise((done) => (answer = done)))
    answers.type([typed('1')])
    answers.type([typed('2')])
    answer({ data: { cells: [cell({ answer: '1', status: 'wrong' })], letters: [] }, response: new Response(null, { status: 200 }) })
    await settled()
    expect(put).toHaveBeenCalledTimes(2)
    expect(answers.cells.value.get(placeOf('p1', 0))?.answer).toBe('2')
  })

  test('is undone and done again, many steps', async () => {
    for (const answer of ['1', '2', '3']) answers.type([typed(answer)])
    await settled()
    answers.undo()
    answers.undo()
    expect(answers.cells.value.get(placeOf('p1', 0))?.answer).toBe('1')
    answers.redo()
    expect(answers.cells.value.get(placeOf('p1', 0))?.answer).toBe('2')
    answers.undo()
    answers.undo()
    expect(answers.cells.value.get(placeOf('p1', 0))).toBeUndefined()
    await settled()
    expect(answers.undone.value).toHaveLength(0)
    expect(answers.redone.value).toHaveLength(3)
  })

  test('the same again is no step', async () => {
    answers.type([typed('1')])
    answers.type([typed('1')])
    expect(answers.undone.value).toHaveLength(1)
  })

  test('of another round nothing is left over', async () => {
    answers.type([typed('1')])
    await settled()
    useRounds().inHand = round({ id: 'r2' })
    await settled()
    expect(answers.undone.value).toHaveLength(0)
    expect(answers.cells.value.size).toBe(0)
  })
})
