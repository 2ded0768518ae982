<script setup lang="ts">
import { onScopeDispose } from 'vue'

/** Three short notes at the places that matter, for whoever is here for the first time; gone with a key. */
const emit = defineEmits<{ read: [] }>()

const done = () => emit('read')
window.addEventListener('keydown', done)
onScopeDispose(() => window.removeEventListener('keydown', done))
</script>

<template>
  <div class="first-notes" role="note">
    <p class="first-note at-field"><b>1</b> Type your own problem over this one, and press Enter.</p>
    <p class="first-note at-ways"><b>2</b> Other ways of working it: one press, or the key m.</p>
    <p class="first-note at-look"><b>3</b> What it should come to, and the wrong answers to wait for.</p>
    <button type="button" class="quiet-button" @click="done">Put these notes away (any key)</button>
  </div>
</template>

<style scoped>
.first-notes {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0.3rem 1.2rem;
  background: var(--noted);
  border-left: 5px solid var(--changed-edge);
  padding: 0.4rem 0.9rem;
  margin-bottom: 0.5rem;
}

.first-note {
  font-size: 0.95rem;
}

.first-notes button {
  grid-column: 1 / -1;
  justify-self: start;
}

@media (--narrow) {
  .first-notes {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media print {
  .first-notes {
    display: none;
  }
}
</style>
