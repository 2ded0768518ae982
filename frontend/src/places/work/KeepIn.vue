<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import 'virtual:inputtext.css'
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { useOutbox } from '@/desk/useOutbox'
import { useSets } from '@/desk/useSets'
import { useSetSearch } from '@/desk/useSetSearch'
import SelectOnUse from '@/shared/SelectOnUse.vue'

defineProps<{ canKeep: boolean; kept: string }>()
const emit = defineEmits<{ keep: [] }>()

const NEW = 'new'
const sets = useSets()
const outbox = useOutbox()
const { own, search } = useSetSearch()
const naming = ref(false)
const name = ref('')
const nameField = useTemplateRef<HTMLInputElement>('nameField')

const options = computed(() => [
  ...own.value.map(({ id, name }) => ({ id, name })),
  { id: NEW, name: 'A new set …' },
])
const chosen = computed({
  get: () => sets.keepsInto?.id ?? null,
  set: (id) => {
    if (id === NEW) void startNaming()
    else if (id) void sets.open(id)
  },
})

async function startNaming() {
  naming.value = true
  name.value = ''
  await nextTick()
  nameField.value?.focus()
}

async function make() {
  if (name.value.trim() && (await sets.makeSet(name.value))) naming.value = false
}
</script>

<template>
  <div class="keep">
    <form v-if="naming || sets.all.length === 0" class="keep-row" @submit.prevent="make">
      <input ref="nameField" v-model="name" class="p-inputtext p-component" maxlength="120" placeholder="Name of the set" aria-label="Name of the new set" />
      <PressButton type="submit" label="Make set" variant="outlined" :disabled="!name.trim()" />
    </form>
    <div v-else class="keep-row">
      <SelectOnUse
        v-model="chosen"
        :options="options"
        :filter="sets.more"
        label="Set in hand"
        placeholder="A set of your own"
        @filter="search"
      />
      <PressButton label="Keep" variant="outlined" :disabled="!canKeep || Boolean(sets.keepsInto?.owner)" @click="emit('keep')" />
    </div>
    <p class="keep-note quiet" role="status">
      <template v-if="outbox.refused">{{ outbox.refused }}</template>
      <template v-else-if="kept">{{ kept }}</template>
      <template v-else-if="outbox.count">{{ outbox.count === 1 ? 'One example waits' : `${outbox.count} examples wait` }} to be kept.</template>
      <template v-else-if="sets.keepsInto">{{ sets.keepsInto.examples }} in the set in hand</template>
      <template v-else>Keep makes a set for your examples.</template>
    </p>
  </div>
</template>

<style scoped>
.keep-row {
  display: flex;
  gap: 0.5rem;
}

.keep-row :deep(.p-select),
.keep-row :deep(.p-inputtext) {
  flex: 1;
  min-width: 0;
}

/* The name of a set is never cut off. */
.keep-row :deep(.p-select-label) {
  white-space: normal;
}

.keep-row :deep(.p-button) {
  flex: none;
}

.keep-note {
  font-size: 0.88rem;
  padding: 0.35rem 0.1rem 0;
}
</style>
