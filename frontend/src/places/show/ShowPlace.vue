<script setup lang="ts">
import { computed, nextTick, onMounted, onScopeDispose, ref, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ApiFault, data, type Lesson, type LessonItem, type LessonLine } from '@/api/client'
import { useNamedSet } from '@/desk/useNamedSet'
import { useSets } from '@/desk/useSets'
import { useSettings } from '@/desk/useSettings'
import MathText from '@/shared/MathText.vue'
import SideWork from '@/shared/SideWork.vue'
import { useKeys } from '@/shared/useKeys'

/**
 * The set on the projector, one step at a time. The lesson is fetched whole, so that it goes on when the connection
 * drops; of it only what has been shown stands in the page. Where it has come to stands in the address.
 */
type Step =
  | { kind: 'problem' }
  | { kind: 'turn' }
  | { kind: 'estimate' }
  | { kind: 'ask'; question: string; at: number }
  | { kind: 'line'; line: LessonLine; at: number }
  | { kind: 'found' }

const route = useRoute()
const router = useRouter()
const sets = useSets()
const settings = useSettings()

const lesson = ref<Lesson | null>(null)
const trouble = ref('')
const item = ref(0)
const step = ref(0)
const estimateFirst = ref(localStorage.getItem('keen-slate:estimate-first') !== 'no')
const dark = ref(localStorage.getItem('keen-slate:dark') === 'yes')
const picturesShown = ref(true)
const wrongShown = ref<0 | 1 | 2>(0)
const minutes = ref(0)
const left = ref(0)
let ticking: number | undefined
const sheet = useTemplateRef<HTMLElement>('sheet')

const current = computed<LessonItem | null>(() => lesson.value?.items[item.value] ?? null)
const steps = computed<Step[]>(() => (current.value ? stepsOf(current.value, estimateFirst.value) : []))
const shown = computed(() => steps.value.slice(0, step.value + 1))
const lines = computed(() => shown.value.flatMap((s) => (s.kind === 'line' ? [s] : [])))
const now = computed(() => shown.value.at(-1))
const question = computed(() => (now.value?.kind === 'ask' ? now.value.question : ''))
const estimating = computed(() => shown.value.some((s) => s.kind === 'estimate'))
const picture = computed(() => (picturesShown.value ? lines.value.findLast((s) => s.line.picture)?.line.picture : null))
const found = computed(() => shown.value.some((s) => s.kind === 'found'))

function stepsOf(of: LessonItem, estimate: boolean): Step[] {
  const all: Step[] = [{ kind: 'problem' }]
  if (estimate && of.estimates.length && !of.find) all.push({ kind: 'estimate' })
  if (of.turn) all.push({ kind: 'turn' })
  of.lines.forEach((line, at) => {
    if (of.find) {
      if (!line.only_asks) all.push({ kind: 'line', line, at })
      return
    }
    const before = of.lines[at - 1]
    // A line that only asks is the question of the line after it; two stops for one thing would be one too many.
    if (line.question && !(before?.only_asks && before.question === line.question))
      all.push({ kind: 'ask', question: line.question, at })
    all.push({ kind: 'line', line, at })
  })
  if (of.find) all.push({ kind: 'found' })
  return all
}

function goTo(toItem: number, toStep: number) {
  const count = lesson.value?.items.length ?? 0
  item.value = Math.min(Math.max(toItem, 0), Math.max(count - 1, 0))
  step.value = Math.min(Math.max(toStep, 0), Math.max(steps.value.length - 1, 0))
}
function next() {
  if (step.value < steps.value.length - 1) step.value += 1
  else if (item.value < (lesson.value?.items.length ?? 0) - 1) goTo(item.value + 1, 0)
}
function back() {
  if (step.value > 0) step.value -= 1
  else if (item.value > 0) goTo(item.value - 1, Number.MAX_SAFE_INTEGER)
}
function another(by: number) {
  wrongShown.value = 0
  goTo(item.value + by, 0)
}
function darken() {
  dark.value = !dark.value
  localStorage.setItem('keen-slate:dark', dark.value ? 'yes' : 'no')
}
function toggleEstimate() {
  const at = now.value
  estimateFirst.value = !estimateFirst.value
  localStorage.setItem('keen-slate:estimate-first', estimateFirst.value ? 'yes' : 'no')
  const same = steps.value.findIndex((s) => s.kind === at?.kind && (!('at' in s) || !at || !('at' in at) || s.at === at.at))
  step.value = Math.max(same, 0)
}
function onPurpose() {
  if (current.value?.wrong) wrongShown.value = ((wrongShown.value + 1) % 3) as 0 | 1 | 2
}
function tick() {
  left.value = Math.max(left.value - 1, 0)
}
function time() {
  const choices = [0, 1, 2, 3, 5, 10]
  minutes.value = choices[(choices.indexOf(minutes.value) + 1) % choices.length] ?? 0
  left.value = minutes.value * 60
  window.clearInterval(ticking)
  if (minutes.value) ticking = window.setInterval(tick, 1000)
}
async function fullScreen() {
  if (document.fullscreenElement) await document.exitFullscreen()
  else await document.documentElement.requestFullscreen()
}
function leave() {
  void router.push({ name: 'line-up', params: sets.inHandId ? { set: sets.inHandId } : {} })
}

const clock = computed(() => `${Math.floor(left.value / 60)}:${String(left.value % 60).padStart(2, '0')}`)

/** The place in the address: a reload comes back to the same line. */
watch([item, step, wrongShown], () => {
  wrongShown.value = wrongShown.value && current.value?.wrong ? wrongShown.value : 0
  void router.replace({ query: { at: `${item.value + 1}.${step.value}`, ...(wrongShown.value ? { wrong: wrongShown.value } : {}) } })
  void nextTick(() => sheet.value?.querySelector('.show-last')?.scrollIntoView({ block: 'nearest' }))
})

