<script setup lang="ts">
import Select from 'primevue/select'
import { useRounds } from '@/desk/useRounds'
import { useRoundSearch } from '@/desk/useRoundSearch'
import PressButton from './PressButton.vue'

/** The round in hand, to be changed for another; of many the latest, the others by their name or further down. */
const rounds = useRounds()
const { listed, search } = useRoundSearch()

/** So many are seen at a glance. */
const FEW = 12
</script>

<template>
  <Select
    v-if="listed.length"
    :model-value="rounds.inHandId"
    :options="listed"
    option-label="label"
    option-value="id"
    size="small"
    class="rounds"
    aria-label="Round"
    :filter="listed.length > FEW"
    filter-placeholder="Name or class"
    @filter="search"
    @update:model-value="rounds.open($event)"
  >
    <template v-if="rounds.more" #footer>
      <PressButton type="button" label="Earlier rounds" size="small" variant="text" @click="rounds.listMore()" />
    </template>
  </Select>
</template>

<style scoped>
.rounds :deep(.p-select-label) {
  white-space: normal;
}
</style>
