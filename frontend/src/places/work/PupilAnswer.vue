<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import 'virtual:inputtext.css'
import 'virtual:our-textarea.css'
import { watchDebounced } from '@vueuse/core'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { api, type Diagnosed, type Judged, type WorkRequest } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useSets } from '@/desk/useSets'
import { useSettings } from '@/desk/useSettings'
import MathText from '@/shared/MathText.vue'
import { useGrowing } from '@/shared/useGrowing'

/** "A pupil answered …": an answer, or several lines, and at once what may have led there. Nothing of it is kept. */
const props = defineProps<{ body: WorkRequest }>()

const settings = useSettings()
const sets = useSets()
const answer = ref('')
const lines = ref('')
const asLines = ref(false)
const found = ref<Diagnosed | null>(null)
const judged = ref<Judged | null>(null)
const field = useTemplateRef<HTMLInputElement>('field')
const area = useTemplateRef<HTMLTextAreaElement>('area')
useGrowing(area, lines)
const diagnosing = useRequest({ shown: true })
const judging = useRequest({ shown: true })

/** The answer that was asked about last: what was found of another one is not left standing. */
let asked = ''

async function ask() {
  if (asLines.value) return judge(lines.value.split('\n').filter((line) => line.trim()))
  return diagnose(answer.value.trim())
}

async function diagnose(said: string) {
  if (!said) return several.value.length ? undefined : clear()
  several.value = []
  const { policy, label_required } = settings.settings
  // Whose numbers may have been taken is wanted now.
  if (!sets.inHand && sets.presumed) await sets.begin()
  if (said !== answer.value.trim()) return
  const beside = sets.inHand?.examples.map((example) => example.typed) ?? []
  const body = { ...props.body, answer: said, policy, label_required, beside }
  if (said !== asked) found.value = null
  asked = said
  const got = await diagnosing.ask((signal) => api.POST('/api/diagnose', { body, signal }))
  if (got) found.value = got
}

async function judge(typed: string[]) {
  if (!typed.length) return clear()
  const body = { ...props.body, lines: typed }
  judged.value = null
  const got = await judging.ask((signal) => api.POST('/api/judge', { body, signal }))
  if (got) judged.value = got
}

function clear() {
  diagnosing.drop()
  judging.drop()
  found.value = null
  judged.value = null
}

watchDebounced([answer, lines, asLines], ask, { debounce: 250 })
watch(
  () => props.body.text,
  () => {
    answer.value = lines.value = ''
    several.value = []
    clear()
  },
)

/** Answers that were pasted together, each looked at for itself. */
const several = ref<{ answer: string; found: Diagnosed | null }[]>([])
const MOST_PASTED = 40

async function pasted(event: ClipboardEvent) {
  const answers = (event.clipboardData?.getData('text') ?? '').split(/[\n\t]+/).map((one) => one.trim()).filter(Boolean)
  if (answers.length < 2) return
  event.preventDefault()
  answer.value = ''
  several.value = answers.slice(0, MOST_PASTED).map((one) => ({ answer: one, found: null }))
  const { policy, label_required } = settings.settings
  for (const [at, one] of several.value.entries()) {
    const body = { ...props.body, answer: one.answer, policy, label_required, beside: [] }
    const got = await diagnosing.ask((signal) => api.POST('/api/diagnose', { body, signal }))
    if (!several.value.length) return // left meanwhile
    if (got) several.value = several.value.map((kept, index) => (index === at ? { ...kept, found: got } : kept))
  }
}
const causeOf = (found: Diagnosed) => found.causes[0]?.mistakes.map((mistake) => mistake.name).join(' and ') || found.causes[0]?.slip || ''

/** What was found comes into view below the field, wherever that stands. */
const result = useTemplateRef('result')
watch([found, judged, several], async () => {
  await nextTick()
  result.value?.scrollIntoView({ block: 'nearest' })
})

const looking = computed(() => (asLines.value ? judging : diagnosing).asking.value)
const trouble = computed(() => (asLines.value ? judging : diagnosing).fault.value?.message ?? '')
function leave() {
  document.querySelector<HTMLElement>('.line[tabindex]')?.focus()
}
defineExpose({ focus: () => (field.value ?? area.value)?.focus() })
</script>

