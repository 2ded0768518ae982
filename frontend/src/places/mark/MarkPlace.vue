<script setup lang="ts">
import '@/styles/more-icons.css'
import PressButton from '@/shared/PressButton.vue'
import SelectButton from 'primevue/selectbutton'
import { useStorage } from '@vueuse/core'
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { api, data, type ClassShape, type Ruling } from '@/api/client'
import { useNamedRound } from '@/desk/useNamedRound'
import { useRounds } from '@/desk/useRounds'
import { useSets } from '@/desk/useSets'
import NoticeBox from '@/shared/NoticeBox.vue'
import { dayOf } from '@/shared/days'
import RoundSelect from '@/shared/RoundSelect.vue'
import TrainEye from './TrainEye.vue'
import CellStrip from './CellStrip.vue'
import ClassPanel from './ClassPanel.vue'
import NewRound from './NewRound.vue'
import PolicyPanel from './PolicyPanel.vue'
import RoundGrid from './RoundGrid.vue'
import SchemePanel from './SchemePanel.vue'
import { placeOf, useAnswers } from './useAnswers'

/** Answers come back: a class, what it had, and a grid in which they are typed and judged. */
const DIRECTIONS = [
  { id: 'down', name: 'by item ↓' },
  { id: 'along', name: 'by paper →' },
]

const named = useNamedRound()
const rounds = useRounds()
const sets = useSets()
const answers = useAnswers()
const direction = useStorage<'down' | 'along'>('keen-slate:marking-direction', 'down')
const at = ref({ row: 0, column: 0 })
const panel = ref<'' | 'new' | 'class' | 'policy' | 'eye'>('')
const schemeOf = ref<number | null>(null)
const classShown = ref<ClassShape | null>(null)
const grid = useTemplateRef('grid')
const strip = useTemplateRef('strip')
const dropping = ref(false)

const round = computed(() => rounds.inHand)
const pupil = computed(() => round.value?.pupils[at.value.row])
const item = computed(() => round.value?.items[at.value.column])
const itemOfScheme = computed(() => (schemeOf.value === null ? undefined : round.value?.items[schemeOf.value]))
const cell = computed(() => pupil.value && answers.cells.value.get(placeOf(pupil.value.id, at.value.column)))
const pending = computed(() => !!pupil.value && answers.waiting.value.has(placeOf(pupil.value.id, at.value.column)))

onMounted(async () => {
  await named.begin()
  if (!sets.all.length) void sets.list()
  if (!rounds.inHand) panel.value = 'new'
  else grid.value?.focus()
})
watch(
  () => rounds.inHandId,
  () => {
    at.value = { row: 0, column: 0 }
    schemeOf.value = null
  },
)

/** What is known of a paper changes; what is typed meanwhile stays as it is. */
async function paper(body: { pupil: string; absent: boolean; version: 'A' | 'B' }) {
  const at = round.value
  if (!at) return
  const params = { path: { round_id: at.id } }
  await rounds.guarded(async () => {
    const found = await data(api.PUT('/api/rounds/{round_id}/papers', { params, body }))
    if (round.value?.id !== at.id) return
    round.value.pupils = found.pupils
    round.value.sentence = found.sentence
  })
}

async function away(pupilId: string) {
  const is = round.value?.pupils.find((p) => p.id === pupilId)
  if (!round.value || !is) return
  const body = { pupil: pupilId, absent: !is.absent, version: is.version }
  await paper(body)
  grid.value?.focus()
}

async function hadVersion(version: 'A' | 'B') {
  if (!round.value || !pupil.value) return
  await paper({ pupil: pupil.value.id, absent: pupil.value.absent, version })
  await answers.judgeAll()
}

async function rule(ruling: Ruling, toEqual: boolean) {
  if (!round.value || !pupil.value) return
  const params = { path: { round_id: round.value.id } }
  const body = { pupil: pupil.value.id, item: at.value.column, ruling, to_equal: toEqual }
  await rounds.guarded(async () => answers.merge(await data(api.PUT('/api/rounds/{round_id}/rulings', { params, body }))))
}

