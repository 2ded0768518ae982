<script setup lang="ts">
import { computed } from 'vue'
import type { LessonItem, LessonLine, ShownLine } from '@/api/client'
import { inPanels } from '@/places/work/panels'
import MathText from '@/shared/MathText.vue'
import SideWork from '@/shared/SideWork.vue'
import type { Step } from './steps'

/** The working in its four panels, each line coming into its own; what is asked now stands below them. */
const props = defineProps<{ item: LessonItem; shown: Step[] }>()

const now = computed(() => props.shown.at(-1))
const asLine = (line: LessonLine) => ({ ...line, question: line.only_asks, reason_html: line.reason_html ?? line.reason }) as unknown as ShownLine
const panels = computed(() => {
  const problem = { panel: 'problem', notation: props.item.problem, side: [], question: false, sign: '', reason_html: '' } as unknown as ShownLine
  const lines = props.shown.flatMap((step) => (step.kind === 'line' ? [asLine(step.line)] : []))
  return inPanels(props.item.panels, [problem, ...lines])
})
const asked = computed(() => {
  if (now.value?.kind === 'ask') return now.value.question
  return now.value?.kind === 'estimating' ? props.item.estimate_question : ''
})
</script>

<template>
  <section class="show-working show-panels" aria-live="polite">
    <section v-for="panel in panels" :key="panel.id" class="panel" :data-panel="panel.id">
      <h3>{{ panel.name }}</h3>
      <template v-for="piece in panel.pieces" :key="piece.key">
        <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
        <p v-if="piece.kind === 'said'" class="panel-said" v-html="piece.html" />
        <SideWork v-else-if="piece.kind === 'side'" :side="piece.side" />
        <template v-else>
          <span class="show-math" :class="{ now: now?.kind === 'line' && piece.line.notation.text === now.line.notation.text }">
            <span aria-hidden="true">{{ piece.line.sign }}</span> <MathText :of="piece.line.notation" />
          </span>
          <SideWork v-if="piece.side.length" :side="piece.side" />
        </template>
      </template>
    </section>
    <p v-if="asked" class="show-question">{{ asked }}</p>
    <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
    <p v-if="now?.kind === 'rule'" class="show-question" v-html="item.rule_html" />
  </section>
</template>

<style scoped>
.show-panels {
  grid-area: working;
  display: grid;
  grid-template-columns: 1fr 1fr;
  grid-template-rows: minmax(0, 1fr) minmax(0, 1.2fr) auto;
  gap: 1vh 1vw;
  padding: 0.5vh 1vw 1vh 3vw;
  min-height: 0;
  overflow-y: auto;
}

.panel {
  border: 2px solid var(--rule);
  padding: 0.6vh 0.8vw;
  overflow-y: auto;
}

.panel h3 {
  font-size: 2.6vh;
  color: var(--quiet);
  margin: 0;
}

.show-math {
  display: block;
  font-size: 4.4vh;
  padding-block: 0.1em;
}

.show-math.now {
  font-size: 5.6vh;
  background: linear-gradient(to right, color-mix(in srgb, var(--changed) 55%, transparent), transparent);
}

.panel-said {
  font-size: 3vh;
  line-height: 1.4;
}

.panel :deep(.side) {
  font-size: 3.4vh;
  margin: 0;
}

.show-question {
  grid-column: 1 / -1;
  font-size: 5vh;
  font-weight: 600;
  border-left: 0.6vw solid var(--amber);
  padding-left: 1vw;
}

@media (--narrow) {
  .show-panels {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: none;
    min-height: auto;
  }

  .show-math,
  .show-math.now,
  .show-question {
    font-size: 2.8vh;
  }
}
</style>
