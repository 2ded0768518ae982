<script setup lang="ts">
/** A sentence that must be seen, and what can be done about it. */
defineProps<{ says: string }>()
</script>

<template>
  <div class="notice" role="alert">
    <p>{{ says }}</p>
    <div class="notice-actions"><slot /></div>
  </div>
</template>
