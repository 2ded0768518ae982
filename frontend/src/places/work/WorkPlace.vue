<script setup lang="ts">
import Button from 'primevue/button'
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ApiFault, data, type Compared, type Organiser, type School } from '@/api/client'
import { useSchool } from '@/desk/useSchool'
import { useSets } from '@/desk/useSets'
import { useSettings } from '@/desk/useSettings'
import { copyText } from '@/shared/copying'
import SetTrouble from '@/shared/SetTrouble.vue'
import { useKeys } from '@/shared/useKeys'
import BetterNumbers from './BetterNumbers.vue'
import DemandMarks from './DemandMarks.vue'
import KeepIn from './KeepIn.vue'
import { mainFacet } from './mainFacet'
import ProblemField from './ProblemField.vue'
import SchoolTabs from './SchoolTabs.vue'
import SecondLook from './SecondLook.vue'
import SideBySide from './SideBySide.vue'
import { sameEdits, useEdits } from './useEdits'
import { useWorking } from './useWorking'
import WorkingSheet from './WorkingSheet.vue'

const ORGANISERS: [Organiser, string][] = [
  ['lines', 'Lines'],
  ['columns', 'Columns'],
  ['panels', 'Four panels'],
  ['checklist', 'Checklist'],
]

const route = useRoute()
const router = useRouter()
const school = useSchool()
const sets = useSets()
const settings = useSettings()
const edits = useEdits()
const { worked, looked, facets, pictures, fault, text: workedText, work: ask } = useWorking(edits.edits)

const text = ref(typeof route.query.problem === 'string' ? route.query.problem : '')
const told = ref('')
const compared = ref<Compared | null>(null)
const besideChoice = ref<{ school: School; names: [string, string] } | null>(null)
const wrongBeside = ref('')
const organiser = ref<Organiser>('lines')
const upTo = ref<number | null>(null)
const field = useTemplateRef('field')
const exampleId = computed(() => (typeof route.query.example === 'string' ? route.query.example : null))

const copyBody = computed(() => ({
  text: workedText.value,
  school: school.choices,
  turns: edits.edits.value.turns ?? [],
  ...settings.manner,
}))

async function work() {
  told.value = ''
  if (text.value !== workedText.value) {
    compared.value = null
    upTo.value = null
    if (!exampleId.value || workedText.value) edits.hold(undefined)
  }
  const asked = text.value
  if (await ask(asked)) {
    const example = exampleId.value && route.query.problem === asked ? { example: exampleId.value } : {}
    await router.replace({ query: { problem: asked, ...example } })
    if (compared.value && besideChoice.value && !wrongBeside.value) await layBeside()
  }
}

async function choose(facet: string, choice: string) {
  school.choose(facet, choice)
  if (worked.value) await work()
}

/** The next (or the previous) choice of the facet that stands as tabs. */
async function stepMethod(by: number) {
  const facet = mainFacet(facets.value)
  if (!facet) return
  const open = facet.choices.filter((c) => !c.refused)
  const at = open.findIndex((c) => c.in_force)
  const next = open[(at + by + open.length) % open.length]
  if (next) await choose(facet.id, next.id)
}

async function layBeside(facetId?: string, choiceId?: string) {
  if (facetId && choiceId) {
    const facet = facets.value.find((f) => f.id === facetId)
    const name = (id: string) => facet?.choices.find((c) => c.id === id)?.name ?? id
    const inForce = facet?.choices.find((c) => c.in_force)?.id ?? ''
    besideChoice.value = { school: { [facetId]: choiceId }, names: [name(inForce), name(choiceId)] }
  }
  if (!besideChoice.value) return
  wrongBeside.value = ''
  const body = {
    text: workedText.value,
    school: school.choices,
    other: { ...school.choices, ...besideChoice.value.school },
    words: settings.manner.words,
  }
  try {
    compared.value = await data(api.POST('/api/compare', { body }))
  } catch (problem) {
    if (!(problem instanceof ApiFault)) throw problem
    told.value = problem.message
  }
}

async function layWrongBeside(mistake: string, name: string) {
  try {
    const found = await data(api.POST('/api/wrong-working', { body: { ...copyBody.value, mistake } }))
    wrongBeside.value = name
    compared.value = found
  } catch (problem) {
    if (!(problem instanceof ApiFault)) throw problem
    told.value = problem.message
  }
}

function take(problem: string) {
  text.value = problem
  void work()
}

function toggleBeside() {
  if (compared.value) {
    compared.value = null
    return
  }
  const facet = mainFacet(facets.value)
  const other = facet?.choices.find((c) => !c.in_force && !c.refused)
  if (facet && other) void layBeside(facet.id, other.id)
}

async function takeOther() {
  const taken = besideChoice.value
  compared.value = null
  besideChoice.value = null
  if (taken) school.hold({ ...school.here, ...taken.school })
  await work()
}

async function keep() {
  if (!worked.value || !sets.inHand) return
  const what = worked.value.problem.text
  if (await sets.keep(workedText.value, worked.value.school, edits.edits.value))
    told.value = `Kept ${what} in “${sets.inHand.name}”.`
}

async function copyAll(format: 'plain' | 'latex' | 'mathml', name: string) {
  const { text: copied } = await data(api.POST('/api/copy', { body: { ...copyBody.value, format, line: null } }))
  told.value = await copyText(copied, `The working as ${name}`)
}

