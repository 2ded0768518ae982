<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import ProgressBar from 'primevue/progressbar'
import { computed, onMounted, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { api, type ClassPicture, type NextSets, type PictureRow } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useSets } from '@/desk/useSets'
import { usePrinting } from '@/places/print/usePrinting'
import MathText from '@/shared/MathText.vue'
import { dayOf } from '@/shared/days'

/** One screen of a round: a sentence, mistakes by pupil, how the items went; and from it, in one press, what comes next. */
const props = defineProps<{ roundId: string }>()

const OUTCOMES: [string, string][] = [
  ['right', 'right'],
  ['wrong form', 'right, form refused'],
  ['wrong', 'wrong'],
  ['unreadable', 'unreadable'],
  ['blank', 'blank'],
]

const sets = useSets()
const looking = useRequest({ shown: true })
const making = useRequest({ reads: false, shown: true })
const picture = ref<ClassPicture | null>(null)
const next = ref<NextSets | null>(null)
const told = ref('')
const { job, running, trouble, printSheets, cancel } = usePrinting()

onMounted(async () => {
  const params = { path: { round_id: props.roundId } }
  picture.value = await looking.ask((signal) => api.GET('/api/rounds/{round_id}/picture', { params, signal }))
  told.value = picture.value?.sentence ?? ''
})

const shown = computed(() => picture.value?.rows.filter((row) => Object.keys(row.shown).length) ?? [])
const onlyOpen = computed(() => picture.value?.rows.filter((row) => !Object.keys(row.shown).length) ?? [])
const pupils = computed(() => picture.value?.pupils.filter((p) => !p.absent) ?? [])
const away = computed(() => picture.value?.pupils.filter((p) => p.absent).map((p) => p.code) ?? [])
const share = computed(() => (job.value?.total ? Math.round((job.value.done / job.value.total) * 100) : 0))

const items = (numbers: number[]) => `item${numbers.length > 1 ? 's' : ''} ${numbers.join(', ')}`

/** What a mark in the table means, in a sentence about answers. */
function explain(row: PictureRow, code: string): string {
  const [certain, open] = [row.shown[code], row.open[code]]
  const said = []
  if (certain) said.push(`${code}, ${items(certain)}: what ${quoted(row)} gives, and nothing else that is as likely.`)
  if (open) said.push(`${code}, ${items(open)}: what ${quoted(row)} gives, and another mistake as well.`)
  return said.join(' ') || `${code}: nothing that speaks of ${quoted(row)}.`
}
const quoted = (row: PictureRow) => `“${row.name}”`

function tell(row: PictureRow, code: string) {
  told.value = explain(row, code)
}
const untell = () => (told.value = picture.value?.sentence ?? '')

async function makeNext(mistakes: string[]) {
  const params = { path: { round_id: props.roundId } }
  const made = await making.ask((signal) => api.POST('/api/rounds/{round_id}/next', { params, body: { mistakes }, signal }))
  if (!made) return
  next.value = { made: [...(next.value?.made ?? []), ...made.made], said: made.said }
  await sets.list()
}

function sheets() {
  if (!next.value) return
  const groups = next.value.made.filter((m) => m.pupils.length).map((m) => ({ set_id: m.set_id, pupils: m.pupils }))
  void printSheets(props.roundId, groups)
}

const print = () => window.print()
</script>

