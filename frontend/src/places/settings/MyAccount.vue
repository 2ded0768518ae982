<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { api } from '@/api/client'
import { useMe } from '@/desk/useMe'
import { useRequest } from '@/desk/useRequest'

/** Who is signed in, going out, and one's password. */
const me = useMe()
const { ask, fault, asking } = useRequest({ reads: false, shown: true })
const old = ref('')
const fresh = ref('')
const changed = ref(false)

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
      <Button label="Sign out" size="small" variant="outlined" @click="me.signOut(false)" />
      <Button label="Sign out everywhere" size="small" variant="text" @click="me.signOut(true)" />
      <p v-if="me.me?.kind === 'desk'" class="quiet">To come back in, run ./start address and open what it prints.</p>
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
      <Button
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

.account-row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem;
}
</style>
