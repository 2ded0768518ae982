<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import Textarea from 'primevue/textarea'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { api, type CellDetail, type MarkingRound, type RoundCell, type RoundItem, type RoundPupil, type Ruling } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { focusOn } from '@/shared/focusing'
import MathText from '@/shared/MathText.vue'
import StoryText from '@/shared/StoryText.vue'

/** What is known of the answer in hand: why, its marks, its lines; and the teacher's own ruling. */
const props = defineProps<{
  round: MarkingRound
  pupil: RoundPupil
  item: number
  asked: RoundItem
  cell: RoundCell | undefined
  pending: boolean
}>()
const emit = defineEmits<{
  lines: [lines: string[]]
  rule: [ruling: Ruling, toEqual: boolean]
  version: [version: 'A' | 'B']
  done: []
}>()

const detail = ref<CellDetail | null>(null)
const looking = useRequest({ shown: true })
const working = ref('')
const ruling = ref(false)
const outcome = ref<'right' | 'wrong form' | 'wrong'>('right')
const mistake = ref('')
const points = ref<number | null>(null)
const why = ref('')
const toEqual = ref(false)
const workingField = useTemplateRef('workingField')
const whyField = useTemplateRef('whyField')
const isB = computed(() => props.round.versions && props.pupil.version === 'B' && props.asked.other)

/** Asked anew whenever the answer in hand, or what is known of it, is another. */
watch(
  () => [props.round.id, props.pupil.id, props.item, props.cell?.answer, props.cell?.status, props.cell?.ruled, props.cell?.lines.length],
  async () => {
    const { cell } = props
    if (detail.value?.pupil !== props.pupil.id || detail.value.item !== props.item) {
      detail.value = null
      ruling.value = false
    }
    if (!cell?.status || props.pending) return
    const path = { round_id: props.round.id, pupil_id: props.pupil.id, item: props.item }
    const found = await looking.ask((signal) => api.GET('/api/rounds/{round_id}/cells/{pupil_id}/{item}', { params: { path }, signal }))
    if (found) detail.value = found
  },
  { immediate: true },
)
watch(
  () => [props.pupil.id, props.item, props.cell?.lines.join('\n')],
  () => (working.value = props.cell?.lines.join('\n') ?? ''),
  { immediate: true },
)

function keepLines() {
  const lines = working.value.split('\n').map((line) => line.trim()).filter(Boolean)
  if (lines.join('\n') !== (props.cell?.lines.join('\n') ?? '')) emit('lines', lines)
}

function beginRuling() {
  if (!props.cell?.status) return
  ruling.value = true
  outcome.value = props.cell.status === 'right' ? 'wrong' : 'right'
  points.value = null
  mistake.value = ''
  why.value = detail.value?.ruling?.why ?? ''
  toEqual.value = false
  void Promise.resolve().then(() => focusOn(whyField.value))
}

function rule() {
  const by = outcome.value === 'right' ? '' : mistake.value
  emit('rule', { outcome: outcome.value, mistake: by, points: points.value, why: why.value }, toEqual.value)
  ruling.value = false
  emit('done')
}

function takeBack() {
  emit('rule', { outcome: '', mistake: '', points: null, why: '' }, false)
  emit('done')
}

/** The mistakes to choose from: those of this answer, then those that came up in the round. */
const known = computed(() => {
  const here = detail.value ? [...detail.value.causes.flatMap((c) => c.mistakes), ...detail.value.faults] : []
  const all = new Map([['', 'none that I know'], ...here.map((m) => [m.mistake, m.name] as const), ...props.round.letters.map((l) => [l.mistake, l.name] as const)])
  return [...all].map(([id, name]) => ({ mistake: id, name }))
})

const saidOf = (mark: CellDetail['marks'][number]) => `${mark.points} of ${mark.of}`

defineExpose({ rule: beginRuling, work: () => focusOn(workingField.value) })
</script>

