<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import SelectButton from 'primevue/selectbutton'
import { computed, ref } from 'vue'
import type { Fading, Glance, ShownExample } from '@/api/client'
import { useSets } from '@/desk/useSets'

/** What can be done with one rung: other numbers, what stands beside it, how much of it is worked. */
const props = defineProps<{ example: ShownExample; glance: Glance | null }>()

const sets = useSets()
const typed = ref(props.example.typed)
const mistake = ref('')

const KINDS = [
  { id: 'worked', name: 'worked' },
  { id: 'partly', name: 'partly' },
  { id: 'bare', name: 'bare' },
]
const SIDES = [
  { id: 'end', name: 'from the end back' },
  { id: 'start', name: 'from the start on' },
]
const WHAT = [
  { id: 'line', name: 'whole lines' },
  { id: 'numbers', name: 'the numbers that change' },
]
const fading = computed<Fading>(
  () => props.example.task.fading ?? { kind: 'worked', side: 'end', lines: 1, what: 'line' },
)
const mistakes = computed(
  () => props.glance?.mistakes.filter((m) => m.revealed_by.includes(props.example.id)) ?? [],
)
const text = computed(() => props.example.typed)

function fade(change: Partial<Fading>) {
  void sets.changeTask(props.example.id, { ...props.example.task, fading: { ...fading.value, ...change } })
}
function lock() {
  void sets.changeTask(props.example.id, { ...props.example.task, locked: !props.example.task.locked })
}
</script>

<template>
  <div class="rung-tools">
    <div role="group" aria-label="Other numbers">
      <Button label="Another like this" size="small" variant="outlined" @click="sets.swap(example.id, 'another', `Swapped ${text}.`)" />
      <Button label="One step easier" size="small" variant="outlined" @click="sets.swap(example.id, 'easier', `Swapped ${text}.`)" />
      <Button label="One step harder" size="small" variant="outlined" @click="sets.swap(example.id, 'harder', `Swapped ${text}.`)" />
      <Button label="Same numbers, other operation" size="small" variant="outlined" @click="sets.swap(example.id, 'other-operation', `Swapped ${text}.`)" />
      <Button
        :label="example.task.locked ? 'Unlock' : 'Lock'"
        :icon="example.task.locked ? 'pi pi-lock-open' : 'pi pi-lock'"
        size="small"
        variant="text"
        @click="lock"
      />
    </div>
    <form role="group" aria-label="Type it by hand" @submit.prevent="sets.typeOver(example.id, typed)">
      <InputText v-model="typed" size="small" :aria-label="`Type over ${text}`" maxlength="300" autocomplete="off" />
      <Button type="submit" label="Type over" size="small" variant="text" :disabled="!typed.trim()" />
    </form>
    <div role="group" aria-label="Beside it">
      <Button label="Contrast beside it" size="small" variant="outlined" @click="sets.putBeside(example.id, 'contrast', `Put a contrast beside ${text}.`)" />
      <Button label="Your turn beside it" size="small" variant="outlined" @click="sets.putBeside(example.id, 'turn', `Put a turn beside ${text}.`)" />
      <Select
        v-model="mistake"
        :options="mistakes"
        option-label="name"
        option-value="mistake"
        placeholder="Find the mistake …"
        size="small"
        aria-label="The mistake to be found"
        @update:model-value="sets.putBeside(example.id, 'find', `Put a mistake beside ${text}.`, $event)"
      />
    </div>
    <div role="group" aria-label="How much is worked">
      <SelectButton
        :model-value="fading.kind"
        :options="KINDS"
        option-label="name"
        option-value="id"
        :allow-empty="false"
        size="small"
        aria-label="How much is worked"
        @update:model-value="fade({ kind: $event })"
      />
      <template v-if="fading.kind === 'partly'">
        <Select :model-value="fading.side" :options="SIDES" option-label="name" option-value="id" size="small" aria-label="Blanked from which side" @update:model-value="fade({ side: $event })" />
        <Select :model-value="fading.lines" :options="[1, 2, 3, 4, 5, 6]" size="small" aria-label="Lines left to the pupil" @update:model-value="fade({ lines: $event })" />
        <span>{{ fading.lines === 1 ? 'line' : 'lines' }} left blank:</span>
        <Select :model-value="fading.what" :options="WHAT" option-label="name" option-value="id" size="small" aria-label="What is left blank" @update:model-value="fade({ what: $event })" />
      </template>
    </div>
  </div>
</template>

<style scoped>
.rung-tools > * {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 0.8rem;
}

.rung-tools {
  grid-column: 1 / -1;
  display: grid;
  gap: 0.4rem;
  padding: 0.4rem 0 0.6rem 2.6rem;
}

@media (--narrow) {
  .rung-tools {
    padding-left: 0;
  }
}
</style>
