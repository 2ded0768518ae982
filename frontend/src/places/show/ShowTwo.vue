<script setup lang="ts">
import { computed } from 'vue'
import type { LessonItem, LessonLine } from '@/api/client'
import MathText from '@/shared/MathText.vue'

/** Two workings side by side, one of them with a mistake: which is right? The answer stands in no place of the page first. */
const props = defineProps<{ item: LessonItem; wrong: NonNullable<LessonItem['wrong']>; told: boolean }>()

const lines = (of: LessonLine[]) => of.filter((line) => !line.only_asks)
/** The same order each time for the same item, and no rule in it from item to item. */
const wrongFirst = computed(() => [...props.item.id].reduce((sum, letter) => sum + letter.charCodeAt(0), 0) % 2 === 0)
const both = computed(() => {
  const right = { lines: lines(props.item.lines), right: true }
  const wrong = { lines: lines(props.wrong.lines), right: false }
  return wrongFirst.value ? [wrong, right] : [right, wrong]
})
</script>

<template>
  <section class="show-two" aria-label="Two workings">
    <p class="show-question">{{ told ? `${wrongFirst ? 'B' : 'A'} is right.` : 'Two workings. Which is right?' }}</p>
    <div v-for="(one, index) in both" :key="index" class="one" :class="{ 'is-wrong': told && !one.right }">
      <b>{{ 'AB'[index] }}</b>
      <p v-for="line in one.lines" :key="line.at" class="show-math" :class="{ 'show-false': told && line.false }">
        <span aria-hidden="true">{{ line.sign }}</span> <MathText :of="line.notation" />
      </p>
      <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
      <p v-if="told && !one.right" class="why" v-html="wrong.question_html" />
    </div>
  </section>
</template>

<style scoped>
.show-two {
  grid-area: working / working / beside / beside;
  display: grid;
  grid-template-columns: 1fr 1fr;
  grid-template-rows: auto minmax(0, 1fr);
  gap: 1vh 2vw;
  padding: 1vh 3vw;
  min-height: 0;
  overflow-y: auto;
}

.show-question {
  grid-column: 1 / -1;
  font-size: 5vh;
  font-weight: 600;
}

.one {
  border: 2px solid var(--rule);
  padding: 1vh 1.5vw;
  font-size: 4vh;
}

.one.is-wrong {
  background: repeating-linear-gradient(135deg, var(--sheet) 0 10px, color-mix(in srgb, var(--wrong-ground) 55%, var(--sheet)) 10px 14px);
}

.show-math {
  font-size: 5vh;
  padding-block: 0.1em;
}

/* What is marked as changed would tell which is right. */
.show-math :deep(.changed) {
  background: none;
  border-color: transparent;
}

.show-false {
  outline: 4px solid var(--wrong-ink);
  outline-offset: 2px;
}

.why {
  font-size: 3.2vh;
  line-height: 1.6;
}

@media (--narrow) {
  .show-math {
    font-size: 2.6vh;
  }
}
</style>