async function load(id: string) {
  trouble.value = ''
  try {
    lesson.value = await data(api.GET('/api/sets/{set_id}/lesson', { params: { path: { set_id: id } } }))
    const [atItem = '1', atStep = '0'] = String(route.query.at ?? '').split('.')
    const wrong = Number(route.query.wrong ?? 0)
    goTo(Number(atItem) - 1 || 0, Number(atStep) || 0)
    wrongShown.value = wrong === 1 || wrong === 2 ? wrong : 0
  } catch (fault) {
    if (!(fault instanceof ApiFault)) throw fault
    trouble.value = fault.message
  }
}

useNamedSet()
onMounted(async () => {
  await settings.ready()
  const id = typeof route.params.set === 'string' ? route.params.set : ''
  if (id) await load(id)
})
watch(
  () => route.params.set,
  (id) => {
    if (typeof id === 'string' && id && id !== lesson.value?.id) void load(id)
  },
)

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
  e: toggleEstimate,
  v: () => (picturesShown.value = !picturesShown.value),
  w: onPurpose,
  t: time,
  d: darken,
  f: () => void fullScreen(),
  Escape: leave,
})
onScopeDispose(() => window.clearInterval(ticking))
</script>

<template>
  <div class="show" :class="{ dark }" @click.self="next">
    <p v-if="trouble" class="show-trouble" role="alert">{{ trouble }}</p>
    <template v-else-if="current">
      <section ref="sheet" class="show-sheet" aria-live="polite" :aria-label="`Item ${item + 1}`" @click="next">
        <div class="show-problem">
          <span v-if="current.asked" class="show-asked">{{ current.asked }}</span>
          <MathText :of="current.problem" />
        </div>
        <p v-if="estimating" class="show-estimate" :class="{ 'show-last': now?.kind === 'estimate' }">
          <span v-for="(estimate, index) in current.estimates" :key="index">
            ≈ <MathText :of="estimate.notation" /> = <MathText :of="estimate.value" />
          </span>
        </p>
        <p v-if="now?.kind === 'turn'" class="show-question show-last">Your turn</p>
        <ol class="show-lines">
          <li
            v-for="(shownLine, index) in lines"
            :key="shownLine.at"
            class="show-line"
            :class="{
              'show-last': index === lines.length - 1 && now?.kind === 'line',
              asks: shownLine.line.only_asks,
              'show-false': found && shownLine.line.false,
            }"
          >
            <template v-if="!shownLine.line.only_asks">
              <span class="show-math"><span class="equals" aria-hidden="true">{{ shownLine.line.sign }}</span> <MathText :of="shownLine.line.notation" /></span>
              <SideWork v-if="shownLine.line.side.length" :side="shownLine.line.side" />
            </template>
            <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
            <p v-if="!current.find && shownLine.line.reason_html" class="show-reason" v-html="shownLine.line.reason_html" />
            <p v-else-if="!current.find" class="show-reason">{{ shownLine.line.reason }}</p>
            <p v-if="found && shownLine.line.false" class="show-reason">This line does not follow.</p>
          </li>
        </ol>
        <p v-if="question" class="show-question show-last">{{ question }}</p>
        <p v-if="current.find && now?.kind !== 'found' && lines.length" class="show-asked">Find the mistake.</p>
        <p v-if="found" class="show-question show-last">{{ current.find }}</p>
      </section>
      <aside v-if="picture || wrongShown" class="show-beside">
        <!-- eslint-disable-next-line vue/no-v-html -- drawn on the server, every text in it escaped -->
        <div v-if="picture && !wrongShown" class="show-picture" v-html="picture" />
        <div v-if="wrongShown && current.wrong" class="show-wrong">
          <p class="show-asked">{{ wrongShown === 1 ? 'Somebody wrote this. Is it right?' : current.wrong.question }}</p>
          <p v-for="(line, index) in current.wrong.lines" :key="index" class="show-math" :class="{ 'show-false': wrongShown === 2 && line.false }">
            <span class="equals" aria-hidden="true">{{ line.sign }}</span> <MathText :of="line.notation" />
          </p>
        </div>
      </aside>
      <footer class="show-foot">
        <span class="show-place">{{ item + 1 }} of {{ lesson?.items.length }}</span>
        <span v-if="minutes" class="show-clock" role="timer">{{ clock }}</span>
        <!-- A click leaves the focus where it was, so that the next key goes on with the lesson. -->
        <span class="show-buttons" @mousedown.prevent>
          <button type="button" @click="back">Back</button>
          <button type="button" @click="next">Next</button>
          <button type="button" @click="another(-1)">Item before</button>
          <button type="button" @click="another(1)">Next item</button>
          <button type="button" :aria-pressed="estimateFirst" @click="toggleEstimate">Estimate first</button>
          <button type="button" :aria-pressed="picturesShown" @click="picturesShown = !picturesShown">Pictures</button>
          <button v-if="current.wrong" type="button" :aria-pressed="wrongShown > 0" @click="onPurpose">Wrong on purpose</button>
          <button type="button" @click="time">{{ minutes ? `${minutes} min` : 'Timer' }}</button>
          <button type="button" :aria-pressed="dark" @click="darken">Dark</button>
          <button type="button" @click="fullScreen">Full screen</button>
          <button type="button" @click="leave">Leave</button>
        </span>
      </footer>
    </template>
    <p v-else-if="lesson" class="show-asked">Nothing in this set yet. Draw a ladder in Line up, or keep an example from Work.</p>
    <p v-else-if="!sets.inHand" class="show-asked">Choose a set in Line up first.</p>
  </div>
</template>
