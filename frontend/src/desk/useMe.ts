import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api, ApiFault, data, onSignedOut, type Me } from '@/api/client'
import { useNotice } from './useNotice'

/**
 * Whose desk this is. While somebody has to sign in again the page stays as it is behind the door; where somebody else
 * signs in, nothing of it stays.
 */
export const useMe = defineStore('me', () => {
  const notice = useNotice()
  const me = ref<Me | null>(null)
  const wasInside = ref(false)
  let whoseIsIt = ''
  const known = computed(() => me.value !== null)
  const inside = computed(() => me.value?.signed_in ?? false)

  async function ask() {
    try {
      const found = await data(api.GET('/api/me'))
      if (found.signed_in && wasInside.value && found.name !== whoseIsIt) return leave()
      if (found.signed_in) {
        wasInside.value = true
        whoseIsIt = found.name
      }
      me.value = found
    } catch (fault) {
      // The database may be away: whoever was inside stays there, and whoever comes now is told.
      if (!(fault instanceof ApiFault)) throw fault
      notice.tell(fault)
      setTimeout(() => void ask(), 3000)
    }
  }

  onSignedOut(() => {
    if (inside.value) void ask()
  })

  /** Begin with an empty page. */
  function leave() {
    sessionStorage.clear()
    localStorage.clear()
    location.assign('/work')
  }

  async function signOut(everywhere: boolean) {
    await data(api.POST('/api/sign-out', { body: { everywhere } }))
    leave()
  }

  return { me, known, inside, wasInside, ask, signOut, leave }
})
