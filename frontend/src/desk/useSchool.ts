import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { School } from '@/api/client'
import { useSettings } from './useSettings'

const KEPT = 'keen-slate:school'

/** The choices in force: the teacher's usual ones, with those of this sitting over them. */
export const useSchool = defineStore('school', () => {
  const settings = useSettings()
  const here = ref<School>(read())
  const choices = computed<School>(() => ({ ...settings.settings.school, ...here.value }))

  function hold(now: School) {
    here.value = now
    sessionStorage.setItem(KEPT, JSON.stringify(now))
  }

  function choose(facet: string, choice: string) {
    hold({ ...here.value, [facet]: choice })
  }

  return { here, choices, choose, hold }
})

function read(): School {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(KEPT) ?? '{}')
    return kept !== null && typeof kept === 'object' ? (kept as School) : {}
  } catch {
    return {}
  }
}
