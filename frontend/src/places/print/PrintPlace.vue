<script setup lang="ts">
import '@/styles/more-icons.css'
import PressButton from '@/shared/PressButton.vue'
import InputText from 'primevue/inputtext'
import ProgressBar from 'primevue/progressbar'
import Select from 'primevue/select'
import SelectButton from 'primevue/selectbutton'
import ToggleSwitch from 'primevue/toggleswitch'
import { watchDebounced } from '@vueuse/core'
import { computed, nextTick, onMounted, reactive, ref, watch } from 'vue'
import type { PrintRequest } from '@/api/client'
import { countOf } from '@/desk/setChange'
import { useNamedSet } from '@/desk/useNamedSet'
import { useSets } from '@/desk/useSets'
import { useSettings } from '@/desk/useSettings'
import TryPanel from '@/places/line-up/TryPanel.vue'
import OpenFormats from './OpenFormats.vue'
import OtherDocuments from './OtherDocuments.vue'
import { usePrinting } from './usePrinting'

/** The set on paper: what the handout holds, how it is laid out, and the PDF once it is made. */
const KINDS: { id: PrintRequest['kind']; name: string; about: string }[] = [
  { id: 'as-set', name: 'As lined up', about: 'as much worked as each example says' },
  { id: 'worked', name: 'Worked', about: 'every line with its reason' },
  { id: 'together', name: 'First done, two together', about: 'the rest alone, on one sheet' },
  { id: 'bare', name: 'Bare', about: 'with space to work in' },
  { id: 'key', name: 'Answer key', about: 'the answers alone' },
  { id: 'teacher', name: 'Key with likely mistakes', about: 'for the teacher' },
  { id: 'cut-outs', name: 'To cut out and colour', about: 'strips and discs of these sizes' },
  { id: 'pack', name: 'Lesson pack', about: 'examples, sheets A and B, keys' },
]
const ORGANISERS = [
  { id: 'fitting', name: 'as it fits' },
  { id: 'lines', name: 'ruled lines' },
  { id: 'columns', name: 'columns with boxes' },
  { id: 'panels', name: 'four panels' },
  { id: 'checklist', name: 'checklist' },
]
const SIZES = [
  { id: 'small', name: 'small' },
  { id: 'medium', name: 'medium' },
  { id: 'large', name: 'large' },
]
const PAPERS = [
  { id: 'a4', name: 'A4' },
  { id: 'us-letter', name: 'Letter' },
]
const COLUMNS = [
  { id: 1, name: 'one column' },
  { id: 2, name: 'two columns' },
]

const sets = useSets()
const settings = useSettings()

const wished = reactive<Omit<PrintRequest, 'versions'>>({
  kind: 'as-set',
  organiser: 'fitting',
  paper: 'a4',
  columns: 1,
  title: '',
  name_line: true,
  date_line: true,
  pictures: true,
  size: 'small',
  estimate: false,
  strips: false,
  line: false,
  conclusion: false,
  draft: false,
  format: 'pdf',
})
const both = ref(false)
const trying = ref(false)
const { job, running, trouble, pages, madeId, print, resume, cancel } = usePrinting()
/** The page that is looked at, counted from 1. */
const page = ref(1)
const share = computed(() => (job.value?.total ? Math.round((job.value.done / job.value.total) * 100) : 0))
/** What was made last stands there until what is being made is. */
const made = computed(() => (madeId.value ? `/api/print/${madeId.value}` : ''))

useNamedSet()
/** As the teacher has workings laid out, until another way is chosen here. */
const ready = ref(false)
onMounted(async () => {
  await settings.ready()
  wished.organiser = settings.settings.organiser
  await nextTick()
  ready.value = true
})
watch(
  () => sets.inHandId,
  (id) => {
    if (id) void resume(id)
  },
  { immediate: true },
)

/** A set of a lesson is shown at once and kept current; a long one is made when it is asked for. */
const SHOWN_AT_ONCE = 40

function order(draft = false) {
  if (sets.inHand) void print(sets.inHand.id, { ...wished, versions: both.value ? 2 : 1, draft })
}
/** A whole lesson in one press. */
function pack() {
  wished.kind = 'pack'
  if (countOf(sets.inHand) > SHOWN_AT_ONCE) order()
}

watchDebounced(
  () => [sets.inHandId, sets.inHand?.revision, { ...wished }, both.value, ready.value],
  () => {
    const count = countOf(sets.inHand)
    if (ready.value && count && count <= SHOWN_AT_ONCE) order(true)
  },
  { debounce: 400, immediate: true },
)
watch(madeId, () => (page.value = 1))
</script>

