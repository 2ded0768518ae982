import { ref, type Ref } from 'vue'
import {
  api,
  ApiFault,
  data,
  type Edits,
  type Looked,
  type PicturesOfLine,
  type ShownFacet,
  type Worked,
  type WorkRequest,
} from '@/api/client'
import { useSchool } from '@/desk/useSchool'
import { useSettings } from '@/desk/useSettings'

/**
 * A problem worked, and what comes after it in requests of their own: the second look, the ways and their costs, pictures.
 *
 * @returns the newest answers; an answer that a newer request has overtaken is dropped. `fault` says why there is none.
 */
export function useWorking(edits: Ref<Edits>) {
  const school = useSchool()
  const settings = useSettings()
  const worked = ref<Worked | null>(null)
  const looked = ref<Looked | null>(null)
  const facets = ref<ShownFacet[]>([])
  const pictures = ref<PicturesOfLine[]>([])
  const fault = ref<ApiFault | null>(null)
  const text = ref('')
  let newest = 0

  async function work(asked: string): Promise<boolean> {
    const turn = ++newest
    await settings.ready()
    const body = { text: asked, school: school.choices, turns: edits.value.turns ?? [], ...settings.manner }
    try {
      const answer = await data(api.POST('/api/work', { body }))
      if (turn !== newest) return false
      if (asked !== text.value) looked.value = null
      worked.value = answer
      text.value = asked
      fault.value = null
    } catch (problem) {
      if (!(problem instanceof ApiFault)) throw problem
      if (turn === newest) fault.value = problem
      return false
    }
    void rest(body, turn)
    return true
  }

  /** A part that fails leaves the sheet as it is: working the problem again asks for it again. */
  async function rest(body: WorkRequest, turn: number) {
    const quietly = async (part: Promise<void>) => {
      try {
        await part
      } catch (problem) {
        if (!(problem instanceof ApiFault)) throw problem
      }
    }
    const ifNewest = (set: () => void) => {
      if (turn === newest) set()
    }
    await quietly(
      data(api.POST('/api/second-look', { body })).then((found) => ifNewest(() => (looked.value = found))),
    )
    await Promise.all([
      quietly(
        data(api.POST('/api/pictures', { body })).then((found) => ifNewest(() => (pictures.value = found.lines))),
      ),
      quietly(data(api.POST('/api/ways', { body })).then((found) => ifNewest(() => (facets.value = found.facets)))),
    ])
  }

  return { worked, looked, facets, pictures, fault, text, work }
}
