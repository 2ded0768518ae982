<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, type Notation, type WorkRequest } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import MathText from '@/shared/MathText.vue'

/** Nearby numbers that ask the same and keep more mistakes apart: looked for when they are wanted. */
const props = defineProps<{ body: WorkRequest }>()
const emit = defineEmits<{ take: [text: string] }>()
const items = ref<{ problem: Notation; told_apart: number }[]>([])
const unseparated = ref<{ mistakes: string[]; separated_by: Notation | null }[]>([])
const { ask, drop, asking } = useRequest()
const looked = ref(false)

watch(
  () => props.body.text,
  () => {
    drop()
    items.value = []
    unseparated.value = []
    looked.value = false
  },
)

async function look() {
  const { body } = props
  const found = await ask((signal) => api.POST('/api/better-numbers', { body, signal }))
  if (!found) return
  items.value = found.items
  unseparated.value = found.unseparated
  looked.value = true
}
</script>

<template>
  <p v-if="!looked" class="better">
    <button type="button" class="quiet-button" :disabled="asking" title="Which mistakes have one answer here, and numbers that tell them apart" @click="look">
      Numbers that tell more …
    </button>
    <span v-if="asking" class="quiet" role="status">Looking at what stands near.</span>
  </p>
  <p v-else-if="!items.length && !unseparated.length" class="better quiet" role="status">No numbers near these tell more.</p>
  <p v-for="group in unseparated" :key="group.mistakes.join()" class="better unseparated">
    <span class="quiet">Not told apart here:</span> {{ group.mistakes.join('; ') }}.
    <button
      v-if="group.separated_by"
      type="button"
      class="quiet-button better-item"
      :aria-label="`Work ${group.separated_by.text}`"
      @click="emit('take', group.separated_by.text)"
    >
      <MathText :of="group.separated_by" /> <span class="quiet">would</span>
    </button>
  </p>
  <p v-if="items.length" class="better">
    <span class="quiet">Numbers that tell more:</span>
    <button
      v-for="item in items"
      :key="item.problem.text"
      type="button"
      class="quiet-button better-item"
      :aria-label="`Work ${item.problem.text}`"
      @click="emit('take', item.problem.text)"
    >
      <MathText :of="item.problem" /> <span class="quiet">{{ item.told_apart }} %</span>
    </button>
  </p>
</template>

<style scoped>
.better {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 0.4rem;
  margin-top: 0.4rem;
  font-size: 0.9rem;
}

.better-item {
  border-color: var(--rule);
}
</style>
