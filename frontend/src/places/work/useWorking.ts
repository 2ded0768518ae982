import { ref, type Ref } from 'vue'
import { api, type Edits, type Looked, type PicturesOfLine, type ShownFacet, type Worked, type WorkRequest } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useSchool } from '@/desk/useSchool'
import { useSettings } from '@/desk/useSettings'

/**
 * A problem worked, and what comes after it in requests of their own: the second look, the ways and their costs, pictures.
 *
 * @returns the newest answers; `fault` says why there is none
 */
export function useWorking(edits: Ref<Edits>) {
  const school = useSchool()
  const settings = useSettings()
  const worked = ref<Worked | null>(null)
  const looked = ref<Looked | null>(null)
  const facets = ref<ShownFacet[]>([])
  const pictures = ref<PicturesOfLine[]>([])
  const text = ref('')
  const working = useRequest({ shown: true })
  const looking = useRequest()
  const drawing = useRequest()
  const weighing = useRequest()

  async function work(asked: string): Promise<boolean> {
    for (const rest of [looking, drawing, weighing]) rest.drop()
    await settings.ready()
    const body = { text: asked, school: school.choices, turns: edits.value.turns, policy: settings.settings.policy, ...settings.manner }
    const answer = await working.ask((signal) => api.POST('/api/work', { body, signal }))
    if (!answer) return false
    if (asked !== text.value) {
      looked.value = null
      pictures.value = []
      facets.value = [] // those of the problem before are none of this one's
    }
    worked.value = answer
    text.value = asked
    void rest(body)
    return true
  }

  /** A part that fails leaves the sheet as it is: working the problem again asks for it again. */
  async function rest(body: WorkRequest) {
    const found = await looking.ask((signal) => api.POST('/api/second-look', { body, signal }))
    if (found) looked.value = found
    else if (!looking.fault.value) return // overtaken
    await Promise.all([
      drawing.ask((signal) => api.POST('/api/pictures', { body, signal })).then((drawn) => {
        if (drawn) pictures.value = drawn.lines
      }),
      weighing.ask((signal) => api.POST('/api/ways', { body, signal })).then((ways) => {
        if (ways) facets.value = ways.facets
      }),
    ])
  }

  /** An empty sheet. */
  function clear() {
    for (const asked of [working, looking, drawing, weighing]) asked.drop()
    worked.value = looked.value = null
    facets.value = []
    pictures.value = []
    text.value = ''
  }

  return { worked, looked, facets, pictures, fault: working.fault, text, work, clear }
}
