<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import Checkbox from 'primevue/checkbox'
import { onMounted, ref } from 'vue'
import { api, type Sharing } from '@/api/client'
import { useRequest } from '@/desk/useRequest'

/** To whom the set in hand is given: to colleagues to read or as a copy of their own, or to the shelf for all. */
const props = defineProps<{ setId: string }>()
const path = { set_id: props.setId }
const { ask } = useRequest()
const giving = useRequest({ reads: false })
const sharing = ref<Sharing | null>(null)
const told = ref('')

onMounted(async () => {
  sharing.value = await ask((signal) => api.GET('/api/sets/{set_id}/sharing', { params: { path }, signal }))
})

async function share(shelved: boolean, readers: string[]) {
  const body = { shelved, readers }
  const found = await giving.ask((signal) => api.PUT('/api/sets/{set_id}/sharing', { params: { path }, body, signal }))
  sharing.value = found ?? sharing.value
}

function readersBut(id: string, reads: boolean): string[] {
  const others = sharing.value?.colleagues.filter((c) => c.reads && c.id !== id).map((c) => c.id) ?? []
  return reads ? [...others, id] : others
}

async function giveCopy(to: string, name: string) {
  const body = { name: null, to }
  const done = await giving.ask((signal) => api.POST('/api/sets/{set_id}/copy', { params: { path }, body, signal }))
  if (done) told.value = `${name} has a copy now.`
}
</script>

<template>
  <section v-if="sharing" class="share sheet" aria-label="Share this set">
    <div class="share-row">
      <Checkbox
        binary
        input-id="shelved"
        :model-value="sharing.shelved"
        @update:model-value="share($event, readersBut('', false))"
      />
      <label for="shelved">On the department’s shelf: every colleague may read it and take a copy</label>
    </div>
    <div v-for="colleague in sharing.colleagues" :key="colleague.id" class="share-row">
      <Checkbox
        binary
        :input-id="`reads-${colleague.id}`"
        :model-value="colleague.reads"
        @update:model-value="share(sharing.shelved, readersBut(colleague.id, $event))"
      />
      <label :for="`reads-${colleague.id}`">{{ colleague.name }} may read it</label>
      <PressButton
        label="Give a copy"
        size="small"
        variant="text"
        :aria-label="`Give ${colleague.name} a copy`"
        @click="giveCopy(colleague.id, colleague.name)"
      />
    </div>
    <p v-if="!sharing.colleagues.length" class="quiet">You have no colleagues here yet.</p>
    <p class="quiet" role="status">{{ told }}</p>
  </section>
</template>

<style scoped>
.share {
  padding: 0.7rem 1.1rem;
  margin-bottom: 0.8rem;
  display: grid;
  gap: 0.3rem;
}

.share-row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.6rem;
}

.share-row label {
  max-width: calc(100% - 2.5rem);
}
</style>
