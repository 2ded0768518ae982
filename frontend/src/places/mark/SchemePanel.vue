<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import { computed, ref, watch } from 'vue'
import { api, data, type MarkingRound, type RoundItem } from '@/api/client'
import { useRounds } from '@/desk/useRounds'
import MathText from '@/shared/MathText.vue'
import StoryText from '@/shared/StoryText.vue'

/** What an item has marks for: proposed from its working, changed here. */
const props = defineProps<{ round: MarkingRound; item: number; of: RoundItem }>()
const emit = defineEmits<{ close: []; changed: [] }>()

const rounds = useRounds()
const points = ref<number[]>([])
const answer = ref(1)

watch(
  () => [props.round.revision, props.item],
  () => {
    points.value = props.of.methods.map(
      (m) => props.of.scheme.methods.find((s) => s.method === m.method && s.nth === m.nth)?.points ?? 0,
    )
    answer.value = props.of.scheme.answer
  },
  { immediate: true },
)
const total = computed(() => points.value.reduce((sum, p) => sum + p, answer.value))

async function save() {
  const methods = props.of.methods
    .map(({ method, nth }, index) => ({ method, nth, points: points.value[index] ?? 0 }))
    .filter((m) => m.points > 0)
  const params = { path: { round_id: props.round.id } }
  const body = { revision: props.round.revision, item: props.item, scheme: { methods, answer: answer.value } }
  const kept = await rounds.guarded(async () => rounds.hold(await data(api.PUT('/api/rounds/{round_id}/scheme', { params, body }))))
  if (kept) emit('changed')
}
</script>

<template>
  <form class="scheme" :aria-label="`Marks of item ${item + 1}`" @submit.prevent="save">
    <h2>Item {{ item + 1 }}: {{ total }} {{ total === 1 ? 'mark' : 'marks' }}</h2>
    <StoryText v-if="of.blocks.length" :blocks="of.blocks" />
    <p v-else class="problem"><MathText :of="of.problem" /> <span class="quiet">{{ of.asked }} key: <MathText :of="of.answer" /></span></p>
    <ul>
      <li v-for="(method, index) in of.methods" :key="index">
        <label>
          <input v-model.number="points[index]" type="number" min="0" max="9" required />
          {{ method.name }}
        </label>
      </li>
      <li>
        <label><input v-model.number="answer" type="number" min="0" max="9" required /> The answer, in a form that is taken</label>
      </li>
    </ul>
    <p class="quiet">
      Any right way earns a method’s mark; what follows rightly from a pupil’s own wrong number earns it too.
    </p>
    <div class="actions">
      <PressButton type="submit" label="Mark so" size="small" />
      <PressButton type="button" label="Leave it" size="small" variant="text" @click="emit('close')" />
    </div>
  </form>
</template>

<style scoped>
.scheme {
  display: grid;
  gap: 0.5rem;
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 0.7rem 0.9rem;
  font-size: 0.92rem;
  align-content: start;
}

.problem {
  font-size: 1.1rem;
}

li {
  padding: 0.15rem 0;
}

input {
  font: inherit;
  width: 3.2rem;
  padding: 0.1rem 0.3rem;
  border: 1px solid var(--edge-soft);
  background: var(--paper);
  color: inherit;
}

.actions {
  display: flex;
  gap: 0.4rem;
}
</style>