<template>
  <div v-if="picture" class="picture">
    <header>
      <p class="title quiet">
        <span v-if="picture.invented" class="invented">Invented pupils.</span>
        {{ picture.class_name }}, {{ picture.round_name }}, {{ dayOf(picture.held_on, 'numeric') }}
      </p>
      <p class="sentence">{{ picture.sentence }}</p>
      <p class="quiet">
        These are hypotheses about answers, not about children. Counted is only what an answer tells from every other mistake as likely.
      </p>
    </header>
    <section class="next" aria-label="What comes next">
      <PressButton
        label="Make what comes next"
        :loading="making.asking.value"
        title="For each shared mistake: an example with its wrong working, and six items that reveal it"
        @click="makeNext([])"
      />
      <PressButton label="Print this page" size="small" variant="text" @click="print" />
      <p v-if="making.fault.value" role="alert">{{ making.fault.value.message }}</p>
      <div v-if="next" class="made" aria-live="polite">
        <p v-for="(said, index) in next.said" :key="index" class="quiet">{{ said }}</p>
        <ul>
          <li v-for="made in next.made" :key="made.set_id">
            <b>{{ made.name }}</b>, {{ made.items }} items<span v-if="made.pupils.length">, for {{ made.pupils.join(', ') }}</span>:
            <RouterLink :to="{ name: 'line-up', params: { set: made.set_id } }">look at it</RouterLink>,
            <RouterLink :to="{ name: 'show', params: { set: made.set_id } }">show it</RouterLink>,
            <RouterLink :to="{ name: 'print', params: { set: made.set_id } }">print it</RouterLink>
          </li>
        </ul>
        <PressButton v-if="next.made.some((m) => m.pupils.length)" label="A sheet for each of these pupils (one PDF)" size="small" variant="outlined" :disabled="running" @click="sheets" />
        <template v-if="running && job">
          <ProgressBar :value="share" aria-label="Items set" />
          <PressButton label="Stop" size="small" variant="text" @click="cancel" />
        </template>
        <p v-else-if="job?.state === 'done'"><a :href="`/api/print/${job.id}/file`" target="_blank" rel="noopener">Open the sheets</a></p>
        <p v-if="trouble" role="alert">{{ trouble }}</p>
      </div>
    </section>
    <p class="told" aria-live="polite">{{ told === picture.sentence ? ' ' : told }}</p>
    <div class="table-wrap">
      <table v-if="shown.length || onlyOpen.length" class="mistakes">
        <caption class="hidden">Mistakes by pupil</caption>
        <thead>
          <tr>
            <th scope="col">may have</th>
            <th scope="col" class="count">pupils</th>
            <th v-for="pupil in pupils" :key="pupil.id" scope="col" class="code"><span>{{ pupil.code }}</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in [...shown, ...onlyOpen]" :key="row.mistake" :class="{ open: !Object.keys(row.shown).length }">
            <th scope="row" :title="`As it seems: ${row.belief}. ${row.question}`">
              <span class="named">
                <b class="letter">{{ row.letter }}</b> <span>{{ row.name }}</span>
                <button type="button" class="quiet-button" :title="`An example and six items for “${row.name}”`" :aria-label="`What comes next for “${row.name}”`" @click="makeNext([row.mistake])">next</button>
              </span>
            </th>
            <td class="count">{{ Object.keys(row.shown).length || `open: ${Object.keys(row.open).length}` }}</td>
            <td v-for="pupil in pupils" :key="pupil.id" class="cell">
              <button
                v-if="row.shown[pupil.code] || row.open[pupil.code]"
                type="button"
                class="dot"
                :class="row.shown[pupil.code] ? 'certain' : 'maybe'"
                :title="explain(row, pupil.code)"
                :aria-label="explain(row, pupil.code)"
                @mouseenter="tell(row, pupil.code)"
                @mouseleave="untell"
                @focus="tell(row, pupil.code)"
                @blur="untell"
              >
                {{ row.shown[pupil.code]?.length ?? '?' }}
              </button>
            </td>
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">marks of {{ picture.of }}</th>
            <td />
            <td v-for="pupil in pupils" :key="pupil.id" class="cell">{{ picture.points[pupil.code] }}</td>
          </tr>
        </tfoot>
      </table>
    </div>
    <p class="quiet key"><span class="dot certain">2</span> answers that tell it alone <span class="dot maybe">?</span> open between this and another</p>
    <div class="below">
      <section aria-label="How the items went">
        <h2>Items</h2>
        <table class="items">
          <thead>
            <tr>
              <th scope="col">item</th>
              <th v-for="[id, name] in OUTCOMES" :key="id" scope="col">{{ name }}</th>
              <th scope="col">marks</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="item in picture.items" :key="item.number">
              <th scope="row"><b>{{ item.number }}</b> <MathText :of="item.problem" /></th>
              <td v-for="[id] in OUTCOMES" :key="id">{{ item.outcomes[id] ?? '' }}</td>
              <td>{{ item.of ? `${item.points} of ${item.of}` : '' }}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <section aria-label="What was done, and what could not be seen">
        <template v-if="picture.methods.length">
          <h2>Methods</h2>
          <ul>
            <li v-for="method in picture.methods" :key="method.method">{{ method.name }}: {{ method.points }} of {{ method.of }}</li>
          </ul>
        </template>
        <template v-if="picture.groups.length">
          <h2>Groups</h2>
          <ul>
            <li v-for="group in picture.groups" :key="group.mistake"><b>{{ group.name }}:</b> {{ group.pupils.join(', ') }}</li>
          </ul>
        </template>
        <template v-if="picture.sit_with.length">
          <h2>Sit with</h2>
          <p>{{ picture.sit_with.join(', ') }}: several wrong answers, and no one cause for them.</p>
        </template>
        <template v-if="picture.never.length">
          <h2>What no item could show</h2>
          <p>{{ picture.never.join('; ') }}. Whoever makes one of these is right by luck here, or answers as another mistake does.</p>
        </template>
        <p v-if="away.length" class="quiet">Away: {{ away.join(', ') }}.</p>
      </section>
    </div>
  </div>
  <p v-else-if="looking.fault.value" role="alert">{{ looking.fault.value.message }}</p>
  <p v-else class="quiet" aria-live="polite">Looking at the answers …</p>
