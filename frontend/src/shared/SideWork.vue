<script setup lang="ts">
import { computed } from 'vue'
import type { Notation, Side } from '@/api/client'
import ColumnWork from './ColumnWork.vue'
import MathText from './MathText.vue'

/** Work beside the line that needed it: multiples with the match ringed, primes, factor pairs, a calculation on paper, renamings. */
const props = defineProps<{ side: Side[] }>()

const multiples = computed(() => props.side.filter((work) => work.kind === 'multiples'))
const lists = computed(() => props.side.filter((work) => work.kind === 'list'))
const boards = computed(() => props.side.filter((work) => work.kind === 'board'))
const calculations = computed<Notation[]>(() =>
  props.side.flatMap((work) => (work.kind === 'notation' ? [work.notation] : [])),
)
</script>

<template>
  <div class="side">
    <table v-for="work in multiples" :key="work.match" class="multiples">
      <caption class="hidden">Multiples up to the first that stands in every row, {{ work.match }}</caption>
      <tbody>
        <tr v-for="row in work.rows" :key="row.number">
          <th scope="row">{{ row.number }}:</th>
          <td>
            <template v-for="(multiple, at) in row.multiples" :key="multiple">
              <span v-if="row.gap && at === row.multiples.length - 1">… </span>
              <span :class="{ ringed: multiple === work.match }">{{ multiple }}</span>
              {{ ' ' }}
            </template>
            <span v-if="row.times > 1" class="counted" :title="`${work.match} is ${row.times} times ${row.number}`">× {{ row.times }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <div v-for="(work, index) in lists" :key="`list-${index}`" class="factor-rows">
      <span v-for="row in work.rows" :key="row">{{ row }}</span>
      <span><span class="ringed">{{ work.ringed }}</span></span>
    </div>
    <ColumnWork v-for="(work, index) in boards" :key="`board-${index}`" class="board-beside" :board="work.board" />
    <div v-if="calculations.length" class="calculations">
      <MathText v-for="(calculation, index) in calculations" :key="index" :of="calculation" />
    </div>
  </div>
</template>

<style scoped>
.side {
  justify-self: end;
  padding: 0.4rem 1rem;
  font-size: 0.92rem;
  color: var(--side-ink);
  display: flex;
  gap: 0.2rem 1.2rem;
  align-items: center;
}

.calculations {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1.1rem;
  align-content: center;
}

.multiples {
  border-collapse: collapse;
  line-height: 1.75;
}

.multiples th {
  text-align: right;
  font-weight: 600;
  padding-right: 0.5rem;
  vertical-align: top;
}

.counted {
  font-size: 0.86em;
  margin-left: 0.2rem;
}

.ringed {
  border: 1.5px solid currentColor;
  border-radius: 50%;
  padding: 0.05em 0.35em;
  font-weight: 600;
}

.factor-rows {
  display: grid;
  line-height: 1.5;
}

.board-beside {
  font-size: 1.1em;
}

@media (--narrow) {
  .side {
    justify-self: start;
    flex-wrap: wrap;
    padding: 0.2rem 0 0.3rem;
  }
}
</style>
