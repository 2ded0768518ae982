import { watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSets } from '@/desk/useSets'

/**
 * An address opens what it names: the set becomes the one in hand. Where another comes to be in hand, or none is named,
 * the address of the place names that.
 */
export function useNamedSet() {
  const route = useRoute()
  const router = useRouter()
  const sets = useSets()
  const place = route.name

  watch(
    () => route.params.set,
    (id) => {
      if (route.name !== place) return
      if (typeof id === 'string' && id) {
        if (id !== sets.inHand?.id) void sets.open(id)
      } else if (!sets.inHand) void sets.begin()
    },
    { immediate: true },
  )
  watch(
    () => [sets.inHand?.id, route.params.set],
    ([inHand, named], before) => {
      const moved = before !== undefined && before[0] !== inHand
      if (route.name !== place || !place || !inHand || inHand === named) return
      if (moved || !named) void router.replace({ name: place, params: { set: inHand } })
    },
    { immediate: true },
  )
}
