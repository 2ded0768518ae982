<script setup lang="ts">
import { computed } from 'vue'
import { heard, type Written } from './boards'

/** What was written in one place: the first at its height, later ones above it, struck where something replaced them. */
const props = defineProps<{ of: Written[]; now: number | null }>()
const first = computed(() => props.of[0])
/** Said only where the figure alone would be misheard. */
const said = computed(() => (props.of.length > 1 || props.of.some((mark) => mark.struck || mark.hand === 'carry') ? heard(props.of) : undefined))
const above = computed(() => props.of.slice(1).reverse())
</script>

<template>
  <span class="figures" :role="said && 'img'" :aria-label="said">
    <span v-if="above.length" class="renewed">
      <component :is="mark.struck ? 's' : 'span'" v-for="mark in above" :key="mark.stroke" :class="{ fresh: mark.stroke === now }">
        {{ mark.text }}
      </component>
    </span>
    <component
      :is="first.struck ? 's' : 'span'"
      v-if="first"
      :class="[`hand-${first.hand}`, { fresh: first.stroke === now }]"
    >{{ first.text }}</component>
  </span>
</template>

<style scoped>
.figures {
  position: relative;
  display: inline-block;
}

.renewed {
  position: absolute;
  bottom: 88%;
  left: 50%;
  transform: translateX(-50%);
  font-size: 0.64em;
  font-weight: 600;
  line-height: 1.05;
  white-space: nowrap;
  display: grid;
  justify-items: center;
}

.renewed s {
  font-weight: 400;
}

s {
  text-decoration-thickness: 0.08em;
}

.hand-prime {
  display: inline-block;
  min-width: 1.5em;
  line-height: 1.5;
  border: 1.5px solid currentcolor;
  border-radius: 0.8em;
}

.hand-zero {
  color: var(--pencil);
}

.fresh {
  background: var(--changed);
  box-shadow:
    -0.12em 0 var(--changed),
    0.12em 0 var(--changed);
}
</style>
