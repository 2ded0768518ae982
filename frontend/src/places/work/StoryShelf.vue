<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import Select from 'primevue/select'
import { computed, onMounted, ref } from 'vue'
import { api, type LibraryEntry } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useSettings } from '@/desk/useSettings'

/** The teacher's own stories and those that ship, by kind and by how many steps they take. */
const emit = defineEmits<{ take: [form: string] }>()

const settings = useSettings()
const stories = ref<LibraryEntry[]>([])
const whose = ref('all')
const kind = ref('every')
const steps = ref(0)
const { ask } = useRequest()

onMounted(async () => {
  await settings.ready()
  const found = await ask((signal) => api.POST('/api/stories', { body: { words: settings.manner.words }, signal }))
  if (found) stories.value = found.stories
})

const kinds = computed(() => [
  { id: 'every', name: 'every kind' },
  ...[...new Set(stories.value.flatMap((s) => s.kinds))].sort().map((name) => ({ id: name, name })),
  { id: 'table', name: 'with a table' },
])
const owners = [
  { id: 'all', name: 'all stories' },
  { id: 'own', name: 'my own' },
]
const hasOwn = computed(() => stories.value.some((s) => s.own))
const lengths = [
  { id: 0, name: 'any number of steps' },
  { id: 1, name: '1 step' },
  { id: 2, name: '2 steps' },
  { id: 3, name: '3 steps' },
  { id: 4, name: '4 steps' },
]
const shown = computed(() =>
  stories.value.filter(
    (s) =>
      (whose.value === 'all' || s.own) &&
      (kind.value === 'every' || (kind.value === 'table' ? s.table : s.kinds.includes(kind.value))) && (!steps.value || s.steps === steps.value),
  ),
)
</script>

<template>
  <section v-if="stories.length" class="shelf" aria-label="Stories to begin with">
    <div class="shelf-head">
      <h2>Stories to begin with</h2>
      <Select v-if="hasOwn" v-model="whose" :options="owners" option-label="name" option-value="id" size="small" aria-label="Whose stories" />
      <Select v-model="kind" :options="kinds" option-label="name" option-value="id" size="small" aria-label="Kind of story" />
      <Select v-model="steps" :options="lengths" option-label="name" option-value="id" size="small" aria-label="Number of steps" />
    </div>
    <ul>
      <li v-for="story in shown" :key="story.id">
        <PressButton :label="story.title" size="small" variant="text" @click="emit('take', story.form)" />
        <span class="quiet"><b v-if="story.own">Yours. </b>{{ story.text.replaceAll('\t', ' ').replaceAll('\n', ' ') }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.shelf {
  margin-top: 1rem;
}

.shelf-head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.6rem;
}

ul {
  list-style: none;
  margin: 0.4rem 0 0;
  padding: 0;
}

li {
  display: grid;
  grid-template-columns: 14rem minmax(0, 1fr);
  gap: 0.6rem;
  align-items: baseline;
  border-top: 1px solid var(--rule-soft);
  padding: 0.15rem 0;
}

li :deep(.p-button) {
  justify-content: flex-start;
  text-align: left;
}

@media (--narrow) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
