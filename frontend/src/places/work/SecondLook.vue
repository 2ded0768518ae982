<script setup lang="ts">
import Button from 'primevue/button'
import { ref, useTemplateRef, watch } from 'vue'
import type { Looked, Worked, WorkRequest } from '@/api/client'
import MathText from '@/shared/MathText.vue'
import PupilAnswer from './PupilAnswer.vue'

/** The estimate with its band, the checks, and what typical mistakes would give instead, all on one number line. */
const props = defineProps<{ worked: Worked; looked: Looked | null; covered: boolean; body: WorkRequest }>()
const emit = defineEmits<{ beside: [mistake: string, name: string] }>()

const KINDS: Record<string, string> = {
  'nearest-half': 'to halves',
  'nearest-whole': 'to wholes',
  'leading-place': 'to the leading place',
}
const open = ref('')
const pupil = useTemplateRef('pupil')
watch(
  () => props.worked.problem.text,
  () => (open.value = ''),
)
defineExpose({ focusAnswer: () => pupil.value?.focus() })
</script>

<template>
  <aside class="second-look" aria-labelledby="second-look-title">
    <h2 id="second-look-title">Second look</h2>
    <template v-if="looked">
      <div class="estimates">
        <div
          v-for="(estimate, index) in looked.estimates"
          :key="index"
          class="estimate"
          :title="`Rounded ${KINDS[estimate.kind]}; a number moves by at most half a step, so the answer lies in this band`"
        >
          <span class="estimate-sum">
            <span class="approx">≈</span> <MathText :of="estimate.notation" /> = <MathText :of="estimate.value" />
          </span>
          <span class="estimate-band">
            between <MathText :of="estimate.low" /> and <MathText :of="estimate.high" />
          </span>
        </div>
        <p v-if="looked.estimates.length === 0" class="quiet">No estimate is made for this kind of problem.</p>
        <details v-if="looked.others.length" class="other-estimates">
          <summary>
            Other estimates<span v-if="looked.estimates.length > 1" class="quiet">; midway may go either way</span>
          </summary>
          <p v-for="(estimate, index) in looked.others" :key="index">
            <span class="quiet">{{ KINDS[estimate.kind] }}</span>
            ≈ <MathText :of="estimate.notation" /> = <MathText :of="estimate.value" />,
            between <MathText :of="estimate.low" /> and <MathText :of="estimate.high" />
          </p>
        </details>
        <p v-if="looked.about_one" class="about-one">{{ looked.about_one }}</p>
      </div>
      <p v-if="covered" class="quiet">The line is shown with the answer.</p>
      <!-- eslint-disable-next-line vue/no-v-html -- drawn on the server, every text in it escaped -->
      <div v-else-if="looked.number_line" class="number-line-place" v-html="looked.number_line" />
      <p v-if="worked.solutions !== null" class="solutions">
        {{ worked.solutions === 1 ? 'One way' : worked.solutions === 0 ? 'No way' : `${worked.solutions} ways` }} to fill the blanks.
      </p>
      <template v-if="!covered">
        <h3 class="mistakes-title">
          Likely wrong answers
          <span v-if="looked.likely_wrong.length" class="told-apart" :title="'Of all pairs among the right answer and these mistakes, how many the answers keep apart'">
            {{ looked.told_apart }} % told apart
          </span>
        </h3>
        <ul class="mistakes">
          <li
            v-for="wrong in looked.likely_wrong"
            :key="wrong.mistake"
            class="mistake"
            :class="{ opened: open === wrong.mistake }"
            :data-mistake="wrong.mistake"
          >
            <button
              type="button"
              class="mistake-head"
              :aria-expanded="open === wrong.mistake"
              @click="open = open === wrong.mistake ? '' : wrong.mistake"
            >
              <span class="lozenge" aria-hidden="true">{{ wrong.letter }}</span>
              <span class="wrong-answer"><MathText :of="wrong.answer" /></span>
              <span
                v-if="looked.estimates.length"
                class="verdict"
                :class="wrong.caught ? 'caught' : 'passes'"
                :title="wrong.caught ? 'the estimate would catch it' : 'the estimate would let it pass'"
              >
                <span class="hidden">{{ wrong.caught ? 'the estimate would catch it' : 'the estimate would let it pass' }}</span>
              </span>
              <span class="mistake-name">{{ wrong.name }}</span>
            </button>
            <div v-if="open === wrong.mistake" class="mistake-body">
              <p>The pupil seems to believe: {{ wrong.belief }}.</p>
              <p>{{ wrong.shows }}</p>
              <p><b>Ask:</b> {{ wrong.question }} <b>Draw:</b> {{ wrong.picture }}.</p>
              <p v-if="wrong.like.length">Gives the same here: {{ wrong.like.join('; ') }}.</p>
              <p class="quiet">First met: {{ wrong.met }} (from memory). {{ wrong.source }}</p>
              <Button
                label="Lay the wrong working beside"
                size="small"
                variant="outlined"
                @click="emit('beside', wrong.mistake, wrong.name)"
              />
            </div>
          </li>
          <li v-if="looked.likely_wrong.length === 0" class="quiet">None of the mistakes I know can be made here.</li>
        </ul>
        <p v-if="looked.likely_wrong.length && looked.estimates.length" class="verdict-key quiet">
          <span class="verdict caught" /> the estimate catches it <span class="verdict passes" /> lets it pass
        </p>
        <details v-if="looked.silent.length + looked.form_only.length" class="silent-mistakes">
          <summary>Without a wrong value here</summary>
          <p v-for="form in looked.form_only" :key="form.mistake" :data-mistake="form.mistake">
            <b>{{ form.name }}</b> spoils only the form: <MathText :of="form.answer" />
          </p>
          <p v-for="silent in looked.silent" :key="silent.mistake" :data-mistake="silent.mistake">
            <b>{{ silent.name }}</b>
            <template v-if="silent.why"> gives no answer here. {{ silent.why }}</template>
            <template v-else> gives the right answer here by luck: this item would not show it.</template>
          </p>
        </details>
      </template>
      <details v-if="looked.checks.length && !covered" class="checks">
        <summary>Checks</summary>
        <div v-for="check in looked.checks" :key="check.check" class="check">
          <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
          <p v-html="check.reason_html" />
          <p v-if="check.lines.length" class="check-lines">
            <span v-for="(line, index) in check.lines" :key="index">{{ index ? ' = ' : '' }}<MathText :of="line" /></span>
          </p>
        </div>
      </details>
      <PupilAnswer ref="pupil" :body="body" />
    </template>
  </aside>
