import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { watch } from 'vue'
import { api, type SetChange, type ShownExample, type ShownSet } from '@/api/client'
import { useSetActs } from '@/desk/useSetActs'
import { useSets } from '@/desk/useSets'

/** A server with one set, which it gives in parts, as the real one does: the first two examples, then three at once. */
const BEGINNING = 2
const PART = 3

interface Kept {
  revision: number
  step: number
  ids: string[]
}

let kept: Kept
/** What was asked for, in order. */
let asked: string[]
/** Once: instead of an answer. */
let refused: { status: number; message: string } | null

const example = (id: string) => ({ id, typed: id }) as ShownExample
const head = () => ({ id: 'set', name: 'Beds', owner: '', sample: false, revision: kept.revision, step: kept.step, undo: 'Changed it.', redo: '' })
const answered = (body: unknown) => Promise.resolve({ data: body, response: new Response() })

function fault(status: number, message: string) {
  return Promise.resolve({ error: { message }, response: new Response('', { status }) })
}

function opened(past: number): ShownSet {
  const upto = past || kept.ids.length <= PART ? past + PART : BEGINNING
  const rest = Math.max(0, kept.ids.length - upto)
  return { ...head(), examples: kept.ids.slice(past, upto).map(example), rest } as ShownSet
}

function changed(ids: string[], revision: number) {
  if (refused) {
    const { status, message } = refused
    refused = null
    return fault(status, message)
  }
  if (revision !== kept.revision) return fault(409, 'The set has moved on.')
  const before = new Set(kept.ids)
  kept = { revision: revision + 1, step: kept.step + 1, ids }
  const others = ids.filter((id) => !before.has(id))
  const rest = Math.max(0, others.length - PART)
  return answered({ ...head(), order: ids, examples: others.slice(0, PART).map(example), rest } as unknown as SetChange)
}

interface Several {
  revision: number
  act: string
  examples: string[]
  place: number
}

function get(path: string, options: { params?: { query?: { past?: number } } } = {}) {
  if (path === '/api/sets') return answered({ sets: [{ ...head(), examples: kept.ids.length }], shared: [], more: false })
  const past = options.params?.query?.past ?? 0
  asked.push(`past ${past}`)
  return answered(opened(past))
}

function post(_: string, { body }: { body: Several }) {
  const { revision, act, examples, place } = body
  asked.push(act)
  const others = kept.ids.filter((id) => !examples.includes(id))
  if (act === 'move') return changed([...others.slice(0, place), ...examples, ...others.slice(place)], revision)
  if (act === 'duplicate') return changed([...kept.ids, ...examples.map((id) => `${id}2`)], revision)
  return changed(others, revision)
}

beforeEach(() => {
  vi.restoreAllMocks()
  vi.spyOn(api, 'GET').mockImplementation(get as never)
  vi.spyOn(api, 'POST').mockImplementation(post as never)
  setActivePinia(createPinia())
  kept = { revision: 5, step: 0, ids: [...'abcdefgh'] }
  asked = []
  refused = null
})

const ids = (set: ShownSet | null) => set?.examples.map((e) => e.id).join(' ')

describe('the set in hand', () => {
  it('is there with its first examples, then with all', async () => {
    const sets = useSets()
    const seen: unknown[] = []
    watch(() => sets.inHand, (set) => seen.push([ids(set), sets.presumed?.examples]), { flush: 'sync' })
    await sets.open('set')
    await sets.whole()
    expect(seen).toEqual([['a b', 8], ['a b c d e', 8], ['a b c d e f g h', 8]])
    expect(asked).toEqual(['past 0', 'past 2', 'past 5'])
    expect(sets.coming).toBe(false)
  })

  it('is changed once all is there, also by what was done before', async () => {
    const sets = useSets()
    await sets.open('set')
    expect(await useSetActs().several('move', ['h'], { place: 0 })).toBe(true)
    expect(asked).toEqual(['past 0', 'past 2', 'past 5', 'move'])
    expect(ids(sets.inHand)).toBe('h a b c d e f g')
    expect(sets.lately?.said).toBe('Changed it.')
  })

  it('is loaded again where very much of it is new, and what waits is done after that', async () => {
    const sets = useSets()
    await sets.open('set')
    const done = [useSetActs().several('duplicate', [...'abcd']), useSetActs().several('delete', ['a', 'a2'])]
    expect(await Promise.all(done)).toEqual([true, true])
    await sets.whole()
    expect(ids(sets.inHand)).toBe('b c d e f g h b2 c2 d2')
    const again = ['past 0', 'past 2', 'past 5', 'past 8', 'past 11']
    expect(asked).toEqual(['past 0', 'past 2', 'past 5', 'duplicate', ...again, 'delete'])
    expect(sets.conflict).toBe(null)
  })

  it('stands where it stood when a move is not kept, and says why', async () => {
    const sets = useSets()
    await sets.open('set')
    await sets.whole()
    refused = { status: 422, message: 'It cannot stand there.' }
    const moving = useSetActs().several('move', ['c'], { place: 0 })
    expect(ids(sets.inHand)).toBe('c a b d e f g h')
    expect(await moving).toBe(false)
    expect(ids(sets.inHand)).toBe('a b c d e f g h')
    expect(sets.trouble).toBe('It cannot stand there.')
    expect(sets.lately).toBe(null)
  })

  it('that moved on elsewhere is shown as it is, with what was meant to be done again', async () => {
    const sets = useSets()
    await sets.open('set')
    await sets.whole()
    kept = { ...kept, revision: 9, ids: [...'hgf'] }
    const both = [useSetActs().several('delete', ['h']), useSetActs().several('delete', ['g'])]
    expect(await Promise.all(both)).toEqual([false, false])
    expect(ids(sets.inHand)).toBe('h g f')
    expect(asked.filter((a) => a === 'delete').length).toBe(1) // the second was meant for another set than there is
    expect(sets.conflict?.message).toBe('The set has moved on.')
    await sets.conflict?.again()
    expect(ids(sets.inHand)).toBe('g f')
    expect(sets.conflict).toBe(null)
  })
})
