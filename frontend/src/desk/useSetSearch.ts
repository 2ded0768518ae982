import { useDebounceFn } from '@vueuse/core'
import { computed, shallowRef } from 'vue'
import { api, data, type SetSummary, type SharedSet } from '@/api/client'
import { countOf } from './setChange'
import { useSets } from './useSets'

const PAUSE = 200

/**
 * The sets to choose from in a select: those that are listed, the one in hand, and where there are more those that are
 * searched for by name.
 */
export function useSetSearch() {
  const sets = useSets()
  const found = shallowRef<{ sets: SetSummary[]; shared: SharedSet[] }>({ sets: [], shared: [] })

  const search = useDebounceFn(async (named: string) => {
    if (!named.trim()) return
    await sets.guarded(async () => {
      found.value = await data(api.GET('/api/sets', { params: { query: { named } } }))
    })
  }, PAUSE)

  function once<Kind extends { id: string }>(all: Kind[]): Kind[] {
    return [...new Map(all.map((one) => [one.id, one])).values()]
  }

  const own = computed(() => {
    const inHand = sets.inHand && !sets.inHand.owner ? [{ ...sets.inHand, examples: countOf(sets.inHand) }] : []
    return once<{ id: string; name: string; examples: number }>([...sets.all, ...inHand, ...found.value.sets])
  })
  const shared = computed(() => once([...sets.shared, ...found.value.shared]))

  return { own, shared, search: (event: { value: string }) => void search(event.value) }
}
