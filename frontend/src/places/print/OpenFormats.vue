<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, type Imported, type PrintRequest } from '@/api/client'
import { countOf } from '@/desk/setChange'
import { useRequest } from '@/desk/useRequest'
import { useSets } from '@/desk/useSets'
import { usePrinting } from './usePrinting'

/** The set as a file for other programs, and a file read into a new set. */
const FORMATS = [
  { id: 'json', name: 'JSON', about: 'everything, to be read back' },
  { id: 'csv', name: 'CSV', about: 'a table' },
  { id: 'latex', name: 'LaTeX', about: 'problems with their workings' },
  { id: 'svg', name: 'SVG', about: 'all pictures' },
  { id: 'qti', name: 'QTI 3', about: 'choice items for a learning platform' },
]
/** Examples of a set up to which its file is written at once; of a longer one it is told how far it is. */
const AT_ONCE = 150

defineProps<{ wished: PrintRequest }>()
const sets = useSets()
const router = useRouter()
const found = ref<Imported | null>(null)
const { ask, fault: trouble } = useRequest({ reads: false, shown: true })
const { job, running, trouble: writingTrouble, madeId, print, cancel } = usePrinting()
const writing = ref('')
const isLong = (format: string) => format !== 'json' && countOf(sets.inHand) > AT_ONCE

function write(format: (typeof FORMATS)[number], wished: PrintRequest) {
  if (!sets.inHandId) return
  writing.value = format.name
  void print(sets.inHandId, { ...wished, format: format.id as PrintRequest['format'], draft: false })
}
watch(madeId, (id) => {
  if (id) window.location.assign(`/api/print/${id}/file`)
})
let last: { format: 'json' | 'csv'; content: string; name: string } | undefined

async function read(event: Event) {
  const field = event.target as HTMLInputElement
  const file = field.files?.[0]
  if (!file) return
  const name = file.name.replace(/\.\w+$/, '')
  last = { format: file.name.endsWith('.json') ? 'json' : 'csv', content: await file.text(), name: '' }
  if (last.format === 'csv') last.name = name
  field.value = ''
  await takeIn(false)
}

async function takeIn(rest: boolean) {
  if (!last) return
  const body = { ...last, take_rest: rest }
  found.value = await ask((signal) => api.POST('/api/sets/import', { body, signal }))
  if (!found.value?.set) return
  await sets.list()
  // Line up opens it: while this place is shown, it holds to the set in its own address.
  void router.push({ name: 'line-up', params: { set: found.value.set.id } })
}
</script>

<template>
  <section class="formats" aria-labelledby="formats-title">
    <h2 id="formats-title">Open formats</h2>
    <ul class="format-list">
      <li v-for="format in FORMATS" :key="format.id">
        <button v-if="isLong(format.id)" type="button" class="quiet-button" @click="write(format, wished)">{{ format.name }}</button>
        <a v-else :href="`/api/sets/${sets.inHandId}/export/${format.id}`" download>{{ format.name }}</a>
        <span class="quiet"> {{ format.about }}</span>
      </li>
    </ul>
    <p v-if="running && job" role="status">
      {{ writing }}: {{ job.done }} of {{ job.total }} examples
      <button type="button" class="quiet-button" @click="cancel">Stop</button>
    </p>
    <p v-else-if="writingTrouble" role="alert">{{ writingTrouble }}</p>
    <p v-else-if="job?.state === 'done'" class="quiet" role="status">{{ writing }} saved</p>
    <label class="take-in">
      Read a set from a file
      <input type="file" accept=".json,.csv,.txt,text/csv,application/json" @change="read" />
    </label>
    <p v-if="trouble" role="alert">{{ trouble.message }}</p>
    <div v-if="found && found.faults.length" role="alert" class="import-faults">
      <p>{{ found.set ? 'These were left out:' : 'Nothing was taken in. This cannot be read:' }}</p>
      <ul>
        <li v-for="(fault, index) in found.faults.slice(0, 12)" :key="index">
          <b>{{ fault.where }}</b> <code v-if="fault.text">{{ fault.text }}</code> {{ fault.message }}
        </li>
      </ul>
      <p v-if="found.faults.length > 12">And {{ found.faults.length - 12 }} more.</p>
      <PressButton v-if="!found.set && found.readable" :label="`Take the other ${found.readable}`" size="small" variant="outlined" @click="takeIn(true)" />
    </div>
  </section>
</template>

<style scoped>
.formats a {
  color: var(--blue);
  font-weight: 600;
  text-underline-offset: 0.2em;
}

.format-list .quiet {
  margin-left: 0.4rem;
}

.formats {
  margin-top: 1rem;
  border-top: 1px solid var(--rule);
  padding-top: 0.8rem;
  width: 100%;
}

.format-list {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1.4rem;
  margin: 0.3rem 0 0.6rem;
}

.import-faults {
  border-left: 4px double var(--wrong-ink);
  padding-left: 0.7rem;
  margin-top: 0.6rem;
}

.import-faults li {
  margin: 0.2rem 0;
}
</style>
