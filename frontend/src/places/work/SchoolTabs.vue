<script setup lang="ts">
import Select from 'primevue/select'
import { computed } from 'vue'
import type { ShownFacet } from '@/api/client'
import { mainFacet } from './facets'

/** The ways of working: the one that matters most here as tabs with their costs, the others beside it, each one click. */
const props = defineProps<{ facets: ShownFacet[] }>()
const emit = defineEmits<{ choose: [facet: string, choice: string]; beside: [facet: string, choice: string] }>()

const main = computed(() => mainFacet(props.facets))
const others = computed(() => props.facets.filter((f) => f.matters && f.id !== main.value?.id))

function inForce(facet: ShownFacet): string {
  return facet.choices.find((c) => c.in_force)?.id ?? ''
}
</script>

<template>
  <div class="schools" role="group" aria-label="How it is worked">
    <fieldset v-if="main" class="school">
      <legend>{{ main.name }}</legend>
      <div class="school-tabs">
        <span v-for="choice in main.choices" :key="choice.id" class="school-tab-place" :class="{ refused: choice.refused }">
          <button
            type="button"
            class="school-tab"
            :aria-pressed="choice.in_force"
            :title="choice.refused ?? (choice.recommended ? `${choice.about} Recommended: ${main.why}` : choice.about)"
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
        <Select
          :model-value="inForce(facet)"
          :options="facet.choices"
          option-label="name"
          option-value="id"
          :option-disabled="(c) => Boolean(c.refused)"
          size="small"
          :aria-label="facet.name"
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
        </Select>
      </label>
    </div>
  </div>
</template>
