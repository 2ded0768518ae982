import { ref, type Ref } from 'vue'

/** How many lines of a working of `count` lines are uncovered; null for all. */
export function useCover(count: Ref<number>) {
  const upTo = ref<number | null>(null)

  function cover(lines: number | null) {
    upTo.value = lines !== null && lines >= count.value ? null : lines
  }
  const showNext = () => cover(upTo.value === null ? 1 : upTo.value + 1)
  const showAll = () => cover(null)
  /** Only the problem is shown, for an estimate first; and back. */
  const toggle = () => cover(upTo.value === 1 ? null : 1)

  return { upTo, showNext, showAll, toggle }
}
