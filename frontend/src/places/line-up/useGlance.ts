import { ref, watch, type Ref } from 'vue'
import { api, type Glance } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useSets } from '@/desk/useSets'

/** The set in hand at a glance, kept up to date while it is `wanted`. */
export function useGlance(wanted: Ref<boolean>) {
  const sets = useSets()
  const { ask } = useRequest()
  const glance = ref<Glance | null>(null)

  watch(
    () => [sets.inHand?.id, sets.inHand?.revision, wanted.value],
    async () => {
      const id = sets.inHand?.id
      if (!id || !wanted.value) return
      const path = { set_id: id }
      const found = await ask((signal) => api.GET('/api/sets/{set_id}/glance', { params: { path }, signal }))
      if (found) glance.value = found
    },
    { immediate: true },
  )

  return glance
}
