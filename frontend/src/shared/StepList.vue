<script setup lang="ts">
import Popover from 'primevue/popover'
import { onMounted, useTemplateRef, watch } from 'vue'
import type { Step } from './StepTools.vue'

/** All steps: what was done up to now, and below it what was undone. Opened and closed by what is `asked`. */
const props = defineProps<{ asked: { currentTarget: EventTarget | null }; steps: Step[] }>()
const emit = defineEmits<{ go: [number: number] }>()
const list = useTemplateRef('list')

const toggle = () => list.value?.toggle(props.asked as Event)
onMounted(toggle)
watch(() => props.asked, toggle)

function go(number: number) {
  list.value?.hide()
  emit('go', number)
}
const first = () => (props.steps[0]?.number ?? 1) - 1
</script>

<template>
  <Popover ref="list">
    <ol class="steps" aria-label="Steps">
      <li>
        <button type="button" class="quiet-button" @click="go(first())">Before all of these</button>
      </li>
      <li v-for="step in steps" :key="step.number" :class="{ undone: !step.done }">
        <button
          type="button"
          class="quiet-button"
          :aria-current="step.done && !steps.some((s) => s.done && s.number > step.number) ? 'step' : undefined"
          @click="go(step.number)"
        >
          {{ step.said }}
        </button>
      </li>
    </ol>
  </Popover>
</template>

<style scoped>
.steps {
  max-height: 60vh;
  overflow-y: auto;
  max-width: 24rem;
}

.steps button {
  text-align: left;
  width: 100%;
  padding: 0.3rem 0.5rem;
}

.steps [aria-current] {
  font-weight: 600;
  border-left: 4px solid var(--blue);
}

.steps .undone {
  color: var(--quiet);
  font-style: italic;
}
</style>
