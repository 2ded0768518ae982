<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useNamedSet } from '@/desk/useNamedSet'
import { useSets } from '@/desk/useSets'
import { useKeys } from '@/shared/useKeys'
import { api } from '@/api/client'
import { today } from '@/shared/days'
import CalledOut, { type Called } from './CalledOut.vue'
import PointerLayer, { type Pointer } from './PointerLayer.vue'
import QuickCount from './QuickCount.vue'
import ShowBeside from './ShowBeside.vue'
import ShowGroup from './ShowGroup.vue'
import ShowPanels from './ShowPanels.vue'
import ShowTop from './ShowTop.vue'
import ShowTwo from './ShowTwo.vue'
import ShowWorking from './ShowWorking.vue'
import { useInStep } from './useInStep'
import { useLesson } from './useLesson'
import { useTimer } from './useTimer'

/** The set on the projector, one step at a time: a spread whose problem and decisive line stay in sight. */
const router = useRouter()
const sets = useSets()
useNamedSet()

const lesson = useLesson()
const { items, item, step, current, shown, wrong, wrongMistake, wrongShown, twoShown, estimateFirst, another } = lesson
const counting = ref(false)
const more = ref(false)
const calling = ref(false)
const called = ref<Called | null>(null)
const inStep = useInStep(lesson, called)
const pointer = ref<Pointer>(null)
const noted = new Set<string>()

/** Short items shown together: from the one in hand on, so many answers uncovered. */
const together = ref<number | null>(null)
const MOST_TOGETHER = 6
const group = computed(() =>
  items.value.slice(item.value, item.value + MOST_TOGETHER).filter((one) => !one.story && !one.find && !one.asks_of_picture),
)
const toggleGroup = () => (together.value = together.value === null && group.value.length > 1 ? 0 : null)

/** On; and that the set was shown today stands in the record. */
function next() {
  if (together.value !== null) {
    if (together.value < group.value.length) together.value += 1
    else {
      lesson.jump(item.value + group.value.length)
      together.value = group.value.length > 1 ? 0 : null
    }
  } else lesson.next()
  const set = sets.inHandId
  if (!set || noted.has(set)) return
  noted.add(set)
  const class_id = localStorage.getItem('keen-slate:class-shown') || null
  const body = { on_day: today(), kind: 'shown' as const, about: '', set_id: set, class_id, counts: null }
  void api.POST('/api/record', { body }).catch(() => noted.delete(set))
}
function back() {
  if (together.value === null) return lesson.back()
  if (together.value > 0) together.value -= 1
}
const { minutes, clock, start } = useTimer()
/** Some phones cannot, and stay as they are. */
const fullScreen = () => {
  if (document.fullscreenElement) void document.exitFullscreen()
  else if (document.fullscreenEnabled) void document.documentElement.requestFullscreen()
}
const dark = useLocalStorage('keen-slate:dark', false)
const picturesShown = ref(true)

const count = computed(() => items.value.length)
const trouble = computed(() => lesson.fault.value?.message)
const lineOf = (at: number) => current.value?.lines.find((line) => line.at === at)
/** Lines that stand there, each once. */
const stand = computed(() =>
  shown.value.flatMap((one) => {
    if (one.kind === 'line') return [one.line]
    if (one.kind !== 'stroke') return []
    const line = lineOf(one.at)
    return line && one.board.strokes[one.stroke]?.line === one.at ? [line] : []
  }),
)
const decisive = computed(() => stand.value.find((line) => line.decisive) ?? null)
const picture = computed(() => {
  const bars = shown.value.some((one) => one.kind === 'bars') ? current.value?.story?.bars : null
  const problem = bars ?? current.value?.picture ?? null
  if (current.value?.asks_of_picture) return problem
  const drawn = decisive.value?.picture ?? stand.value.findLast((line) => line.picture)?.picture
  return (picturesShown.value && (drawn ?? problem)) || null
})
/** It is told at its own place while it is the line in hand; in columns it stands on the board. */
const decisiveBeside = computed(() => {
  const here = shown.value.at(-1)
  const asIsSaid = here && 'at' in here && here.at === decisive.value?.at && here.kind === 'line'
  return current.value?.layout !== 'columns' && !asIsSaid ? decisive.value : null
})
const partner = computed(() => (current.value?.role === 'contrast' ? (items.value[item.value - 1] ?? null) : null))
const wrongBeside = computed(() => (wrongShown.value ? wrong.value : null))
const storyBeside = computed(() => (shown.value.length > 1 ? (current.value?.story ?? null) : null))
/** The line in hand has the whole width where half of it is too narrow. */
const alone = ref(false)
const beside = computed(() => !alone.value && Boolean(storyBeside.value || picture.value || wrongBeside.value || decisiveBeside.value || partner.value))

