<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import { api } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useSettings } from '@/desk/useSettings'
import type { LessonInHand } from './useLesson'

/** What was called out, judged at the step that comes next: on the projector, or for the teacher alone. */
export interface Called {
  text: string
  said: string
  html: string
  verdict: string
}

const props = defineProps<{ lesson: LessonInHand }>()
const emit = defineEmits<{ done: []; judged: [called: Called | null] }>()
const settings = useSettings()
const said = ref('')
const mine = ref<Called | null>(null)
const forAll = useLocalStorage('keen-slate:called-out-shown', true)
const asking = useRequest({ shown: true })
const field = useTemplateRef('field')

onMounted(() => nextTick(() => field.value?.focus()))
// What was judged belongs to its step.
watch([props.lesson.item, props.lesson.step], () => {
  mine.value = null
  emit('judged', null)
})

async function judge() {
  const { current, shown, steps, step } = props.lesson
  const of = current.value
  if (!said.value.trim()) return emit('done')
  if (!of) return
  const here = shown.value.at(-1)
  // At a question it is the line that it asks for; else the next that writes something.
  const ahead = steps.value.slice(step.value + 1).find((s) => s.kind === 'line' || s.kind === 'stroke')
  const to = here?.kind === 'ask' ? here : ahead
  const stroke = ahead?.kind === 'stroke' ? ahead.board.strokes[ahead.stroke] : undefined
  const at = to && 'at' in to ? Math.max(to.at, 1) : Math.max(1, ...of.lines.map((line) => line.at))
  const body = {
    text: of.text, school: of.school, turns: of.turns, policy: settings.settings.policy, ...settings.manner,
    said: said.value, at, written: stroke?.writes.map((mark) => mark.text) ?? [],
  } // prettier-ignore
  const found = await asking.ask((signal) => api.POST('/api/called-out', { body, signal }))
  if (!found) return
  mine.value = { text: said.value, said: found.said, html: found.said_html, verdict: found.verdict }
  emit('judged', forAll.value ? mine.value : null)
  field.value?.select()
}
watch(forAll, (all) => emit('judged', all ? mine.value : null))
</script>

<template>
  <form class="called-out" aria-label="The class answers" @submit.prevent="judge" @keydown.esc.stop.prevent="emit('done')">
    <label>Called out: <input ref="field" v-model="said" maxlength="300" autocomplete="off" /></label>
    <button type="submit">Judge</button>
    <label><input v-model="forAll" type="checkbox" /> on the projector</label>
    <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
    <span v-if="mine && !forAll" class="mine" role="status" v-html="mine.html" />
    <span v-if="asking.fault.value" role="alert">{{ asking.fault.value.message }}</span>
  </form>
</template>

<style scoped>
.called-out {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 0.8rem;
  color: var(--ink);
}

input:not([type='checkbox']),
button {
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--quiet);
  padding: 0.15rem 0.5rem;
}
</style>
