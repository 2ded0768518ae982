import { computed, ref } from 'vue'
import { useSetActs } from '@/desk/useSetActs'
import { useSets } from '@/desk/useSets'

/** Where the first of `ids` comes to stand, dropped onto another: before it, or behind it coming from above. */
export function placeFor(order: readonly string[], ids: readonly string[], onto: string): number {
  const to = order.indexOf(onto)
  const fromAbove = order.findIndex((id) => ids.includes(id)) < to
  return order.slice(0, fromAbove ? to + 1 : to).filter((id) => !ids.includes(id)).length
}

/** The order of the examples in the set in hand, changed by steps or by dragging one onto another, or several. */
export function useOrder() {
  const sets = useSets()
  const acts = useSetActs()
  const order = computed(() => sets.inHand?.examples.map((example) => example.id) ?? [])
  const dragged = ref<string[]>([])
  const over = ref<string | null>(null)

  /** Moves them up or down by one. @returns the number that the first has now, counted from 1; null where it stays */
  async function move(ids: string[], by: number): Promise<number | null> {
    const rest = order.value.filter((id) => !ids.includes(id))
    const first = order.value.findIndex((id) => ids.includes(id))
    const place = first + by
    if (place < 0 || place > rest.length) return null
    return (await acts.several('move', ids, { place })) ? place + 1 : null
  }

  /** What is dragged comes to stand before `onto`, or behind it where it comes from above. */
  async function drop(onto: string) {
    const ids = dragged.value
    endDrag()
    if (!ids.length || ids.includes(onto)) return
    await acts.several('move', ids, { place: placeFor(order.value, ids, onto) })
  }

  function endDrag() {
    dragged.value = []
    over.value = null
  }

  return { order, dragged, over, move, drop, endDrag }
}
