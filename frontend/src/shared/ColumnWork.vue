<script setup lang="ts">
import type { ShownFigure, ShownStack } from '@/api/client'

/**
 * Column work as on paper: wholes under wholes, points under points, struck figures with the new ones above, carries
 * small above the column, placeholder zeros in a lighter hand. Fractions and decimals are both drawn here.
 */
defineProps<{ stack: ShownStack }>()

function last(figure: ShownFigure): string {
  return figure.written[figure.written.length - 1] ?? ''
}
function struck(figure: ShownFigure): string[] {
  return figure.written.slice(0, -1)
}
</script>

<template>
  <div v-if="stack.kind === 'fractions'" class="stack fractions">
    <template v-for="(stage, at) in stack.stages" :key="at">
      <span v-if="at" class="stage-arrow" aria-hidden="true">→</span>
      <table class="stage" :class="{ final: at === stack.stages.length - 1 }">
        <caption class="hidden">{{ at ? 'Renamed' : 'As given' }}</caption>
        <tbody>
          <tr v-for="(number, row) in stage" :key="row">
            <td class="stack-sign">{{ row === 0 ? (number.minus ? '−' : '') : number.minus ? '−' : '+' }}</td>
            <td class="stack-whole">
              <span v-if="number.whole" class="figure">
                <span v-if="struck(number.whole).length" class="renewed">{{ last(number.whole) }}</span>
                <s v-for="old in struck(number.whole)" :key="old">{{ old }}</s>
                <span v-if="!struck(number.whole).length">{{ last(number.whole) }}</span>
              </span>
            </td>
            <td class="stack-part">
              <span v-if="number.top && number.bottom" class="stack-fraction">
                <span class="stack-top">
                  <span v-if="struck(number.top).length" class="renewed">{{ last(number.top) }}</span>
                  <s v-for="old in struck(number.top)" :key="old">{{ old }}</s>
                  <span v-if="!struck(number.top).length">{{ last(number.top) }}</span>
                </span>
                <span class="stack-bottom">{{ number.bottom }}</span>
              </span>
            </td>
            <td v-if="stack.label" class="stack-label">{{ stack.label }}</td>
            <td class="stack-multiplier">
              <span v-if="number.multiplier > 1" class="times">
                <span>×{{ number.multiplier }}</span><span>×{{ number.multiplier }}</span>
              </span>
            </td>
          </tr>
        </tbody>
        <tfoot v-if="at === stack.stages.length - 1">
          <tr v-for="(result, index) in stack.results" :key="index">
            <td class="stack-sign">{{ index ? '=' : '' }}</td>
            <td class="stack-whole">{{ result.whole ? last(result.whole) : '' }}</td>
            <td class="stack-part">
              <span v-if="result.top" class="stack-fraction">
                <span class="stack-top">{{ last(result.top) }}</span>
                <span class="stack-bottom">{{ result.bottom }}</span>
              </span>
            </td>
            <td v-if="stack.label" class="stack-label">{{ stack.label }}</td>
            <td class="stack-tops">{{ index ? '' : stack.tops }}</td>
          </tr>
        </tfoot>
      </table>
    </template>
  </div>
  <table v-else class="stack decimals">
    <caption class="hidden">In columns</caption>
    <tbody>
      <tr v-if="stack.carries.some(Boolean)" class="carries">
        <td />
        <template v-for="(carry, column) in stack.carries" :key="column">
          <td v-if="column === stack.carries.length - stack.places" class="point" />
          <td>{{ carry }}</td>
        </template>
      </tr>
      <tr v-for="(row, index) in stack.rows" :key="index">
        <td class="stack-sign">{{ index === 0 ? '' : stack.minus ? '−' : '+' }}</td>
        <template v-for="(figure, column) in row" :key="column">
          <td v-if="column === row.length - stack.places" class="point">{{ stack.point }}</td>
          <td class="digit" :class="{ placeholder: figure.placeholder && figure.written.length === 1 }">
            <span v-if="struck(figure).length" class="renewed">
              <span>{{ last(figure) }}</span><s v-for="old in struck(figure).slice(1).reverse()" :key="old">{{ old }}</s>
            </span>
            <s v-if="struck(figure).length" :class="{ placeholder: figure.placeholder }">{{ struck(figure)[0] }}</s>
            <span v-else>{{ last(figure) }}</span>
          </td>
        </template>
        <td v-if="stack.label" class="stack-label">{{ stack.label }}</td>
      </tr>
      <tr class="result">
        <td />
        <template v-for="(digit, column) in stack.result" :key="column">
          <td v-if="column === stack.result.length - stack.places" class="point">{{ stack.point }}</td>
          <td class="digit">{{ digit }}</td>
        </template>
        <td v-if="stack.label" class="stack-label">{{ stack.label }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.stack {
  grid-column: 2 / -1;
  justify-self: start;
  margin: 0.8rem 1rem 0.8rem 2.1rem;
  font-size: 1.35rem;
  font-variant-numeric: tabular-nums;
}

.stack.fractions {
  display: flex;
  align-items: start;
  flex-wrap: wrap;
  gap: 0.4rem 0.7rem;
}

.stage {
  border-collapse: collapse;
}

.stage tr:last-child td {
  padding-bottom: 0.4rem;
}

.stage tfoot tr:first-child td:not(.stack-tops) {
  border-top: 2px solid var(--ink);
}

.stage td {
  padding: 0.35rem 0.1rem;
  vertical-align: middle;
}

.stack-sign {
  width: 1.4rem;
}

.stack-whole {
  text-align: right;
}

.stack-part {
  text-align: center;
}

.figure,
.stack-top {
  position: relative;
  display: inline-block;
}

.renewed {
  position: absolute;
  bottom: 82%;
  left: 50%;
  transform: translateX(-50%);
  font-size: 0.66em;
  font-weight: 600;
  line-height: 1.1;
  white-space: nowrap;
  display: grid;
  justify-items: center;
}

.renewed s {
  font-weight: 400;
}

.stack.decimals tr:has(.renewed s) td {
  padding-top: 1.9rem;
}

.stage:has(.renewed) td {
  padding-top: 0.75rem;
}

.stack-fraction {
  display: inline-grid;
  text-align: center;
  line-height: 1.1;
  margin-left: 0.15em;
  font-size: 0.82em;
}

.stack-top {
  border-bottom: 1.6px solid currentColor;
  padding: 0 0.25em 0.05em;
}

.stack-bottom {
  padding-top: 0.05em;
}

.stack-bottom::after {
  content: '';
  display: block;
  border-bottom: 1.5px dotted currentColor;
  margin: 0 15%;
}

.times {
  display: inline-grid;
  font-size: 0.6em;
  line-height: 1.75;
  color: var(--side-ink);
  padding-left: 0.3em;
}

.stage .stack-tops {
  font-size: 0.7em;
  color: var(--side-ink);
  padding-left: 0.8rem;
  white-space: nowrap;
}

.stack .stack-label {
  text-align: left;
  padding-left: 0.4rem;
  font-size: 0.8em;
}

.stack.decimals {
  border-collapse: collapse;
}

.stack.decimals td {
  text-align: center;
  padding: 0.08rem 0;
  min-width: 1.5rem;
  position: relative;
}

.stack.decimals td.point {
  min-width: 0;
  width: 0.5rem;
  font-weight: 600;
}

.stack.decimals tr:has(.renewed) td {
  padding-top: 0.95rem;
}

.stage-arrow {
  padding-top: 1.6rem;
}

.stack.decimals .carries td {
  font-size: 0.62em;
  line-height: 1;
  color: var(--side-ink);
}

.stack.decimals .result td {
  border-top: 2px solid var(--ink);
  font-weight: 600;
}

.stack.decimals .placeholder {
  color: var(--pencil);
  font-weight: 400;
}

@media (--narrow) {
  .stack {
    grid-column: 1;
    margin-left: 0;
    padding-left: 0;
  }
}
</style>
