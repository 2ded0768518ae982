<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { LessonItem, LessonLine, ShownBoard, ShownPicture } from '@/api/client'
import { blocksOf, sizeInLetters } from '@/shared/boards'
import ColumnWork from '@/shared/ColumnWork.vue'
import MathText from '@/shared/MathText.vue'
import PictureWithCaption from '@/shared/PictureWithCaption.vue'
import StoryText from '@/shared/StoryText.vue'
import { useFit } from './useFit'

/**
 * What stands at the right: the decisive line and its picture, once they were shown; the item that this one contrasts
 * with; or a wrong working: once it is asked, where it goes wrong, what its answer is beside what there is, and then its
 * rule on the simplest numbers.
 */
const props = defineProps<{
  picture: ShownPicture | null
  decisive: LessonLine | null
  partner: LessonItem | null
  /** Its text, once the work has begun. */
  story: LessonItem['story']
  wrong: LessonItem['wrong']
  stage: number
  columns: boolean
  asked: boolean
}>()

/** The wrong working, in columns where the lesson is; what holds the first false line is marked once it is asked. */
const blocks = computed(() => {
  const { lines = [], boards = [] } = props.wrong ?? {}
  const count = 1 + Math.max(0, ...lines.map((line) => line.at), ...boards.map((board) => board.last))
  return blocksOf(count, boards, props.columns).map((block) => {
    const within = (at: number) => (block.kind === 'line' ? at === block.at : block.board.first <= at && at <= block.board.last)
    const of = lines.filter((line) => within(line.at))
    return { board: block.kind === 'board' ? block.board : null, line: of[0] ?? null, false: of.some((line) => line.false) }
  })
})
const { size: fit } = useFit(useTemplateRef<HTMLElement>('decides'), () => props.decisive, 5, 3)
const side = useTemplateRef<HTMLElement>('side')
const { height } = useElementSize(side)
const largest = ref('')

/** A picture takes what height is left, so that nothing beside it is cut. */
async function makeRoom() {
  largest.value = ''
  await nextTick()
  const drawn = side.value?.querySelector('.show-picture svg')
  const over = (side.value?.scrollHeight ?? 0) - (side.value?.clientHeight ?? 0)
  if (drawn && over > 0) largest.value = `${Math.max(60, drawn.getBoundingClientRect().height - over - 2)}px`
}
watch([() => ({ ...props }), height], () => void makeRoom(), { flush: 'post', immediate: true })

const partnerLines = computed(() => props.partner?.lines.filter((line) => !line.only_asks) ?? [])

/** With a picture under it a board is smaller. */
const sizeOf = (board: ShownBoard) => {
  const { high, wide } = sizeInLetters(board)
  return { fontSize: `min(5.4vh, ${((props.stage > 1 ? 30 : 56) / high).toFixed(2)}vh, ${(38 / wide).toFixed(2)}vw)` }
}
</script>

<template>
  <aside ref="side" class="show-beside" :style="largest ? { '--largest': largest } : {}">
    <div v-if="wrong" class="show-wrong">
      <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
      <p v-if="stage === 2" class="show-asked" v-html="wrong.question_html" />
      <p v-else class="show-asked">{{ stage > 2 ? 'Try it on simpler numbers.' : 'Somebody wrote this. Is it right?' }}</p>
      <!-- What is asked of a picture is not seen without it. -->
      <PictureWithCaption v-if="asked && picture && stage === 1" class="show-picture" :of="picture" />
      <template v-for="(block, index) in stage < 3 ? blocks : []" :key="index">
        <ColumnWork v-if="block.board" class="show-stack" :style="sizeOf(block.board)" :class="{ 'show-false': stage > 1 && block.false }" :board="block.board" />
        <p v-else-if="block.line" class="show-math" :class="{ 'show-false': stage > 1 && block.false }">
          <span aria-hidden="true">{{ block.line.sign }}</span> <MathText :of="block.line.notation" />
        </p>
      </template>
      <PictureWithCaption v-if="stage === 2 && wrong.picture" class="show-picture" :of="wrong.picture" />
      <template v-if="stage === 3 && wrong.disproved">
        <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
        <p class="show-disproof" v-html="wrong.disproved.said_html" />
        <PictureWithCaption v-if="wrong.disproved.picture" class="show-picture" :of="wrong.disproved.picture" />
      </template>
    </div>
    <div v-else-if="partner" class="show-partner">
      <p class="show-asked">Beside it</p>
      <p class="show-math partner-problem"><MathText :of="partner.problem" /></p>
      <p v-for="line in partnerLines" :key="line.at" class="show-math" :class="{ decides: line.decisive }">
        <span aria-hidden="true">{{ line.sign }}</span> <MathText :of="line.notation" />
      </p>
    </div>
    <template v-else>
      <div v-if="story" class="show-problem show-story"><StoryText :blocks="story.blocks" /></div>
      <div v-if="decisive" class="show-decisive">
        <span ref="decides" class="show-math fitted" :style="{ fontSize: fit }">
          <span aria-hidden="true">{{ decisive.sign }}</span> <MathText :of="decisive.notation" />
        </span>
        <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
        <p v-if="decisive.reason_html" class="decisive-said" v-html="decisive.reason_html" />
        <p v-else class="decisive-said">{{ decisive.reason }}</p>
      </div>
      <PictureWithCaption v-if="picture" class="show-picture" :of="picture" />
    </template>
  </aside>
