import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api, ApiFault, data, type DeskSettings, type Offered } from '@/api/client'

const NOTHING: DeskSettings = {
  words: {},
  acronym: 'none',
  school: {},
  policy: 'simplest-form',
  label_required: false,
  place_only: true,
  marking_note: '',
  keep_days: 400,
  organiser: 'fitting',
  steps: {},
}

/**
 * What the teacher has set once: words, acronym, usual school, answer policy, organiser. Kept on the server; a change
 * made in another tab in the meantime is shown and not overwritten.
 */
export const useSettings = defineStore('settings', () => {
  const settings = ref<DeskSettings>(NOTHING)
  const offered = ref<Offered | null>(null)
  const revision = ref(0)
  const trouble = ref('')
  const saved = ref('')
  let reading: Promise<void> | undefined

  async function read() {
    const kept = await data(api.GET('/api/settings'))
    settings.value = { ...NOTHING, ...kept.settings }
    revision.value = kept.revision
    trouble.value = ''
  }

  /** Settles once the settings are there; every caller waits for the same request. */
  function ready(): Promise<void> {
    reading ??= read().catch((fault: unknown) => {
      reading = undefined
      if (!(fault instanceof ApiFault)) throw fault
      trouble.value = fault.message
    })
    return reading
  }

  async function offer() {
    try {
      offered.value ??= await data(api.GET('/api/settings/offered'))
    } catch (fault) {
      if (!(fault instanceof ApiFault)) throw fault
      trouble.value = fault.message
    }
  }

  async function change(part: Partial<DeskSettings>) {
    const before = settings.value
    settings.value = { ...before, ...part }
    trouble.value = saved.value = ''
    try {
      const kept = await data(
        api.PUT('/api/settings', { body: { revision: revision.value, settings: settings.value } }),
      )
      revision.value = kept.revision
      saved.value = 'Kept. Everything speaks so from now on.'
      if (part.words) {
        // What can be chosen is named in these words too.
        offered.value = await data(api.GET('/api/settings/offered'))
      }
    } catch (fault) {
      if (!(fault instanceof ApiFault)) throw fault
      if (fault.status === 409) await read()
      else settings.value = before
      trouble.value = fault.message
    }
  }

  /** What every request about a problem carries. */
  const manner = computed(() => ({ words: settings.value.words ?? {}, acronym: settings.value.acronym ?? 'none' }))

  /** What was set elsewhere, or put back. */
  async function reread() {
    reading = undefined
    await ready()
  }

  return { settings, offered, trouble, saved, manner, ready, reread, offer, change }
})
