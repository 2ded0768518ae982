<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, data, type Fading, type Glance, type ShownExample } from '@/api/client'
import { useSchool } from '@/desk/useSchool'
import { useNamedSet } from '@/desk/useNamedSet'
import { useSets } from '@/desk/useSets'
import MathText from '@/shared/MathText.vue'
import SetTrouble from '@/shared/SetTrouble.vue'
import AimPanel from './AimPanel.vue'
import GlancePanel from './GlancePanel.vue'
import RungTools from './RungTools.vue'
import SetList from './SetList.vue'

const router = useRouter()
const sets = useSets()
const school = useSchool()

const renaming = ref(false)
const newName = ref('')
const dragged = ref<string | null>(null)
const over = ref<string | null>(null)
const told = ref('')
const aiming = ref(false)
const glancing = ref(false)
const glance = ref<Glance | null>(null)
const opened = ref<string | null>(null)
const finding = ref('')
const examples = computed(() => sets.inHand?.examples ?? [])

useNamedSet()

const ROLES: Record<string, string> = {
  contrast: 'contrast',
  review: 'review',
  turn: 'your turn',
  find: 'find the mistake',
}
function fadingName(fading: Fading | undefined): string {
  if (!fading || fading.kind === 'worked') return ''
  if (fading.kind === 'bare') return 'bare'
  return `partly worked, ${fading.lines} ${fading.side === 'end' ? 'from the end' : 'from the start'}`
}

/** The demands that occur in the set, to show only the items that make one of them. */
const asked = computed(() => {
  const found = new Map<string, string>()
  for (const example of examples.value) for (const demand of example.demands) found.set(demand.id, demand.name)
  return [...found].map(([id, name]) => ({ id, name }))
})
const fits = (example: ShownExample) => !finding.value || example.demands.some((d) => d.id === finding.value)

watch(
  () => [sets.inHand?.id, sets.inHand?.revision, glancing.value, opened.value],
  async () => {
    const set = sets.inHand
    if (!set || (!glancing.value && !opened.value)) return
    const found = await data(api.GET('/api/sets/{set_id}/glance', { params: { path: { set_id: set.id } } }))
    if (sets.inHand?.id === set.id) glance.value = found
  },
  { immediate: true },
)

async function startRenaming() {
  newName.value = sets.inHand?.name ?? ''
  renaming.value = true
  await nextTick()
  document.getElementById('set-name')?.focus()
}

async function rename() {
  if (newName.value.trim() && newName.value.trim() !== sets.inHand?.name) await sets.rename(newName.value)
  renaming.value = false
}

async function move(example: ShownExample, by: number) {
  const order = examples.value.map((e) => e.id)
  const from = order.indexOf(example.id)
  const to = from + by
  if (to < 0 || to >= order.length) return
  order.splice(to, 0, ...order.splice(from, 1))
  if (await sets.reorder(order)) told.value = `${example.problem.text} is now number ${to + 1}.`
  await nextTick()
  document.getElementById(`example-${example.id}`)?.focus()
}

async function drop(onto: string) {
  const id = dragged.value
  dragged.value = over.value = null
  if (!id || id === onto) return
  const order = examples.value.map((e) => e.id)
  const to = order.indexOf(onto)
  order.splice(to, 0, ...order.splice(order.indexOf(id), 1))
  await sets.reorder(order)
}

function openInWork(example: ShownExample) {
  school.hold({ ...example.school })
  void router.push({ name: 'work', query: { problem: example.typed, example: example.id } })
}
</script>