function keepLines(lines: string[]) {
  if (!pupil.value) return
  const answer = cell.value?.answer ?? ''
  answers.type([{ pupil: pupil.value.id, item: at.value.column, answer, lines, cleared: false }])
}

function changed() {
  schemeOf.value = null
  if (panel.value === 'policy') panel.value = ''
  grid.value?.focus()
}

async function dropped(event: DragEvent) {
  dropping.value = false
  const file = event.dataTransfer?.files[0]
  const text = file ? await file.text() : (event.dataTransfer?.getData('text') ?? '')
  if (text.trim() && pupil.value) await answers.paste(text, pupil.value.id, at.value.column)
}

const inventing = ref(false)
/** Invented pupils answer what is still empty. */
async function invent() {
  if (!round.value) return
  inventing.value = true
  const params = { path: { round_id: round.value.id } }
  await rounds.guarded(async () => {
    await data(api.POST('/api/rounds/{round_id}/invent', { params, body: { seed: params.path.round_id } }))
    await rounds.open(params.path.round_id)
  })
  inventing.value = false
}

function editClass(of: ClassShape | null) {
  classShown.value = of
  panel.value = 'class'
}
const classHere = computed(() => rounds.classes.find((c) => c.id === round.value?.class_id) ?? null)
const given = computed(() => round.value?.cells.length ?? 0)
const wanted = computed(() => (round.value ? round.value.items.length * round.value.pupils.filter((p) => !p.absent).length : 0))
</script>

