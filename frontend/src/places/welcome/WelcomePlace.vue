<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import InputText from 'primevue/inputtext'
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, type Place } from '@/api/client'
import { useMe } from '@/desk/useMe'
import { useRequest } from '@/desk/useRequest'

/** Where a link leads that the one who administers has handed out: choose a name and a password. */
const route = useRoute()
const router = useRouter()
const me = useMe()
const looking = useRequest({ shown: true })
const taking = useRequest({ reads: false, shown: true })
const place = ref<Place | null>(null)
const name = ref('')
const password = ref('')
const again = ref('')
const key = String(route.query.key ?? '')
const short = computed(() => password.value.length > 0 && password.value.length < 10)
const differs = computed(() => again.value.length > 0 && again.value !== password.value)

onMounted(async () => {
  place.value = await looking.ask((signal) => api.POST('/api/welcome/place', { body: { key }, signal }))
  name.value = place.value?.name ?? ''
})

async function take() {
  const body = { key, name: name.value, password: password.value }
  if (!(await taking.ask((signal) => api.POST('/api/welcome', { body, signal })))) return
  await me.ask()
  await router.replace('/work')
}
</script>

<template>
  <section class="welcome sheet" aria-labelledby="welcome-title">
    <template v-if="looking.fault.value">
      <h1 id="welcome-title">This link does not open</h1>
      <p>{{ looking.fault.value.message }}</p>
    </template>
    <form v-else-if="place" @submit.prevent="take">
      <h1 id="welcome-title">{{ place.first ? 'The first who administers' : 'Welcome' }}</h1>
      <p v-if="place.first" class="quiet">
        You add your colleagues and make them a link when a password is forgotten. What they have made, and their
        classes, you do not see.
      </p>
      <label for="welcome-name">Name to sign in by</label>
      <InputText id="welcome-name" v-model="name" autocomplete="username" maxlength="120" required />
      <label for="welcome-password">Password, at least 10 characters</label>
      <InputText
        id="welcome-password"
        v-model="password"
        type="password"
        autocomplete="new-password"
        maxlength="200"
        :invalid="short"
        required
      />
      <label for="welcome-again">The same once more</label>
      <InputText
        id="welcome-again"
        v-model="again"
        type="password"
        autocomplete="new-password"
        maxlength="200"
        :invalid="differs"
        required
      />
      <p v-if="short" class="fault">Make it longer: {{ 10 - password.length }} more.</p>
      <p v-else-if="differs" class="fault">The two are not alike yet.</p>
      <p v-if="taking.fault.value" class="fault" role="alert">{{ taking.fault.value.message }}</p>
      <PressButton
        type="submit"
        label="Come in"
        :disabled="taking.asking.value || !name.trim() || password.length < 10 || again !== password"
      />
    </form>
  </section>
</template>

<style scoped>
.welcome {
  max-width: 27rem;
  margin: 12vh auto;
  padding: 1.6rem 1.8rem;
  display: grid;
  gap: 0.8rem;
}

.welcome form {
  display: grid;
  gap: 0.5rem;
}

.fault {
  color: var(--wrong-ink);
  font-size: 0.92rem;
}

@media (--narrow) {
  .welcome {
    margin: 1rem auto;
    padding: 1.2rem;
  }
}
</style>
