import { describe, expect, test } from 'vitest'
import { nextTick, ref } from 'vue'
import type { ShownExample, ShownFacet } from '@/api/client'
import { ORGANISERS, organiserAfter } from '@/desk/organisers'
import { runsOf } from '@/places/line-up/runs'
import { fadingName, roleName } from '@/places/line-up/tasks'
import { useChosen } from '@/places/line-up/useChosen'
import { placeFor } from '@/places/line-up/useOrder'
import { useRows } from '@/places/line-up/useRows'
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
  test('one or several that are dropped come to stand where they were dropped', () => {
    const order = ['a', 'b', 'c', 'd']
    const put = (ids: string[], onto: string) => {
      const rest = order.filter((id) => !ids.includes(id))
      const place = placeFor(order, ids, onto)
      return [...rest.slice(0, place), ...ids, ...rest.slice(place)]
    }
    for (const from of order)
      for (const onto of order.filter((id) => id !== from)) expect(put([from], onto).indexOf(from)).toBe(order.indexOf(onto))
    expect(put(['a', 'b'], 'd')).toEqual(['c', 'd', 'a', 'b'])
    expect(put(['c', 'd'], 'a')).toEqual(['c', 'd', 'a', 'b'])
    expect(put(['a', 'd'], 'c')).toEqual(['b', 'c', 'a', 'd'])
  })

  test('one is chosen, one more, and all from there to another', async () => {
    const order = ref(['a', 'b', 'c', 'd', 'e'])
    const chosen = useChosen(order)
    chosen.toggle('d')
    chosen.upTo('b')
    expect(chosen.chosen.value).toEqual(['b', 'c', 'd'])
    chosen.toggle('c')
    expect(chosen.chosen.value).toEqual(['b', 'd'])
    expect([chosen.with('b'), chosen.with('a')]).toEqual([['b', 'd'], ['a']])
    order.value = ['e', 'd', 'a']
    await nextTick()
    expect(chosen.chosen.value).toEqual(['d'])
    chosen.all()
    expect(chosen.chosen.value).toEqual(['e', 'd', 'a'])
  })

  test('looked at by how hard the items are; the set stays as it is', () => {
    const item = (id: string, asks: number, lines: number, demands: string[] = []) =>
      ({ id, asks, lines, demands: demands.map((d) => ({ id: d })) }) as unknown as ShownExample
    const examples = ref([item('a', 3, 4, ['carry']), item('b', 0, 2), item('c', 3, 3), item('d', 6, 5, ['carry'])])
    const { shown, rows, inOrder } = useRows(examples)
    const ids = () => rows.value.map((e) => e.id).join('')
    shown.value.order = 'easier'
    expect(ids()).toBe('bcad')
    shown.value.order = 'harder'
    expect(ids()).toBe('dacb')
    const asking = [4, 3, -1].map((asks) => ((shown.value.asks = asks), ids()))
    expect(asking).toEqual(['d', 'ac', 'b'])
    shown.value = { demand: 'carry', asks: 0, order: 'set' }
    expect([ids(), inOrder.value.map((e) => e.id).join('')]).toEqual(['ad', 'abcd'])
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
