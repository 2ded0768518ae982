import { describe, expect, it } from 'vitest'
import type { SetChange, ShownExample, ShownSet } from '../src/api/client'
import { countOf, inLine, summaryOf, withChange, withMoved, withPart } from '../src/desk/setChange'

const example = (id: string, typed = id) => ({ id, typed }) as ShownExample
const head = { id: 'set', name: 'Beds', owner: '', sample: false, revision: 5, changed_at: '2026-11-26T10:00:00Z' }
const set = { ...head, examples: [example('a'), example('b'), example('c')], rest: 0 } as ShownSet
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

describe('examples moved before the server has answered', () => {
  const ids = (shown: ShownSet) => shown.examples.map((e) => e.id).join('')

  it.each([
    [['a'], 1, 'bac'],
    [['c'], 0, 'cab'],
    [['a', 'b'], 1, 'cab'],
    [['c', 'a'], 9, 'bac'],
  ])('%s behind %i of the others', (moved, place, order) => {
    expect(ids(withMoved(set, moved, place))).toBe(order)
    expect(ids(set)).toBe('abc')
  })

  it('are shown so until it has, one on the other, and each is asked on what the one before left', async () => {
    const line = inLine(set)
    const asked: number[] = []
    const steps = [(s: ShownSet) => withMoved(s, ['a'], 1), (s: ShownSet) => withMoved(s, ['a'], 2)]
    line.foreseen.push(...steps)
    expect(ids(line.asForeseen())).toBe('bca')
    const answers = steps.map((step, at) =>
      line.inTurn(async () => {
        asked.push(line.set.revision)
        await Promise.resolve()
        line.set = { ...step(line.set), revision: line.set.revision + 1 }
        line.foreseen = line.foreseen.filter((f) => f !== step)
        expect(ids(line.asForeseen())).toBe('bca')
        return at
      }),
    )
    expect(await Promise.all(answers)).toEqual([0, 1])
    expect(asked).toEqual([5, 6])
    expect(ids(line.set)).toBe('bca')
  })

  it('stand where they stood when the change comes to nothing, and the next one is made all the same', async () => {
    const line = inLine(set)
    await expect(line.inTurn(() => Promise.reject(new Error('no answer')))).rejects.toThrow('no answer')
    expect(ids(line.asForeseen())).toBe('abc')
    expect(await line.inTurn(() => Promise.resolve('made'))).toBe('made')
  })
})

describe('a long set', () => {
  const begun = { ...set, rest: 2 }
  const part = { ...set, examples: [example('d')], rest: 1 }

  it('grows by its parts, and counts what is on its way', () => {
    const now = withPart(begun, part)
    expect(now?.examples.map((e) => e.id).join('')).toBe('abcd')
    expect([countOf(begun), countOf(now), countOf(null)]).toEqual([5, 5, 0])
  })

  it('is begun anew where it has become another meanwhile', () => {
    expect(withPart(begun, { ...part, revision: 6 })).toBeNull()
  })
})
