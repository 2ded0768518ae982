<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ApiFault, data, type Notation } from '@/api/client'
import MathText from '@/shared/MathText.vue'

/** Nearby numbers that ask the same and keep more mistakes apart; they come once the rest is there. */
const props = defineProps<{ body: Record<string, unknown>; ready: boolean }>()
const emit = defineEmits<{ take: [text: string] }>()
const items = ref<{ problem: Notation; told_apart: number }[]>([])
const unseparated = ref<{ mistakes: string[]; separated_by: Notation | null }[]>([])
let newest = 0

watch(
  () => [props.ready, props.body.text] as const,
  async ([ready]) => {
    const turn = ++newest
    items.value = []
    unseparated.value = []
    if (!ready) return
    try {
      const found = await data(api.POST('/api/better-numbers', { body: props.body as never }))
      if (turn !== newest) return
      items.value = found.items
      unseparated.value = found.unseparated
    } catch (problem) {
      if (!(problem instanceof ApiFault)) throw problem
    }
  },
  { immediate: true },
)
</script>

<template>
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
