<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import ToggleSwitch from 'primevue/toggleswitch'
import { onMounted, reactive } from 'vue'
import { RouterLink } from 'vue-router'
import { api, data, type MarkingRound } from '@/api/client'
import { useRounds } from '@/desk/useRounds'
import { useSettings } from '@/desk/useSettings'

/** The name and day of a round, and how its answers are taken. */
const props = defineProps<{ round: MarkingRound }>()
const emit = defineEmits<{ close: []; changed: [] }>()

const rounds = useRounds()
const settings = useSettings()
const wished = reactive({ name: props.round.name, held_on: props.round.held_on, policy: { ...props.round.policy } })
onMounted(settings.offer)

async function save() {
  const params = { path: { round_id: props.round.id } }
  const body = { revision: props.round.revision, ...wished }
  const kept = await rounds.guarded(async () => rounds.hold(await data(api.PUT('/api/rounds/{round_id}', { params, body }))))
  if (kept) emit('changed')
}
</script>

<template>
  <form class="policy" aria-label="How this round is marked" @submit.prevent="save">
    <label for="round-name">Name</label>
    <InputText id="round-name" v-model="wished.name" size="small" maxlength="120" required />
    <label for="held-on">Day</label>
    <input id="held-on" v-model="wished.held_on" type="date" required />
    <label for="round-forms">Forms</label>
    <Select v-model="wished.policy.forms" input-id="round-forms" aria-label="Forms" :options="settings.offered?.policies ?? []" option-label="name" option-value="id" size="small" />
    <label><ToggleSwitch v-model="wished.policy.label_required" /> a label is required</label>
    <label><ToggleSwitch v-model="wished.policy.place_only" /> only the answer’s place counts</label>
    <div class="actions">
      <PressButton type="submit" label="Mark so" size="small" />
      <PressButton type="button" label="Leave it" size="small" variant="text" @click="emit('close')" />
      <PressButton type="button" label="Delete this round" size="small" variant="text" @click="rounds.deleteRound(round)" />
    </div>
    <p class="quiet">
      Your school’s own marking policy comes first; say it once in <RouterLink to="/settings">Settings</RouterLink>, and it stands over every round.
    </p>
  </form>
</template>

<style scoped>
.policy {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 0.7rem;
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 0.7rem 0.9rem;
  margin-bottom: 0.8rem;
}

input[type='date'] {
  font: inherit;
  padding: 0.2rem 0.4rem;
  border: 1px solid var(--edge-soft);
  background: var(--paper);
  color: inherit;
}

.policy p {
  flex-basis: 100%;
}

.actions {
  display: flex;
  gap: 0.4rem;
}
</style>
