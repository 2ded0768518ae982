<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import type { Compared } from '@/api/client'
import MathText from '@/shared/MathText.vue'

/**
 * Two workings side by side: lines that correspond stand level. Two ways of working show under them what each costs and
 * which fits better; a wrong working, named by `wrong`, shows its false line and the question that unsettles it.
 */
const props = defineProps<{ compared: Compared; names: string[]; wrong: string }>()

function isFalse(side: number, line: number | null | undefined): boolean {
  if (!props.wrong || side !== 1 || line === null || line === undefined) return false
  return props.compared.second.worked.lines[line]?.by_mistake ?? false
}
const emit = defineEmits<{ close: []; take: [] }>()
</script>

<template>
  <section class="sheet beside" aria-label="Two ways side by side">
    <table class="beside-table">
      <thead>
        <tr>
          <th scope="col">{{ names[0] }}<span v-if="compared.recommended === 0" class="recommended"> · fits better</span></th>
          <th scope="col">{{ names[1] }}<span v-if="compared.recommended === 1" class="recommended"> · fits better</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, index) in compared.rows" :key="index">
          <td
            v-for="(side, at) in [compared.first, compared.second]"
            :key="at"
            :class="{ 'false-line': isFalse(at, row[at]) }"
          >
            <template v-if="row[at] !== null && row[at] !== undefined">
              <p v-if="side.worked.lines[row[at]!]!.question" class="beside-question" v-html="side.worked.lines[row[at]!]!.reason_html" />
              <template v-else>
                <span v-if="isFalse(at, row[at])" class="false-mark">does not follow</span>
                <MathText :of="side.worked.lines[row[at]!]!.notation" />
                <p class="beside-reason" v-html="side.worked.lines[row[at]!]!.reason_html" />
              </template>
            </template>
          </td>
        </tr>
      </tbody>
      <tfoot v-if="!wrong">
        <tr>
          <td v-for="(side, at) in [compared.first, compared.second]" :key="at">
            {{ side.cost.lines }} lines{{ side.cost.beside ? ` and ${side.cost.beside} numbers beside` : '' }}, numbers to {{ side.cost.largest }},
            {{ side.cost.large_facts === 0 ? 'no fact' : side.cost.large_facts === 1 ? '1 fact' : `${side.cost.large_facts} facts` }} beyond 12 × 12,
            {{ side.cost.simplifies ? 'a simplification at the end' : 'nothing left to simplify' }}
          </td>
        </tr>
      </tfoot>
    </table>
    <p class="beside-why">
      <span v-html="compared.why_html" /> <span v-if="!wrong" class="quiet">The choice is yours.</span>
      <PressButton v-if="!wrong" :label="`Go on with ${names[1]}`" size="small" variant="outlined" @click="emit('take')" />
      <PressButton label="Back to one" size="small" variant="text" @click="emit('close')" />
    </p>
  </section>
</template>

<style scoped>
.false-line {
  background: repeating-linear-gradient(45deg, var(--wrong-ground) 0 4px, var(--wrong-stripe) 4px 8px);
}

.false-mark {
  display: block;
  font-size: 0.82rem;
  font-weight: 600;
  color: var(--wrong-ink);
}

.beside-table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}

.beside-table th {
  text-align: left;
  padding: 0.5rem 1rem;
  border-bottom: 1.5px solid var(--rule);
}

.beside-table td {
  padding: 0.3rem 1rem;
  vertical-align: top;
  border-bottom: 1px solid var(--rule-soft);
  font-size: 1.2rem;
}

.beside-table td + td,
.beside-table th + th {
  border-left: 1.5px solid var(--margin-line);
}

.beside-reason,
.beside-question,
.beside-table tfoot td {
  font-size: 0.86rem;
  color: var(--margin-ink);
}

.beside-reason:has(math),
.beside-question:has(math) {
  line-height: 2.1;
  margin-top: 0.35rem;
}

.beside-why {
  padding: 0.5rem 1rem;
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 0.8rem;
  align-items: center;
}

@media (--narrow) {
  .beside-table td,
  .beside-table th {
    padding-inline: 0.4rem;
  }
}
</style>
