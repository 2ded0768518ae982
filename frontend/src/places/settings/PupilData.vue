<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import InputNumber from 'primevue/inputnumber'
import { ref } from 'vue'
import { api, data } from '@/api/client'
import { useRounds } from '@/desk/useRounds'
import { useSettings } from '@/desk/useSettings'

/** What is kept of pupils: how long, to be taken away as a file, or deleted. */
const desk = useSettings()
const rounds = useRounds()
const erasing = ref(false)
const said = ref('')

async function erase() {
  erasing.value = false
  const done = await rounds.guarded(async () => {
    const { classes } = await data(api.POST('/api/pupils/erase'))
    said.value = `${classes} ${classes === 1 ? 'class' : 'classes'} with all answers, and the record, are deleted.`
  })
  if (done) rounds.hold(null)
  else said.value = rounds.trouble
}
</script>

<template>
  <section class="pupil-data" aria-labelledby="pupil-data-title">
    <h2 id="pupil-data-title">What is kept of pupils</h2>
    <p>
      Pupils stand here by codes or nicknames only. Their answers are kept
      <InputNumber
        :model-value="desk.settings.keep_days"
        :min="7"
        :max="2000"
        size="small"
        input-id="keep-days"
        aria-label="Days that answers are kept"
        @update:model-value="desk.change({ keep_days: $event ?? 400 })"
      />
      days; then they are deleted, and Mark says beforehand when. Follow your school’s data-protection rules.
    </p>
    <p class="row">
      <a href="/api/pupils/export">Take everything away as a file</a>
      <PressButton v-if="!erasing" label="Delete everything about pupils" size="small" variant="outlined" @click="erasing = true" />
      <template v-else>
        <span role="alert">All classes, rounds, answers and the record, for good:</span>
        <PressButton label="Delete it all" size="small" @click="erase" />
        <PressButton label="Leave it" size="small" variant="text" @click="erasing = false" />
      </template>
      <span role="status">{{ said }}</span>
    </p>
  </section>
</template>

<style scoped>
.pupil-data {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0.7rem 1rem 0.9rem;
  margin-top: 1.5rem;
  display: grid;
  gap: 0.4rem;
}

.pupil-data :deep(.p-inputnumber-input) {
  width: 4.5rem;
}

.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.8rem;
}
</style>
