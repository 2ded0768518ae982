<script setup lang="ts">
import type { StoryBlock } from '@/api/client'

/** The text of a story: its paragraphs and its tables. */
defineProps<{ blocks: StoryBlock[] }>()
</script>

<template>
  <div class="story-paragraphs">
    <template v-for="(block, at) in blocks" :key="at">
      <table v-if="block.rows.length">
        <thead>
          <tr>
            <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
            <th v-for="(cell, column) in block.rows_html[0]" :key="column" scope="col" v-html="cell" />
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, line) in block.rows_html.slice(1)" :key="line">
            <template v-for="(cell, column) in row" :key="column">
              <!-- eslint-disable vue/no-v-html -- typeset on the server, everything in it escaped -->
              <th v-if="column === 0" scope="row" v-html="cell" />
              <td v-else v-html="cell" />
              <!-- eslint-enable vue/no-v-html -->
            </template>
          </tr>
        </tbody>
      </table>
      <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
      <p v-else v-html="block.html" />
    </template>
  </div>
</template>

<style scoped>
p {
  font-size: 1.05em;
  line-height: 1.5;
  margin: 0 0 0.4rem;
  max-width: 40em;
}

p:has(math) {
  line-height: 2;
}

th :deep(math),
td :deep(math),
p :deep(math) {
  font-size: 0.9em;
}

table {
  border-collapse: collapse;
  margin: 0.2rem 0 0.6rem;
}

th,
td {
  border: 1px solid var(--edge);
  padding: 0.2em 0.8em;
  text-align: left;
  font-weight: 400;
}

thead th {
  font-weight: 600;
  border-bottom-width: 2px;
}

td {
  font-variant-numeric: tabular-nums;
  min-width: 4em;
}
</style>
