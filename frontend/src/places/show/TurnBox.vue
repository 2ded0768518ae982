<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'

/** The class works: an empty place, and quietly how long it has been at it. */
defineProps<{ choosing: boolean }>()
const seconds = ref(0)
useIntervalFn(() => (seconds.value += 1), 1000)
const clock = computed(() => `${Math.floor(seconds.value / 60)}:${String(seconds.value % 60).padStart(2, '0')}`)
</script>

<template>
  <div class="turn-box">
    <p class="show-question">{{ choosing ? 'Which one is it?' : 'Your turn' }}</p>
    <span class="turn-clock" role="timer" aria-label="Time so far">{{ clock }}</span>
  </div>
</template>

<style scoped>
.turn-box {
  position: relative;
  flex: 1;
  min-height: 30vh;
  border: 3px dashed var(--edge-soft);
  padding: 1.5vh 1.5vw;
}

.show-question {
  font-size: 5.4vh;
  font-weight: 600;
}

.turn-clock {
  position: absolute;
  right: 1vw;
  bottom: 1vh;
  font-size: 3vh;
  color: var(--quiet);
  font-variant-numeric: tabular-nums;
}
</style>
