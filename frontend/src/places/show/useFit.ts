import { computed, nextTick, ref, watch, type Ref, type WatchSource } from 'vue'

/** How often it is measured again: mathematics does not shrink evenly. */
const TIMES = 3

/**
 * The size at which an element fits its parent's width, in hundredths of the height of the window: as large as `most`,
 * smaller where it is too long, never under `least`.
 *
 * @returns the size, and whether the element is too long for its place even so
 */
export function useFit(element: Ref<HTMLElement | null>, changes: WatchSource, most: number, least: number) {
  const size = ref(most)
  const over = ref(false)

  watch(
    [element, changes],
    async () => {
      size.value = most
      over.value = false
      for (let time = 0; time < TIMES; time++) {
        await nextTick()
        const room = element.value?.parentElement?.clientWidth ?? 0
        const wide = element.value?.getBoundingClientRect().width ?? 0
        if (!room || wide <= room) return
        over.value = size.value === least
        size.value = Math.max(least, size.value * (room / wide) * 0.98)
      }
    },
    { flush: 'post', immediate: true },
  )
  return { size: computed(() => `min(${size.value.toFixed(2)}vh, ${(size.value * 1.25).toFixed(2)}vw)`), over }
}
