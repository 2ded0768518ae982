<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import type { ShownFacet } from '@/api/client'
import SelectOnUse from '@/shared/SelectOnUse.vue'
import { mainFacet } from './facets'

/** The ways of working: the one that matters most here as tabs with their costs, the others beside it, each one click. */
const props = defineProps<{ facets: ShownFacet[] }>()
const emit = defineEmits<{ choose: [facet: string, choice: string]; beside: [facet: string, choice: string] }>()

const main = computed(() => mainFacet(props.facets))
const others = computed(() => props.facets.filter((f) => f.matters && f.id !== main.value?.id))

/** On a phone they fold to a line, so that the working begins on the first screen. */
const folded = ref(true)
/** The row keeps its height while the ways of a new problem are still being weighed. */
const row = useTemplateRef<HTMLElement>('row')
const { height } = useElementSize(row)
const kept = ref(0)
watch([height, () => props.facets], () => {
  if (props.facets.length) kept.value = height.value
})

function inForce(facet: ShownFacet): string {
  return facet.choices.find((c) => c.in_force)?.id ?? ''
}
</script>

<template>
  <button v-if="main" type="button" class="quiet-button fold" :aria-expanded="!folded" @click="folded = !folded">
    {{ main.name }}: {{ main.choices.find((c) => c.in_force)?.name }} {{ folded ? '▾' : '▴' }}
  </button>
  <div ref="row" class="schools" :class="{ folded }" role="group" aria-label="How it is worked" :style="facets.length ? {} : { minHeight: `${kept}px` }">
    <fieldset v-if="main" class="school">
      <legend>{{ main.name }}</legend>
      <div class="school-tabs">
        <span v-for="choice in main.choices" :key="choice.id" class="school-tab-place" :class="{ refused: choice.refused }">
          <button
            type="button"
            class="school-tab"
            :aria-pressed="choice.in_force"
            :title="choice.refused ?? `${choice.about} ${choice.beside} numbers are written beside the lines.${choice.recommended ? ` Recommended: ${main.why}` : ''}`"
            @click="emit('choose', main.id, choice.id)"
          >
            <span class="school-name">{{ choice.name }}<span v-if="choice.recommended" class="recommended"> · fits best</span></span>
            <span class="school-cost">
              <template v-if="choice.refused">not here</template>
              <template v-else>{{ choice.lines }} {{ choice.lines === 1 ? 'line' : 'lines' }}, to {{ choice.largest }}</template>
            </span>
          </button>
          <button
            v-if="!choice.in_force && !choice.refused"
            type="button"
            class="beside-button"
            :aria-label="`Lay ${choice.name} beside`"
            :title="`Lay ${choice.name} beside`"
            @click="emit('beside', main.id, choice.id)"
          >
            <i class="pi pi-arrows-h" aria-hidden="true" />
          </button>
        </span>
      </div>
    </fieldset>
    <div class="school-others">
      <label v-for="facet in others" :key="facet.id" class="school-other">
        <span class="school-other-name">{{ facet.name }}</span>
        <SelectOnUse
          :model-value="inForce(facet)"
          :options="facet.choices"
          :option-disabled="(c) => Boolean(c.refused)"
          size="small"
          :label="facet.name"
          @update:model-value="emit('choose', facet.id, $event)"
        >
          <template #option="{ option }">
            <span class="school-option">
              {{ option.name }}
              <span class="school-cost">
                {{ option.refused ?? `${option.lines} lines, to ${option.largest}${option.recommended ? ' · fits best' : ''}` }}
              </span>
            </span>
          </template>
        </SelectOnUse>
      </label>
    </div>
  </div>
</template>

<style scoped>
.fold {
  display: none;
}

@media (--narrow) {
  .fold {
    display: block;
    margin-bottom: 0.3rem;
    text-align: left;
  }
}

.schools {
  display: flex;
  flex-wrap: wrap;
  gap: 0.25rem 1.1rem;
  margin-bottom: 0.3rem;
}

.school {
  border: 0;
  margin: 0;
  padding: 0;
  min-width: 0;
}

.school legend {
  font-size: 0.82rem;
  color: var(--quiet);
  padding: 0 0 0.15rem;
}

.school-tabs {
  display: flex;
  flex-wrap: wrap;
  row-gap: 0.2rem;
}

.school-tab {
  font: inherit;
  color: inherit;
  text-align: left;
  background: transparent;
  border: 1px solid var(--edge-soft);
  padding: 0.15rem 1.35rem 0.2rem 0.3rem;
  cursor: pointer;
  display: flex;
  flex-direction: column;
  line-height: 1.25;
  font-size: 0.92rem;
}

.school-tab + .school-tab {
  border-left: 0;
}

.school-tab:first-child {
  border-radius: 3px 0 0 3px;
}

.school-tab:last-child {
  border-radius: 0 3px 3px 0;
}

.school-tab:hover {
  background: var(--sheet);
}

.school-tab[aria-pressed='true'] {
  background: var(--sheet);
  box-shadow: inset 0 -4px 0 var(--blue);
  font-weight: 600;
}

.school-cost {
  font-size: 0.76rem;
  font-weight: 400;
  color: var(--quiet);
}

.school-tab-place {
  display: flex;
  position: relative;
}

.school-tab-place + .school-tab-place .school-tab {
  border-left: 0;
}

.school-tab-place:has(.school-tab[aria-pressed='true']) .school-tab,
.school-tab-place.refused .school-tab {
  padding-right: 0.6rem;
}

.school-tab-place.refused .school-tab {
  border-style: dotted;
  color: var(--quiet);
}

.beside-button {
  position: absolute;
  right: 2px;
  top: 2px;
  border: 0;
  background: none;
  color: var(--quiet);
  font-size: 0.75rem;
  min-width: 24px;
  min-height: 24px;
  padding: 0;
  cursor: pointer;
}

.beside-button:hover {
  color: var(--ink);
}

.school-other :deep(.p-select-dropdown-icon) {
  width: 0.7rem;
}

.school-others {
  min-width: 0;
  max-width: 100%;
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 0.9rem;
  align-items: end;
}

.school-other {
  display: flex;
  align-items: center;
  gap: 0.1rem;
  font-size: 0.88rem;
}

.school-other-name {
  font-size: 0.82rem;
  color: var(--quiet);
}

.school-other :deep(.p-select) {
  max-width: 13rem;
  border: 0;
  background: none;
  box-shadow: none;
  align-items: center;
  height: 1.75rem;
}

.school-other :deep(.p-select-label) {
  padding: 0.15rem 0.2rem 0.15rem 0.35rem;
  text-decoration: underline;
  text-decoration-color: var(--edge);
  text-underline-offset: 0.25em;
}

.school-other :deep(.p-select-dropdown) {
  width: 1.1rem;
}

.school-option {
  display: grid;
  line-height: 1.3;
}

@media (--narrow) {
  .school,
  .school-tabs {
    width: 100%;
  }

  .school-tab {
    flex: 1;
  }

  .school-tabs {
    flex-wrap: wrap;
  }

  .school-tab-place {
    flex: 1 1 45%;
  }
}

@media print {
  .schools {
    display: none;
  }
}

@media (--narrow) {
  .schools.folded {
    display: none;
  }
}
</style>
