<script setup lang="ts">
import Select from 'primevue/select'
import { computed } from 'vue'
import { useRounds } from '@/desk/useRounds'
import { dayOf } from './days'

/** The round in hand, to be changed for another. */
const rounds = useRounds()
const listed = computed(() =>
  rounds.all.map((r) => ({ id: r.id, label: `${r.name}, ${r.class_name}, ${dayOf(r.held_on)}` })),
)
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
    @update:model-value="rounds.open($event)"
  />
</template>

<style scoped>
.rounds :deep(.p-select-label) {
  white-space: normal;
}
</style>
