<script setup lang="ts">
import { useLocalStorage, useSessionStorage } from '@vueuse/core'
import { computed, defineAsyncComponent, onMounted, ref, useTemplateRef, watch } from 'vue'
import { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router'
import { api, type Organiser, type StoryRead, type WorkRequest } from '@/api/client'
import { organiserAfter } from '@/desk/organisers'
import { useOutbox } from '@/desk/useOutbox'
import { useRequest } from '@/desk/useRequest'
import { useSchool } from '@/desk/useSchool'
import { useSets } from '@/desk/useSets'
import { useSettings } from '@/desk/useSettings'
import { comeAfterwards } from '@/shared/afterwards'
import { blocksOf, stepsIn } from '@/shared/boards'
import SetTrouble from '@/shared/SetTrouble.vue'
import { useKeys, useUndoKeys } from '@/shared/useKeys'
import EmptySheet from './EmptySheet.vue'
import { choiceAfter, mainFacet } from './facets'
import ProblemField from './ProblemField.vue'
import { useBeside } from './useBeside'
import { useCopying, type CopyFormat } from './useCopying'
import { useCover } from './useCover'
import { useEdits } from './useEdits'
import { useKeptExample } from './useKeptExample'
import { useSheetSteps, type SheetState } from './useSheetSteps'
import { useWorking } from './useWorking'
import WorkingSheet from './WorkingSheet.vue'

/** What stands around every working comes together, once that is on its way. */
const around = () => import('./around')
/** The same, drawn a moment later: what is pressed meanwhile is heard. */
const inTurn = async () => {
  const parts = await around()
  await new Promise((go) => setTimeout(go))
  return parts
}
const BetterNumbers = defineAsyncComponent(async () => (await around()).BetterNumbers)
const DemandMarks = defineAsyncComponent(async () => (await around()).DemandMarks)
const FirstNote = defineAsyncComponent(async () => (await around()).FirstNote)
const KeepIn = defineAsyncComponent(async () => (await around()).KeepIn)
const SchoolTabs = defineAsyncComponent(async () => (await around()).SchoolTabs)
const SecondLook = defineAsyncComponent(async () => (await inTurn()).SecondLook)
const SheetBar = defineAsyncComponent(async () => (await around()).SheetBar)
const SideBySide = defineAsyncComponent(() => import('./SideBySide.vue'))
const StoryHead = defineAsyncComponent(() => import('./StoryHead.vue'))
const StoryOffers = defineAsyncComponent(() => import('./StoryOffers.vue'))
const StoryShelf = defineAsyncComponent(() => import('./StoryShelf.vue'))

/** A problem typed, worked line by line, looked at a second time, laid beside another way, changed and kept. */
const route = useRoute()
const router = useRouter()
const school = useSchool()
const sets = useSets()
/** What the first working does not wait for comes once it stands there, or where there is none to come. */
const settledDown = ref(!route.query.problem)
const settings = useSettings()
const field = useTemplateRef('field')
const sheet = useTemplateRef('sheet')
const secondLook = useTemplateRef('secondLook')

const told = ref('')
const tell = (said: string) => (told.value = said)
/** What is typed and not worked yet stays through a reload; what is worked stands in the address. */
const typed = useSessionStorage('keen-slate:typed', '')
const text = ref(typeof route.query.problem === 'string' ? route.query.problem : typed.value)
const organiser = ref<Organiser>('fitting')
const edits = useEdits()
const example = useKeptExample(edits, tell)
const { worked, looked, facets, pictures, fault, text: workedText, work: ask, clear } = useWorking(edits.edits)
const body = computed<WorkRequest>(() => ({
  text: workedText.value,
  school: school.choices,
  turns: edits.edits.value.turns,
  policy: settings.settings.policy,
  ...settings.manner,
}))
/** What stands in the field once it is worked: of a story its text, not the line that it is kept as. */
const settled = computed(() => worked.value?.story?.text ?? workedText.value)
const storyRead = ref<StoryRead | null>(null)
const storyOf = ref('')
const offered = computed(() => (storyRead.value && text.value !== settled.value && !storyRead.value.unreadable ? storyRead.value : null))
const beside = useBeside(body, facets)
const { compared } = beside
const copying = useCopying(tell)
/** What is chosen, or what fits the problem. */
const laidOut = computed(() => (organiser.value === 'fitting' ? (worked.value?.layout ?? 'lines') : organiser.value))
const steps = computed(() => {
  const { lines, boards } = worked.value ?? { lines: [], boards: [] }
  return stepsIn(blocksOf(lines.length, boards, laidOut.value === 'columns'))
})
const cover = useCover(steps)
const { upTo } = cover

/** Bring the sheet to where it stood, an empty one too. */
async function bringBack(state: SheetState) {
  school.hold(state.school)
  edits.hold(state.edits)
  beside.close()
  cover.showAll()
  if (!state.text) {
    clear()
    text.value = typed.value = ''
    if (!leaving) await router.replace({ query: {} })
    field.value?.focus()
  } else if (await ask(state.text)) {
    text.value = settled.value
    if (!leaving) await router.replace({ query: { problem: state.text } })
  }
}
/** A frame later the working is on the screen. */
watch([worked, fault], () => requestAnimationFrame(() => requestAnimationFrame(settle)), { once: true, flush: 'post' })
function settle() {
  settledDown.value = true
  void comeAfterwards()
}
/** Whoever is on the way to another place is not called back by an address that is noted late. */
let leaving = false
onBeforeRouteLeave(() => {
  leaving = true
})
const history = useSheetSteps(bringBack)
const state = computed<SheetState>(() => ({ text: workedText.value, school: school.here, edits: edits.edits.value }))
const called = () => (worked.value?.story ? 'the story' : (worked.value?.asked ?? ''))
/** A new problem leaves the changes to the last one behind: that is one step, not two. */
let between = false
function noteStep() {
  // The sheet is empty before the first problem is worked, and that is no change.
  if (!between && state.value.text) history.note(state.value, called())
}
watch(state, noteStep)
useUndoKeys(
  () => true,
  () => void history.undo(),
  () => void history.redo(),
)

async function work() {
  told.value = ''
  // What is offered for the text before is no answer to this one.
  const fresh = offered.value && storyOf.value === text.value
  const offers = fresh ? (offered.value?.offers ?? []) : []
  if (fresh && offers.length !== 1) return
  await workOut(offers[0]?.form ?? (text.value === settled.value ? workedText.value : text.value))
}

async function workOut(asked: string) {
  between = true
  try {
    await workOn(asked)
  } finally {
    between = false
    noteStep()
  }
}

async function workOn(asked: string) {
  if (asked !== workedText.value) {
    beside.close()
    cover.showAll()
    if (!example.id.value || workedText.value) edits.hold(undefined)
  }
  if (!(await ask(asked))) return
  text.value = settled.value
  typed.value = ''
  const kept = example.id.value && route.query.problem === asked ? { example: example.id.value } : {}
  if (!leaving) await router.replace({ query: { problem: asked, ...kept } })
  await beside.layAgain()
}

async function choose(facet: string, choice: string) {
  school.choose(facet, choice)
  if (worked.value) await work()
}

/** The next (or the previous) choice of the facet that stands as tabs. */
async function stepMethod(by: number) {
  const facet = mainFacet(facets.value)
  const next = facet && choiceAfter(facet, by)
  if (next) await choose(facet.id, next.id)
}

function heardStory(read: StoryRead | null, of: string) {
  storyRead.value = read
  storyOf.value = of
}

function take(problem: string) {
  told.value = ''
  void workOut(problem)
}

const numbering = useRequest({ shown: true })
const noNumbers = ref('')
let drawn = 0

/** The story in hand with other numbers, but for those that are locked. */
async function otherNumbers(locked: string[]) {
  const asked = { text: workedText.value, words: settings.manner.words, locked, seed: String((drawn += 1)) }
  const found = await numbering.ask((signal) => api.POST('/api/story-numbers', { body: asked, signal }))
  noNumbers.value = found?.note ?? numbering.fault.value?.message ?? ''
  if (found?.form) take(found.form)
}

async function takeOther() {
  school.hold({ ...school.here, ...beside.taken() })
  await work()
}

/** @returns whether it stands in its set now */
async function keep(): Promise<boolean> {
  if (!worked.value) return false
  const what = called()
  const done = await sets.keep(workedText.value, worked.value.school, edits.edits.value)
  if (done === 'waits') {
    tell(`Keen Slate does not answer. What you kept waits here, and goes into “${sets.inHand?.name}” as soon as it does.`)
    return false
  }
  if (!done || !sets.inHand) return false
  const { id, step, name } = sets.inHand
  const said = `Kept ${what} in ${done === 'own' ? 'a set of your own, ' : ''}“${name}”.`
  history.noteKept(said, id, step)
  sets.lately = null // it is told here
  tell(said)
  return true
}

/** Kept with answers to choose from; which they are is said in Line up. */
async function keepChoice() {
  if (!(await keep())) return
  const last = sets.inHand?.examples.at(-1)
  if (last && (await sets.changeTask(last.id, { ...last.task, role: 'choice' }))) {
    sets.lately = null
    tell(`Kept ${called()} in “${sets.inHand?.name}”, with answers to choose from.`)
  }
}

const outbox = useOutbox()
watch(
  () => outbox.count,
  (now, before) => {
    if (before && !now && !outbox.refused) tell('What waited here is kept now.')
  },
)

const copy = (format: CopyFormat) => copying.copy(body.value, format, null, laidOut.value === 'columns')

function hideLine() {
  const line = sheet.value?.focusedLine() ?? null
  if (line !== null) edits.change(line, { hidden: !edits.of(line).hidden })
}

/** From the field to the sheet, so that the single keys work. */
function leaveField() {
  if (sheet.value) sheet.value.stepLine(1)
  else document.getElementById('place')?.focus()
}

function layFirstWrong() {
  const first = looked.value?.likely_wrong[0]
  if (first) void beside.layWrong(first.mistake, first.name)
}

useKeys({
  '/': () => field.value?.focus(),
  m: () => void stepMethod(1),
  M: () => void stepMethod(-1),
  b: () => void beside.toggle(),
  o: () => (organiser.value = organiserAfter(organiser.value)),
  k: () => void keep(),
  n: cover.showNext,
  a: cover.showAll,
  e: cover.toggle,
  j: () => sheet.value?.stepLine(1),
  i: () => sheet.value?.stepLine(-1),
  h: hideLine,
  w: layFirstWrong,
  q: () => secondLook.value?.focusAnswer(),
  c: () => void copy('plain'),
  p: () => window.print(),
})

const again = () => {
  if (worked.value) void ask(workedText.value)
}
watch(edits.edits, (now, before) => {
  if (JSON.stringify(now.turns) !== JSON.stringify(before.turns)) again()
})
watch(() => settings.manner, again)
watch(text, (now) => {
  fault.value = null
  typed.value = now === settled.value ? '' : now
})
watch(offered, (now) => {
  if (now) fault.value = null
})
watch(
  () => route.query.problem,
  (now) => {
    if (typeof now === 'string' && now !== workedText.value) take(now)
  },
)
/** Whoever is here for the first time sees a worked example, not an empty page. */
const FIRST = '6 1/4 − 2 5/6'
const first = ref(false)
const visited = useLocalStorage('keen-slate:visited', false)

onMounted(async () => {
  first.value = !visited.value && !text.value
  window.addEventListener('keydown', () => (first.value = false), { once: true })
  visited.value = true
  await settings.ready()
  organiser.value = settings.settings.organiser
  await example.takeUp()
  // What was changed on the sheet and not kept anywhere stands there again after a reload.
  if (!example.id.value && history.now.value.text === text.value) edits.hold(history.now.value.edits)
  if (first.value) await workOut(FIRST)
  else if (text.value && text.value !== typed.value) await work()
  // Whoever is at something already goes on with it; asked a frame later, where all has its place.
  requestAnimationFrame(() => setTimeout(() => document.activeElement === document.body && field.value?.focus()))
})
</script>

<template>
  <div class="work">
    <h1 class="hidden">Work</h1>
    <header class="work-head">
      <ProblemField
        ref="field"
        v-model="text"
        :fault="fault"
        :settled="text === settled"
        @work="work"
        @keep="keep"
        @leave="leaveField"
        @story="heardStory"
      />
      <KeepIn v-if="settledDown" :can-keep="worked !== null" :kept="told" @keep="keep" />
    </header>
    <SetTrouble />
    <FirstNote v-if="first && worked" :number="1">
      Type your own problem over this one, and press Enter.
      <button type="button" class="quiet-button" @click="first = false">Put the three notes away (any key)</button>
    </FirstNote>
    <StoryOffers v-if="offered" :read="offered" @take="take" />
    <template v-else-if="worked">
      <p v-for="note in [...worked.notes, ...worked.refused]" :key="note" class="reading-note">{{ note }}</p>
      <div class="work-desk">
        <div class="sheet-side">
          <StoryHead
            v-if="worked.story"
            :story="worked.story"
            :form="workedText"
            :busy="numbering.asking.value"
            :note="noNumbers"
            @numbers="otherNumbers"
            @take="take"
          />
          <FirstNote v-if="first" :number="2">Other ways of working it: a press here, or the key m.</FirstNote>
          <SchoolTabs v-if="settledDown" :facets="facets" @choose="choose" @beside="beside.lay" />
          <div class="bar-place">
            <SheetBar
              v-if="settledDown"
              v-model:organiser="organiser"
              :history="history"
              :beside="compared !== null"
              :changed="edits.any.value"
              @lay="beside.close"
              @take-back="edits.hold(undefined)"
              @copy="copy"
            />
          </div>
          <SideBySide
            v-if="compared"
            :compared="compared"
            :names="beside.names.value"
            :wrong="beside.wrong.value"
            @close="beside.close"
            @take="takeOther"
          />
          <WorkingSheet
            v-else
            ref="sheet"
            :worked="worked"
            :edits="edits"
            :facets="facets"
            :pictures="pictures"
            :organiser="laidOut"
            :up-to="upTo"
            :copy-body="body"
            @told="tell"
          />
          <DemandMarks v-if="looked" :demands="looked.demands" />
          <BetterNumbers v-if="looked" :body="body" @take="take" />
        </div>
        <SecondLook
          v-if="settledDown"
          ref="secondLook"
          :first="first"
          :worked="worked"
          :looked="looked"
          :covered="upTo !== null"
          :body="body"
          @beside="beside.layWrong"
          @keep-choice="keepChoice"
        />
      </div>
    </template>
    <template v-else>
      <EmptySheet />
      <StoryShelf v-if="settledDown" @take="take" />
    </template>
  </div>
</template>

<style scoped>
.work-head {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 22.5rem;
  gap: 0.4rem 1.25rem;
  align-items: start;
  min-height: 4.4rem;
}

.work-desk {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 22.5rem;
  gap: 1.25rem;
  align-items: start;
}

.reading-note {
  border-left: 5px solid var(--changed-edge);
  background: var(--noted);
  padding: 0.3rem 0.8rem;
  margin-bottom: 0.5rem;
  font-size: 0.92rem;
}

.sheet-side {
  min-width: 0;
}

/* Kept free, so that the working does not move when the bar comes. */
.bar-place {
  min-height: 2.2rem;
}

@media (--medium) {
  .work-head,
  .work-desk {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media print {
  .work-head {
    display: none;
  }

  .work-desk {
    display: block;
  }

  .bar-place {
    min-height: 0;
  }
}
</style>
