import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api, ApiFault, data, onSignedOut, type Me } from '@/api/client'
import { forgetRead } from '@/offline/forget'
import { useNotice } from './useNotice'

const LAST = 'keen-slate:me'
const AGAIN = 3000

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
        localStorage.setItem(LAST, JSON.stringify(found))
      }
      me.value = found
      notice.answered()
    } catch (fault) {
      // The database may be away: whoever was inside stays there, and whoever comes now is told.
      if (!(fault instanceof ApiFault)) throw fault
      const last = fault.status === 0 ? localStorage.getItem(LAST) : null
      if (last && !me.value) comeBack(JSON.parse(last) as Me)
      else if (!last) notice.tell(fault)
      setTimeout(() => void ask(), AGAIN)
    }
  }

  /** Nothing answers: whoever was here last sees what was loaded then. */
  function comeBack(last: Me) {
    wasInside.value = true
    whoseIsIt = last.name
    me.value = last
    notice.kept = true
  }

  onSignedOut(() => {
    if (inside.value) void ask()
  })

  /** Begin with an empty page. */
  async function leave() {
    sessionStorage.clear()
    localStorage.clear()
    await forgetRead()
    location.assign('/work')
  }

  async function signOut(everywhere: boolean) {
    await data(api.POST('/api/sign-out', { body: { everywhere } }))
    await leave()
  }

  return { me, known, inside, wasInside, ask, signOut, leave }
})