</template>

<style scoped>
.sentence {
  font-size: 1.3rem;
  font-weight: 500;
}

.invented {
  border: 1px dashed var(--estimate);
  padding: 0 0.35rem;
  color: var(--ink);
}

.next {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem;
  padding: 0.6rem 0 0.2rem;
}

.made {
  flex-basis: 100%;
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 0.6rem 0.9rem;
  display: grid;
  gap: 0.35rem;
}

.told {
  min-height: 1.5rem;
}

.table-wrap {
  overflow-x: auto;
}

.mistakes {
  border-collapse: collapse;
  font-size: 0.9rem;
  background: var(--sheet);
}

.mistakes th,
.mistakes td {
  border: 1px solid var(--rule-soft);
  padding: 0.1rem 0.35rem;
  font-weight: 400;
  text-align: left;
}

.mistakes tbody th {
  min-width: 19rem;
}

@media (--narrow) {
  .mistakes tbody th {
    min-width: 11rem;
  }
}

.mistakes .code {
  padding: 0.3rem 0.1rem;
  vertical-align: bottom;
  height: 5.5rem;
}

.code span {
  writing-mode: vertical-rl;
  transform: rotate(180deg);
}

.mistakes .cell {
  text-align: center;
  padding: 0.05rem;
  min-width: 1.75rem;
}

.mistakes thead th {
  vertical-align: bottom;
}

.named {
  display: grid;
  grid-template-columns: 1.4rem 1fr auto;
  gap: 0 0.4rem;
  align-items: baseline;
}

.count {
  text-align: right;
  white-space: nowrap;
}

.open th,
.open td {
  color: var(--quiet);
}

.dot {
  font: inherit;
  font-size: 0.84rem;
  display: inline-grid;
  place-content: center;
  min-width: 1.55rem;
  height: 1.55rem;
  border-radius: 2px;
  padding: 0;
  color: var(--wrong-ink);
}

.dot.certain {
  background: repeating-linear-gradient(45deg, var(--wrong-ground) 0 4px, var(--wrong-stripe) 4px 8px);
  border: 1px solid var(--wrong-edge);
  font-weight: 600;
}

.dot.maybe {
  background: none;
  border: 1px dashed var(--wrong-edge);
}

.key {
  font-size: 0.86rem;
  padding: 0.4rem 0;
}

.below {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 1.5rem;
}

.items {
  border-collapse: collapse;
  font-size: 0.9rem;
}

.items th,
.items td {
  border-bottom: 1px solid var(--rule-soft);
  padding: 0.2rem 0.6rem;
  font-weight: 400;
  text-align: center;
}

.items th[scope='row'] b {
  margin-right: 0.5rem;
}

.items th[scope='row'] {
  text-align: left;
  white-space: nowrap;
}

.below h2 {
  margin-top: 0.5rem;
}

@media print {
  .items {
    font-size: 0.7rem;
  }

  .items th,
  .items td {
    padding-block: 0;
  }
}

@media (--medium) {
  .below {
    grid-template-columns: minmax(0, 1fr);
  }

  .items {
    display: block;
    overflow-x: auto;
  }
}

@media print {
  .picture {
    page: class-picture;
  }

  .next,
  .told,
  .mistakes button.quiet-button {
    display: none;
  }

  .table-wrap {
    overflow: visible;
  }

  .mistakes {
    font-size: 0.66rem;
    width: 100%;
  }

  .mistakes tbody th {
    min-width: 7rem;
  }

  .mistakes th,
  .mistakes td {
    padding: 0 0.15rem;
  }

  .mistakes .cell {
    min-width: 0;
  }

  .dot {
    min-width: 1rem;
    height: 1rem;
    font-size: 0.66rem;
  }

  .below {
    font-size: 0.7rem;
    grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  }
}

@page class-picture {
  size: landscape;
  margin: 1.2cm;
}
</style>
