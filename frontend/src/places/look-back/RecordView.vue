<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import Select from 'primevue/select'
import Textarea from 'primevue/textarea'
import { computed, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { api, type RecordEntry } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useRounds } from '@/desk/useRounds'
import { useSets } from '@/desk/useSets'
import { useSetSearch } from '@/desk/useSetSearch'
import { dayOf, today } from '@/shared/days'

/** What was done, by day: what the tool saw, and what the teacher writes down. */
const KINDS: Record<RecordEntry['kind'], string> = {
  'lined-up': 'Lined up',
  shown: 'Shown',
  printed: 'Printed',
  marked: 'Marked',
  homework: 'Set as homework',
  spoken: 'Spoken about',
  note: 'Note',
}
const OWN = (['note', 'spoken', 'homework', 'shown'] as const).map((id) => ({ id, name: KINDS[id] }))

const rounds = useRounds()
const sets = useSets()
const { own, search } = useSetSearch()
const asking = useRequest({ shown: true })
const writing = useRequest({ reads: false, shown: true })
const entries = ref<RecordEntry[]>([])
const weeks = ref(2)
const classId = ref<string | null>(null)
const wished = ref({ on_day: today(), kind: 'note' as (typeof OWN)[number]['id'], about: '', class_id: null as string | null, set_id: null as string | null })
const editing = ref<string | null>(null)
const edited = ref('')

async function read() {
  const query = { since: today(7 * weeks.value), until: today(), ...(classId.value ? { class_id: classId.value } : {}) }
  const found = await asking.ask((signal) => api.GET('/api/record', { params: { query }, signal }))
  if (found) entries.value = found.entries
}
watch([weeks, classId], read, { immediate: true })

const days = computed(() => {
  const found = new Map<string, RecordEntry[]>()
  for (const entry of entries.value) found.set(entry.on_day, [...(found.get(entry.on_day) ?? []), entry])
  return [...found]
})
const everyClass = computed(() => [{ id: null, name: 'every class' }, ...rounds.classes])

async function write() {
  const body = { ...wished.value, counts: null }
  if (await writing.ask((signal) => api.POST('/api/record', { body, signal }))) {
    wished.value.about = ''
    await read()
  }
}

async function keep(entry: RecordEntry) {
  const body = { about: edited.value, class_id: entry.class_id }
  const params = { path: { entry_id: entry.id } }
  if (await writing.ask((signal) => api.PUT('/api/record/{entry_id}', { params, body, signal }))) {
    editing.value = null
    await read()
  }
}

async function erase(entry: RecordEntry) {
  const params = { path: { entry_id: entry.id } }
  if (!(await writing.ask((signal) => api.DELETE('/api/record/{entry_id}', { params, signal })))) return
  await read()
  sets.lately = {
    said: `Deleted an entry of ${dayOf(entry.on_day)}.`,
    undo: async () => {
      const { on_day, kind, about, set_id, class_id, counts } = entry
      await writing.ask((signal) => api.POST('/api/record', { body: { on_day, kind, about, set_id, class_id, counts }, signal }))
      await read()
    },
  }
}

function begin(entry: RecordEntry) {
  editing.value = entry.id
  edited.value = entry.about
}
</script>

