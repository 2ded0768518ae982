import { computed, ref } from 'vue'
import { useSets } from '@/desk/useSets'

/** `order` with what stands at `from` put where `to` is. */
export function moved(order: readonly string[], from: number, to: number): string[] {
  const rest = order.filter((_, at) => at !== from)
  return [...rest.slice(0, to), ...order.slice(from, from + 1), ...rest.slice(to)]
}

/** The order of the examples in the set in hand, changed by steps or by dragging one onto another. */
export function useOrder() {
  const sets = useSets()
  const order = computed(() => sets.inHand?.examples.map((example) => example.id) ?? [])
  const dragged = ref<string | null>(null)
  const over = ref<string | null>(null)

  /** Returns the number that the example has now, counted from 1; null where it could not be moved. */
  async function move(id: string, by: number): Promise<number | null> {
    const from = order.value.indexOf(id)
    const to = from + by
    if (to < 0 || to >= order.value.length) return null
    return (await sets.reorder(moved(order.value, from, to))) ? to + 1 : null
  }

  async function drop(onto: string) {
    const id = dragged.value
    endDrag()
    if (!id || id === onto) return
    await sets.reorder(moved(order.value, order.value.indexOf(id), order.value.indexOf(onto)))
  }

  function endDrag() {
    dragged.value = over.value = null
  }

  return { dragged, over, move, drop, endDrag }
}