const darken = () => (dark.value = !dark.value)
const togglePictures = () => (picturesShown.value = !picturesShown.value)
const point = (mode: Pointer) => (pointer.value = pointer.value === mode ? null : mode)
function leave() {
  if (pointer.value) return (pointer.value = null)
  void router.push({ name: 'line-up', params: sets.inHandId ? { set: sets.inHandId } : {} })
}
function present() {
  const { href } = router.resolve({ name: 'presenter', params: { set: sets.inHandId ?? '' } })
  window.open(href, 'keen-slate-presenter', 'width=1100,height=760')
}

/** An item by its number: digits that follow each other quickly belong together. */
const digits = ref('')
let timer: number | undefined
function typed(digit: string) {
  digits.value += digit
  window.clearTimeout(timer)
  timer = window.setTimeout(() => {
    const number = Number(digits.value)
    digits.value = ''
    if (number >= 1 && number <= count.value) lesson.jump(number - 1)
  }, 500)
}
watch([item, step], () => {
  called.value = null
  alone.value = false
})

useKeys({
  ...Object.fromEntries([...'0123456789'].map((digit) => [digit, () => typed(digit)])),
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
  W: lesson.two,
  a: () => (calling.value = !calling.value),
  g: toggleGroup,
  r: () => point('ring'),
  x: () => point('strike'),
  s: present,
  t: start,
  c: () => (counting.value = !counting.value),
  d: darken,
  f: fullScreen,
  Escape: leave,
})
</script>

