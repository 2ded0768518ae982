<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import { ref, watch } from 'vue'
import { api, type Tried } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useSets } from '@/desk/useSets'

/** The set in hand tried on invented classes before its lesson: what its answers would tell. */
const sets = useSets()
const asking = useRequest({ shown: true })
const tried = ref<Tried | null>(null)
let seed = 1

async function again() {
  const id = sets.inHandId
  if (!id) return
  const params = { path: { set_id: id } }
  const body = { pupils: 28, classes: 200, seed: String(seed++) }
  const found = await asking.ask((signal) => api.POST('/api/sets/{set_id}/try', { params, body, signal }))
  if (found) tried.value = found
}
watch(
  () => [sets.inHandId, sets.inHand?.revision],
  () => {
    tried.value = null
    void again()
  },
  { immediate: true },
)
</script>

<template>
  <section class="try" aria-label="Tried on invented classes" aria-live="polite">
    <p v-if="asking.asking.value" class="quiet">200 invented classes are answering …</p>
    <p v-else-if="asking.fault.value" role="alert">{{ asking.fault.value.message }}</p>
    <template v-else-if="tried">
      <p class="said"><span class="invented">Invented pupils.</span> {{ tried.said }}</p>
      <p v-if="tried.never_told.length">
        Not told apart by any item: {{ tried.never_told.join('; ') }}. Change an item’s numbers, or add one that shows them alone.
      </p>
      <p class="quiet">
        Planted were: {{ tried.planted.join('; ') }}. What real pupils do may be something else.
        <PressButton label="Try again" size="small" variant="text" @click="again" />
      </p>
    </template>
  </section>
</template>

<style scoped>
.try {
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 0.7rem 1rem;
  margin-bottom: 0.8rem;
  display: grid;
  gap: 0.35rem;
}

.said {
  font-size: 1.05rem;
}

.invented {
  border: 1px dashed var(--estimate);
  padding: 0 0.35rem;
  font-size: 0.9rem;
}
</style>
