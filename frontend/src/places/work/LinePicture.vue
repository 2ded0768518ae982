<script setup lang="ts">
import { computed } from 'vue'
import type { PicturesOfLine } from '@/api/client'
import { useSetActs } from '@/desk/useSetActs'
import { useSets } from '@/desk/useSets'
import { copyText, savePng } from '@/shared/copying'
import PictureWithCaption from '@/shared/PictureWithCaption.vue'
import { standing } from '@/shared/pictures'

/** The picture that stands under a line, and the others that could. `chosen` is a kind, or "none". */
const props = defineProps<{ of: PicturesOfLine; chosen: string | undefined }>()
const emit = defineEmits<{ choose: [kind: string]; told: [text: string] }>()

const sets = useSets()
const acts = useSetActs()
const liked = computed(() => sets.inHand?.pictures ?? [])
const picture = computed(() => standing(props.of, props.chosen, liked.value))

/** What is chosen once comes first in the whole set; where that does not bring it here, it is chosen for this line. */
async function choose(kind: string) {
  if (kind === picture.value?.kind) return emit('choose', 'none')
  await acts.likePicture(kind)
  if (standing(props.of, props.chosen, liked.value)?.kind !== kind) emit('choose', kind)
}

async function copySvg() {
  if (picture.value) emit('told', await copyText(picture.value.svg, 'The picture as SVG'))
}
async function png() {
  if (picture.value) emit('told', await savePng(picture.value.svg, `${picture.value.kind}.png`))
}
</script>

<template>
  <div class="line-picture" :class="{ bare: !picture }">
    <PictureWithCaption v-if="picture" class="captioned" :of="picture" />
    <div class="picture-tools" role="group" aria-label="Picture" @click.stop>
      <button
        v-for="other in of.pictures"
        :key="other.kind"
        type="button"
        class="quiet-button"
        :aria-pressed="other.kind === picture?.kind"
        @click="choose(other.kind)"
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
  padding: 0 0.7rem 0.35rem 1.2rem;
  cursor: default;
}

.line-picture.bare {
  padding: 0;
  height: 0;
}

.captioned {
  --scale: 0.8;
  flex-wrap: nowrap;
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
  .captioned {
    --scale: 0.9;
    flex-wrap: wrap;
  }

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
