import { afterEach, describe, expect, it, vi } from 'vitest'
import { fetched } from '@/api/client'

const WHERE = '/api/errands/11111111-1111-4111-8111-111111111111'
const later = (where = WHERE) => new Response('{}', { status: 202, headers: { Location: where } })

afterEach(() => {
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

describe('what takes long', () => {
  it('is looked for where it will be until it is there', async () => {
    vi.useFakeTimers()
    const answers = [later(), later(), new Response('{"verdict":"wrong"}')]
    const asked = vi.fn(async () => answers.shift() as Response)
    vi.stubGlobal('fetch', asked)
    const found = fetched(later(), new AbortController().signal)
    await vi.runAllTimersAsync()
    expect(await (await found).json()).toEqual({ verdict: 'wrong' })
    expect(asked.mock.calls.map((call) => (call as unknown[])[0])).toEqual([WHERE, WHERE, WHERE])
  })

  it('is looked for no longer once it was overtaken', async () => {
    vi.useFakeTimers()
    const asked = vi.fn(async () => later())
    vi.stubGlobal('fetch', asked)
    const newest = new AbortController()
    const found = fetched(later(), newest.signal).catch((fault: unknown) => (fault as DOMException).name)
    await vi.advanceTimersByTimeAsync(150)
    newest.abort()
    await vi.runAllTimersAsync()
    expect(await found).toBe('AbortError')
    const looked = asked.mock.calls.length
    expect((asked.mock.calls as unknown[][]).at(-1)).toEqual([WHERE, { method: 'DELETE' }])
    await vi.advanceTimersByTimeAsync(5000)
    expect(asked.mock.calls.length).toBe(looked)
  })

  it('is nothing else that is accepted, such as a handout that was ordered', async () => {
    const ordered = new Response('{"state":"waiting"}', { status: 202 })
    expect(await fetched(ordered, new AbortController().signal)).toBe(ordered)
    const elsewhere = later('https://elsewhere.example/api/errands/1')
    expect(await fetched(elsewhere, new AbortController().signal)).toBe(elsewhere)
  })
})
