<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { ShownExample } from '@/api/client'
import { useSchool } from '@/desk/useSchool'
import { useSets } from '@/desk/useSets'
import MathText from '@/shared/MathText.vue'
import SetTrouble from '@/shared/SetTrouble.vue'
import SetList from './SetList.vue'

const route = useRoute()
const router = useRouter()
const sets = useSets()
const school = useSchool()

const renaming = ref(false)
const newName = ref('')
const dragged = ref<string | null>(null)
const over = ref<string | null>(null)
const told = ref('')
const examples = computed(() => sets.inHand?.examples ?? [])

watch(
  () => route.params.set,
  (id) => {
    if (typeof id === 'string' && id && id !== sets.inHandId) void sets.open(id)
  },
  { immediate: true },
)
watch(
  () => sets.inHandId,
  (id) => {
    if (route.name === 'line-up' && id && route.params.set !== id)
      void router.replace({ name: 'line-up', params: { set: id } })
  },
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
            <Button label="Rename" icon="pi pi-pencil" variant="text" size="small" @click="startRenaming" />
            <Button label="Delete set" icon="pi pi-trash" variant="text" size="small" @click="sets.deleteSet()" />
          </div>
        </header>
        <SetTrouble />
        <p class="hidden" role="status">{{ told }}</p>
        <ol class="examples">
          <li
            v-for="(example, index) in examples"
            :id="`example-${example.id}`"
            :key="example.id"
            class="example"
            :class="{ dragged: dragged === example.id, over: over === example.id }"
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
              <MathText :of="example.problem" />
            </a>
            <span class="example-answer">= <MathText :of="example.answer" /></span>
            <span class="example-marks">
              <span v-for="demand in example.demands" :key="demand.id" class="demand">{{ demand.name }}</span>
              <span v-for="name in example.school_names" :key="name" class="by-school">by: {{ name }}</span>
            </span>
            <span class="example-actions">
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
          </li>
        </ol>
        <p v-if="examples.length === 0" class="quiet">
          Nothing in this set yet. Work a problem and press Keep.
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
