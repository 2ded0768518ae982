<script setup lang="ts">
import { nextTick, onMounted, ref, useTemplateRef } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { api, data, type ClassShape } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { today } from '@/shared/days'

/** Who had it: a number and Enter, and the lesson goes on. */
const props = defineProps<{ setId: string; item: number }>()
const emit = defineEmits<{ done: [] }>()

const classId = useLocalStorage<string>('keen-slate:class-shown', '')
const of = useLocalStorage('keen-slate:class-size', 28)
const had = ref<number | null>(null)
const classes = ref<ClassShape[]>([])
const field = useTemplateRef('field')
const writing = useRequest({ reads: false, shown: true })

onMounted(async () => {
  await nextTick()
  field.value?.focus()
  classes.value = (await data(api.GET('/api/classes')).catch(() => ({ classes: [] }))).classes
  if (!classes.value.some((c) => c.id === classId.value)) classId.value = classes.value[0]?.id ?? ''
})

async function keep() {
  if (had.value === null) return emit('done')
  const body = {
    on_day: today(), kind: 'shown' as const, about: '', set_id: props.setId, class_id: classId.value || null,
    counts: { had: had.value, of: of.value, item: props.item },
  } // prettier-ignore
  if (await writing.ask((signal) => api.POST('/api/record', { body, signal }))) emit('done')
}
</script>

<template>
  <form class="quick-count" aria-label="Who had it" @submit.prevent="keep" @keydown.esc.stop.prevent="emit('done')">
    <label>Had item {{ item }}: <input ref="field" v-model.number="had" type="number" min="0" :max="of" /></label>
    <label>of <input v-model.number="of" type="number" min="1" max="500" /></label>
    <select v-if="classes.length" v-model="classId" aria-label="Class">
      <option value="">no class</option>
      <option v-for="choice in classes" :key="choice.id" :value="choice.id">{{ choice.name }}</option>
    </select>
    <button type="submit">Keep</button>
    <span v-if="writing.fault.value" role="alert">{{ writing.fault.value.message }}</span>
  </form>
</template>

<style scoped>
.quick-count {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.6rem;
  color: var(--ink);
}

input,
select,
button {
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--quiet);
  padding: 0.1rem 0.4rem;
}

input {
  width: 4.2rem;
}
</style>
