<script setup lang="ts">
import { useTemplateRef } from 'vue'
import type { Looked, Worked, WorkRequest } from '@/api/client'
import MathText from '@/shared/MathText.vue'
import ChoiceQuestion from './ChoiceQuestion.vue'
import FirstNote from './FirstNote.vue'
import LikelyWrong from './LikelyWrong.vue'
import PupilAnswer from './PupilAnswer.vue'

/** The estimate with its band, the checks, and what typical mistakes would give instead, all on one number line. */
defineProps<{ worked: Worked; looked: Looked | null; covered: boolean; body: WorkRequest; first: boolean }>()
const emit = defineEmits<{ beside: [mistake: string, name: string]; keepChoice: [] }>()

const KINDS: Record<string, string> = {
  'nearest-half': 'to halves',
  'nearest-whole': 'to wholes',
  'leading-place': 'to the leading place',
  compatible: 'with numbers that fit',
  'front-end': 'the front first, then what is left',
  benchmark: 'by a known part',
}
const pupil = useTemplateRef('pupil')
defineExpose({ focusAnswer: () => pupil.value?.focus() })
</script>

<template>
  <aside class="second-look" aria-labelledby="second-look-title">
    <h2 id="second-look-title">Second look</h2>
    <FirstNote v-if="first" :number="3">What it should come to, and the wrong answers to wait for.</FirstNote>
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
        <p v-if="looked.none_why" class="quiet">{{ looked.none_why }}</p>
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
        <LikelyWrong :key="worked.asked" :looked="looked" :body="body" @beside="(mistake, name) => emit('beside', mistake, name)" />
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
      <ChoiceQuestion v-if="looked.choices.length && !covered" :worked="worked" :choices="looked.choices" @keep="emit('keepChoice')" />
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

.number-line-place :deep(.number-line .far-off.left) {
  text-anchor: start;
}

.number-line-place :deep(.number-line .far-off.right) {
  text-anchor: end;
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
