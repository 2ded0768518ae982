import { useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, type Lesson, type LessonItem } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useSettings } from '@/desk/useSettings'
import { placeOf, stepsOf, type Step } from './steps'

type Wrong = NonNullable<LessonItem['wrong']>
/** 1 the wrong working, 2 where it goes wrong, 3 its rule on the simplest numbers. */
export type WrongShown = 0 | 1 | 2 | 3
/** 1 two workings, 2 which of them is right. */
export type TwoShown = 0 | 1 | 2

/**
 * The lesson of the set that the address names, and where it has come to.
 *
 * It is fetched whole, so that it goes on when the connection drops. Item (from 1), step and how much of the wrong
 * working is shown stand in the address: a reload comes back to the same line.
 */
export function useLesson() {
  const route = useRoute()
  const router = useRouter()
  const settings = useSettings()
  const { ask, fault } = useRequest({ shown: true })
  const fetching = useRequest({ shown: true })
  const lesson = ref<Lesson | null>(null)
  const item = ref(0)
  const step = ref(0)
  const wrongShown = ref<WrongShown>(0)
  const twoShown = ref<TwoShown>(0)
  const estimateFirst = useLocalStorage('keen-slate:estimate-first', true)
  /** The mistake that was chosen for an item, and its working once it is there. */
  const chosen = ref<Record<string, { mistake: string; wrong: Wrong }>>({})

  const items = computed(() => lesson.value?.items ?? [])
  const current = computed<LessonItem | null>(() => items.value[item.value] ?? null)
  const steps = computed<Step[]>(() => (current.value ? stepsOf(current.value, estimateFirst.value) : []))
  const shown = computed(() => steps.value.slice(0, step.value + 1))
  const coming = computed(() => steps.value[step.value + 1] ?? null)
  const wrong = computed(() => (current.value && chosen.value[current.value.id]?.wrong) ?? current.value?.wrong ?? null)
  const wrongMistake = computed(() => (current.value ? (chosen.value[current.value.id]?.mistake ?? current.value.wrong?.mistake ?? '') : ''))

  function goTo(toItem: number, toStep: number) {
    item.value = Math.min(Math.max(toItem, 0), Math.max(items.value.length - 1, 0))
    step.value = Math.min(Math.max(toStep, 0), Math.max(steps.value.length - 1, 0))
  }
  function next() {
    if (step.value < steps.value.length - 1) step.value += 1
    else if (item.value < items.value.length - 1) another(1)
  }
  function back() {
    if (step.value > 0) step.value -= 1
    else if (item.value > 0) goTo(item.value - 1, Number.MAX_SAFE_INTEGER)
  }
  function jump(toItem: number) {
    wrongShown.value = twoShown.value = 0
    goTo(toItem, 0)
  }
  const another = (by: number) => jump(item.value + by)
  function toggleEstimate() {
    const now = shown.value.at(-1)
    estimateFirst.value = !estimateFirst.value
    step.value = placeOf(now, steps.value)
  }
  /** The wrong working, then where it goes wrong, its rule on the simplest numbers if there are any, then nothing. */
  function onPurpose() {
    twoShown.value = 0
    if (wrong.value) wrongShown.value = ((wrongShown.value + 1) % (wrong.value.disproved ? 4 : 3)) as WrongShown
  }
  /** Two workings, then which of them is right, then nothing. */
  function two() {
    wrongShown.value = 0
    if (wrong.value) twoShown.value = ((twoShown.value + 1) % 3) as TwoShown
  }
  /** Another mistake of those that this item can show. */
  async function choose(mistake: string) {
    const of = current.value
    if (!of) return
    const body = { text: of.text, school: of.school, turns: of.turns, policy: settings.settings.policy, mistake, ...settings.manner }
    const found = await fetching.ask((signal) => api.POST('/api/wrong-on-purpose', { body, signal }))
    if (found) chosen.value = { ...chosen.value, [of.id]: { mistake, wrong: found } }
  }

  const numberIn = (query: unknown) => (typeof query === 'string' && /^\d{1,4}$/.test(query) ? Number(query) : 0)

  async function load(id: string) {
    await settings.ready()
    const path = { set_id: id }
    const found = await ask((signal) => api.GET('/api/sets/{set_id}/lesson', { params: { path }, signal }))
    if (!found) return
    lesson.value = found
    const { item: atItem, step: atStep, wrong, two } = route.query
    goTo(numberIn(atItem) - 1, numberIn(atStep))
    wrongShown.value = Math.min(numberIn(wrong), 3) as WrongShown
    twoShown.value = Math.min(numberIn(two), 2) as TwoShown
  }

  watch([item, step, wrongShown, twoShown], () => {
    if (!wrong.value) wrongShown.value = twoShown.value = 0
    const beside = wrongShown.value ? { wrong: wrongShown.value } : twoShown.value ? { two: twoShown.value } : {}
    void router.replace({ query: { item: item.value + 1, step: step.value, ...beside } })
  })
  watch(
    () => route.params.set,
    (id) => {
      if (typeof id === 'string' && id && id !== lesson.value?.id) void load(id)
    },
    { immediate: true },
  )

  return {
    lesson, fault, items, item, step, current, steps, shown, coming, wrong, wrongMistake, wrongShown, twoShown, estimateFirst,
    next, back, jump, another, goTo, toggleEstimate, onPurpose, two, choose,
  } // prettier-ignore
}

export type LessonInHand = ReturnType<typeof useLesson>
