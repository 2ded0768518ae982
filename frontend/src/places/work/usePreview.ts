import { watchDebounced } from '@vueuse/core'
import { readonly, ref, watch, type Ref } from 'vue'
import { api, type Understood } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useSettings } from '@/desk/useSettings'

const PAUSE = 60

/**
 * What is understood of a text while it is typed.
 *
 * @param text the text in the field
 * @returns the newest answer, null while the field is empty, and the text `of` which it is; `fault` says why there is none
 */
export function usePreview(text: Ref<string>) {
  const settings = useSettings()
  const understood = ref<Understood | null>(null)
  const of = ref('')
  const { ask, drop, fault } = useRequest({ shown: true })

  watch(text, (now) => {
    if (now.trim()) return
    drop()
    understood.value = null
  })
  watchDebounced(
    text,
    async (now) => {
      if (!now.trim()) return
      const body = { text: now, words: settings.manner.words }
      const found = await ask((signal) => api.POST('/api/preview', { body, signal }))
      if (!found || !text.value.trim()) return
      of.value = now
      understood.value = found
    },
    { debounce: PAUSE, immediate: true },
  )

  return { understood: readonly(understood) as Readonly<Ref<Understood | null>>, of: readonly(of), fault }
}
