<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { api } from '@/api/client'
import { useMe } from '@/desk/useMe'
import { useRequest } from '@/desk/useRequest'
import { useSets } from '@/desk/useSets'
import { useSettings } from '@/desk/useSettings'

/** Who is signed in, going out, and one's password. */
const me = useMe()
const sets = useSets()
const settings = useSettings()
const { ask, fault, asking } = useRequest({ reads: false, shown: true })
const old = ref('')
const fresh = ref('')
const changed = ref(false)

const archiving = useRequest({ reads: false, shown: true })
const told = ref('')

async function putBack(event: Event) {
  const field = event.target as HTMLInputElement
  const file = field.files?.[0]
  if (!file) return
  told.value = 'Putting back …'
  const body = { content: await file.text() }
  field.value = ''
  const back = await archiving.ask((signal) => api.POST('/api/archive', { body, signal }))
  if (!back) {
    told.value = archiving.fault.value?.message ?? ''
    return
  }
  await Promise.all([sets.list(), settings.reread()])
  const count = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`
  const left = back.there_already ? ` ${count(back.there_already, 'set')} stood here already.` : ''
  told.value = `Put back: ${count(back.sets, 'set')}, ${count(back.aims, 'aim')} and the settings.${left}`
}

async function change() {
  const body = { old: old.value, new: fresh.value }
  changed.value = Boolean(await ask((signal) => api.PUT('/api/password', { body, signal })))
  if (changed.value) old.value = fresh.value = ''
}
</script>

<template>
  <section class="account" aria-labelledby="account-title">
    <h2 id="account-title">{{ me.me?.kind === 'school' ? `Signed in as ${me.me.name}` : 'This browser' }}</h2>
    <div class="account-row">
      <PressButton label="Sign out" size="small" variant="outlined" @click="me.signOut(false)" />
      <PressButton label="Sign out everywhere" size="small" variant="text" @click="me.signOut(true)" />
      <p v-if="me.me?.kind === 'desk'" class="quiet">To come back in, run ./start address and open what it prints.</p>
    </div>
    <div class="account-row">
      <a class="save-all" href="/api/archive" download>Save all my work as a file</a>
      <label class="put-back">
        Put back what such a file holds
        <input type="file" accept=".json,application/json" @change="putBack" />
      </label>
      <p class="quiet" role="status">{{ told }}</p>
    </div>
    <form v-if="me.me?.kind === 'school'" class="account-row" @submit.prevent="change">
      <InputText
        v-model="old"
        type="password"
        size="small"
        autocomplete="current-password"
        placeholder="Old password"
        aria-label="Old password"
        maxlength="200"
      />
      <InputText
        v-model="fresh"
        type="password"
        size="small"
        autocomplete="new-password"
        placeholder="New, at least 10 characters"
        aria-label="New password"
        maxlength="200"
      />
      <PressButton
        type="submit"
        label="Change password"
        size="small"
        variant="outlined"
        :disabled="asking || !old || fresh.length < 10"
      />
      <p class="quiet" role="status">
        {{ fault?.message ?? (changed ? 'Changed. Your other browsers are signed out.' : '') }}
      </p>
    </form>
  </section>
</template>

<style scoped>
.account {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0.7rem 1rem 0.9rem;
  margin-top: 1.5rem;
  display: grid;
  gap: 0.6rem;
}

.account-row :deep(.p-inputtext) {
  width: 16rem;
}

.save-all {
  color: var(--blue);
  font-weight: 600;
  text-underline-offset: 0.2em;
}

.put-back {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  align-items: center;
}

.account-row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem;
}
</style>
