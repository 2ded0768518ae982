<script setup lang="ts">
import { computed } from 'vue'
import type { LessonItem } from '@/api/client'
import { blocksOf } from '@/shared/boards'
import ColumnWork from '@/shared/ColumnWork.vue'
import MathText from '@/shared/MathText.vue'

/** What stands at the right: the picture of the last line that has one, or a wrong working and where it goes wrong. */
const props = defineProps<{ picture: string; wrong: LessonItem['wrong']; asked: boolean; columns: boolean }>()

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
</script>

<template>
  <aside class="show-beside">
    <div v-if="wrong" class="show-wrong">
      <p class="show-asked">{{ asked ? wrong.question : 'Somebody wrote this. Is it right?' }}</p>
      <template v-for="(block, index) in blocks" :key="index">
        <ColumnWork v-if="block.board" class="show-stack" :class="{ 'show-false': asked && block.false }" :board="block.board" />
        <p v-else-if="block.line" class="show-math" :class="{ 'show-false': asked && block.false }">
          <span aria-hidden="true">{{ block.line.sign }}</span> <MathText :of="block.line.notation" />
        </p>
      </template>
    </div>
    <!-- eslint-disable-next-line vue/no-v-html -- drawn on the server, every text in it escaped -->
    <div v-else class="show-picture" v-html="picture" />
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
  width: 38vw;
  padding: 3vh 2vw 3vh 0;
  align-self: center;
  max-height: 90vh;
  overflow-y: auto;
}

.show-picture {
  background: var(--paper-0);
  color: var(--paper-900);
  padding: 2vh 1vw;
}

.show-picture :deep(svg) {
  width: 100%;
  height: auto;
  max-height: 70vh;
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
  font-size: 5.4vh;
  margin: 1.5vh 0.5vw;
}

.show-wrong .show-math {
  font-size: 6vh;
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
}
</style>
