import { onScopeDispose, ref, watch, type Ref } from 'vue'

/** How far beyond the window a row is drawn already. */
const MARGIN = '900px'
/** Rows that are drawn at once in any list, about a window of them; of the others those that turn out to be near. */
const AT_ONCE = 15

let observer: IntersectionObserver | undefined
const seen = new WeakMap<Element, (near: boolean) => void>()

/** One observer for all rows: it is asked for by the first. */
function watchRow(row: Element, told: (near: boolean) => void): () => void {
  observer ??= new IntersectionObserver(
    (found) => found.forEach(({ target, isIntersecting }) => seen.get(target)?.(isIntersecting)),
    { rootMargin: MARGIN },
  )
  seen.set(row, told)
  observer.observe(row)
  return () => {
    observer?.unobserve(row)
    seen.delete(row)
  }
}

/**
 * Whether a row of a long list is near the window, and so drawn whole. Of the others only their place and what they
 * are called stand there, so that they can be searched for, and reached by the keys.
 */
export function useNear(row: Ref<HTMLElement | null>, at: number, long: () => boolean) {
  const near = ref(!long() || at < AT_ONCE)
  let stop: (() => void) | undefined
  watch(
    [row, long],
    ([element, isLong]) => {
      stop?.()
      stop = undefined
      if (!element || !isLong) near.value = true
      else stop = watchRow(element, (now) => (near.value = now))
    },
    { flush: 'post' },
  )
  onScopeDispose(() => stop?.())
  return near
}
