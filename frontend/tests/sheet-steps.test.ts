import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import { createApp, nextTick } from 'vue'
import type { Edits } from '@/api/client'
import { useSheetSteps, whatChanged, type SheetState } from '@/places/work/useSheetSteps'

const NONE: Edits = { lines: [], turns: [], pictures: {} }
const line = (number: number, part: object): Edits => ({
  ...NONE,
  lines: [{ line: number, hidden: false, blanks: [], reason: null, note: null, ...part }],
})
const state = (text: string, edits = NONE, school = {}): SheetState => ({ text, school, edits })

/** The composable inside of an application, as storage and stores need one. */
function steps(applied: SheetState[] = []) {
  const app = createApp({ render: () => null })
  const pinia = createPinia()
  app.use(pinia)
  setActivePinia(pinia)
  return app.runWithContext(() =>
    useSheetSteps((to) => {
      applied.push(to)
      return Promise.resolve()
    }),
  )
}

describe('what was done between two states of the sheet', () => {
  const cases: [string, SheetState, SheetState][] = [
    ['Worked 1/2 + 1/4.', state(''), state('1/2 + 1/4')],
    ['', state('1/2'), state('1/2')],
    ['Hid line 3.', state('1/2'), state('1/2', line(3, { hidden: true }))],
    ['Showed line 3 again.', state('1/2', line(3, { hidden: true })), state('1/2')],
    ['Reworded line 2.', state('1/2'), state('1/2', line(2, { reason: 'Because.' }))],
    ['Changed the note at line 2.', state('1/2'), state('1/2', line(2, { note: 'Ask.' }))],
    ['Changed what is blank in line 2.', state('1/2'), state('1/2', line(2, { blanks: [1] }))],
    ['Another picture at line 2.', state('1/2'), state('1/2', { ...NONE, pictures: { 2: 'discs' } })],
    ['Another way from line 2 on.', state('1/2'), state('1/2', { ...NONE, turns: [{ line: 2, school: { adding: 'x' } }] })],
    ['Chose another way of working.', state('1/2'), state('1/2', NONE, { adding: 'x' })],
  ]
  test.each(cases)('%s', (said, before, after) => expect(whatChanged(before, after, '1/2 + 1/4')).toBe(said))
})

describe('steps on the sheet', () => {
  beforeEach(() => {
    vi.useFakeTimers({ now: 0 })
  })

  const worked = async (now: ReturnType<typeof steps>, states: SheetState[]) => {
    for (const to of states) {
      vi.advanceTimersByTime(5000)
      now.note(to, to.text)
      await nextTick()
    }
  }
  const MADE = [state('1/2'), state('1/2', line(2, { hidden: true })), state('1/3'), state('1/3', NONE, { adding: 'x' })]

  test('all the way back and forth, each state as it was', async () => {
    const applied: SheetState[] = []
    const sheet = steps(applied)
    await worked(sheet, MADE)
    expect(sheet.undoes.value).toBe('Chose another way of working.')
    for (let left = MADE.length; left > 0; left--) await sheet.undo()
    expect(applied).toEqual([...MADE.slice(0, -1).reverse(), state('')])
    expect([sheet.undoes.value, sheet.redoes.value]).toEqual(['', 'Worked 1/2.'])
    applied.length = 0
    for (let left = MADE.length; left > 0; left--) await sheet.redo()
    expect(applied).toEqual(MADE)
    await sheet.go(1)
    expect(applied.at(-1)).toEqual(MADE[0])
  })

  test('a new change forgets what was undone', async () => {
    const sheet = steps()
    await worked(sheet, MADE)
    await sheet.go(2)
    await worked(sheet, [state('1/5')])
    expect([sheet.listed.value.map((s) => s.said), sheet.redoes.value]).toEqual([['Worked 1/2.', 'Hid line 2.', 'Worked 1/5.'], ''])
  })

  test('typing on in one line is one step', async () => {
    const sheet = steps()
    await worked(sheet, [state('1/2')])
    for (const reason of ['B', 'Be', 'Bec']) {
      vi.advanceTimersByTime(300)
      sheet.note(state('1/2', line(2, { reason })), '1/2')
    }
    expect(sheet.listed.value.map((s) => s.said)).toEqual(['Worked 1/2.', 'Reworded line 2.'])
    await sheet.undo()
    expect(sheet.now.value).toEqual(state('1/2'))
  })
})
