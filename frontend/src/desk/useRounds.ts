import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api, ApiFault, data, type ClassShape, type MarkingRound, type PupilShape, type RoundSummary } from '@/api/client'
import { useSets } from './useSets'

const IN_HAND = 'keen-slate:round-in-hand'

/** The classes, the rounds of marking and the one in hand, which Mark and Look back know. */
export const useRounds = defineStore('rounds', () => {
  const sets = useSets()
  const classes = ref<ClassShape[]>([])
  /** The latest, as many pages of them as were asked for; `more` where there are earlier ones. */
  const all = ref<RoundSummary[]>([])
  const more = ref(false)
  const inHand = ref<MarkingRound | null>(null)
  const trouble = ref('')
  /** What is said of answers that are deleted next, and of those that were just now. */
  const going = ref('')
  const forgotten = ref(0)
  const known = ref(false)
  const inHandId = computed(() => inHand.value?.id ?? null)

  async function guarded(action: () => Promise<void>): Promise<boolean> {
    trouble.value = ''
    try {
      await action()
      return true
    } catch (fault) {
      if (!(fault instanceof ApiFault)) throw fault
      trouble.value = fault.message
      return false
    }
  }

  function hold(round: MarkingRound | null) {
    inHand.value = round
    if (round) localStorage.setItem(IN_HAND, round.id)
    else localStorage.removeItem(IN_HAND)
  }

  async function refresh() {
    const [found, rounds] = await Promise.all([data(api.GET('/api/classes')), data(api.GET('/api/rounds'))])
    classes.value = found.classes
    all.value = rounds.rounds
    more.value = rounds.more
    going.value = rounds.going
    forgotten.value = rounds.forgotten
  }

  /** The next page of earlier rounds. */
  const listMore = () =>
    guarded(async () => {
      const found = await data(api.GET('/api/rounds', { params: { query: { past: all.value.length } } }))
      all.value = [...all.value, ...found.rounds.filter((r) => !all.value.some(({ id }) => id === r.id))]
      more.value = found.more
    })

  /** The lists, and the round that an address names, or that of last time, or the latest. */
  function begin(named: string | null) {
    return guarded(async () => {
      await refresh()
      const id = named ?? localStorage.getItem(IN_HAND)
      if (!id || id !== inHandId.value) hold((id && (await fetchedOr(id, named))) || (await latest()))
      known.value = true
    })
  }

  /** Nothing where the round of last time is gone; one that an address names has to be there. */
  async function fetchedOr(id: string, named: string | null) {
    try {
      return await fetched(id)
    } catch (fault) {
      if (!named && fault instanceof ApiFault && fault.status === 404) return null
      throw fault
    }
  }

  const latest = async () => (all.value[0] ? fetched(all.value[0].id) : null)

  const fetched = (id: string) => data(api.GET('/api/rounds/{round_id}', { params: { path: { round_id: id } } }))

  const open = (id: string) => guarded(async () => hold(await fetched(id)))

  function beginRound(classId: string, setId: string, heldOn: string, versions: boolean) {
    return guarded(async () => {
      const body = { class_id: classId, set_id: setId, held_on: heldOn, name: null, versions }
      hold(await data(api.POST('/api/rounds', { body })))
      await refresh()
    })
  }

  function makeClass(name: string, year: string, pupils: PupilShape[]) {
    return guarded(async () => {
      await data(api.POST('/api/classes', { body: { name, year, pupils } }))
      await refresh()
    })
  }

  /** A class of invented pupils, to try things with. */
  function inventClass() {
    return guarded(async () => {
      await data(api.POST('/api/classes/invented', { body: { name: 'Invented class', pupils: 28 } }))
      await refresh()
    })
  }

  function changeClass(of: ClassShape, name: string, year: string, pupils: PupilShape[]) {
    return guarded(async () => {
      const params = { path: { class_id: of.id } }
      await data(api.PUT('/api/classes/{class_id}', { params, body: { revision: of.revision, name, year, pupils } }))
      await refresh()
      if (inHand.value?.class_id === of.id) hold(await fetched(inHand.value.id))
    })
  }

  function deleteClass(of: ClassShape) {
    return guarded(async () => {
      const params = { path: { class_id: of.id }, query: { revision: of.revision } }
      const { revision } = await data(api.DELETE('/api/classes/{class_id}', { params }))
      if (inHand.value?.class_id === of.id) hold(null)
      await refresh()
      sets.lately = {
        said: `Deleted the class “${of.name}”. It can be put back for a week.`,
        undo: async () =>
          void (await guarded(async () => {
            await data(
              api.POST('/api/classes/{class_id}/restore', { params: { path: { class_id: of.id } }, body: { revision } }),
            )
            await refresh()
          })),
      }
    })
  }

  function eraseClass(of: ClassShape) {
    return guarded(async () => {
      await data(api.POST('/api/classes/{class_id}/erase', { params: { path: { class_id: of.id } } }))
      if (inHand.value?.class_id === of.id) hold(null)
      await refresh()
    })
  }

  function erasePupil(of: ClassShape, pupilId: string) {
    return guarded(async () => {
      const params = { path: { class_id: of.id, pupil_id: pupilId } }
      await data(api.POST('/api/classes/{class_id}/pupils/{pupil_id}/erase', { params }))
      await refresh()
      if (inHand.value?.class_id === of.id) hold(await fetched(inHand.value.id))
    })
  }

  function deleteRound(of: { id: string; name: string; revision: number }) {
    return guarded(async () => {
      const params = { path: { round_id: of.id }, query: { revision: of.revision } }
      const { revision } = await data(api.DELETE('/api/rounds/{round_id}', { params }))
      hold(null)
      await begin(null)
      sets.lately = {
        said: `Deleted the round “${of.name}”. It can be put back for a week.`,
        undo: async () =>
          void (await guarded(async () => {
            const at = { path: { round_id: of.id } }
            hold(await data(api.POST('/api/rounds/{round_id}/restore', { params: at, body: { revision } })))
            await refresh()
          })),
      }
    })
  }

  return {
    classes, all, more, listMore, inHand, inHandId, trouble, going, forgotten, known, hold, refresh, begin, open, beginRound, makeClass, inventClass,
    changeClass, deleteClass, eraseClass, erasePupil, deleteRound, guarded,
  } // prettier-ignore
})
