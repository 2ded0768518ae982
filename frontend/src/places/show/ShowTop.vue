<script setup lang="ts">
import { computed } from 'vue'
import type { LessonItem } from '@/api/client'
import MathText from '@/shared/MathText.vue'
import StoryText from '@/shared/StoryText.vue'
import { isCrowded, type Step } from './steps'

/** What stays in sight from the first step to the last: the problem, its choices, and its estimate once it is shown. */
const props = defineProps<{ item: LessonItem; shown: Step[] }>()

const now = computed(() => props.shown.at(-1)?.kind)
const has = (kind: Step['kind']) => props.shown.some((step) => step.kind === kind)
const begun = computed(() => props.shown.some((step) => step.kind === 'line' || step.kind === 'stroke' || step.kind === 'ask'))
</script>

<template>
  <header class="show-top" :class="{ begun, crowded: begun && isCrowded(item) }">
    <!-- A story goes to the right side once something comes beside it, so that the working has the room. -->
    <div v-if="!item.story || shown.length === 1" class="show-problem" :class="{ 'show-story': item.story }">
      <span v-if="item.asked && !item.story" class="show-asked">{{ item.asked }}</span>
      <StoryText v-if="item.story" :blocks="item.story.blocks" />
      <MathText v-else :of="item.problem" />
    </div>
    <p v-if="has('estimate')" class="show-estimate" :class="{ 'show-last': now === 'estimate' }">
      <!-- Once the work begins a long one has only what it comes to. -->
      <span v-for="(estimate, index) in item.estimates" :key="index">
        ≈ <template v-if="!begun || estimate.notation.text.length < 16"><MathText :of="estimate.notation" /> = </template>
        <MathText :of="estimate.value" />
      </span>
    </p>
    <ol v-if="item.choices.length" class="show-choices" aria-label="Choices">
      <li v-for="choice in item.choices" :key="choice.letter" :class="{ 'is-right': has('chosen') && !choice.mistake, 'not-right': has('chosen') && choice.mistake }">
        <b>{{ choice.letter }}</b> <MathText :of="choice.answer" />
        <span v-if="has('chosen') && choice.mistake" class="choice-why">{{ choice.mistake }}</span>
      </li>
    </ol>
  </header>
</template>

<style scoped>
.show-top {
  grid-area: top;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5vh 3vw;
  padding: 2.2vh 3vw 1.6vh;
}

.show-problem {
  font-size: 8vh;
  line-height: 1.15;
}

.begun .show-problem {
  font-size: 6vh;
}

/* The numbers stand in the columns too. */
.show-top.crowded {
  padding-block: 1vh 0.6vh;
}

.crowded .show-problem {
  font-size: 4vh;
}

.show-asked {
  font-size: 3.6vh;
  color: var(--quiet);
  display: block;
}

.show-problem.show-story {
  font-size: 4.6vh;
  line-height: 1.3;
  flex: 1 0 100%;
}

.show-estimate {
  font-size: 5vh;
  border: 3px dashed var(--quiet);
  padding: 0.4vh 1.5vw;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 3vw;
}

.begun .show-estimate {
  font-size: 4vh;
}

.crowded .show-estimate {
  font-size: 3.4vh;
}

.show-choices {
  display: flex;
  flex-wrap: wrap;
  gap: 1vh 2.5vw;
  font-size: 5vh;
  flex: 1 0 100%;
}

.begun .show-choices {
  font-size: 4vh;
}

.show-choices li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 0.8vw;
  border: 2px solid var(--rule);
  padding: 0 1.2vw;
}

.show-choices .is-right {
  border: 5px double var(--ink);
}

.show-choices .not-right {
  background: repeating-linear-gradient(135deg, var(--sheet) 0 10px, color-mix(in srgb, var(--wrong-ground) 55%, var(--sheet)) 10px 14px);
}

.choice-why {
  font-size: 3vh;
  flex: 1 0 100%;
}

@media (--narrow) {
  .show-estimate,
  .show-choices {
    font-size: 3vh;
  }

  .show-problem,
  .begun .show-problem {
    font-size: 5vh;
  }

  .show-problem.show-story {
    font-size: 2.8vh;
  }
}
</style>
