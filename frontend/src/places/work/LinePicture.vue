<script setup lang="ts">
import { computed } from 'vue'
import type { PicturesOfLine } from '@/api/client'
import { copyText, savePng } from '@/shared/copying'

/** The picture that stands under a line, and the others that could. `chosen` is a kind, or "none". */
const props = defineProps<{ of: PicturesOfLine; chosen: string | undefined }>()
const emit = defineEmits<{ choose: [kind: string]; told: [text: string] }>()

const kind = computed(() => props.chosen ?? (props.of.shown ? (props.of.pictures[0]?.kind ?? 'none') : 'none'))
const picture = computed(() => props.of.pictures.find((p) => p.kind === kind.value) ?? null)

async function copySvg() {
  if (picture.value) emit('told', await copyText(picture.value.svg, 'The picture as SVG'))
}
async function png() {
  if (picture.value) emit('told', await savePng(picture.value.svg, `${picture.value.kind}.png`))
}
</script>

<template>
  <div class="line-picture" :class="{ bare: !picture }">
    <div v-if="picture" class="picture" v-html="picture.svg" />
    <div class="picture-tools" role="group" aria-label="Picture" @click.stop>
      <button
        v-for="other in of.pictures"
        :key="other.kind"
        type="button"
        class="quiet-button"
        :aria-pressed="other.kind === kind"
        @click="emit('choose', other.kind === kind ? 'none' : other.kind)"
      >
        {{ other.name }}
      </button>
      <template v-if="picture">
        <button type="button" class="quiet-button" title="Copy the picture as SVG" @click="copySvg">SVG</button>
        <button type="button" class="quiet-button" title="Save the picture as PNG" @click="png">PNG</button>
      </template>
      <span v-if="of.note" class="quiet">{{ of.note }}</span>
    </div>
  </div>
</template>

<style scoped>
.line-picture {
  grid-column: 2 / -1;
  padding: 0 0.9rem 0.4rem 2.1rem;
  cursor: default;
}

.line-picture.bare {
  padding: 0;
  height: 0;
}

.picture :deep(svg) {
  max-width: 100%;
  height: auto;
  max-height: 3.2rem;
  width: auto;
  display: block;
}

.picture-tools {
  position: absolute;
  right: 0.5rem;
  bottom: 0.2rem;
  z-index: 1;
  display: flex;
  flex-wrap: wrap;
  gap: 0 0.1rem;
  background: var(--hovered);
  border-radius: 3px;
  opacity: 0;
}

@media (--narrow) {
  .line-picture {
    grid-column: 1;
    margin-left: 0;
    padding-left: 0;
  }

  .picture-tools {
    position: static;
    opacity: 1;
  }

  .line-picture.bare {
    height: auto;
  }
}

@media print {
  .picture-tools {
    display: none;
  }
}
</style>
