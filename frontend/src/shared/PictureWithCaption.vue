<script setup lang="ts">
import type { ShownPicture } from '@/api/client'

/** A drawing, and beside or below it what is to be seen in it. Figures in it are 15 px high at a `--scale` of 1. */
defineProps<{ of: ShownPicture }>()
</script>

<template>
  <figure class="captioned" :style="{ '--drawn': of.width }">
    <!-- eslint-disable-next-line vue/no-v-html -- drawn on the server, every text in it escaped -->
    <div class="picture" v-html="of.svg" />
    <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
    <figcaption v-html="of.caption_html" />
  </figure>
</template>

<style scoped>
.captioned {
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 0.9rem;
}

.picture {
  flex: 0 0 auto;
  min-width: 0;
  max-width: 100%;
}

.picture :deep(svg) {
  display: block;
  width: calc(var(--drawn) * var(--scale, 1) * 1px);
  max-width: 100%;
  height: auto;
}

figcaption {
  flex: 1 1 9rem;
  min-width: 0;
  font-size: 0.88rem;
  line-height: 1.45;
  color: var(--margin-ink);
}
</style>
