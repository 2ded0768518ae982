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
