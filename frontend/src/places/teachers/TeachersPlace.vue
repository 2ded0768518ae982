<script setup lang="ts">
import '@/styles/more-icons.css'
import PressButton from '@/shared/PressButton.vue'
import InputText from 'primevue/inputtext'
import { onMounted, ref } from 'vue'
import { api, type AuditLine, type KnownTeacher } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { copyText } from '@/shared/copying'

/** For the one who administers: who belongs to the school, links to come in by, and what was done that matters. */
const reading = useRequest()
const trailing = useRequest()
const changing = useRequest({ reads: false, shown: true })
const teachers = ref<KnownTeacher[]>([])
const entries = ref<AuditLine[]>([])
const link = ref<{ name: string; address: string } | null>(null)
const copied = ref('')
const name = ref('')
const moment = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' })

onMounted(read)

async function read() {
  const found = await reading.ask((signal) => api.GET('/api/teachers', { signal }))
  teachers.value = found?.teachers ?? teachers.value
  const told = await trailing.ask((signal) => api.GET('/api/teachers/trail', { signal }))
  entries.value = told?.entries ?? entries.value
}

function hand(made: { path: string; teacher: KnownTeacher } | null) {
  if (!made) return
  copied.value = ''
  link.value = { name: made.teacher.name, address: location.origin + made.path }
  void read()
}

async function invite() {
  const body = { name: name.value, administers: false }
  const made = await changing.ask((signal) => api.POST('/api/teachers', { body, signal }))
  if (made) name.value = ''
  hand(made)
}

async function freshLink(teacher: KnownTeacher) {
  const path = { teacher_id: teacher.id }
  hand(await changing.ask((signal) => api.POST('/api/teachers/{teacher_id}/link', { params: { path }, signal })))
}

async function change(teacher: KnownTeacher, part: Partial<KnownTeacher>) {
  const path = { teacher_id: teacher.id }
  const body = { administers: teacher.administers, ended: teacher.ended, ...part }
  await changing.ask((signal) => api.PUT('/api/teachers/{teacher_id}', { params: { path }, body, signal }))
  await read()
}

async function copy() {
  if (link.value) copied.value = await copyText(link.value.address, 'The link')
}
</script>

<template>
  <div class="teachers">
    <header>
      <h1>Teachers</h1>
      <p class="quiet">Who may come in. What a teacher has made, and their classes, nobody else sees.</p>
    </header>
    <p v-if="changing.fault.value" class="fault" role="alert">{{ changing.fault.value.message }}</p>
    <div v-if="link" class="link sheet" role="status">
      <p>
        Hand this link to {{ link.name }}. It opens once, within a week; a name and password are chosen there.
      </p>
      <code>{{ link.address }}</code>
      <PressButton label="Copy" icon="pi pi-copy" size="small" variant="outlined" @click="copy" />
      <p v-if="copied" class="quiet">{{ copied }}</p>
    </div>
    <section class="sheet" aria-label="Teachers of the school">
      <ul class="known">
        <li v-for="teacher in teachers" :key="teacher.id" class="teacher" :class="{ ended: teacher.ended }">
          <span class="teacher-name">{{ teacher.name }}</span>
          <span class="quiet">
            {{ teacher.ended ? 'has left' : teacher.waits ? 'has not come in yet' : teacher.administers ? 'administers' : '' }}
          </span>
          <span class="teacher-acts">
            <template v-if="teacher.ended">
              <button type="button" class="quiet-button" @click="change(teacher, { ended: false })">Let back in</button>
            </template>
            <template v-else>
              <button type="button" class="quiet-button" @click="freshLink(teacher)">
                {{ teacher.waits ? 'Another link' : 'Link for a new password' }}
              </button>
              <button type="button" class="quiet-button" @click="change(teacher, { administers: !teacher.administers })">
                {{ teacher.administers ? 'Administers no longer' : 'Let administer' }}
              </button>
              <button type="button" class="quiet-button" @click="change(teacher, { ended: true })">Has left</button>
            </template>
          </span>
        </li>
      </ul>
      <form class="invite" @submit.prevent="invite">
        <InputText v-model="name" maxlength="120" placeholder="Name, or school address" aria-label="Name of a new teacher" />
        <PressButton type="submit" label="Add a teacher" variant="outlined" :disabled="!name.trim()" />
      </form>
    </section>
    <section class="sheet" aria-labelledby="trail-title">
      <h2 id="trail-title">What was done</h2>
      <p v-if="!entries.length" class="quiet">Nothing yet.</p>
      <ol class="trail">
        <li v-for="(entry, index) in entries" :key="index">
          <time :datetime="entry.at" class="quiet">{{ moment.format(new Date(entry.at)) }}</time>
          <span>{{ entry.teacher }} {{ entry.act }} <span class="quiet">{{ entry.about }}</span></span>
        </li>
      </ol>
    </section>
  </div>
</template>

<style scoped>
.teachers {
  display: grid;
  gap: 1rem;
  max-width: 60rem;
}

.teachers section,
.link {
  padding: 0.8rem 1.1rem;
}

.known {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  column-gap: 1rem;
}

.teacher {
  display: grid;
  grid-column: 1 / -1;
  grid-template-columns: subgrid;
  align-items: baseline;
  padding: 0.4rem 0;
  border-bottom: 1px solid var(--rule-soft);
}

.teacher-name {
  font-weight: 600;
  overflow-wrap: anywhere;
}

.ended .teacher-name {
  font-weight: 400;
}

.teacher-acts {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
}

.invite {
  display: flex;
  gap: 0.5rem;
  margin-top: 0.9rem;
  max-width: 30rem;
}

.invite :deep(.p-inputtext) {
  flex: 1;
  min-width: 0;
}

.invite :deep(.p-button) {
  flex: none;
}

.link {
  display: grid;
  gap: 0.5rem;
  justify-items: start;
  border-left: 6px solid var(--amber);
}

.link code {
  overflow-wrap: anywhere;
}

.trail li {
  display: grid;
  grid-template-columns: 12rem minmax(0, 1fr);
  gap: 1rem;
  padding: 0.15rem 0;
  font-size: 0.9rem;
  overflow-wrap: anywhere;
}

.fault {
  color: var(--wrong-ink);
}

@media (--narrow) {
  .known,
  .trail li {
    grid-template-columns: minmax(0, 1fr);
    gap: 0.1rem;
  }

  .teacher {
    grid-template-columns: minmax(0, 1fr);
  }

  .teacher-acts {
    justify-content: flex-start;
  }
}
</style>
