import { describe, expect, it } from 'vitest'
import type { SetChange, ShownExample, ShownSet } from '../src/api/client'
import { summaryOf, withChange } from '../src/desk/setChange'

const example = (id: string, typed = id) => ({ id, typed }) as ShownExample
const head = { id: 'set', name: 'Beds', owner: '', sample: false, revision: 5, changed_at: '2026-11-26T10:00:00Z' }
const set = { ...head, examples: [example('a'), example('b'), example('c')] } as ShownSet
const after = (change: Partial<SetChange>) =>
  withChange(set, { ...head, revision: 6, order: null, examples: [], ...change } as SetChange)

describe('a set after a change', () => {
  it('keeps what the change did not touch, and the order', () => {
    const now = after({ name: 'Paths', examples: [example('b', '1/2 + 1/3')] })
    expect(now.name).toBe('Paths')
    expect(now.revision).toBe(6)
    expect(now.examples.map((e) => e.typed)).toEqual(['a', '1/2 + 1/3', 'c'])
    expect(now.examples[0]).toBe(set.examples[0])
  })

  it('takes what is new and leaves out what is gone, in the order that is told', () => {
    const now = after({ order: ['d', 'c', 'a'], examples: [example('d')] })
    expect(now.examples.map((e) => e.id)).toEqual(['d', 'c', 'a'])
  })

  it('can come to nothing, and does not change the set that it came from', () => {
    expect(after({ order: [] }).examples).toEqual([])
    expect(set.examples.map((e) => e.id)).toEqual(['a', 'b', 'c'])
  })

  it('is counted in the list', () => {
    expect(summaryOf(after({ order: ['a'] }))).toEqual({
      id: 'set', name: 'Beds', revision: 6, changed_at: head.changed_at, sample: false, examples: 1,
    })
  })
})