<template>
  <div class="line-up">
    <SetList />
    <section class="set" aria-labelledby="set-title">
      <template v-if="sets.inHand">
        <header class="set-head">
          <form v-if="renaming" class="rename" @submit.prevent="rename">
            <InputText
              id="set-name"
              v-model="newName"
              maxlength="120"
              aria-label="Name of the set"
              @keydown.esc="renaming = false"
            />
            <Button type="submit" label="Rename" :disabled="!newName.trim()" />
          </form>
          <h1 v-else id="set-title">{{ sets.inHand.name }}</h1>
          <div v-if="!renaming" class="set-actions">
            <Button
              label="Draw a ladder"
              icon="pi pi-sort-amount-up-alt"
              :variant="aiming ? undefined : 'outlined'"
              size="small"
              :aria-expanded="aiming"
              @click="aiming = !aiming"
            />
            <Button
              label="At a glance"
              icon="pi pi-th-large"
              :variant="glancing ? undefined : 'outlined'"
              size="small"
              :aria-expanded="glancing"
              @click="glancing = !glancing"
            />
            <Button label="Rename" icon="pi pi-pencil" variant="text" size="small" @click="startRenaming" />
            <Button label="Delete set" icon="pi pi-trash" variant="text" size="small" @click="sets.deleteSet()" />
          </div>
        </header>
        <SetTrouble />
        <p class="hidden" role="status">{{ told }}</p>
        <AimPanel v-if="aiming" :key="sets.inHand.id" @drawn="glancing = true" />
        <GlancePanel v-if="glancing && glance && examples.length" :glance="glance" :examples="examples" />
        <p v-if="asked.length > 1" class="asked-filter">
          <span class="quiet">Show those that ask for</span>
          <button
            v-for="demand in asked"
            :key="demand.id"
            type="button"
            class="demand"
            :aria-pressed="finding === demand.id"
            @click="finding = finding === demand.id ? '' : demand.id"
          >
            {{ demand.name }}
          </button>
        </p>
        <ol class="examples">
          <li
            v-for="(example, index) in examples"
            v-show="fits(example)"
            :id="`example-${example.id}`"
            :key="example.id"
            class="example"
            :class="[`role-${example.task.role}`, { dragged: dragged === example.id, over: over === example.id }]"
            tabindex="0"
            draggable="true"
            :aria-label="`${index + 1}: ${example.problem.text}`"
            @dragstart="dragged = example.id"
            @dragover.prevent="over = example.id"
            @dragend="dragged = over = null"
            @drop.prevent="drop(example.id)"
            @keydown.alt.up.prevent="move(example, -1)"
            @keydown.alt.down.prevent="move(example, 1)"
            @keydown.enter.self="openInWork(example)"
          >
            <span class="number">{{ index + 1 }}</span>
            <a
              class="example-problem"
              :href="router.resolve({ name: 'work', query: { problem: example.typed } }).href"
              @click.exact.prevent="openInWork(example)"
            >
              <span v-if="example.asked" class="example-asked">{{ example.asked }}</span>
              <MathText :of="example.problem" />
            </a>
            <span class="example-answer">{{ example.sign || '→' }} <MathText :of="example.answer" /></span>
            <span class="example-marks">
              <span v-if="ROLES[example.task.role ?? '']" class="role">{{ ROLES[example.task.role ?? ''] }}{{ example.mistake ? `: ${example.mistake}` : '' }}</span>
              <span v-if="example.task.locked" class="role"><i class="pi pi-lock" aria-hidden="true" /> locked</span>
              <span v-if="fadingName(example.task.fading)" class="role">{{ fadingName(example.task.fading) }}</span>
              <span
                v-for="demand in example.demands"
                :key="demand.id"
                class="demand"
                :class="{ newest: demand.id === example.task.added }"
                :title="demand.place"
              >{{ demand.id === example.task.added ? 'new: ' : '' }}{{ demand.name }}</span>
              <span v-for="name in example.school_names" :key="name" class="by-school">by: {{ name }}</span>
            </span>
            <p v-if="example.judged" class="judged-item">{{ example.judged }}</p>
            <span class="example-actions">
              <Button
                icon="pi pi-ellipsis-h"
                variant="text"
                size="small"
                :aria-label="`Change ${example.problem.text}`"
                :aria-expanded="opened === example.id"
                @click="opened = opened === example.id ? null : example.id"
              />
              <Button
                icon="pi pi-arrow-up"
                variant="text"
                size="small"
                :aria-label="`Move ${example.problem.text} up`"
                :disabled="index === 0"
                @click="move(example, -1)"
              />
              <Button
                icon="pi pi-arrow-down"
                variant="text"
                size="small"
                :aria-label="`Move ${example.problem.text} down`"
                :disabled="index === examples.length - 1"
                @click="move(example, 1)"
              />
              <Button
                icon="pi pi-trash"
                variant="text"
                size="small"
                :aria-label="`Delete ${example.problem.text}`"
                @click="sets.deleteExample(example.id, example.problem.text)"
              />
            </span>
            <RungTools v-if="opened === example.id" :example="example" :glance="glance" />
          </li>
        </ol>
        <p v-if="examples.length === 0" class="quiet">
          Nothing in this set yet. Draw a ladder here, or work a problem and press Keep.
        </p>
      </template>
      <template v-else>
        <h1 id="set-title">Line up</h1>
        <SetTrouble />
        <p class="quiet">Make a set on the left; then keep examples in it from Work.</p>
      </template>
    </section>
  </div>
</template>