<template>
  <aside class="strip" aria-label="The answer in hand">
    <header>
      <h2>{{ pupil.code }}, item {{ item + 1 }}</h2>
      <PressButton
        v-if="round.versions"
        :label="`version ${pupil.version}`"
        size="small"
        variant="text"
        title="The pupil had the other version"
        @click="emit('version', pupil.version === 'A' ? 'B' : 'A')"
      />
    </header>
    <StoryText v-if="asked.blocks.length" :blocks="asked.blocks" />
    <p v-else class="problem">
      <MathText :of="isB && asked.other ? asked.other : asked.problem" /> <span class="quiet">{{ asked.asked }}</span>
    </p>
    <p v-if="!isB" class="quiet">Key: <MathText :of="asked.answer" /></p>
    <p v-else class="quiet">Key: {{ asked.other_key }}</p>

    <template v-if="cell">
      <p v-if="!cell.status || pending" class="quiet" aria-live="polite">Being looked at …</p>
      <div v-else-if="detail" class="found" aria-live="polite">
        <p class="answer"><b>{{ cell.answer || '(blank)' }}</b></p>
        <p>{{ detail.said }}</p>
        <p v-if="detail.ruling" class="ruling-said">
          Your ruling: {{ detail.ruling.outcome || 'marks' }}{{ detail.ruling.why ? `, “${detail.ruling.why}”` : '' }}.
          <PressButton label="take it back" size="small" variant="text" @click="takeBack" />
        </p>
        <ul v-if="detail.status !== 'right'" class="causes">
          <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
          <li v-for="fault in detail.faults" :key="fault.mistake"><b>{{ fault.name }}.</b> <span v-html="fault.question_html" /></li>
          <li v-for="(cause, index) in detail.causes.slice(0, 3)" :key="`c${index}`">
            <template v-for="(led, nth) in cause.mistakes" :key="led.mistake">{{ nth ? ' and ' : '' }}<b>{{ led.name }}</b></template>
            <span v-if="cause.slip">{{ cause.mistakes.length ? ', ' : '' }}{{ cause.slip }}</span>
            <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
            <span v-if="cause.mistakes.length === 1 && !cause.slips" class="question" v-html="cause.mistakes[0]?.question_html" />
          </li>
        </ul>
        <p v-if="detail.tells_apart" class="apart">
          <MathText :of="detail.tells_apart" /> would tell <i>{{ detail.between[0] }}</i> from <i>{{ detail.between[1] }}</i>:
          <RouterLink :to="{ name: 'work', query: { problem: detail.tells_apart_typed } }">work it</RouterLink>.
        </p>
        <h3>Marks: {{ detail.points }} of {{ detail.of }}</h3>
        <ul class="marks">
          <li v-for="(mark, index) in detail.marks" :key="index" :data-given="mark.points > 0">
            <span class="mark-points">{{ saidOf(mark) }}</span> {{ mark.name }} <span class="quiet">{{ mark.why }}</span>
          </li>
        </ul>
        <ol v-if="detail.lines.length" class="lines">
          <li v-for="(line, index) in detail.lines" :key="index" :data-verdict="line.verdict">
            <code>{{ line.text }}</code> <span class="quiet">{{ line.said }} {{ line.causes.join(', ') }}</span>
          </li>
        </ol>
      </div>
      <p v-else-if="looking.fault.value" class="quiet">{{ looking.fault.value.message }}</p>
      <form v-if="ruling" class="ruling" @submit.prevent="rule" @keydown.esc.prevent="((ruling = false), emit('done'))">
        <p>
          Count it
          <label><input v-model="outcome" type="radio" value="right" /> right</label>
          <label><input v-model="outcome" type="radio" value="wrong form" /> right, not in form</label>
          <label><input v-model="outcome" type="radio" value="wrong" /> wrong</label>
        </p>
        <template v-if="outcome !== 'right'">
          <label for="ruling-cause">What may have led there, as you see it</label>
          <Select v-model="mistake" input-id="ruling-cause" aria-label="What may have led there" :options="known" option-label="name" option-value="mistake" size="small" />
        </template>
        <label for="ruling-why">Why, in a word</label>
        <InputText id="ruling-why" ref="whyField" v-model="why" size="small" maxlength="160" autocomplete="off" />
        <label for="ruling-points">Marks (as the scheme says where empty)</label>
        <InputNumber v-model="points" input-id="ruling-points" :min="0" :max="asked.total" size="small" show-buttons />
        <label v-if="detail && detail.equal > 0"><input v-model="toEqual" type="checkbox" /> also for the {{ detail.equal }} who wrote the same</label>
        <div class="ruling-actions">
          <PressButton type="submit" label="Rule so" size="small" />
          <PressButton type="button" label="Leave it" size="small" variant="text" @click="((ruling = false), emit('done'))" />
        </div>
      </form>
      <PressButton v-else-if="cell.status && !pupil.absent" label="Overrule" size="small" variant="outlined" @click="beginRuling" />
    </template>
    <p v-else-if="pupil.absent" class="quiet">Away that day: nothing is counted. Press # to have them back.</p>
    <p v-else class="quiet">Type what the pupil wrote.</p>
    <template v-if="!pupil.absent">
      <label for="cell-working" class="working-label">Working, a line under the other</label>
      <Textarea
        id="cell-working"
        ref="workingField"
        v-model="working"
        rows="3"
        auto-resize
        spellcheck="false"
        @blur="keepLines"
        @keydown.esc.prevent="((working = cell?.lines.join('\n') ?? ''), emit('done'))"
        @keydown.ctrl.enter.prevent="(keepLines(), emit('done'))"
      />
    </template>
    <p class="quiet keys">
      <kbd>=</kbd> as the key <kbd>/</kbd> blank <kbd>"</kbd> same as above <kbd>#</kbd> away <kbd>!</kbd> overrule <kbd>|</kbd> working
    </p>
  </aside>
</template>

<style scoped>
.strip {
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 0.7rem 0.9rem;
  display: grid;
  gap: 0.4rem;
  align-content: start;
  font-size: 0.92rem;
  max-height: calc(100vh - 13.5rem);
  overflow: auto;
}

header {
  display: flex;
  justify-content: space-between;
  align-items: center;
}

.problem {
  font-size: 1.1rem;
}

.found {
  display: grid;
  gap: 0.35rem;
}

.answer {
  font-size: 1.05rem;
}

.causes li,
.marks li,
.lines li {
  padding: 0.15rem 0;
}

.question {
  display: block;
}

.causes .question:has(math) {
  line-height: 1.9;
}

.mark-points {
  display: inline-block;
  min-width: 3.2rem;
}

.marks li[data-given='true'] .mark-points {
  font-weight: 600;
}

.lines li[data-verdict='false'] code {
  background: repeating-linear-gradient(45deg, var(--wrong-ground) 0 4px, var(--wrong-stripe) 4px 8px);
}

.ruling {
  display: grid;
  gap: 0.3rem;
  border-left: 4px solid var(--blue);
  padding-left: 0.6rem;
}

.ruling-actions {
  display: flex;
  gap: 0.4rem;
}

.working-label {
  padding-top: 0.3rem;
}

.keys {
  line-height: 1.9;
  font-size: 0.84rem;
}

@media (--medium) {
  .strip {
    max-height: none;
  }
}
</style>
