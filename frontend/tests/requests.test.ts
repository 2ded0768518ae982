import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import { ApiFault, NO_ANSWER, type Answer } from '@/api/client'
import { useNotice } from '@/desk/useNotice'
import { useRequest } from '@/desk/useRequest'

let scope: EffectScope
beforeEach(() => {
  vi.useFakeTimers()
  setActivePinia(createPinia())
  scope = effectScope()
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
})
function using(manner?: Parameters<typeof useRequest>[0]) {
  const request = scope.run(() => useRequest(manner))
  if (!request) throw new Error('The scope has ended.')
  return request
}
const answers = <T>(data: T): Answer<T> => Promise.resolve({ data, response: new Response() })
const refuses = (status: number, message: string): Answer<never> =>
  Promise.resolve({ error: { message }, response: new Response(null, { status }) })
const lost = (): Answer<never> => Promise.reject(new TypeError('lost'))
/** A request that is answered by hand, or ends when it is aborted. */
function held(signal: AbortSignal) {
  let answer!: (data: string) => void
  const request = new Promise<{ data: string; response: Response }>((resolve, reject) => {
    answer = (data) => resolve({ data, response: new Response() })
    signal.addEventListener('abort', () => reject(new DOMException('aborted', 'AbortError')))
  })
  return { request, answer }
}

describe('a request', () => {
  test('the newest wins and what was asked before is aborted without a word', async () => {
    const { ask, fault } = using()
    const first = ask((signal) => held(signal).request)
    expect(await ask(() => answers('second'))).toBe('second')
    expect(await first).toBeNull()
    expect(fault.value).toBeNull()
    expect(useNotice().said).toBe('')
  })

  test('ends with its scope', async () => {
    const { ask } = using()
    const asked = ask((signal) => held(signal).request)
    scope.stop()
    expect(await asked).toBeNull()
  })

  test('one that only reads is asked again while no answer comes', async () => {
    const { ask } = using()
    const request = vi.fn(lost).mockImplementationOnce(lost).mockImplementationOnce(() => refuses(503, 'Busy.'))
    request.mockImplementationOnce(() => answers('there') as Answer<never>)
    const asked = ask(request)
    await vi.runAllTimersAsync()
    expect(await asked).toBe('there')
    expect(request).toHaveBeenCalledTimes(3)
  })

  test('one that writes is never asked twice', async () => {
    const { ask, fault } = using({ reads: false })
    const request = vi.fn(lost)
    expect(await ask(request)).toBeNull()
    expect(request).toHaveBeenCalledOnce()
    expect(fault.value).toBeInstanceOf(ApiFault)
  })

  test('a refusal is told at once, beside what failed or by the page', async () => {
    const beside = using({ shown: true })
    await beside.ask(() => refuses(422, 'Not so.'))
    expect(beside.fault.value?.message).toBe('Not so.')
    expect(useNotice().said).toBe('')
    await using().ask(() => refuses(404, 'Gone.'))
    expect(useNotice().said).toBe('Gone.')
  })

  test('that nothing answers is not said any longer once something does', async () => {
    const { ask } = using({ reads: false })
    await ask(lost)
    expect(useNotice().said).toBe(NO_ANSWER)
    await ask(() => answers('back'))
    expect(useNotice().said).toBe('')
  })

  test('a fault of the page itself is not taken for one of the server', async () => {
    const { ask } = using()
    await expect(
      ask(() => {
        throw new RangeError('a slip')
      }),
    ).rejects.toThrow(RangeError)
  })
})
