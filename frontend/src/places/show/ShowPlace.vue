<script setup lang="ts">
import { useFullscreen, useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useNamedSet } from '@/desk/useNamedSet'
import { useSets } from '@/desk/useSets'
import { useKeys } from '@/shared/useKeys'
import { api } from '@/api/client'
import { today } from '@/shared/days'
import QuickCount from './QuickCount.vue'
import ShowBeside from './ShowBeside.vue'
import ShowSheet from './ShowSheet.vue'
import { useLesson } from './useLesson'
import { useTimer } from './useTimer'

/** The set on the projector, one step at a time. */
const router = useRouter()
const sets = useSets()
useNamedSet()

const lesson = useLesson()
const { item, current, shown, wrongShown, estimateFirst, back, another } = lesson
const counting = ref(false)
const noted = new Set<string>()

/** On; and that the set was shown today stands in the record. */
function next() {
  lesson.next()
  const set = sets.inHandId
  if (!set || noted.has(set)) return
  noted.add(set)
  const class_id = localStorage.getItem('keen-slate:class-shown') || null
  const body = { on_day: today(), kind: 'shown' as const, about: '', set_id: set, class_id, counts: null }
  void api.POST('/api/record', { body }).catch(() => noted.delete(set))
}
const { minutes, clock, start } = useTimer()
const { toggle: fullScreen } = useFullscreen()
const dark = useLocalStorage('keen-slate:dark', false)
const picturesShown = ref(true)

const count = computed(() => lesson.lesson.value?.items.length ?? 0)
const trouble = computed(() => lesson.fault.value?.message)
const picture = computed(() => {
  const drawn = shown.value.flatMap((step) => {
    if (step.kind === 'line') return step.line.picture ? [step.line.picture] : []
    if (step.kind !== 'stroke') return []
    const picture = current.value?.lines.find((line) => line.at === step.at)?.picture
    return picture && step.board.strokes[step.stroke]?.line === step.at ? [picture] : []
  })
  const bars = shown.value.some((step) => step.kind === 'bars') ? current.value?.story?.bars : null
  const problem = bars ?? current.value?.picture ?? null
  if (current.value?.asks_of_picture) return problem
  return (picturesShown.value && (drawn.at(-1) ?? problem)) || null
})
const wrong = computed(() => (wrongShown.value ? (current.value?.wrong ?? null) : null))

const darken = () => (dark.value = !dark.value)
const togglePictures = () => (picturesShown.value = !picturesShown.value)
function leave() {
  void router.push({ name: 'line-up', params: sets.inHandId ? { set: sets.inHandId } : {} })
}

useKeys({
  ' ': next,
  Enter: next,
  ArrowRight: next,
  PageDown: next,
  ArrowLeft: back,
  Backspace: back,
  PageUp: back,
  ArrowDown: () => another(1),
  ArrowUp: () => another(-1),
  e: lesson.toggleEstimate,
  v: togglePictures,
  w: lesson.onPurpose,
  t: start,
  c: () => (counting.value = !counting.value),
  d: darken,
  f: () => void fullScreen(),
  Escape: leave,
})
</script>

<template>
  <div class="show" :class="{ 'dark-room': dark }" @click.self="next">
    <p v-if="trouble" class="show-trouble" role="alert">{{ trouble }}</p>
    <template v-else-if="current">
      <ShowSheet :item="current" :shown="shown" :beside="Boolean(picture || wrong)" :aria-label="`Item ${item + 1}`" @click="next" />
      <ShowBeside v-if="picture || wrong" :picture="picture" :asked="current.asks_of_picture" :wrong="wrong" :stage="wrongShown" :columns="current.layout === 'columns'" />
      <footer class="show-foot">
        <span class="show-place">{{ item + 1 }} of {{ count }}</span>
        <QuickCount v-if="counting && sets.inHandId" :set-id="sets.inHandId" :item="item + 1" @done="counting = false" />
        <span v-if="minutes" class="show-clock" role="timer">{{ clock }}</span>
        <!-- A click leaves the focus where it was, so that the next key goes on with the lesson. -->
        <span class="show-buttons" @mousedown.prevent>
          <button type="button" @click="back">Back</button>
          <button type="button" @click="next">Next</button>
          <button type="button" @click="another(-1)">Item before</button>
          <button type="button" @click="another(1)">Next item</button>
          <button type="button" :aria-pressed="estimateFirst" @click="lesson.toggleEstimate">Estimate first</button>
          <button type="button" :aria-pressed="picturesShown" @click="togglePictures">Pictures</button>
          <button v-if="current.wrong" type="button" :aria-pressed="wrongShown > 0" @click="lesson.onPurpose">Wrong on purpose</button>
          <button type="button" :aria-pressed="counting" @click="counting = !counting">Who had it</button>
          <button type="button" @click="start">{{ minutes ? `${minutes} min` : 'Timer' }}</button>
          <button type="button" :aria-pressed="dark" @click="darken">Dark</button>
          <button type="button" @click="fullScreen">Full screen</button>
          <button type="button" @click="leave">Leave</button>
        </span>
      </footer>
    </template>
    <p v-else-if="lesson.lesson.value" class="show-asked">Nothing in this set yet. Draw a ladder in Line up, or keep an example from Work.</p>
    <p v-else-if="!sets.inHand" class="show-asked">Choose a set in Line up first.</p>
  </div>
</template>

<style scoped>
/* Show: read from the back of the room. A digit is at least 5 % of the screen high. */
.show {
  position: fixed;
  inset: 0;
  z-index: 3;
  background: var(--sheet);
  color: var(--ink);
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  grid-template-rows: minmax(0, 1fr) auto;
}

.show-asked {
  font-size: 3.6vh;
  color: var(--quiet);
  display: block;
}

.show :deep(.multiples) {
  white-space: nowrap;
}

.show-foot {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 1.5rem;
  padding: 0.3rem 1rem;
  color: var(--quiet);
  border-top: 1px solid color-mix(in srgb, var(--quiet) 30%, transparent);
}

.show-clock {
  font-size: 1.6rem;
  font-variant-numeric: tabular-nums;
}

.show-buttons {
  margin-left: auto;
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem;
  opacity: 0.75;
}

.show-buttons:hover,
.show-buttons:focus-within {
  opacity: 1;
}

.show-buttons button {
  font: inherit;
  font-size: 0.82rem;
  color: var(--ink);
  background: none;
  border: 1px solid transparent;
  padding: 0.15rem 0.5rem;
  cursor: pointer;
}

.show-buttons button:hover,
.show-buttons button[aria-pressed='true'] {
  border-color: var(--quiet);
}

@media (--narrow) {
  .show {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: minmax(0, 1fr) auto auto;
  }

  /* On a phone the wrong working has the screen, under the problem alone. */
  .show:has(.show-wrong) {
    grid-template-rows: auto minmax(0, 1fr) auto;
  }

  .show:has(.show-wrong) :deep(:is(.show-lines, .show-estimate, .show-question)) {
    display: none;
  }
}
</style>
