<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import MathText from '@/shared/MathText.vue'
import { useKeys } from '@/shared/useKeys'
import CalledOut, { type Called } from './CalledOut.vue'
import type { Step } from './steps'
import { useInStep } from './useInStep'
import { useLesson } from './useLesson'

/** The teacher's own window beside the projector: what comes next, what to ask, what may be answered, the time. */
const lesson = useLesson()
const { items, item, current, shown, coming, wrongShown, wrongMistake } = lesson
const called = ref<Called | null>(null)
const inStep = useInStep(lesson, called, true)
const begun = Number(sessionStorage.getItem('keen-slate:presented') ?? Date.now())
sessionStorage.setItem('keen-slate:presented', String(begun))
const minutes = ref(0)
useIntervalFn(() => (minutes.value = Math.floor((Date.now() - begun) / 60_000)), 1000, { immediateCallback: true })

const NAMES: Record<Step['kind'], string> = {
  problem: 'The problem',
  bars: 'The bars',
  turn: 'The class works it',
  estimating: 'Ask for an estimate',
  estimate: 'The estimate',
  boxes: 'Boxes for the class to fill',
  ask: 'Ask',
  line: 'The next line',
  stroke: 'The next stroke',
  sentence: 'The sentence that answers',
  chosen: 'Which choice is right',
  found: 'Where the mistake is',
  rule: 'Your rule',
}
const strokeOf = (step: Step | null) => (step?.kind === 'stroke' ? step.board.strokes[step.stroke] : undefined)
const ask = computed(() => {
  const steps = [shown.value.at(-1), coming.value]
  const found = steps.find((step) => step?.kind === 'ask' || step?.kind === 'estimating')
  if (found?.kind === 'ask') return { text: found.question, html: '' }
  return found && current.value ? { text: current.value.estimate_question, html: current.value.estimate_question_html } : null
})
const note = computed(() => {
  const at = coming.value && 'at' in coming.value ? coming.value.at : null
  return current.value?.lines.find((line) => line.at === at)?.note ?? ''
})

useKeys({
  ' ': lesson.next,
  Enter: lesson.next,
  ArrowRight: lesson.next,
  PageDown: lesson.next,
  ArrowLeft: lesson.back,
  PageUp: lesson.back,
  ArrowDown: () => lesson.another(1),
  ArrowUp: () => lesson.another(-1),
  w: lesson.onPurpose,
  W: lesson.two,
})
</script>

<template>
  <div class="presenter">
    <h1 class="hidden">Presenter’s view</h1>
    <p v-if="lesson.fault.value" role="alert">{{ lesson.fault.value.message }}</p>
    <template v-else-if="current">
      <nav class="presenter-items" aria-label="Items">
        <button v-for="(one, index) in items" :key="one.id" type="button" :aria-current="index === item ? 'step' : undefined" @click="lesson.jump(index)">
          {{ index + 1 }} <MathText :of="one.problem" />
        </button>
      </nav>
      <section class="presenter-now" aria-label="What comes">
        <p class="presenter-time" role="timer">{{ minutes }} min</p>
        <h2><MathText :of="current.problem" /></h2>
        <p class="quiet">Answer: <MathText :of="current.answer" /></p>
        <h3>{{ coming ? NAMES[coming.kind] : 'Nothing more in this item' }}</h3>
        <p v-if="coming?.kind === 'line'" class="presenter-line">
          {{ coming.line.sign }} <MathText :of="coming.line.notation" />
          <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
          <span v-if="coming.line.reason_html" class="said" v-html="coming.line.reason_html" />
          <span v-else class="said">{{ coming.line.reason }}</span>
        </p>
        <p v-else-if="strokeOf(coming)" class="presenter-line">
          {{ strokeOf(coming)?.writes.map((mark) => mark.text).join(' ') }}
          <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
          <span class="said" v-html="strokeOf(coming)?.reason_html || strokeOf(coming)?.reason" />
        </p>
        <p v-else-if="coming?.kind === 'ask'" class="presenter-line">{{ coming.question }}</p>
        <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
        <p v-else-if="coming?.kind === 'rule'" class="presenter-line" v-html="current.rule_html" />
        <template v-if="ask">
          <h3>Ask</h3>
          <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
          <p v-if="ask.html" v-html="ask.html" />
          <p v-else>{{ ask.text }}</p>
        </template>
        <p v-if="note" class="note">{{ note }}</p>
        <div class="presenter-buttons">
          <button type="button" @click="lesson.back">Back</button>
          <button type="button" class="main" @click="lesson.next">Next</button>
        </div>
        <CalledOut :lesson="lesson" @judged="inStep.tell" />
      </section>
      <section v-if="current.likely.length" class="presenter-likely" aria-label="Likely answers">
        <h3>Wrong answers to wait for</h3>
        <ul>
          <li v-for="likely in current.likely" :key="likely.mistake">
            <button type="button" :aria-pressed="wrongMistake === likely.mistake" @click="lesson.choose(likely.mistake)">
              <MathText :of="likely.answer" /> <span>{{ likely.name }}</span>
            </button>
          </li>
        </ul>
        <button type="button" :aria-pressed="wrongShown > 0" @click="lesson.onPurpose">Show it wrong on purpose</button>
      </section>
    </template>
  </div>
</template>

<style scoped>
.presenter {
  position: fixed;
  inset: 0;
  z-index: 3;
  overflow: auto;
  background: var(--paper);
  color: var(--ink);
  display: grid;
  grid-template-columns: 15rem minmax(0, 1fr) 20rem;
  gap: 1.5rem;
  padding: 1rem 1.25rem;
  align-items: start;
}

.presenter button {
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 0.35rem 0.7rem;
  cursor: pointer;
  text-align: left;
}

.presenter button[aria-current],
.presenter button[aria-pressed='true'] {
  border-left: 4px solid var(--blue);
  font-weight: 600;
}

.presenter-items {
  display: grid;
  gap: 0.25rem;
}

.presenter-time {
  float: right;
  font-size: 1.3rem;
  font-variant-numeric: tabular-nums;
}

.presenter-now h2 {
  font-size: 2rem;
}

.presenter-now h3,
.presenter-likely h3 {
  margin: 1rem 0 0.3rem;
  font-size: 0.95rem;
  color: var(--quiet);
}

.presenter-now p:not(.presenter-time, .quiet) {
  font-size: 1.3rem;
}

.presenter-line .said {
  display: block;
  font-size: 1.05rem;
}

.note {
  border-left: 4px solid var(--changed-edge);
  padding-left: 0.6rem;
}

.presenter-buttons {
  display: flex;
  gap: 0.6rem;
  margin: 1.2rem 0;
}

.presenter .main {
  background: var(--blue);
  color: var(--on-primary);
  flex: 1;
  text-align: center;
  padding: 0.8rem;
}

.presenter-likely ul {
  display: grid;
  gap: 0.25rem;
  margin-bottom: 0.8rem;
}

.presenter-likely li button {
  width: 100%;
}

@media (--medium) {
  .presenter {
    grid-template-columns: minmax(0, 1fr);
  }

  .presenter-items {
    order: 3;
  }
}
</style>
