<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import { useRouter } from 'vue-router'
import { useRounds } from '@/desk/useRounds'

/** Before anything was marked: what will stand here, and the way to it. */
defineProps<{ says: string }>()
const rounds = useRounds()
const router = useRouter()

async function tryIt() {
  await rounds.inventClass()
  void router.push({ name: 'mark' })
}
</script>

<template>
  <section class="nothing" aria-label="Nothing marked yet">
    <p>{{ says }}</p>
    <PressButton label="Mark a class" size="small" @click="router.push({ name: 'mark' })" />
    <PressButton v-if="!rounds.classes.length" label="Try it with invented pupils" size="small" variant="text" @click="tryIt" />
  </section>
</template>

<style scoped>
.nothing {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.6rem 1rem;
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 1rem;
}
</style>
