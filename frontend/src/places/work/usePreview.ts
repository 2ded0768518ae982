import { onScopeDispose, readonly, ref, watch, type Ref } from 'vue'
import { useSettings } from '@/desk/useSettings'
import { api, ApiFault, data, type Understood } from '@/api/client'

const PAUSE = 60

/**
 * What is understood of a text while it is typed.
 *
 * @param text the text in the field
 * @returns the newest answer; null while the field is empty. An answer that a newer text has overtaken is dropped.
 */
export function usePreview(text: Ref<string>) {
  const settings = useSettings()
  const understood = ref<Understood | null>(null)
  let timer: number | undefined
  let asking: AbortController | undefined

  async function ask(now: string) {
    asking?.abort()
    asking = new AbortController()
    const { signal } = asking
    try {
      understood.value = await data(api.POST('/api/preview', { body: { text: now, words: settings.manner.words }, signal }))
    } catch (fault) {
      // A preview that fails is not worth a message: working the problem tells.
      if (!(fault instanceof ApiFault) && !signal.aborted) throw fault
    }
  }

  watch(
    text,
    (now) => {
      window.clearTimeout(timer)
      if (!now.trim()) {
        asking?.abort()
        understood.value = null
        return
      }
      timer = window.setTimeout(() => void ask(now), PAUSE)
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    window.clearTimeout(timer)
    asking?.abort()
  })

  return { understood: readonly(understood) as Readonly<Ref<Understood | null>> }
}
