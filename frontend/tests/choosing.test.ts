import { describe, expect, test } from 'vitest'
import type { ShownFacet } from '@/api/client'
import { ORGANISERS, organiserAfter } from '@/desk/organisers'
import { runsOf } from '@/places/line-up/runs'
import { fadingName, roleName } from '@/places/line-up/tasks'
import { moved } from '@/places/line-up/useOrder'
import { choiceAfter, mainFacet } from '@/places/work/facets'

function facet(id: string, choices: [id: string, state: 'in force' | 'open' | 'refused'][], matters = true): ShownFacet {
  return {
    id,
    matters,
    choices: choices.map(([id, state]) => ({ id, in_force: state === 'in force', refused: state === 'refused' ? 'No.' : null })),
  } as ShownFacet
}

describe('ways of working', () => {
  const three = facet('adding', [['a', 'open'], ['b', 'in force'], ['c', 'refused'], ['d', 'open']])

  test('stepping on passes over what is refused and comes back to where it began', () => {
    expect(choiceAfter(three, 1)?.id).toBe('d')
    expect(choiceAfter(three, -1)?.id).toBe('a')
    expect(choiceAfter(facet('adding', [['a', 'open'], ['d', 'in force']]), 1)?.id).toBe('a')
    expect(choiceAfter(facet('adding', [['a', 'refused']]), 1)).toBeUndefined()
  })

  test('the tabs are of a facet that matters here, the weightiest', () => {
    expect(mainFacet([facet('simplifying', []), three, facet('subtracting', [], false)])?.id).toBe('adding')
    expect(mainFacet([facet('decisions', [])])?.id).toBe('decisions')
    expect(mainFacet([facet('adding', [], false)])).toBeNull()
  })

  test('a key steps through every layout', () => {
    const seen = ORGANISERS.map(({ id }) => organiserAfter(id))
    expect(new Set(seen)).toEqual(new Set(ORGANISERS.map(({ id }) => id)))
    expect(seen.every((id, at) => id !== ORGANISERS[at]?.id)).toBe(true)
  })
})

describe('a set', () => {
  test('moving one keeps the others in their order', () => {
    const order = ['a', 'b', 'c', 'd']
    expect(moved(order, 0, 2)).toEqual(['b', 'c', 'a', 'd'])
    expect(moved(order, 3, 0)).toEqual(['d', 'a', 'b', 'c'])
    for (let from = 0; from < 4; from++)
      for (let to = 0; to < 4; to++) {
        const after = moved(order, from, to)
        expect(after[to]).toBe(order[from])
        expect(after.filter((x) => x !== order[from])).toEqual(order.filter((x) => x !== order[from]))
      }
  })

  test('numbers that follow each other are drawn together', () => {
    expect(runsOf([7, 1, 3, 2, 4])).toBe('1–4, 7')
    expect(runsOf([1, 2, 5])).toBe('1, 2, 5')
    expect(runsOf([])).toBe('')
  })

  test('what an item is and how much of it is worked', () => {
    expect(roleName('find')).toBe('find the mistake')
    expect(roleName('rung')).toBe('')
    expect(fadingName({ kind: 'partly', lines: 2, side: 'end', what: 'line' })).toBe('partly worked, 2 from the end')
    expect(fadingName({ kind: 'worked', lines: 2, side: 'end', what: 'line' })).toBe('')
  })
})
