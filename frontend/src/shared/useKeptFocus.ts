import { useEventListener, useMutationObserver } from '@vueuse/core'

const FOCUSABLE = 'button:not(:disabled), a[href], summary, [tabindex="0"], select:not(:disabled), input:not(:disabled)'
/** How many of the elements that had the focus are remembered, the last first. */
const REMEMBERED = 12
/** How long something that is busy is waited for, in milliseconds. */
const PATIENCE = 10_000

/**
 * Keep the focus from falling to the page when what has it goes away. It goes to what had it before, if that stands in
 * the same part (a panel closes: what opened it), or else to the first thing in the part that is left (“more” was
 * pressed: the list). What is only disabled while it works has it again afterwards.
 */
export function useKeptFocus(): void {
  let had: HTMLElement[] = []
  let parts: Element[] = []
  /** What had the focus was disabled: the focus was taken from it, it was not left. */
  let busy = false
  let looking = false
  let waiting = false

  useEventListener(document, 'focusin', ({ target }) => {
    if (!(target instanceof HTMLElement)) return
    busy = false
    had = [target, ...had.filter((element) => element !== target)].slice(0, REMEMBERED)
    parts = []
    for (let part = target.parentElement; part; part = part.parentElement) parts.push(part)
  })
  // A press beside everything lets go of the focus on purpose.
  useEventListener(document, 'pointerdown', ({ target }) => {
    if (target instanceof Element && !target.closest(FOCUSABLE)) had = []
  })

  function fallen() {
    const [last, ...before] = had
    if (!last || document.activeElement !== document.body) return
    if (last.isConnected && last.checkVisibility()) {
      if (busy) waitFor(last)
      return
    }
    const part = parts.find((part) => part.isConnected && part.querySelector(FOCUSABLE)) ?? document.body
    const stands = (element: Element) => element.isConnected && element.checkVisibility() && element.matches(FOCUSABLE)
    const next = before.find((element) => part.contains(element) && stands(element)) ?? firstIn(part)
    next?.focus({ preventScroll: true })
  }

  function firstIn(part: Element): HTMLElement | null {
    if (part.closest('#place') && part.id !== 'place')
      for (const found of part.querySelectorAll<HTMLElement>(FOCUSABLE)) if (found.checkVisibility()) return found
    return document.getElementById('place')
  }

  function waitFor(element: HTMLElement) {
    if (waiting) return
    waiting = true
    const begun = performance.now()
    const look = () => {
      const free = !element.matches(':disabled')
      if (!free && element.isConnected && performance.now() - begun < PATIENCE) return void requestAnimationFrame(look)
      waiting = false
      if (document.activeElement === document.body && free) element.focus({ preventScroll: true })
      fallen()
    }
    requestAnimationFrame(look)
  }

  useMutationObserver(
    document.body,
    (changes) => {
      if (changes.some((change) => change.attributeName === 'disabled' && change.target === had[0])) busy = true
      if (looking) return
      looking = true
      // After whoever changed the page has put the focus where it wants it.
      requestAnimationFrame(() => requestAnimationFrame(() => ((looking = false), fallen())))
    },
    { childList: true, subtree: true, attributes: true, attributeFilter: ['disabled', 'hidden', 'style'] },
  )
}
