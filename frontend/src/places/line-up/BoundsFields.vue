<script setup lang="ts">
import SelectButton from 'primevue/selectbutton'
import ToggleSwitch from 'primevue/toggleswitch'
import { computed } from 'vue'
import type { Limits } from '@/api/client'
import { useSettings } from '@/desk/useSettings'
import { TABLES } from './useWishes'

/** Within which numbers the items stay: told in one line, and opened to be changed. */
const limits = defineModel<Limits>({ required: true })
const settings = useSettings()
const bottom = computed(() => settings.settings.words.bottom ?? 'bottom')

const NUMBERS = computed(
  () =>
    [
      { id: 'largest_bottom', name: `Largest ${bottom.value}`, from: 2, to: 100 },
      { id: 'largest_common', name: `Largest common ${bottom.value}`, from: 2, to: 1000 },
      { id: 'largest_whole', name: 'Largest whole number', from: 1, to: 200 },
      { id: 'largest_fact', name: 'Facts up to × ', from: 5, to: 100 },
      { id: 'places', name: 'Decimal places', from: 1, to: 4 },
    ] as const,
)
const told = computed(() => {
  const { tables, only_wholes, largest_bottom, largest_common, largest_whole, places } = limits.value
  const facts = tables.length === TABLES.length ? 'all tables' : `tables of ${tables.join(', ')}`
  const wholes = only_wholes ? ', whole numbers only' : ''
  const decimals = `decimals to ${places} ${places === 1 ? 'place' : 'places'}`
  const bottoms = `${bottom.value}s to ${largest_bottom}, common to ${largest_common}`
  return `${bottoms}, wholes to ${largest_whole}, ${decimals}, ${facts}${wholes}`
})
</script>

<template>
  <details class="bounds-part">
    <summary>
      Bounds <span class="quiet">{{ told }}</span>
    </summary>
    <div class="bounds">
      <label v-for="number in NUMBERS" :key="number.id">
        {{ number.name }}
        <input
          v-model.number="limits[number.id]"
          type="number"
          class="p-inputtext p-inputtext-sm few-digits"
          :min="number.from"
          :max="number.to"
        />
      </label>
      <span class="tables-choice">
        <span id="tables-name">Tables</span>
        <SelectButton v-model="limits.tables" :options="TABLES" multiple size="small" aria-labelledby="tables-name" />
      </span>
      <label><ToggleSwitch v-model="limits.only_wholes" /> Whole numbers only</label>
    </div>
  </details>
</template>

<style scoped>
.bounds {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 0.8rem;
  margin: 0.5rem 0;
}

.bounds-part {
  margin: 0.6rem 0;
}

.bounds-part summary {
  font-weight: 600;
  cursor: pointer;
}

.bounds-part summary .quiet {
  font-weight: 400;
}

.few-digits {
  width: 4.6rem;
}

.bounds label,
.tables-choice {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
}

.tables-choice :deep(.p-togglebutton) {
  padding: 0.15rem 0.5rem;
  min-width: 2rem;
}
</style>