</template>

<style scoped>
.second-look {
  display: grid;
  gap: 0.4rem;
  border-left: 1px solid var(--rule);
  padding-left: 1.1rem;
}

.estimates {
  display: grid;
  gap: 0.35rem;
}

.estimates p {
  font-size: 0.88rem;
}

.estimate {
  border: 1.5px dashed var(--estimate);
  border-radius: 3px;
  padding: 0.2rem 0.6rem;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 0 0.8rem;
  min-height: 2.6rem;
}

.estimate-band {
  font-size: 0.92rem;
}

.number-line-place :deep(.number-line) {
  width: 100%;
  height: auto;
  display: block;
  font-family: 'Noto Sans', sans-serif;
}

.number-line-place :deep(.number-line text) {
  font-size: 12px;
  text-anchor: middle;
  fill: var(--ink);
}

.number-line-place :deep(.number-line .axis),
.number-line-place :deep(.number-line .tick),
.number-line-place :deep(.number-line .bar) {
  stroke: var(--ink);
  stroke-width: 1.4;
}

.number-line-place :deep(.number-line .band) {
  fill: none;
  stroke: var(--estimate);
  stroke-width: 1.4;
  stroke-dasharray: 4 3;
}

.number-line-place :deep(.number-line .approx) {
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}

.number-line-place :deep(.number-line .answer) {
  fill: var(--ink);
}