<template>
  <div class="show" :class="{ 'dark-room': dark, spread: beside && !twoShown && together === null }" @click.self="next">
    <p v-if="trouble" class="show-trouble" role="alert">{{ trouble }}</p>
    <template v-else-if="current">
      <ShowGroup v-if="together !== null" :items="group" :first="item" :open="together" @click="next" />
      <template v-else>
        <ShowTop :item="current" :shown="shown" :aria-label="`Item ${item + 1}`" @click="next" />
        <ShowTwo v-if="twoShown && wrong" :item="current" :wrong="wrong" :told="twoShown === 2" @click="lesson.two" />
        <template v-else>
          <ShowPanels v-if="current.layout === 'panels'" :item="current" :shown="shown" @click="next" />
          <ShowWorking v-else :item="current" :shown="shown" :wide="!beside" @too-long="alone = true" @click="next" />
          <ShowBeside
            v-if="beside"
            :picture="picture"
            :decisive="decisiveBeside"
            :partner="partner"
            :story="storyBeside"
            :asked="current.asks_of_picture"
            :wrong="wrongBeside"
            :stage="wrongShown"
            :columns="current.layout === 'columns'"
          />
        </template>
      </template>
      <PointerLayer :mode="pointer" :at="`${item} ${step} ${wrongShown} ${twoShown} ${together}`" />
      <p v-if="called" class="show-called" role="status" :data-verdict="called.verdict">
        <b>{{ called.text }}</b>
        <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
        <span v-html="called.html" />
      </p>
      <footer class="show-foot">
        <span class="show-place">{{ digits || `${item + 1} of ${count}` }}</span>
        <QuickCount v-if="counting && sets.inHandId" :set-id="sets.inHandId" :item="item + 1" @done="counting = false" />
        <CalledOut v-if="calling" :lesson="lesson" @done="calling = false" @judged="inStep.tell" />
        <span v-if="minutes" class="show-clock" role="timer">{{ clock }}</span>
        <!-- A click leaves the focus where it was, so that the next key goes on with the lesson. -->
        <span class="show-buttons" @mousedown.prevent>
          <button type="button" @click="back">Back</button>
          <button type="button" @click="next">Next</button>
          <button type="button" @click="another(-1)">Item before</button>
          <button type="button" @click="another(1)">Next item</button>
          <button type="button" :aria-pressed="calling" @click="calling = !calling">Called out</button>
          <button type="button" :aria-pressed="counting" @click="counting = !counting">Who had it</button>
          <template v-if="wrong">
            <button type="button" :aria-pressed="wrongShown > 0" @click="lesson.onPurpose">Wrong on purpose</button>
            <button type="button" :aria-pressed="twoShown > 0" @click="lesson.two">Which is right</button>
          </template>
          <button type="button" @click="present">Presenter’s view</button>
          <button type="button" :aria-expanded="more" @click="more = !more">More</button>
          <button type="button" @click="leave">Leave</button>
        </span>
        <span v-if="more" class="show-buttons" role="group" aria-label="More" @mousedown.prevent>
          <button type="button" :aria-pressed="together !== null" :disabled="group.length < 2" @click="toggleGroup">Several</button>
          <button type="button" :aria-pressed="estimateFirst" @click="lesson.toggleEstimate">Estimate first</button>
          <button type="button" :aria-pressed="picturesShown" @click="togglePictures">Pictures</button>
          <button type="button" :aria-pressed="pointer === 'ring'" @click="point('ring')">Ring</button>
          <button type="button" :aria-pressed="pointer === 'strike'" @click="point('strike')">Strike</button>
          <button type="button" @click="start">{{ minutes ? `${minutes} min` : 'Timer' }}</button>
          <button type="button" :aria-pressed="dark" @click="darken">Dark</button>
          <button type="button" @click="fullScreen">Full screen</button>
        </span>
        <label v-if="wrong && (wrongShown || twoShown)" class="which-mistake">
          Which mistake
          <select :value="wrongMistake" @change="lesson.choose(($event.target as HTMLSelectElement).value)">
            <option v-for="likely in current.likely" :key="likely.mistake" :value="likely.mistake">{{ likely.name }}</option>
          </select>
        </label>
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
  grid-template: auto minmax(0, 1fr) auto auto / minmax(0, 1fr) 0;
  grid-template-areas: 'top top' 'working beside' 'called called' 'foot foot';
}

.show.spread {
  grid-template-columns: minmax(0, 1fr) 44vw;
}

.show-called {
  grid-area: called;
  font-size: 4.4vh;
  padding: 0.6vh 3vw;
  border-top: 3px solid var(--amber);
  display: flex;
  flex-wrap: wrap;
  gap: 0 2vw;
  align-items: baseline;
}

.which-mistake select {
  font: inherit;
  color: inherit;
  background: var(--sheet);
  max-width: 16rem;
}

.show-asked {
  font-size: 3.6vh;
  color: var(--quiet);
  display: block;
}

.show-foot {
  grid-area: foot;
  position: relative;
  z-index: 2;
  background: var(--sheet);
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
  /* On a phone it is one column that is scrolled; what can be pressed stays at its foot. */
  .show,
  .show.spread {
    grid-template: auto auto auto auto minmax(0, 1fr) auto / minmax(0, 1fr);
    grid-template-areas: 'top' 'working' 'beside' 'called' '.' 'foot';
    overflow-y: auto;
  }

  .show-foot {
    position: sticky;
    bottom: 0;
  }

  .show-called {
    font-size: 2.6vh;
  }

  /* The wrong working has the screen, under the problem alone. */
  .show:has(.show-wrong) :deep(.show-working) {
    display: none;
  }
}
</style>
