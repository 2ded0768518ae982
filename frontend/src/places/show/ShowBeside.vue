<script setup lang="ts">
import { computed } from 'vue'
import type { LessonItem, ShownBoard, ShownPicture } from '@/api/client'
import { blocksOf, sizeInLetters } from '@/shared/boards'
import ColumnWork from '@/shared/ColumnWork.vue'
import MathText from '@/shared/MathText.vue'
import PictureWithCaption from '@/shared/PictureWithCaption.vue'

/**
 * What stands at the right: the picture of the last line that has one, or a wrong working; once it is asked, where it goes
 * wrong, what its answer is beside what there is, and then its rule on the simplest numbers.
 */
const props = defineProps<{ picture: ShownPicture | null; wrong: LessonItem['wrong']; stage: number; columns: boolean; asked: boolean }>()

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

/** With a picture under it a board is smaller. */
const sizeOf = (board: ShownBoard) => {
  const { high, wide } = sizeInLetters(board)
  return { fontSize: `min(5.4vh, ${((props.stage > 1 ? 34 : 60) / high).toFixed(2)}vh, ${(42 / wide).toFixed(2)}vw)` }
}
</script>

<template>
  <aside class="show-beside">
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
    <PictureWithCaption v-else-if="picture" class="show-picture" :of="picture" />
  </aside>
</template>

<style scoped>
.show-math {
  font-size: 7.2vh;
  line-height: 1.15;
  display: block;
}

.show-asked {
  font-size: 3.6vh;
  color: var(--quiet);
  display: block;
}

.show-beside {
  grid-column: 2;
  width: 47vw;
  padding: 3vh 0.6vw 3vh 0;
  align-self: center;
  max-height: 90vh;
  overflow-y: auto;
}

/* A figure in a drawing 360 wide is 15 high: at 47vw it is 3 % of the height of a screen of 16 by 10. */
.show-picture {
  background: var(--paper-0);
  color: var(--paper-900);
  padding: 2vh 0.4vw;
}

.show-picture :deep(.picture) {
  flex: 0 0 100%;
}

.show-picture :deep(svg) {
  width: calc(var(--drawn) / 360 * 100%);
  height: auto;
  max-height: 62vh;
  margin-inline: auto;
}

.show-picture :deep(figcaption) {
  flex: 1 1 100%;
  font-size: 3.2vh;
  line-height: 1.35;
  color: var(--paper-900);
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
  padding: 2vh 1.5vw;
}

.show-stack {
  margin: 1.5vh 0.5vw;
}

.show-wrong .show-math {
  font-size: 6vh;
  padding-block: 0.15em;
  margin-block: 0.35em;
}

.show-asked:has(math) {
  line-height: 1.9;
}

.show-false {
  outline: 4px solid var(--wrong-ink);
  outline-offset: 4px;
}

@media (--narrow) {
  .show-math {
    font-size: 5vh;
  }

  .show-beside {
    grid-column: 1;
    width: auto;
    padding: 0 4vw 2vh;
    max-height: 40vh;
  }

  .show-beside:has(.show-wrong) {
    align-self: start;
    max-height: 100%;
  }

  .show-wrong .show-asked,
  .show-disproof {
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
