<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import Select from 'primevue/select'
import ToggleSwitch from 'primevue/toggleswitch'
import { computed, ref, watch } from 'vue'
import { useRounds } from '@/desk/useRounds'
import { useSets } from '@/desk/useSets'
import { useSetSearch } from '@/desk/useSetSearch'
import { today } from '@/shared/days'

/** Begin to mark: a class, the set that it had, and the day. */
const emit = defineEmits<{ begun: []; classes: [] }>()

const rounds = useRounds()
const sets = useSets()
const classId = ref<string | null>(null)
const setId = ref<string | null>(null)
const heldOn = ref(today())
const versions = ref(false)
const beginning = ref(false)

const { own, shared, search } = useSetSearch()
const offered = computed(() => [...own.value, ...shared.value].filter((s) => s.examples > 0))
watch(
  () => rounds.classes,
  (all) => (classId.value ??= all[0]?.id ?? null),
  { immediate: true },
)
watch(
  () => [sets.inHandId, offered.value.length],
  () => {
    const inHand = offered.value.find((s) => s.id === sets.inHandId)
    setId.value = inHand?.id ?? setId.value ?? offered.value[0]?.id ?? null
  },
  { immediate: true },
)

async function begin() {
  if (!classId.value || !setId.value) return
  beginning.value = true
  const begun = await rounds.beginRound(classId.value, setId.value, heldOn.value, versions.value)
  beginning.value = false
  if (begun) emit('begun')
}
</script>

<template>
  <form class="new-round" aria-label="A new round" @submit.prevent="begin">
    <template v-if="rounds.classes.length">
      <label for="round-class">Class</label>
      <Select v-model="classId" input-id="round-class" :options="rounds.classes" option-label="name" option-value="id" size="small" aria-label="Class" />
      <label for="round-set">had the set</label>
      <Select v-model="setId" input-id="round-set" :options="offered" option-label="name" option-value="id" size="small" class="set" :filter="sets.more" aria-label="Set" placeholder="no set with examples yet" @filter="search" />
      <label for="round-day">on</label>
      <input id="round-day" v-model="heldOn" type="date" required />
      <label><ToggleSwitch v-model="versions" /> versions A and B</label>
      <PressButton type="submit" label="Mark it" size="small" :disabled="!setId || !classId || beginning" :loading="beginning" />
      <PressButton type="button" label="Another class" size="small" variant="text" @click="emit('classes')" />
    </template>
    <template v-else>
      <p>To mark, a class is needed first: a list of codes or nicknames.</p>
      <PressButton type="button" label="Make a class" size="small" @click="emit('classes')" />
      <PressButton type="button" label="Try it with invented pupils" size="small" variant="text" @click="rounds.inventClass()" />
    </template>
  </form>
</template>

<style scoped>
.new-round {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 0.7rem;
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 0.7rem 0.9rem;
  margin-bottom: 0.8rem;
}

.set {
  max-width: 22rem;
}

.set :deep(.p-select-label) {
  white-space: normal;
}

input[type='date'] {
  font: inherit;
  padding: 0.2rem 0.4rem;
  border: 1px solid var(--edge-soft);
  background: var(--paper);
  color: inherit;
}
</style>