<template>
  <div class="print-place">
    <form v-if="sets.inHand" class="print-form" @submit.prevent="order()">
      <h1>Print “{{ sets.inHand.name }}”</h1>
      <div class="print-row">
        <PressButton type="button" label="Lesson pack" icon="pi pi-copy" :disabled="!sets.inHand.examples.length" @click="pack" />
        <PressButton type="submit" label="Make the PDF" icon="pi pi-print" variant="outlined" :disabled="!sets.inHand.examples.length" />
        <PressButton v-if="running" type="button" label="Cancel" variant="outlined" @click="cancel" />
        <PressButton type="button" label="Try it on a class" variant="text" :aria-expanded="trying" :disabled="!sets.inHand.examples.length" @click="trying = !trying" />
      </div>
      <fieldset>
        <legend>What is on it</legend>
        <label v-for="choice in KINDS" :key="choice.id" class="radio">
          <input v-model="wished.kind" type="radio" name="kind" :value="choice.id" />
          <span>{{ choice.name }} <span class="quiet">{{ choice.about }}</span></span>
        </label>
      </fieldset>
      <div class="print-row">
        <label for="print-organiser">Laid out</label>
        <Select v-model="wished.organiser" input-id="print-organiser" aria-label="Laid out" :options="ORGANISERS" option-label="name" option-value="id" size="small" />
      </div>
      <div class="print-row">
        <SelectButton v-model="wished.paper" :options="PAPERS" option-label="name" option-value="id" :allow-empty="false" size="small" aria-label="Paper" />
        <SelectButton v-model="wished.columns" :options="COLUMNS" option-label="name" option-value="id" :allow-empty="false" size="small" aria-label="Columns" />
      </div>
      <div class="print-row">
        <span>Letters</span>
        <SelectButton v-model="wished.size" :options="SIZES" option-label="name" option-value="id" :allow-empty="false" size="small" aria-label="Letters" />
      </div>
      <div class="print-row switches">
        <span>To work with</span>
        <label><ToggleSwitch v-model="wished.estimate" /> estimate box</label>
        <label><ToggleSwitch v-model="wished.strips" /> strips to colour</label>
        <label><ToggleSwitch v-model="wished.line" /> number line</label>
        <label><ToggleSwitch v-model="wished.conclusion" /> what I noticed</label>
      </div>
      <div class="print-row">
        <label for="print-title">Title</label>
        <InputText id="print-title" v-model="wished.title" size="small" maxlength="120" :placeholder="sets.inHand.name" />
      </div>
      <div class="print-row switches">
        <label><ToggleSwitch v-model="wished.name_line" /> Name line</label>
        <label><ToggleSwitch v-model="wished.date_line" /> Date line</label>
        <label><ToggleSwitch v-model="wished.pictures" /> Pictures</label>
      </div>
      <div class="print-row">
        <label><ToggleSwitch v-model="both" /> Versions A and B</label>
        <span class="quiet">B asks for the same with other numbers</span>
      </div>
      <p v-if="!sets.inHand.examples.length" class="quiet">Nothing in this set yet. Draw a ladder in Line up first.</p>
    </form>
    <p v-else class="quiet">Choose a set in Line up first.</p>
    <section class="print-made" aria-live="polite" aria-label="The handout">
      <p v-if="trouble" role="alert">{{ trouble }}</p>
      <template v-if="running && job && (!made || job.total > 40)">
        <ProgressBar class="print-progress" :value="share" aria-label="Items set" />
        <p v-if="job.state === 'waiting'">It waits until the handouts before it are made.</p>
        <p v-else-if="job.done < job.total">{{ job.done }} of {{ job.total }} items are worked.</p>
        <p v-else>All {{ job.total }} items are worked; the pages are being set.</p>
      </template>
      <p v-else-if="job?.state === 'cancelled'" class="quiet">Cancelled. Nothing was printed.</p>
      <template v-if="made">
        <p class="print-pages">
          <a :href="`${made}/file`" target="_blank" rel="noopener" class="print-open">Open the PDF</a>
          <OtherDocuments v-if="wished.kind !== 'cut-outs'" :set-id="sets.inHand?.id ?? ''" :wished="{ ...wished, versions: both ? 2 : 1 }" />
          <template v-if="pages > 1">
            <PressButton icon="pi pi-chevron-left" size="small" variant="text" aria-label="The page before" :disabled="page === 1" @click="page -= 1" />
            <span>page {{ page }} of {{ pages }}</span>
            <PressButton icon="pi pi-chevron-right" size="small" variant="text" aria-label="The next page" :disabled="page === pages" @click="page += 1" />
          </template>
        </p>
        <a :href="`${made}/file`" target="_blank" rel="noopener"><img :src="`${made}/preview?page=${page}`" :alt="`Page ${page} of the handout`" :class="{ older: running }" /></a>
      </template>
      <p v-else-if="!running" class="quiet">The handout is made here, as a PDF; its pages are shown.</p>
      <TryPanel v-if="trying && sets.inHand" />
      <OpenFormats v-if="sets.inHand" :wished="{ ...wished, versions: 1 }" />
    </section>
  </div>
</template>

<style scoped>
.print-place {
  display: grid;
  grid-template-columns: minmax(18rem, 26rem) minmax(0, 1fr);
  gap: 2rem;
  align-items: start;
}

.print-form {
  display: grid;
  gap: 0.8rem;
}

.print-form fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 0.3rem;
}

.print-form legend {
  font-weight: 600;
  padding: 0;
  margin-bottom: 0.25rem;
}

.print-made a {
  color: var(--blue);
  font-weight: 600;
  text-underline-offset: 0.2em;
}

.print-form input[type='radio'] {
  accent-color: var(--blue);
}

.print-form .radio {
  display: flex;
  gap: 0.5rem;
  align-items: baseline;
}

.print-row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 1rem;
}

.switches {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
}

.switches > span {
  grid-column: 1 / -1;
}

.print-row label {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
}

.print-row .p-inputtext {
  flex: 1;
  min-width: 0;
}

.print-made {
  display: grid;
  gap: 0.6rem;
  justify-items: start;
}

.print-made img {
  max-width: min(100%, 38rem);
  border: 1px solid var(--rule);
  box-shadow: 0 2px 10px rgb(34 38 43 / 18%);
}

.print-open {
  white-space: nowrap;
}

.print-pages {
  flex-wrap: wrap;
  display: flex;
  align-items: center;
  gap: 0.3rem;
}

.print-made img.older {
  opacity: 0.55;
}

.print-progress {
  width: min(100%, 24rem);
}

@media (--narrow) {
  .print-place {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
