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

<style scoped>
.notice {
  border: 1px solid var(--changed-edge);
  border-left-width: 6px;
  background: var(--noted);
  padding: 0.5rem 0.9rem;
  margin-bottom: 0.75rem;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 0.4rem 1rem;
}

.notice-actions {
  display: flex;
  gap: 0.4rem;
}
</style>
