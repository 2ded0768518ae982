import { onScopeDispose, ref } from 'vue'
import { ApiFault, data, type Answer } from '@/api/client'
import { useNotice } from './useNotice'

const PAUSES = [300, 1200]

interface Manner {
  /** It changes nothing, so that it is asked again where the connection was lost or the server was busy. */
  reads?: boolean
  /** The component shows `fault` itself; otherwise the page tells it. */
  shown?: boolean
}

/**
 * One kind of request of a component. The newest wins: what was asked before is aborted, and all of it with the scope.
 *
 * @returns `ask` gives the data, or null where it failed or was overtaken; `fault` says why the newest failed
 */
export function useRequest({ reads = true, shown = false }: Manner = {}) {
  const notice = useNotice()
  const fault = ref<ApiFault | null>(null)
  const asking = ref(false)
  let newest: AbortController | undefined

  function drop() {
    newest?.abort()
    asking.value = false
  }

  async function ask<T>(request: (signal: AbortSignal) => Answer<T>): Promise<T | null> {
    drop()
    const mine = (newest = new AbortController())
    asking.value = true
    fault.value = null
    try {
      const found = await again(() => data(request(mine.signal)), reads ? PAUSES : [], mine.signal)
      if (mine.signal.aborted) return null
      notice.answered()
      return found
    } catch (problem) {
      if (mine.signal.aborted) return null
      if (!(problem instanceof ApiFault)) throw problem
      if (problem.signedOut) return null // the door is shown, and what was typed stays
      fault.value = problem
      if (!shown) notice.tell(problem)
      return null
    } finally {
      if (mine === newest) asking.value = false
    }
  }

  onScopeDispose(drop)
  return { ask, drop, fault, asking }
}

/** The outcome of an action, tried again after each of the pauses (in ms) while it fails for want of an answer. */
export async function again<T>(action: () => Promise<T>, pauses: readonly number[], signal: AbortSignal): Promise<T> {
  for (const pause of pauses) {
    try {
      return await action()
    } catch (problem) {
      if (!(problem instanceof ApiFault) || !problem.unanswered || signal.aborted) throw problem
      await new Promise((go) => setTimeout(go, pause))
      signal.throwIfAborted()
    }
  }
  return action()
}
