<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { RouterLink } from 'vue-router'
import { useSets } from '@/desk/useSets'

/** All sets, the last changed first, and a field to make one. */
const sets = useSets()
const name = ref('')
const day = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short' })

async function make() {
  if (name.value.trim() && (await sets.makeSet(name.value))) name.value = ''
}
</script>

<template>
  <nav class="sets" aria-label="Sets">
    <h2>Sets</h2>
    <ul>
      <li v-for="set in sets.all" :key="set.id">
        <RouterLink
          :to="{ name: 'line-up', params: { set: set.id } }"
          :aria-current="set.id === sets.inHandId ? 'true' : undefined"
        >
          <span class="sets-name">{{ set.name }}</span>
          <span class="quiet">
            {{ set.examples }} {{ set.examples === 1 ? 'example' : 'examples' }},
            {{ day.format(new Date(set.changed_at)) }}
          </span>
        </RouterLink>
      </li>
    </ul>
    <form class="make-set" @submit.prevent="make">
      <InputText v-model="name" maxlength="120" placeholder="Name of a new set" aria-label="Name of a new set" />
      <Button type="submit" label="Make set" variant="outlined" :disabled="!name.trim()" />
    </form>
  </nav>
</template>

<style scoped>
.make-set {
  display: flex;
  gap: 0.5rem;
  margin-top: 0.5rem;
}

.sets {
  display: grid;
  gap: 0.5rem;
}

.sets :deep(a) {
  display: grid;
  color: inherit;
  text-decoration: none;
  padding: 0.45rem 0.6rem;
  border-left: 4px solid transparent;
  line-height: 1.3;
}

.sets :deep(a .quiet) {
  font-size: 0.85rem;
}

.sets :deep(a:hover) {
  background: var(--sheet);
}

.sets :deep(a[aria-current]) {
  background: var(--sheet);
  border-left-color: var(--blue);
}

.sets :deep(a[aria-current] .sets-name) {
  font-weight: 600;
}

.make-set :deep(.p-inputtext) {
  flex: 1;
  min-width: 0;
}

.make-set :deep(.p-button) {
  flex: none;
}
</style>
