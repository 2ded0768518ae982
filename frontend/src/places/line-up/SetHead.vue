<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import InputText from 'primevue/inputtext'
import { nextTick, ref, useTemplateRef } from 'vue'
import { api, type SetStep } from '@/api/client'
import { useMe } from '@/desk/useMe'
import { useRequest } from '@/desk/useRequest'
import { useSetActs } from '@/desk/useSetActs'
import { useSets } from '@/desk/useSets'
import StepTools from '@/shared/StepTools.vue'
import { focusOn } from '@/shared/focusing'

/** The name of the set in hand, and what can be done with the whole of it. */
const aiming = defineModel<boolean>('aiming', { required: true })
const glancing = defineModel<boolean>('glancing', { required: true })
const sharing = defineModel<boolean>('sharing', { required: true })
const trying = defineModel<boolean>('trying', { required: true })
const sets = useSets()
const acts = useSetActs()
const me = useMe()
const renaming = ref(false)
const newName = ref('')
const field = useTemplateRef('field')

const listing = useRequest()
const steps = ref<SetStep[]>([])

async function listSteps() {
  const path = { set_id: sets.inHandId ?? '' }
  const found = await listing.ask((signal) => api.GET('/api/sets/{set_id}/steps', { params: { path }, signal }))
  if (found) steps.value = found.steps
}

async function startRenaming() {
  newName.value = sets.inHand?.name ?? ''
  renaming.value = true
  await nextTick()
  focusOn(field.value)
}

async function rename() {
  const name = newName.value.trim()
  if (name && name !== sets.inHand?.name) await acts.rename(name)
  renaming.value = false
}
</script>

<template>
  <header class="set-head">
    <form v-if="renaming" class="rename" @submit.prevent="rename">
      <InputText
        ref="field"
        v-model="newName"
        maxlength="120"
        aria-label="Name of the set"
        @keydown.esc="renaming = false"
      />
      <PressButton type="submit" label="Rename" :disabled="!newName.trim()" />
    </form>
    <h1 v-else id="set-title">{{ sets.inHand?.name }}</h1>
    <div v-if="sets.inHand?.owner" class="set-actions">
      <p class="quiet of-colleague">A set of {{ sets.inHand.owner }}, to read.</p>
      <PressButton label="Take a copy" icon="pi pi-copy" size="small" @click="acts.copy()" />
    </div>
    <div v-else-if="!renaming" class="set-actions">
      <PressButton
        label="Draw a ladder"
        icon="pi pi-sort-amount-up-alt"
        :variant="aiming ? undefined : 'outlined'"
        size="small"
        :aria-expanded="aiming"
        @click="aiming = !aiming"
      />
      <PressButton
        label="At a glance"
        icon="pi pi-th-large"
        :variant="glancing ? undefined : 'outlined'"
        size="small"
        :aria-expanded="glancing"
        @click="glancing = !glancing"
      />
      <PressButton
        label="Try it on a class"
        icon="pi pi-search"
        :variant="trying ? undefined : 'outlined'"
        size="small"
        :aria-expanded="trying"
        @click="trying = !trying"
      />
      <PressButton
        v-if="me.me?.kind === 'school'"
        label="Share"
        icon="pi pi-users"
        :variant="sharing ? undefined : 'outlined'"
        size="small"
        :aria-expanded="sharing"
        @click="sharing = !sharing"
      />
      <StepTools
        :undo="sets.inHand?.undo ?? ''"
        :redo="sets.inHand?.redo ?? ''"
        :steps="steps"
        @undo="sets.undo()"
        @redo="sets.redo()"
        @list="listSteps"
        @go="sets.goTo($event)"
      />
      <PressButton icon="pi pi-pencil" variant="text" size="small" aria-label="Rename" title="Rename" @click="startRenaming" />
      <PressButton icon="pi pi-trash" variant="text" size="small" aria-label="Delete set" title="Delete set" @click="acts.deleteSet()" />
    </div>
  </header>
</template>

<style scoped>
.rename {
  display: flex;
  gap: 0.5rem;
  flex: 1;
}

.set-head {
  display: flex;
  align-items: center;
  justify-content: space-between;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
  min-height: 2.6rem;
  margin-bottom: 0.5rem;
}

.set-actions {
  display: flex;
  flex: none;
  gap: 0.3rem;
  align-items: center;
}

.rename :deep(.p-inputtext) {
  flex: 1;
}

@media (--narrow) {
  .set-head {
    flex-direction: column;
    align-items: flex-start;
    gap: 0.3rem;
  }

  .set-actions {
    flex-wrap: wrap;
  }
}
</style>
