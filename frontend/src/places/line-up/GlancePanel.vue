<script setup lang="ts">
import { computed } from 'vue'
import type { Glance, ShownExample } from '@/api/client'

/** The set at a glance: what climbs from item to item, which mistakes it would reveal, and which no item reveals. */
const props = defineProps<{ glance: Glance; examples: ShownExample[] }>()

const number = computed(() => new Map(props.examples.map((e, i) => [e.id, i + 1])))
const unrevealed = computed(() => props.glance.mistakes.filter((m) => !m.revealed_by.length))
const revealed = computed(() =>
  props.glance.mistakes.filter((m) => m.revealed_by.length).sort((a, b) => a.revealed_by.length - b.revealed_by.length),
)

/** Numbers of items, runs of them drawn together: 1–4, 7. */
function numbers(ids: string[]): string {
  const found = ids.map((id) => number.value.get(id) ?? 0).sort((a, b) => a - b)
  const runs: [number, number][] = []
  for (const n of found) {
    const last = runs.at(-1)
    if (last && n === last[1] + 1) last[1] = n
    else runs.push([n, n])
  }
  return runs.map(([a, b]) => (a === b ? `${a}` : b === a + 1 ? `${a}, ${b}` : `${a}–${b}`)).join(', ')
}
</script>

<template>
  <section class="glance" aria-labelledby="glance-title">
    <h2 id="glance-title" class="hidden">The set at a glance</h2>
    <table class="climb">
      <caption>What climbs</caption>
      <thead>
        <tr>
          <th scope="col"><span class="hidden">What is asked</span></th>
          <th v-for="(example, index) in examples" :key="example.id" scope="col">{{ index + 1 }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="demand in glance.climb" :key="demand.id">
          <th scope="row" :title="demand.place">{{ demand.name }}</th>
          <td v-for="example in examples" :key="example.id">
            <span
              v-if="demand.examples.includes(example.id)"
              class="climb-mark"
              :class="{ newest: example.task.added === demand.id }"
            ><span class="hidden">{{ example.task.added === demand.id ? 'new' : 'yes' }}</span></span>
          </td>
        </tr>
      </tbody>
    </table>
    <div class="reveals">
      <h3>No item reveals</h3>
      <p v-if="!unrevealed.length" class="quiet">Every mistake that can be made here shows in some answer.</p>
      <ul>
        <li v-for="mistake in unrevealed" :key="mistake.mistake" class="unrevealed">{{ mistake.name }}</li>
      </ul>
      <h3>Mistakes it would reveal</h3>
      <ul>
        <li v-for="mistake in revealed" :key="mistake.mistake">
          {{ mistake.name }} <span class="quiet">in {{ numbers(mistake.revealed_by) }}</span>
        </li>
      </ul>
    </div>
  </section>
</template>
