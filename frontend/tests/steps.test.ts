import { describe, expect, test } from 'vitest'
import type { LessonItem, LessonLine } from '@/api/client'
import { placeOf, stepsOf } from '@/places/show/steps'

const line = (part: Partial<LessonLine>) => ({ question: '', only_asks: false, state: 'given', blanks: [], ...part }) as LessonLine
const item = (part: Partial<LessonItem>) => ({ estimates: [], turn: false, find: '', boards: [], layout: 'lines', choices: [], rule: '', ...part, lines: (part.lines ?? []).map((l, i) => ({ ...l, at: i + 1 })) }) as LessonItem
const kinds = (of: LessonItem, estimate = false) => stepsOf(of, estimate).map((step) => step.kind)
const estimates = [{}] as LessonItem['estimates']

describe('the steps of an item', () => {
  test('a question stands before the line that answers it', () => {
    expect(kinds(item({ lines: [line({}), line({ question: 'Which?' })] }))).toEqual(['problem', 'line', 'ask', 'line'])
  })

  test('a line that only asks takes the question of the line after it', () => {
    const lines = [line({ question: 'Enough?', only_asks: true }), line({ question: 'Enough?' })]
    expect(kinds(item({ lines }))).toEqual(['problem', 'ask', 'line', 'line'])
  })

  test('the estimate comes first only where it is wished and there is one', () => {
    expect(kinds(item({ estimates }), true)).toEqual(['problem', 'estimating', 'estimate'])
    expect(kinds(item({ estimates }), false)).toEqual(['problem'])
    expect(kinds(item({}), true)).toEqual(['problem'])
  })

  test('where a mistake is to be found nothing is asked on the way and nothing estimated', () => {
    const lines = [line({ question: 'Which?', only_asks: true }), line({ question: 'Which?' })]
    expect(kinds(item({ estimates, find: 'Here.', lines }), true)).toEqual(['problem', 'line', 'found'])
  })

  test('every line of a plain item is shown, in its order', () => {
    const lines = Array.from({ length: 7 }, (_, at) => line({ question: at % 2 ? `Question ${at}` : '' }))
    const shown = stepsOf(item({ lines }), false).flatMap((step) => (step.kind === 'line' ? [step.at] : []))
    expect(shown).toEqual([1, 2, 3, 4, 5, 6, 7])
  })
})

describe('the place of a step', () => {
  const of = item({ estimates, lines: [line({}), line({ question: 'Which?' })] })

  test('stays on its line when the estimate goes', () => {
    const before = stepsOf(of, true)
    const after = stepsOf(of, false)
    before.filter((step) => !step.kind.startsWith('estimat')).forEach((step) => expect(after[placeOf(step, after)]).toEqual(step))
  })

  test('is the problem where the step is not there any more', () => {
    expect(placeOf({ kind: 'estimate' }, stepsOf(of, false))).toBe(0)
    expect(placeOf(undefined, stepsOf(of, false))).toBe(0)
  })
})
