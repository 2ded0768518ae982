<script setup lang="ts">
import { ref, watch } from 'vue'

/** A pointer that rings what it is pressed on, or what it is drawn round, or strikes it out; wiped at the next step. */
export type Pointer = 'ring' | 'strike' | null

interface Mark {
  kind: 'ring' | 'strike'
  x: number
  y: number
  width: number
  height: number
}

const props = defineProps<{ mode: Pointer; at: string }>()
const marks = ref<Mark[]>([])
const PARTS = 'mfrac, mn, mo, td, .figure, .part, tspan, text, .show-asked, .show-reason, .show-question'
let from: { x: number; y: number } | null = null

watch(
  () => props.at,
  () => (marks.value = []),
)

function down(event: PointerEvent) {
  if (!props.mode) return
  from = { x: event.clientX, y: event.clientY }
}

function up(event: PointerEvent) {
  if (!props.mode || !from) return
  const [x, y] = [Math.min(from.x, event.clientX), Math.min(from.y, event.clientY)]
  const [width, height] = [Math.abs(event.clientX - from.x), Math.abs(event.clientY - from.y)]
  from = null
  const box = Math.max(width, height) > 12 ? { x, y, width, height } : partAt(event.clientX, event.clientY)
  if (box) marks.value = [...marks.value, { kind: props.mode, ...box }]
}

function partAt(x: number, y: number) {
  const under = document.elementsFromPoint(x, y).find((element) => !element.closest('.pointer-layer'))
  const part = under?.closest(PARTS)
  if (!part) return null
  const { left, top, width, height } = part.getBoundingClientRect()
  return { x: left, y: top, width, height }
}
</script>

<template>
  <svg class="pointer-layer" :class="{ active: mode }" aria-hidden="true" @pointerdown="down" @pointerup="up" @click.stop>
    <template v-for="(mark, index) in marks" :key="index">
      <ellipse
        v-if="mark.kind === 'ring'"
        :cx="mark.x + mark.width / 2"
        :cy="mark.y + mark.height / 2"
        :rx="mark.width / 2 + 14"
        :ry="mark.height / 2 + 10"
      />
      <line v-else :x1="mark.x - 6" :y1="mark.y + mark.height + 4" :x2="mark.x + mark.width + 6" :y2="mark.y - 4" />
    </template>
  </svg>
</template>

<style scoped>
.pointer-layer {
  position: fixed;
  inset: 0;
  width: 100vw;
  height: 100vh;
  z-index: 1;
  pointer-events: none;
  fill: none;
  stroke: var(--wrong-ink);
  stroke-width: 5;
}

.pointer-layer.active {
  pointer-events: auto;
  cursor: crosshair;
}
</style>
