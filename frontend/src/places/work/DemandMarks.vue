<script setup lang="ts">
import type { Looked } from '@/api/client'

/** What makes the item hard, as a row of small named marks. */
defineProps<{ demands: Looked['demands'] }>()
</script>

<template>
  <ul class="demands" aria-label="What this item asks for">
    <li v-for="demand in demands" :key="demand.id" class="demand" :title="demand.place">{{ demand.name }}</li>
  </ul>
</template>

<style scoped>
.demands {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  margin-top: 0.7rem;
}

@media print {
  .demands {
    display: none;
  }
}
</style>
