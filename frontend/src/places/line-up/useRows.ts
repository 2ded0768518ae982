import { computed, ref, type Ref } from 'vue'
import type { ShownExample } from '@/api/client'
import type { Shown } from './RowsShown.vue'

/** From so many things on, items that ask more are shown together. */
export const MOST = 4

/** The items that are shown, in the order that is looked at; `order` of the whole set stays as it is. */
export function useRows(examples: Ref<ShownExample[]>) {
  const shown = ref<Shown>({ demand: '', asks: 0, order: 'set' })

  function fits(example: ShownExample): boolean {
    const { demand, asks } = shown.value
    const hard = Math.min(example.asks, MOST) || -1
    return (!demand || example.demands.some((d) => d.id === demand)) && (!asks || hard === asks)
  }

  const inOrder = computed(() => {
    if (shown.value.order === 'set') return examples.value
    const way = shown.value.order === 'easier' ? 1 : -1
    return [...examples.value].sort((a, b) => way * (a.asks - b.asks || a.lines - b.lines))
  })
  const rows = computed(() => inOrder.value.filter(fits))

  return { shown, inOrder, rows }
}
