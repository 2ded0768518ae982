<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue'
import type { LessonItem } from '@/api/client'
import MathText from '@/shared/MathText.vue'
import SideWork from '@/shared/SideWork.vue'
import type { Step } from './steps'

/** What has been shown of an item; nothing of what comes stands in the page. */
const props = defineProps<{ item: LessonItem; shown: Step[] }>()
const sheet = useTemplateRef('sheet')

const now = computed(() => props.shown.at(-1))
const lines = computed(() => props.shown.flatMap((step) => (step.kind === 'line' ? [step] : [])))
const question = computed(() => (now.value?.kind === 'ask' ? now.value.question : ''))
const estimating = computed(() => props.shown.some((step) => step.kind === 'estimate'))
const found = computed(() => props.shown.some((step) => step.kind === 'found'))

watch(
  () => props.shown,
  async () => {
    await nextTick()
    sheet.value?.querySelector('.show-last')?.scrollIntoView({ block: 'nearest' })
  },
)
</script>

<template>
  <section ref="sheet" class="show-sheet" aria-live="polite">
    <div class="show-problem">
      <span v-if="item.asked" class="show-asked">{{ item.asked }}</span>
      <MathText :of="item.problem" />
    </div>
    <p v-if="estimating" class="show-estimate" :class="{ 'show-last': now?.kind === 'estimate' }">
      <span v-for="(estimate, index) in item.estimates" :key="index">
        ≈ <MathText :of="estimate.notation" /> = <MathText :of="estimate.value" />
      </span>
    </p>
    <p v-if="now?.kind === 'turn'" class="show-question show-last">Your turn</p>
    <ol class="show-lines">
      <li
        v-for="({ line, at }, index) in lines"
        :key="at"
        class="show-line"
        :class="{
          'show-last': index === lines.length - 1 && now?.kind === 'line',
          asks: line.only_asks,
          'show-false': found && line.false,
        }"
      >
        <template v-if="!line.only_asks">
          <span class="show-math"><span aria-hidden="true">{{ line.sign }}</span> <MathText :of="line.notation" /></span>
          <SideWork v-if="line.side.length" :side="line.side" />
        </template>
        <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
        <p v-if="!item.find && line.reason_html" class="show-reason" v-html="line.reason_html" />
        <p v-else-if="!item.find" class="show-reason">{{ line.reason }}</p>
        <p v-if="found && line.false" class="show-reason">This line does not follow.</p>
      </li>
    </ol>
    <p v-if="question" class="show-question show-last">{{ question }}</p>
    <p v-if="item.find && now?.kind !== 'found' && lines.length" class="show-asked">Find the mistake.</p>
    <p v-if="found" class="show-question show-last">{{ item.find }}</p>
  </section>
</template>

<style scoped>
.show-sheet {
  grid-column: 1;
  overflow-y: auto;
  padding: 3vh 4vw;
  cursor: default;
}

.show-problem,
.show-math {
  font-size: 7.2vh;
  line-height: 1.15;
  display: block;
}

.show-problem {
  font-size: 8vh;
  position: sticky;
  top: -3vh;
  padding-top: 2vh;
  background: var(--sheet);
  z-index: 1;
}

.show-asked {
  font-size: 3.6vh;
  color: var(--quiet);
  display: block;
}

.show-line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 3vw;
  padding: 0.8vh 0;
}

.show-line.show-last {
  background: linear-gradient(to right, color-mix(in srgb, var(--changed) 55%, transparent), transparent);
}

.show-line :deep(.side) {
  font-size: 3vh;
  margin: 0;
  padding: 0;
  color: var(--ink);
  justify-self: start;
}

.show-reason {
  flex: 1 0 100%;
  font-size: 3.2vh;
  line-height: 1.3;
  color: var(--quiet);
}

.show-question {
  font-size: 5vh;
  line-height: 1.25;
  font-weight: 600;
  padding: 2vh 0 2vh 1.5vw;
  border-left: 0.6vw solid var(--amber);
  margin: 1.5vh 0;
}

.show-estimate {
  font-size: 5.2vh;
  border: 3px dashed var(--quiet);
  padding: 1vh 1.5vw;
  width: fit-content;
  display: flex;
  flex-wrap: wrap;
  gap: 0 3vw;
}

.show-false {
  outline: 4px solid var(--wrong-ink);
  outline-offset: 4px;
}

@media (--narrow) {
  .show-problem,
  .show-math {
    font-size: 5vh;
  }
}
</style>
