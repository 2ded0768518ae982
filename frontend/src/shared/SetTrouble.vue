<script setup lang="ts">
import Button from 'primevue/button'
import { useSets } from '@/desk/useSets'

/** What went wrong with the set in hand: a change made elsewhere in the meantime, or a request that failed. */
const sets = useSets()

async function again() {
  const held = sets.conflict
  sets.conflict = null
  await held?.again()
}
</script>

<template>
  <div v-if="sets.conflict" class="notice" role="alert">
    <p>
      {{ sets.conflict.message }} The set is shown as it is now; your own change was not made.
    </p>
    <div class="notice-actions">
      <Button label="Make my change now" size="small" @click="again" />
      <Button label="Leave it" size="small" variant="text" @click="sets.conflict = null" />
    </div>
  </div>
  <div v-else-if="sets.trouble" class="notice" role="alert">
    <p>{{ sets.trouble }}</p>
    <div class="notice-actions">
      <Button label="All right" size="small" variant="text" @click="sets.trouble = ''" />
    </div>
  </div>
</template>
