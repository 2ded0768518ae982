<script setup lang="ts">
/** One of three short notes at the places that matter, for whoever is here for the first time; gone with a key. */
defineProps<{ number: number }>()
</script>

<template>
  <p class="first-note" role="note">
    <b>{{ number }}</b> <span><slot /></span>
  </p>
</template>

<style scoped>
.first-note {
  display: flex;
  gap: 0.6rem;
  align-items: baseline;
  background: var(--noted);
  border-left: 5px solid var(--changed-edge);
  padding: 0.3rem 0.8rem;
  margin-bottom: 0.5rem;
  font-size: 0.95rem;
}

@media print {
  .first-note {
    display: none;
  }
}
</style>
