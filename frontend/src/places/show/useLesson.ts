import { useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, type Lesson, type LessonItem } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { placeOf, stepsOf, type Step } from './steps'

type WrongShown = 0 | 1 | 2 | 3

/**
 * The lesson of the set that the address names, and where it has come to.
 *
 * It is fetched whole, so that it goes on when the connection drops. Item (from 1), step and how much of the wrong
 * working is shown stand in the address: a reload comes back to the same line.
 */
export function useLesson() {
  const route = useRoute()
  const router = useRouter()
  const { ask, fault } = useRequest({ shown: true })
  const lesson = ref<Lesson | null>(null)
  const item = ref(0)
  const step = ref(0)
  const wrongShown = ref<WrongShown>(0)
  const estimateFirst = useLocalStorage('keen-slate:estimate-first', true)

  const items = computed(() => lesson.value?.items ?? [])
  const current = computed<LessonItem | null>(() => items.value[item.value] ?? null)
  const steps = computed<Step[]>(() => (current.value ? stepsOf(current.value, estimateFirst.value) : []))
  const shown = computed(() => steps.value.slice(0, step.value + 1))

  function goTo(toItem: number, toStep: number) {
    item.value = Math.min(Math.max(toItem, 0), Math.max(items.value.length - 1, 0))
    step.value = Math.min(Math.max(toStep, 0), Math.max(steps.value.length - 1, 0))
  }
  function next() {
    if (step.value < steps.value.length - 1) step.value += 1
    else if (item.value < items.value.length - 1) goTo(item.value + 1, 0)
  }
  function back() {
    if (step.value > 0) step.value -= 1
    else if (item.value > 0) goTo(item.value - 1, Number.MAX_SAFE_INTEGER)
  }
  function another(by: number) {
    wrongShown.value = 0
    goTo(item.value + by, 0)
  }
  function toggleEstimate() {
    const now = shown.value.at(-1)
    estimateFirst.value = !estimateFirst.value
    step.value = placeOf(now, steps.value)
  }
  /** The wrong working, then where it goes wrong, its rule on the simplest numbers if there are any, then nothing. */
  function onPurpose() {
    const wrong = current.value?.wrong
    if (wrong) wrongShown.value = ((wrongShown.value + 1) % (wrong.disproved ? 4 : 3)) as WrongShown
  }

  const numberIn = (query: unknown) => (typeof query === 'string' && /^\d{1,4}$/.test(query) ? Number(query) : 0)

  async function load(id: string) {
    const path = { set_id: id }
    const found = await ask((signal) => api.GET('/api/sets/{set_id}/lesson', { params: { path }, signal }))
    if (!found) return
    lesson.value = found
    const { item: atItem, step: atStep, wrong } = route.query
    goTo(numberIn(atItem) - 1, numberIn(atStep))
    wrongShown.value = Math.min(numberIn(wrong), 3) as WrongShown
  }

  watch([item, step, wrongShown], () => {
    if (!current.value?.wrong) wrongShown.value = 0
    const wrong = wrongShown.value ? { wrong: wrongShown.value } : {}
    void router.replace({ query: { item: item.value + 1, step: step.value, ...wrong } })
  })
  watch(
    () => route.params.set,
    (id) => {
      if (typeof id === 'string' && id && id !== lesson.value?.id) void load(id)
    },
    { immediate: true },
  )

  return { lesson, fault, item, step, current, shown, wrongShown, estimateFirst, next, back, another, toggleEstimate, onPurpose }
}
