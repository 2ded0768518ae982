<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { watchDebounced } from '@vueuse/core'
import { RouterLink } from 'vue-router'
import { useSetActs } from '@/desk/useSetActs'
import { useSets } from '@/desk/useSets'

/** All sets, the last changed first, and a field to make one. */
const sets = useSets()
const acts = useSetActs()
const name = ref('')
const day = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short' })

/** Sets that stand there without a scroll bar of their own: what comes under them stays in reach. */
const FEW = 12

/** Part of the name that is searched for. */
const part = ref('')
watchDebounced(part, (now) => sets.listNamed(now.trim()), { debounce: 200 })

const binOpen = ref(false)

async function openBin() {
  binOpen.value = !binOpen.value
  if (binOpen.value) await acts.lookIntoBin()
}

async function make() {
  if (name.value.trim() && (await sets.makeSet(name.value))) name.value = ''
}
</script>

<template>
  <nav class="sets" aria-label="Sets">
    <h2>Sets</h2>
    <InputText
      v-if="sets.more || part"
      v-model="part"
      type="search"
      maxlength="120"
      placeholder="Find a set by its name"
      aria-label="Find a set by its name"
    />
    <p v-if="part && !sets.all.length && !sets.shared.length" class="quiet" role="status">No set has “{{ part }}” in its name.</p>
    <ul :class="{ long: sets.all.length > FEW }">
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
      <li v-if="sets.more"><button type="button" class="quiet-button" @click="sets.listMore()">Show more sets</button></li>
    </ul>
    <template v-if="sets.shared.length">
      <h3>From colleagues</h3>
      <ul :class="{ long: sets.shared.length > FEW }">
        <li v-for="set in sets.shared" :key="set.id">
          <RouterLink
            :to="{ name: 'line-up', params: { set: set.id } }"
            :aria-current="set.id === sets.inHandId ? 'true' : undefined"
          >
            <span class="sets-name">{{ set.name }}</span>
            <span class="quiet">{{ set.owner }}, {{ set.examples }} {{ set.examples === 1 ? 'example' : 'examples' }}</span>
          </RouterLink>
        </li>
      </ul>
    </template>
    <form class="make-set" @submit.prevent="make">
      <InputText v-model="name" maxlength="120" placeholder="Name of a new set" aria-label="Name of a new set" />
      <PressButton type="submit" label="Make set" variant="outlined" :disabled="!name.trim()" />
    </form>
    <button type="button" class="quiet-button bin" :aria-expanded="binOpen" @click="openBin">Deleted sets</button>
    <ul v-if="binOpen" class="binned">
      <li v-for="set in acts.bin" :key="set.id">
        <span>{{ set.name }} <span class="quiet">deleted {{ day.format(new Date(set.deleted_at)) }}</span></span>
        <button type="button" class="quiet-button" @click="acts.putBack(set)">Put back</button>
      </li>
      <li v-if="!acts.bin.length" class="quiet">None. A set that you delete stays here for 30 days.</li>
    </ul>
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

.long {
  max-height: 58vh;
  overflow-y: auto;
}

.bin {
  justify-self: start;
}

.binned li {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 0.5rem;
  font-size: 0.9rem;
  padding: 0.15rem 0.6rem;
}

.make-set :deep(.p-inputtext) {
  flex: 1;
  min-width: 0;
}

.make-set :deep(.p-button) {
  flex: none;
}
</style>