</template>

<style scoped>
.show-math {
  font-size: 5vh;
  line-height: 1.15;
  display: block;
}

.show-math.fitted {
  display: inline-block;
  padding-block: 0.2em 0.3em;
  white-space: nowrap;
}

.show-asked {
  font-size: 3.6vh;
  color: var(--quiet);
  display: block;
}

.show-beside {
  grid-area: beside;
  padding: 1vh 1vw;
  min-height: 0;
  min-width: 0;
  overflow-y: auto;
  display: flex;
  flex-direction: column;
  gap: 1.5vh;
}

.show-story {
  font-size: 3.2vh;
  line-height: 1.3;
}

.show-decisive {
  border-left: 0.5vw solid var(--changed-edge);
  padding-left: 1vw;
}

.decisive-said {
  font-size: 3vh;
  line-height: 1.3;
}

.show-partner {
  border-left: 2px solid var(--rule);
  padding-left: 1.5vw;
}

.show-partner .show-math {
  font-size: 4.2vh;
  padding-block: 0.2em;
}

.show-partner .partner-problem {
  font-size: 6vh;
}

.show-partner .decides {
  background: linear-gradient(to right, color-mix(in srgb, var(--changed) 55%, transparent), transparent);
}

/* A figure in a drawing 360 wide is 15 high: at 43vw it is 3 % of the height of a screen of 16 by 10. */
.show-picture {
  background: var(--picture-ground);
  color: var(--picture-ink);
  padding: 1vh 0.4vw;
}

.show-picture :deep(.picture) {
  flex: 0 0 100%;
}

.show-picture :deep(svg) {
  width: calc(var(--drawn) / 360 * 100%);
  height: auto;
  max-height: var(--largest, 50vh);
  margin-inline: auto;
}

.show-decisive ~ .show-picture :deep(svg) {
  max-height: var(--largest, 38vh);
}

.show-story ~ .show-picture :deep(svg) {
  max-height: var(--largest, 32vh);
}

.show-picture :deep(figcaption) {
  flex: 1 1 100%;
  font-size: 3vh;
  line-height: 1.3;
  color: var(--picture-ink);
}

.show-disproof {
  font-size: 3.6vh;
}

.show-wrong {
  background: repeating-linear-gradient(
    135deg,
    var(--sheet) 0 10px,
    color-mix(in srgb, var(--wrong-ground) 55%, var(--sheet)) 10px 14px
  );
  border: 2px solid var(--wrong-ink);
  padding: 1.2vh 1.2vw;
}

.show-stack {
  margin: 1vh 0.5vw;
}

.show-wrong .show-math {
  font-size: 5.4vh;
  padding-block: 0.1em;
  margin-block: 0.25em;
}

.show-asked:has(math) {
  line-height: 1.7;
}

.show-false {
  outline: 4px solid var(--wrong-ink);
  outline-offset: 4px;
}

@media (--narrow) {
  .show-math {
    font-size: 3.6vh;
  }

  .show-beside {
    padding: 0 4vw 2vh;
    min-height: auto;
    overflow: visible;
  }

  .show-wrong .show-asked,
  .show-disproof,
  .decisive-said {
    font-size: 2.4vh;
    margin-block: 0 0.4em;
  }

  .show-wrong .show-math {
    font-size: 3.6vh;
  }

  .show-picture :deep(figcaption) {
    font-size: 2.2vh;
  }
}
</style>
