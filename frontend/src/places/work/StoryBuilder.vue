<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import Select from 'primevue/select'
import { computed, ref, watch } from 'vue'
import { api, type StoryRead } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useSettings } from '@/desk/useSettings'
import OfferedStory from './OfferedStory.vue'

/**
 * A story put together by its teacher: for every equation the kind, and which amount is the whole and which are the parts.
 * An amount can be dragged onto a place, or chosen there.
 */
const props = defineProps<{ read: StoryRead }>()
const emit = defineEmits<{ take: [form: string] }>()

interface Row {
  kind: string
  total: string
  parts: string[]
  reading: 'exact' | 'up' | 'down'
}

const settings = useSettings()
const { ask, fault } = useRequest({ shown: true })
const built = ref<StoryRead | null>(null)

const first = computed(() => props.read.asked[0]?.id ?? '?0')
const rows = ref<Row[]>([])
watch(
  () => props.read.text,
  () => {
    rows.value = [{ kind: 'take', total: '#0', parts: ['#1', first.value], reading: 'exact' }]
    built.value = null
  },
  { immediate: true },
)

/** What can stand in a place: the amounts of the text, what is asked, and what is found on the way. */
const things = computed(() => [
  ...props.read.amounts.map((a) => ({ id: a.id, name: `${a.amount} (${a.name})` })),
  ...props.read.asked.map((a) => ({ id: a.id, name: `? ${a.name}` })),
  { id: 'x', name: 'found first (x)' },
  { id: 'y', name: 'found next (y)' },
])
const readings = [
  { id: 'exact', name: 'as it comes out' },
  { id: 'up', name: 'one more if not even' },
  { id: 'down', name: 'only full ones' },
]
const kindOf = (row: Row) => props.read.kinds.find((k) => k.id === row.kind)
const isProduct = (row: Row) => ['groups', 'share', 'fit', 'rate'].includes(row.kind)

function dropped(event: DragEvent, put: (id: string) => void) {
  const id = event.dataTransfer?.getData('text/plain')
  if (id && things.value.some((thing) => thing.id === id)) put(id)
}

async function show() {
  const body = { text: props.read.text, words: settings.manner.words, rows: rows.value }
  built.value = await ask((signal) => api.POST('/api/built-story', { body, signal }))
}
</script>

<template>
  <section class="builder" aria-label="Put the story together">
    <ul class="things" aria-label="Amounts to drag">
      <li v-for="thing in things" :key="thing.id" draggable="true" @dragstart="$event.dataTransfer?.setData('text/plain', thing.id)">{{ thing.name }}</li>
    </ul>
    <div v-for="(row, at) in rows" :key="at" class="row">
      <Select v-model="row.kind" :options="read.kinds" option-label="name" option-value="id" size="small" :aria-label="`Kind ${at + 1}`" />
      <label class="place" @dragover.prevent @drop.prevent="dropped($event, (id) => (row.total = id))">
        <span class="quiet">{{ kindOf(row)?.roles[0] }}</span>
        <Select v-model="row.total" :options="things" option-label="name" option-value="id" size="small" :aria-label="`${kindOf(row)?.roles[0]} ${at + 1}`" />
      </label>
      <span aria-hidden="true">=</span>
      <label v-for="(_, place) in row.parts" :key="place" class="place" @dragover.prevent @drop.prevent="dropped($event, (id) => (row.parts[place] = id))">
        <span class="quiet">{{ kindOf(row)?.roles[Math.min(place + 1, 2)] }}</span>
        <Select v-model="row.parts[place]" :options="things" option-label="name" option-value="id" size="small" :aria-label="`${kindOf(row)?.roles[Math.min(place + 1, 2)]} ${at + 1}`" />
      </label>
      <PressButton v-if="kindOf(row)?.many" icon="pi pi-plus" variant="text" size="small" :aria-label="`One part more in ${at + 1}`" @click="row.parts.push('x')" />
      <PressButton v-if="row.parts.length > 2" icon="pi pi-minus" variant="text" size="small" :aria-label="`One part fewer in ${at + 1}`" @click="row.parts.pop()" />
      <Select v-if="isProduct(row)" v-model="row.reading" :options="readings" option-label="name" option-value="id" size="small" :aria-label="`What does not come out even ${at + 1}`" />
    </div>
    <div class="builder-acts">
      <PressButton label="One more equation" size="small" variant="text" :disabled="rows.length > 7" @click="rows.push({ kind: 'join', total: first, parts: ['x', '#0'], reading: 'exact' })" />
      <PressButton v-if="rows.length > 1" label="Take the last away" size="small" variant="text" @click="rows.pop()" />
      <PressButton label="Show its bars" size="small" variant="outlined" @click="show" />
    </div>
    <p v-if="fault || built?.unreadable" role="alert" class="trouble">{{ fault?.message ?? built?.unreadable?.message }}</p>
    <OfferedStory v-for="offer in built?.offers" :key="offer.form" :offer="offer">
      <PressButton label="Take it" size="small" @click="emit('take', offer.form)" />
    </OfferedStory>
  </section>
</template>

<style scoped>
.builder {
  border-top: 1px solid var(--rule);
  margin-top: 1rem;
  padding-top: 0.7rem;
}

.things {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  list-style: none;
  padding: 0;
  margin: 0 0 0.5rem;
}

.things li {
  border: 1px solid var(--edge);
  border-radius: 3px;
  padding: 0.15rem 0.5rem;
  cursor: grab;
  font-size: 0.95rem;
}

.row {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.5rem;
  margin-bottom: 0.5rem;
}

.place {
  display: grid;
  font-size: 0.9rem;
}

.builder-acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  margin-bottom: 0.5rem;
}

.trouble {
  color: var(--wrong-ink);
}
</style>
