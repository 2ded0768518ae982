<script setup lang="ts">
import { computed } from 'vue'
import type { LessonItem } from '@/api/client'
import MathText from '@/shared/MathText.vue'

/** Several items shown together, their answers uncovered one by one, or all at once. */
const props = defineProps<{ items: LessonItem[]; first: number; open: number }>()
const size = computed(() => (props.items.length > 4 ? 5.4 : 7))
</script>

<template>
  <ol class="show-group" aria-label="Several items">
    <li v-for="(item, index) in items" :key="item.id" :style="{ fontSize: `${size}vh` }">
      <span class="group-number">{{ first + index + 1 }}</span>
      <span v-if="item.asked" class="show-asked">{{ item.asked }}</span>
      <MathText :of="item.problem" />
      <span v-if="index < open" class="group-answer">= <MathText :of="item.answer" /></span>
      <span v-else class="group-box" role="img" aria-label="to be filled" />
    </li>
  </ol>
</template>

<style scoped>
.show-group {
  grid-area: top / top / beside / beside;
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  align-content: space-evenly;
  gap: 2vh 3vw;
  padding: 3vh 3vw;
  min-height: 0;
  overflow-y: auto;
}

.group-number {
  font-size: 3vh;
  color: var(--quiet);
  margin-right: 1vw;
}

.show-asked {
  font-size: 3vh;
  display: block;
  color: var(--quiet);
}

.group-answer {
  background: linear-gradient(to right, color-mix(in srgb, var(--changed) 55%, transparent), transparent);
  padding-inline: 0.3em;
}

.group-box {
  display: inline-block;
  width: 3em;
  height: 1.6em;
  margin-left: 0.6em;
  border: 2px solid var(--edge);
  vertical-align: middle;
}

@media (--narrow) {
  .show-group {
    grid-template-columns: minmax(0, 1fr);
  }

  .show-group li {
    font-size: 3vh !important;
  }
}
</style>