<template>
  <section class="pupil" aria-label="A pupil answered" @keydown.esc="leave">
    <form class="pupil-row" :class="{ stacked: asLines }" @submit.prevent="ask">
      <label for="pupil-answer">A pupil {{ asLines ? 'wrote' : 'answered' }}</label>
      <input v-if="!asLines" id="pupil-answer" ref="field" v-model="answer" class="p-inputtext p-inputtext-sm p-component" autocomplete="off" maxlength="300" @paste="pasted" />
      <textarea v-else id="pupil-answer" ref="area" v-model="lines" rows="3" class="p-textarea p-component growing" placeholder="one line under the other" />
      <PressButton :label="asLines ? 'an answer' : 'lines'" size="small" variant="text" @click="asLines = !asLines" />
    </form>
    <ul v-if="several.length && !asLines" class="pupil-several" aria-live="polite">
      <li v-for="(one, index) in several" :key="index" :data-verdict="one.found?.verdict">
        <b>{{ one.answer }}</b>
        <span v-if="one.found">{{ one.found.verdict === 'wrong' ? causeOf(one.found) || one.found.said : one.found.said }}</span>
        <span v-else class="quiet">…</span>
      </li>
    </ul>
    <p v-else-if="trouble" class="pupil-said">{{ trouble }}</p>
    <p v-else-if="looking" class="pupil-said quiet">Looking for what may have led there …</p>
    <div v-else-if="found && !asLines" class="pupil-found" aria-live="polite" :data-verdict="found.verdict">
      <p class="pupil-said">{{ found.said }}</p>
      <ul>
        <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
        <li v-for="fault in found.faults" :key="fault.mistake"><b>{{ fault.name }}.</b> <span v-html="fault.question_html" /></li>
        <li v-for="(cause, index) in found.causes" :key="index">
          <span v-for="(mistake, at) in cause.mistakes" :key="mistake.mistake">{{ at ? ' and ' : '' }}<b>{{ mistake.name }}</b></span>
          <span v-if="cause.slip">{{ cause.mistakes.length ? ', ' : '' }}{{ cause.slip }}</span>
          <span class="quiet"> → <MathText :of="cause.answer" /></span>
          <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
          <span v-if="cause.mistakes.length === 1 && !cause.slips" class="cause-question" v-html="cause.mistakes[0]?.question_html" />
        </li>
      </ul>
    </div>
    <ol v-else-if="judged && asLines" class="pupil-found" aria-live="polite">
      <li v-for="(line, index) in judged.lines" :key="index" :data-verdict="line.verdict" class="judged">
        <code>{{ line.text }}</code>
        <span>{{ line.said }} <b v-for="cause in line.causes" :key="cause.mistake">{{ cause.name }}. </b></span>
      </li>
    </ol>
    <span ref="result" />
  </section>
</template>

<style scoped>
.pupil-several li {
  display: flex;
  gap: 0.6rem;
  font-size: 0.9rem;
  border-bottom: 1px dotted var(--rule);
}

.pupil-several b {
  min-width: 4rem;
}

.pupil {
  border-top: 1px solid var(--rule);
  padding-top: 0.4rem;
  font-size: 0.9rem;
}

.pupil-row {
  display: flex;
  align-items: center;
  gap: 0.5rem;
}

.pupil-row :deep(.p-inputtext),
.pupil-row :deep(.p-textarea) {
  flex: 1;
  min-width: 0;
}

/* Lines stand under each other, each as wide as it can be. */
.stacked {
  flex-wrap: wrap;
  justify-content: space-between;
}

.stacked :deep(.p-textarea) {
  order: 1;
  flex-basis: 100%;
  min-height: calc(3lh + 1rem);
}

.pupil-said {
  padding-top: 0.3rem;
}

.pupil-found li {
  padding: 0.15rem 0;
}

.cause-question {
  display: block;
  font-size: 0.86rem;
}

.judged {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
  gap: 0.5rem;
}

.judged[data-verdict='false'] code {
  background: repeating-linear-gradient(45deg, var(--wrong-ground) 0 4px, var(--wrong-stripe) 4px 8px);
}

.pupil-found li:has(.cause-question math) {
  line-height: 2;
}
</style>