.number-line-place :deep(.number-line .answer-label) {
  font-weight: 600;
}

.number-line-place :deep(.number-line .stem) {
  stroke: var(--wrong-ink);
  stroke-width: 1;
}

.number-line-place :deep(.number-line .wrong) {
  fill: url(#hatch);
  stroke: var(--wrong-ink);
  stroke-width: 1.3;
}

.number-line-place :deep(.number-line .wrong-label) {
  font-weight: 600;
  font-size: 11px;
  paint-order: stroke;
  stroke: var(--wrong-stripe);
  stroke-width: 3px;
}

.number-line-place :deep(.hatch-ground) {
  fill: var(--wrong-ground);
}

.number-line-place :deep(.hatch-line) {
  stroke: var(--wrong-edge);
  stroke-width: 2;
}

.mistakes-title {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}

.told-apart {
  font-weight: 400;
  font-size: 0.84rem;
  color: var(--quiet);
}

.mistakes {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 0.1rem 0.6rem;
}

.mistakes > .quiet,
.mistake.opened {
  grid-column: 1 / -1;
}

.mistake-name {
  grid-column: 2 / -1;
  font-size: 0.8rem;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}

.mistake.opened .mistake-name {
  white-space: normal;
}

.mistake-head {
  width: 100%;
  font: inherit;
  font-size: 0.9rem;
  color: inherit;
  text-align: left;
  background: none;
  border: 0;
  border-radius: 3px;
  padding: 0.06rem 0;
  cursor: pointer;
  display: grid;
  grid-template-columns: 1.4rem max-content minmax(0, 1fr);
  align-items: center;
  gap: 0 0.35rem;
  line-height: 1.25;
}

.mistake-head:hover,
.mistake.opened .mistake-head {
  background: var(--sheet);
}

.mistake-body {
  padding: 0.2rem 0 0.5rem 1.9rem;
  font-size: 0.88rem;
  display: grid;
  gap: 0.2rem;
  justify-items: start;
}

.lozenge {
  width: 1.15rem;
  height: 1.15rem;
  display: grid;
  place-items: center;
  position: relative;
  isolation: isolate;
  font-weight: 600;
  font-size: 0.72rem;
  margin-left: 0.15rem;
}

.lozenge::before {
  content: '';
  position: absolute;
  inset: 2px;
  transform: rotate(45deg);
  border: 1.3px solid var(--wrong-ink);
  background: var(--wrong-ground);
  z-index: -1;
}

.wrong-answer {
  background: repeating-linear-gradient(45deg, var(--wrong-ground) 0 4px, var(--wrong-stripe) 4px 8px);
  justify-self: start;
  padding: 0 0.3rem;
  border: 1px solid var(--wrong-edge);
  border-radius: 2px;
  font-size: 0.8rem;
  line-height: 1.5;
  white-space: nowrap;
}

.verdict::before {
  font-weight: 600;
}

.verdict.caught::before {
  content: '✓';
}

.verdict.passes::before {
  content: '○';
}

.verdict-key,
.other-estimates,
.silent-mistakes,
.about-one {
  font-size: 0.86rem;
}

.other-estimates summary,
.silent-mistakes summary {
  cursor: pointer;
}

.checks summary {
  cursor: pointer;
  font-weight: 600;
  font-size: 0.95rem;
}

.check {
  padding: 0.25rem 0;
  font-size: 0.92rem;
}

.check-lines {
  overflow-x: auto;
  padding: 0.2rem 0;
}

@media (--medium) {
  .second-look {
    border-left: 0;
    padding-left: 0;
  }
}

@media print {
  .second-look {
    border: 0;
    padding: 1rem 0 0;
    break-inside: avoid;
  }
}
</style>
