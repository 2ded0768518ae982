import { computed, ref, watch, type Ref } from 'vue'

/**
 * Which of the items are chosen, to be changed together.
 *
 * One alone is chosen by a plain press, one more or less with Ctrl, all from the last one to this with Shift.
 */
export function useChosen(order: Ref<string[]>) {
  const held = ref<Set<string>>(new Set())
  let anchor = ''
  /** In the order of the set. */
  const chosen = computed(() => order.value.filter((id) => held.value.has(id)))

  watch(order, (now) => {
    const left = [...held.value].filter((id) => now.includes(id))
    if (left.length < held.value.size) held.value = new Set(left)
  })

  function toggle(id: string) {
    const next = new Set(held.value)
    if (!next.delete(id)) next.add(id)
    held.value = next
    anchor = id
  }

  function upTo(id: string) {
    const [from, to] = [Math.max(0, order.value.indexOf(anchor)), order.value.indexOf(id)]
    held.value = new Set([...held.value, ...order.value.slice(Math.min(from, to), Math.max(from, to) + 1)])
  }

  const all = () => (held.value = new Set(order.value))
  const none = () => (held.value = new Set())
  /** What a change of one item is a change of: all that are chosen, where it is one of them. */
  const with_ = (id: string) => (held.value.has(id) ? chosen.value : [id])

  return { chosen, has: (id: string) => held.value.has(id), toggle, upTo, all, none, with: with_ }
}
