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
