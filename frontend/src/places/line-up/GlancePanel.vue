<script setup lang="ts">
import { computed } from 'vue'
import type { Glance, ShownExample } from '@/api/client'
import { runsOf } from './runs'

/** The set at a glance: what climbs from item to item, which mistakes it would reveal, and which no item reveals. */
const props = defineProps<{ glance: Glance; examples: ShownExample[] }>()

const number = computed(() => new Map(props.examples.map((e, i) => [e.id, i + 1])))
const unrevealed = computed(() => props.glance.mistakes.filter((m) => !m.revealed_by.length))
const revealed = computed(() =>
  props.glance.mistakes.filter((m) => m.revealed_by.length).sort((a, b) => a.revealed_by.length - b.revealed_by.length),
)

const often = (count: number) => (count === 1 ? 'once' : count === 2 ? 'twice' : `${count} times`)
const numbers = (ids: string[]) => runsOf(ids.map((id) => number.value.get(id) ?? 0))
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
          <th scope="row" :title="demand.place">{{ demand.name }} <span class="quiet">{{ often(demand.examples.length) }}</span></th>
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
      <h3>Never asked</h3>
      <p v-if="glance.never.length">{{ glance.never.map((d) => d.name).join(' · ') }}</p>
      <p v-else class="quiet">Whatever items of this kind can ask is asked.</p>
      <h3>No item reveals</h3>
      <p v-if="!unrevealed.length" class="quiet">Every mistake that can be made here shows in some answer.</p>
      <ul>
        <li v-for="mistake in unrevealed" :key="mistake.mistake" class="unrevealed">
          {{ mistake.name }}
          <span v-if="mistake.hidden_in.length" class="quiet">right by luck in {{ numbers(mistake.hidden_in) }}</span>
        </li>
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

<style scoped>
.glance {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0.75rem 1rem;
  margin-bottom: 0.75rem;
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
  gap: 1.5rem;
}

.climb {
  border-collapse: collapse;
  align-self: start;
  width: 100%;
}

.climb caption {
  text-align: left;
  font-weight: 600;
}

.climb th[scope='row'] {
  text-align: left;
  font-weight: 400;
  padding-right: 0.75rem;
}

.climb thead th {
  font-weight: 400;
  color: var(--quiet);
  font-size: 0.85rem;
}

.climb td {
  border-left: 1px solid var(--rule-soft);
  border-bottom: 1px solid var(--rule-soft);
  height: 1.5rem;
  text-align: center;
}

.climb-mark {
  display: inline-block;
  width: 0.7rem;
  height: 0.7rem;
  background: var(--blue);
}

.climb-mark.newest {
  background: none;
  border: 3px solid var(--blue);
  border-radius: 50%;
  width: 0.95rem;
  height: 0.95rem;
  vertical-align: middle;
}

.reveals {
  font-size: 0.92rem;
}

.reveals ul {
  columns: 2;
  margin-bottom: 0.5rem;
}

.reveals li {
  break-inside: avoid;
}

.unrevealed {
  border-left: 4px double var(--wrong-ink);
  padding-left: 0.4rem;
}

@media (--narrow) {
  .glance {
    grid-template-columns: minmax(0, 1fr);
    overflow-x: auto;
  }
}
</style>
