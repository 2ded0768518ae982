<script setup lang="ts">
import type { StoryRead } from '@/api/client'

/** What a text may mean: its bars and its plan, and in the slot what can be done with it. */
defineProps<{ offer: StoryRead['offers'][number] }>()
</script>

<template>
  <div>
    <!-- eslint-disable-next-line vue/no-v-html -- drawn on the server, every text in it escaped -->
    <div class="bars" v-html="offer.bars" />
    <p v-for="step in offer.plan" :key="step" class="plan">{{ step }}</p>
    <slot />
  </div>
</template>

<style scoped>
.bars :deep(svg) {
  max-width: 100%;
  height: auto;
}

.plan {
  font-size: 0.95rem;
  margin: 0.3rem 0;
}
</style>
