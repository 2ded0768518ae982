import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'

const CHOICES = [0, 1, 2, 3, 5, 10]

/** A countdown for the class; each press takes the next length, in minutes, and starts anew. */
export function useTimer() {
  const minutes = ref(0)
  const left = ref(0)
  const { pause, resume } = useIntervalFn(() => (left.value = Math.max(left.value - 1, 0)), 1000, { immediate: false })

  function start() {
    minutes.value = CHOICES[(CHOICES.indexOf(minutes.value) + 1) % CHOICES.length] ?? 0
    left.value = minutes.value * 60
    pause()
    if (minutes.value) resume()
  }
  const clock = computed(() => `${Math.floor(left.value / 60)}:${String(left.value % 60).padStart(2, '0')}`)

  return { minutes, clock, start }
}
