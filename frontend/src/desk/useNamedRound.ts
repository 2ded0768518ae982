import { watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useRounds } from '@/desk/useRounds'

/** An address opens the round that it names; where another comes to be in hand, the address names that. */
export function useNamedRound() {
  const route = useRoute()
  const router = useRouter()
  const rounds = useRounds()
  const place = route.name
  const named = () => (typeof route.params.round === 'string' && route.params.round ? route.params.round : null)

  watch(
    () => rounds.inHandId,
    (id) => {
      if (place && route.name === place && id !== named()) {
        void router.replace({ name: place, params: id ? { round: id } : {} })
      }
    },
  )
  return { begin: () => rounds.begin(named()) }
}