<template>
  <div
    class="mark-place"
    :class="{ dropping }"
    @dragover.prevent="dropping = true"
    @dragleave.self="dropping = false"
    @drop.prevent="dropped"
  >
    <h1 class="hidden">Mark</h1>
    <div class="bar">
      <RoundSelect class="rounds" />
      <PressButton label="New round" size="small" variant="outlined" @click="panel = panel === 'new' ? '' : 'new'" />
      <PressButton v-if="classHere" :label="`Class ${classHere.name}`" size="small" variant="text" @click="editClass(classHere)" />
      <PressButton label="Train the eye" size="small" variant="text" title="Invented answers of the set in hand: name the cause" @click="panel = panel === 'eye' ? '' : 'eye'" />
      <SelectButton v-if="round" v-model="direction" :options="DIRECTIONS" option-label="name" option-value="id" :allow-empty="false" size="small" aria-label="Enter goes" />
      <template v-if="round">
        <PressButton icon="pi pi-undo" size="small" variant="text" aria-label="Undo" :disabled="!answers.undone.value.length" @click="answers.undo" />
        <PressButton icon="pi pi-undo" class="redo" size="small" variant="text" aria-label="Redo" :disabled="!answers.redone.value.length" @click="answers.redo" />
        <RouterLink :to="{ name: 'look-back', params: { round: round.id } }" class="to-look-back">The class picture</RouterLink>
      </template>
    </div>
    <NewRound v-if="panel === 'new'" @begun="((panel = ''), grid?.focus())" @classes="editClass(null)" />
    <TrainEye v-if="panel === 'eye'" @close="panel = ''" />
    <ClassPanel v-if="panel === 'class'" :of="classShown" @close="panel = rounds.inHand ? '' : 'new'" />
    <PolicyPanel v-if="panel === 'policy' && round" :key="round.id" :round="round" @close="panel = ''" @changed="changed" />
    <NoticeBox v-if="rounds.trouble && panel !== 'class'" :says="rounds.trouble">
      <PressButton label="All right" size="small" variant="text" @click="rounds.trouble = ''" />
    </NoticeBox>
    <NoticeBox v-if="answers.offline.value" :says="`Keen Slate does not answer. ${answers.waiting.value.size} typed answers wait in this browser and are sent as soon as it does; type on.`" />
    <NoticeBox v-if="answers.trouble.value" :says="answers.trouble.value">
      <PressButton label="Send again" size="small" variant="text" @click="answers.send" />
    </NoticeBox>
    <NoticeBox v-if="answers.report.value.length" :says="answers.report.value.join(' ')">
      <PressButton label="All right" size="small" variant="text" @click="answers.report.value = []" />
    </NoticeBox>
    <template v-if="round">
      <p class="sentence" aria-live="polite">{{ round.sentence }}</p>
      <p class="policy-said quiet">
        <span v-if="round.invented" class="invented">Invented pupils.</span>
        {{ round.policy_said }}
        <PressButton label="change" size="small" variant="text" @click="panel = panel === 'policy' ? '' : 'policy'" />
        <PressButton v-if="round.invented && given < wanted" label="let them answer" size="small" variant="text" :loading="inventing" @click="invent" />
        <span>{{ given }} of {{ wanted }} typed. Kept until {{ dayOf(round.kept_until, 'numeric') }}.</span>
      </p>
      <div class="desk">
        <RoundGrid
          ref="grid"
          v-model:at="at"
          :round="round"
          :cells="answers.cells.value"
          :waiting="answers.waiting.value"
          :direction="direction"
          @type="answers.type"
          @away="away"
          @rule="strip?.rule()"
          @working="strip?.work()"
          @scheme="schemeOf = schemeOf === $event ? null : $event"
          @undo="answers.undo"
          @redo="answers.redo"
          @paste="answers.paste"
        />
        <SchemePanel v-if="schemeOf !== null && itemOfScheme" :round="round" :item="schemeOf" :of="itemOfScheme" @close="schemeOf = null" @changed="changed" />
        <CellStrip
          v-else-if="pupil && item"
          ref="strip"
          :round="round"
          :pupil="pupil"
          :item="at.column"
          :asked="item"
          :cell="cell"
          :pending="pending"
          @lines="keepLines"
          @rule="rule"
          @version="hadVersion"
          @done="grid?.focus()"
        />
      </div>
      <dl v-if="round.letters.length" class="legend" aria-label="What the letters stand for">
        <template v-for="letter in round.letters" :key="letter.letter">
          <dt>{{ letter.letter }}</dt>
          <dd>{{ letter.name }}</dd>
        </template>
      </dl>
    </template>
    <p v-else-if="rounds.known && !rounds.all.length" class="quiet">
      When papers come back, they are marked here: by item or by paper, as the pupils wrote. Paste cells from a spreadsheet, or drop a CSV file.
    </p>
    <p v-if="rounds.forgotten" class="quiet">{{ rounds.forgotten }} answers were older than you keep them, and are deleted.</p>
    <p v-if="rounds.going" class="quiet">{{ rounds.going }}</p>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 0.6rem;
  margin-bottom: 0.6rem;
}

.rounds {
  max-width: min(100%, 20rem);
}

.redo :deep(.p-button-icon) {
  transform: scaleX(-1);
}

.to-look-back {
  color: var(--blue);
  margin-left: auto;
}

.sentence {
  font-size: 1.12rem;
  font-weight: 500;
  margin-bottom: 0.2rem;
}

.policy-said {
  font-size: 0.88rem;
  margin-bottom: 0.5rem;
}

.invented {
  border: 1px dashed var(--estimate);
  padding: 0 0.35rem;
  color: var(--ink);
}

.desk {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 17.5rem;
  gap: 0.9rem;
  align-items: start;
}

.legend {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(16rem, 1fr));
  gap: 0.15rem 1rem;
  padding: 0.6rem 0;
  font-size: 0.88rem;
}

.legend dt {
  float: left;
  font-weight: 600;
}

.legend {
  display: block;
  columns: 17rem 3;
}

.legend dd {
  margin: 0 0 0.15rem 2rem;
  break-inside: avoid;
}

.dropping {
  outline: 3px dashed var(--focus);
  outline-offset: 4px;
}

@media (--medium) {
  .desk {
    grid-template-columns: minmax(0, 1fr);
  }

  .to-look-back {
    margin-left: 0;
  }
}
</style>
