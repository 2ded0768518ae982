<script setup lang="ts">
import PressButton from './PressButton.vue'
import Checkbox from 'primevue/checkbox'
import InputText from 'primevue/inputtext'
import { onMounted, ref, useTemplateRef } from 'vue'
import { api } from '@/api/client'
import { useMe } from '@/desk/useMe'
import { useRequest } from '@/desk/useRequest'
import { focusOn } from './focusing'

/** The door: name and password in a school, the way to a fresh address on one's own desk. */
const me = useMe()
const { ask, fault, asking } = useRequest({ reads: false, shown: true })
const name = ref('')
const password = ref('')
const stay = ref(false)
const field = useTemplateRef('field')

onMounted(() => focusOn(field.value))

async function signIn() {
  const body = { name: name.value, password: password.value, stay: stay.value }
  const done = await ask((signal) => api.POST('/api/sign-in', { body, signal }))
  password.value = ''
  if (done) await me.ask()
}
</script>

<template>
  <section class="door sheet" aria-labelledby="door-title">
    <template v-if="me.me?.kind === 'desk'">
      <h1 id="door-title">This browser is not let in yet</h1>
      <p>Keen Slate runs for one desk, and only a browser that was opened by its own address sees what is on it.</p>
      <p>In the folder of Keen Slate run <code>./start address</code>, and open what it prints.</p>
      <p v-if="me.wasInside" class="quiet">What you typed here is still there: once you are in, come back to this page.</p>
      <PressButton label="I am in now" variant="outlined" @click="me.ask()" />
    </template>
    <form v-else @submit.prevent="signIn">
      <h1 id="door-title">{{ me.wasInside ? 'Sign in again' : 'Sign in' }}</h1>
      <p v-if="me.wasInside" class="quiet">What you typed is still here.</p>
      <label for="door-name">Name</label>
      <InputText id="door-name" ref="field" v-model="name" autocomplete="username" maxlength="200" required />
      <label for="door-password">Password</label>
      <InputText
        id="door-password"
        v-model="password"
        type="password"
        autocomplete="current-password"
        maxlength="200"
        required
      />
      <div class="stay">
        <Checkbox v-model="stay" binary input-id="door-stay" />
        <label for="door-stay">This computer is mine alone: stay signed in for a month</label>
      </div>
      <p v-if="fault" class="fault" role="alert">{{ fault.message }}</p>
      <PressButton type="submit" label="Sign in" :disabled="asking || !name.trim() || !password" />
      <a v-if="me.me?.sign_on" class="sign-on" href="/sign-on">Sign in by {{ me.me.sign_on }}</a>
      <p class="quiet">Password forgotten? Whoever administers Keen Slate at your school makes you a link for a new one.</p>
    </form>
  </section>
</template>

<style scoped>
.door {
  max-width: 27rem;
  margin: 12vh auto;
  padding: 1.6rem 1.8rem;
  display: grid;
  gap: 0.8rem;
}

.door form {
  display: grid;
  gap: 0.5rem;
}

.stay {
  display: flex;
  align-items: center;
  gap: 0.6rem;
  margin: 0.4rem 0;
  font-size: 0.92rem;
}

.sign-on {
  text-align: center;
  color: var(--blue);
  padding: 0.4rem;
}

.fault {
  color: var(--wrong-ink);
}

@media (--narrow) {
  .door {
    margin: 1rem auto;
    padding: 1.2rem;
  }
}
</style>