function cover(lines: number | null) {
  upTo.value = lines !== null && lines >= (worked.value?.lines.length ?? 0) ? null : lines
}
function showNext() {
  cover(upTo.value === null ? 1 : upTo.value + 1)
}
function nextOrganiser() {
  const at = ORGANISERS.findIndex(([id]) => id === organiser.value)
  organiser.value = ORGANISERS[(at + 1) % ORGANISERS.length]?.[0] ?? 'lines'
}
function stepLine(by: number) {
  const lines = [...document.querySelectorAll<HTMLElement>('.working > .line[tabindex]')]
  const at = lines.indexOf(document.activeElement?.closest('.line') as HTMLElement)
  lines[Math.min(Math.max(at + by, 0), lines.length - 1)]?.focus()
}
function hideLine() {
  const index = Number((document.activeElement?.closest('.line') as HTMLElement | null)?.dataset.index ?? NaN)
  if (!Number.isNaN(index)) edits.change(index, { hidden: !edits.of(index).hidden })
}

useKeys({
  '/': () => field.value?.focus(),
  m: () => void stepMethod(1),
  M: () => void stepMethod(-1),
  b: toggleBeside,
  o: nextOrganiser,
  k: () => void keep(),
  n: showNext,
  a: () => cover(null),
  e: () => cover(upTo.value === 1 ? null : 1),
  j: () => stepLine(1),
  i: () => stepLine(-1),
  h: hideLine,
  w: () => {
    const first = looked.value?.likely_wrong[0]
    if (first) void layWrongBeside(first.mistake, first.name)
  },
  q: () => document.getElementById('pupil-answer')?.focus(),
  c: () => void copyAll('plain', 'text'),
  p: () => window.print(),
})

/** Keep what is changed in a kept example with it, a moment after the last change. */
let saving: number | undefined
watch(edits.edits, (now, before) => {
  if (JSON.stringify(now.turns) !== JSON.stringify(before.turns) && worked.value) void ask(workedText.value)
  const id = exampleId.value
  const kept = sets.inHand?.examples.find((e) => e.id === id)
  if (!id || !kept || sameEdits(kept.edits, now)) return
  window.clearTimeout(saving)
  saving = window.setTimeout(async () => {
    if (await sets.editExample(id, now)) told.value = 'Your changes are kept with the example.'
  }, 500)
})

watch(text, () => {
  fault.value = null
})
watch(
  () => route.query.problem,
  (now) => {
    if (typeof now === 'string' && now !== workedText.value) {
      text.value = now
      void work()
    }
  },
)
watch(
  () => settings.manner,
  () => {
    if (worked.value) void ask(workedText.value)
  },
)
onMounted(async () => {
  await settings.ready()
  organiser.value = settings.settings.organiser ?? 'lines'
  if (exampleId.value) {
    if (!sets.inHand) await sets.begin()
    edits.hold(sets.inHand?.examples.find((e) => e.id === exampleId.value)?.edits)
  }
  if (text.value) await work()
  await nextTick()
  field.value?.focus()
})
</script>

<template>
  <div class="work">
    <h1 class="hidden">Work</h1>
    <header class="work-head">
      <ProblemField ref="field" v-model="text" :fault="fault" @work="work" @keep="keep" />
      <KeepIn :can-keep="worked !== null" :kept="told" @keep="keep" />
    </header>
    <SetTrouble />
    <template v-if="worked">
      <p v-for="note in [...worked.notes, ...worked.refused]" :key="note" class="reading-note">{{ note }}</p>
      <div class="work-desk">
        <div class="sheet-side">
          <SchoolTabs :facets="facets" @choose="choose" @beside="layBeside" />
          <div class="sheet-bar">
            <div class="organisers" role="group" aria-label="Laid out as">
              <button
                v-for="[id, name] in ORGANISERS"
                :key="id"
                type="button"
                class="quiet-button"
                :aria-pressed="organiser === id && !compared"
                @click="((organiser = id), (compared = null))"
              >
                {{ name }}
              </button>
            </div>
            <div class="sheet-tools">
              <Button v-if="edits.any.value" label="Take back my changes" size="small" variant="text" @click="edits.hold(undefined)" />
              <span class="quiet">Copy</span>
              <button type="button" class="quiet-button" @click="copyAll('plain', 'text')">text</button>
              <button type="button" class="quiet-button" @click="copyAll('latex', 'LaTeX')">LaTeX</button>
              <button type="button" class="quiet-button" @click="copyAll('mathml', 'MathML')">MathML</button>
            </div>
          </div>
          <SideBySide
            v-if="compared"
            :compared="compared"
            :names="wrongBeside ? ['right', wrongBeside] : (besideChoice?.names ?? ['', ''])"
            :wrong="wrongBeside"
            @close="compared = null"
            @take="takeOther"
          />
          <WorkingSheet
            v-else
            :worked="worked"
            :edits="edits"
            :facets="facets"
            :pictures="pictures"
            :organiser="organiser"
            :up-to="upTo"
            :copy-body="copyBody"
            @told="told = $event"
          />
          <DemandMarks :demands="looked?.demands ?? []" />
          <BetterNumbers :body="copyBody" :ready="looked !== null && facets.length > 0" @take="take" />
        </div>
        <SecondLook
          :worked="worked"
          :looked="looked"
          :covered="upTo !== null"
          :body="copyBody"
          @beside="layWrongBeside"
        />
      </div>
    </template>
    <section v-else class="sheet empty" aria-label="The sheet">
      <p>Type a problem above and press Enter. It is worked here, line by line, with the reason of each line.</p>
      <p class="quiet">
        As you would write it: <kbd>6 1/4 - 2 5/6</kbd> <kbd>2¾ + 1⅚</kbd> <kbd>14.2 - 6.35</kbd> <kbd>2/3 = ?/12</kbd>
        <kbd>compare 3/4 and 5/6</kbd> <kbd>0.35 as a fraction</kbd>
      </p>
    </section>
  </div>
</template>
