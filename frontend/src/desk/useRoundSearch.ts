import { useDebounceFn } from '@vueuse/core'
import { computed, shallowRef } from 'vue'
import { api, data, type RoundSummary } from '@/api/client'
import { dayOf, today } from '@/shared/days'
import { useRounds } from './useRounds'

const PAUSE = 200

type Named = Pick<RoundSummary, 'id' | 'name' | 'class_name' | 'held_on'>

/** The rounds to choose from: the latest, the one in hand, and those that are searched for by their name or class. */
export function useRoundSearch() {
  const rounds = useRounds()
  const found = shallowRef<Named[]>([])
  const thisYear = today().slice(0, 4)

  const search = useDebounceFn(async (named: string) => {
    if (!named.trim()) return
    await rounds.guarded(async () => {
      found.value = (await data(api.GET('/api/rounds', { params: { query: { named } } }))).rounds
    })
  }, PAUSE)

  const listed = computed(() => {
    const every: Named[] = [...rounds.all, ...(rounds.inHand ? [rounds.inHand] : []), ...found.value]
    return [...new Map(every.map((one) => [one.id, one])).values()].map((one) => ({
      id: one.id,
      label: `${one.name}, ${one.class_name}, ${dayOf(one.held_on, one.held_on < thisYear ? 'numeric' : undefined)}`,
    }))
  })

  return { listed, search: (event: { value: string }) => void search(event.value) }
}