<template>
  <section aria-label="The record">
    <form class="write" aria-label="Write down what was done" @submit.prevent="write">
      <input v-model="wished.on_day" type="date" aria-label="Day" required />
      <Select v-model="wished.kind" :options="OWN" option-label="name" option-value="id" size="small" aria-label="What was done" />
      <Select v-model="wished.class_id" :options="rounds.classes" option-label="name" option-value="id" size="small" placeholder="class" show-clear aria-label="Class" />
      <Select v-model="wished.set_id" :options="own" option-label="name" option-value="id" size="small" placeholder="set" show-clear :filter="sets.more" aria-label="Set" class="set" @filter="search" />
      <Textarea v-model="wished.about" rows="1" auto-resize maxlength="1000" aria-label="In your words" placeholder="in your words" />
      <PressButton type="submit" label="Write it down" size="small" :disabled="wished.kind === 'note' && !wished.about.trim()" />
    </form>
    <p class="row">
      <Select v-model="classId" :options="everyClass" option-label="name" option-value="id" size="small" aria-label="Of which class" placeholder="every class" />
      <PressButton v-for="n in [2, 6, 26]" :key="n" :label="`${n} weeks`" size="small" :variant="weeks === n ? 'outlined' : 'text'" :aria-pressed="weeks === n" @click="weeks = n" />
    </p>
    <p v-if="asking.fault.value" role="alert">{{ asking.fault.value.message }}</p>
    <p v-if="writing.fault.value" role="alert">{{ writing.fault.value.message }}</p>
    <p v-if="!days.length && !asking.asking.value" class="quiet">Nothing in these weeks yet. What you line up, show, print and mark stands here by itself.</p>
    <ol class="days">
      <li v-for="[day, done] in days" :key="day">
        <h2>{{ dayOf(day) }}</h2>
        <ul>
          <li v-for="entry in done" :key="entry.id" class="entry">
            <b>{{ KINDS[entry.kind] }}</b>
            <span>
              <RouterLink v-if="entry.round_id" :to="{ name: 'look-back', params: { round: entry.round_id } }">{{ entry.round_name }}</RouterLink>
              <RouterLink v-else-if="entry.set_id" :to="{ name: 'line-up', params: { set: entry.set_id } }">{{ entry.set_name }}</RouterLink>
              <span v-if="entry.class_name" class="class-name">{{ entry.class_name }}</span>
              <span v-if="entry.counts?.of" class="counts">{{ entry.counts.had }} of {{ entry.counts.of }} had {{ entry.counts.item ? `item ${entry.counts.item}` : 'it' }}</span>
              <form v-if="editing === entry.id" class="edit" @submit.prevent="keep(entry)">
                <Textarea v-model="edited" rows="1" auto-resize maxlength="1000" aria-label="The note" @keydown.esc.prevent="editing = null" />
                <PressButton type="submit" label="Keep" size="small" />
              </form>
              <span v-else-if="entry.about" class="about">{{ entry.about }}</span>
            </span>
            <span class="tools">
              <button type="button" class="quiet-button" @click="begin(entry)">{{ entry.about ? 'change' : 'add a note' }}</button>
              <button type="button" class="quiet-button" :aria-label="`Delete this entry of ${dayOf(day)}`" @click="erase(entry)">delete</button>
            </span>
          </li>
        </ul>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.write,
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  align-items: center;
  margin-bottom: 0.6rem;
}

.write {
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 0.6rem 0.8rem;
}

.write :deep(.p-textarea) {
  flex: 1 1 16rem;
}

input[type='date'] {
  font: inherit;
  padding: 0.2rem 0.4rem;
  border: 1px solid var(--edge-soft);
  background: var(--paper);
  color: inherit;
}

.days > li {
  display: grid;
  grid-template-columns: 5.5rem minmax(0, 1fr);
  border-top: 1px solid var(--rule);
  padding: 0.4rem 0;
}

.days h2 {
  font-size: 0.95rem;
}

.entry {
  display: grid;
  grid-template-columns: 9rem minmax(0, 1fr) max-content;
  gap: 0.6rem;
  padding: 0.15rem 0;
}

/* As large as a finger needs. */
.entry a {
  display: inline-block;
  min-height: 24px;
}

.class-name,
.counts {
  margin-left: 0.7rem;
}

.about {
  display: block;
}

.edit {
  display: flex;
  gap: 0.4rem;
}

.edit :deep(.p-textarea) {
  flex: 1;
}

@media (--narrow) {
  .days > li,
  .entry {
    grid-template-columns: minmax(0, 1fr);
    gap: 0.1rem;
  }

  .class-name,
  .counts {
    margin-left: 0;
    display: block;
  }
}
</style>
