<script setup lang="ts">
import PressButton from './PressButton.vue'
import { useSets } from '@/desk/useSets'
import NoticeBox from './NoticeBox.vue'

/** What went wrong with the set in hand: a change made elsewhere in the meantime, or a request that failed. */
const sets = useSets()

async function again() {
  const held = sets.conflict
  sets.conflict = null
  await held?.again()
}
</script>

<template>
  <NoticeBox
    v-if="sets.conflict"
    :says="`${sets.conflict.message} The set is shown as it is now; your own change was not made.`"
  >
    <PressButton label="Make my change now" size="small" @click="again" />
    <PressButton label="Leave it" size="small" variant="text" @click="sets.conflict = null" />
  </NoticeBox>
  <NoticeBox v-else-if="sets.trouble" :says="sets.trouble">
    <PressButton label="All right" size="small" variant="text" @click="sets.trouble = ''" />
  </NoticeBox>
</template>
