import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api, ApiFault, data, type Edits, type School } from '@/api/client'

/** An example that could not be kept when it was to be. */
export interface Unsent {
  set: string
  name: string
  /** That of the set on which it was to be kept: an answer may have been lost, and not the example. */
  revision: number
  text: string
  school: School
  edits: Edits
}

/**
 * What was to be kept while Keen Slate did not answer: it waits in the browser, also when the page is closed, and is
 * kept at the end of its set once there is an answer, each once and in the order in which it was to be.
 */
export const useOutbox = defineStore('outbox', () => {
  const waiting = useLocalStorage<Unsent[]>('keen-slate:to-keep', [], { writeDefaults: false })
  /** Of what cannot be kept: why, with its text, so that nothing is lost. */
  const refused = ref('')
  const count = computed(() => waiting.value.length)
  let sending = false

  function put(unsent: Unsent) {
    waiting.value = [...waiting.value, unsent]
  }

  /** @returns whether anything was kept */
  async function send(): Promise<boolean> {
    if (sending) return false
    sending = true
    let kept = false
    try {
      for (let next = waiting.value[0]; next; next = waiting.value[0]) {
        try {
          await keep(next)
          kept = true
        } catch (fault) {
          if (!(fault instanceof ApiFault)) throw fault
          if (fault.unanswered || fault.signedOut) return kept
          refused.value = `“${next.text}” was not kept in “${next.name}”: ${fault.message}`
        }
        waiting.value = waiting.value.slice(1)
      }
      return kept
    } finally {
      sending = false
    }
  }

  /** At the end of its set, whatever the set has become meanwhile. */
  async function keep(unsent: Unsent) {
    const { text, school, edits } = unsent
    const params = { path: { set_id: unsent.set } }
    for (let attempt = 0; ; attempt += 1) {
      const begun = await data(api.GET('/api/sets/{set_id}', { params, cache: 'no-store' }))
      const query = { past: begun.examples.length + begun.rest - 1 }
      const ends = begun.rest ? { params: { ...params, query }, cache: 'no-store' as const } : null
      const { revision, examples } = ends ? await data(api.GET('/api/sets/{set_id}', ends)) : begun
      if (revision === unsent.revision + 1 && examples.at(-1)?.typed === text) return // it was the answer that was lost
      try {
        await data(api.POST('/api/sets/{set_id}/examples', { params, body: { revision, text, school, edits } }))
        return
      } catch (fault) {
        if (!(fault instanceof ApiFault) || fault.status !== 409 || attempt === 2) throw fault
      }
    }
  }

  return { waiting, count, refused, put, send }
})
