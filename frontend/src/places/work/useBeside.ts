import { computed, ref, type Ref } from 'vue'
import { api, type Compared, type School, type ShownFacet, type WorkRequest } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { choiceAfter, mainFacet } from './facets'

/**
 * A second working laid beside the one on the sheet: the same problem by another choice, or with a mistake made in it.
 *
 * @param body the problem on the sheet and how it is worked
 */
export function useBeside(body: Ref<WorkRequest>, facets: Ref<ShownFacet[]>) {
  const { ask, drop } = useRequest()
  const compared = ref<Compared | null>(null)
  /** What stands beside: choices over those in force with the names of both, or the name of a mistake. */
  const other = ref<{ school: School; names: [string, string] } | { mistake: string } | null>(null)
  const names = computed<[string, string]>(() => {
    if (!other.value) return ['', '']
    return 'mistake' in other.value ? ['right', other.value.mistake] : other.value.names
  })
  const wrong = computed(() => (other.value && 'mistake' in other.value ? other.value.mistake : ''))

  async function lay(facetId: string, choiceId: string) {
    const facet = facets.value.find((f) => f.id === facetId)
    const name = (id?: string) => facet?.choices.find((c) => c.id === id)?.name ?? ''
    const inForce = facet?.choices.find((c) => c.in_force)?.id
    await layWay({ [facetId]: choiceId }, [name(inForce), name(choiceId)])
  }

  async function layWay(over: School, named: [string, string]) {
    const { text, school, words } = body.value
    const both = { text, school, other: { ...school, ...over }, words }
    const found = await ask((signal) => api.POST('/api/compare', { body: both, signal }))
    if (!found) return
    compared.value = found
    other.value = { school: over, names: named }
  }

  async function layWrong(mistake: string, name: string) {
    const made = { ...body.value, mistake }
    const found = await ask((signal) => api.POST('/api/wrong-working', { body: made, signal }))
    if (!found) return
    compared.value = found
    other.value = { mistake: name }
  }

  /** Once the sheet is worked anew: the same choice beside it again. */
  async function layAgain() {
    if (compared.value && other.value && 'school' in other.value) await layWay(other.value.school, other.value.names)
  }

  function close() {
    drop()
    compared.value = null
  }

  async function toggle() {
    if (compared.value) return close()
    const facet = mainFacet(facets.value)
    const next = facet && choiceAfter(facet, 1)
    if (facet && next && !next.in_force) await lay(facet.id, next.id)
  }

  /** The choices of the working beside, which is closed. */
  function taken(): School {
    const school = other.value && 'school' in other.value ? other.value.school : {}
    close()
    other.value = null
    return school
  }

  return { compared, names, wrong, lay, layWrong, layAgain, toggle, close, taken }
}
