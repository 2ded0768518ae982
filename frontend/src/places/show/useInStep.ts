import { onScopeDispose, watch, type Ref } from 'vue'
import type { Called } from './CalledOut.vue'
import type { LessonInHand, TwoShown, WrongShown } from './useLesson'

/** Where a lesson has come to, as the windows that show it tell each other. */
interface Place {
  item: number
  step: number
  wrong: WrongShown
  two: TwoShown
  mistake: string
}

/**
 * Two windows of one lesson in step, without the server: what one of them moves to, the other moves to.
 *
 * The place is kept in the browser too, so that a window that `follows` comes to where the lesson is when it is opened.
 */
export function useInStep(lesson: LessonInHand, called: Ref<Called | null>, follows = false) {
  let channel: BroadcastChannel | null = null
  let heard = ''
  const key = (set: string) => `keen-slate:show:${set}`
  const here = (): Place => ({
    item: lesson.item.value,
    step: lesson.step.value,
    wrong: lesson.wrongShown.value,
    two: lesson.twoShown.value,
    mistake: lesson.wrongMistake.value,
  })

  async function follow(place: Place) {
    heard = JSON.stringify(place)
    lesson.goTo(place.item, place.step)
    lesson.wrongShown.value = place.wrong
    lesson.twoShown.value = place.two
    if (place.mistake && place.mistake !== lesson.wrongMistake.value) await lesson.choose(place.mistake)
  }

  watch(
    () => lesson.lesson.value?.id,
    (set) => {
      channel?.close()
      if (!set) return
      const kept = follows ? localStorage.getItem(key(set)) : null
      if (kept) void follow(JSON.parse(kept) as Place)
      channel = new BroadcastChannel(key(set))
      channel.onmessage = ({ data }: MessageEvent<{ place?: Place; called?: Called | null }>) => {
        if (data.place) void follow(data.place)
        if ('called' in data) called.value = data.called ?? null
      }
    },
    { immediate: true },
  )
  watch([lesson.item, lesson.step, lesson.wrongShown, lesson.twoShown, lesson.wrongMistake], () => {
    const now = JSON.stringify(here())
    const set = lesson.lesson.value?.id
    if (set) localStorage.setItem(key(set), now)
    if (now !== heard) channel?.postMessage({ place: here() })
  })
  onScopeDispose(() => channel?.close())

  function tell(said: Called | null) {
    called.value = said
    channel?.postMessage({ called: said && { ...said } })
  }

  return { tell }
}
