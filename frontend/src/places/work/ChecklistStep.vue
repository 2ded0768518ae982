<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { useSettings } from '@/desk/useSettings'
import type { ChecklistStepOf } from './checklist'

/** A step of the checklist in its ink, ticked once it is done; its name can be the teacher's own, and is kept. */
const props = defineProps<{ step: ChecklistStepOf }>()
const settings = useSettings()
const typing = ref<string | null>(null)
const field = useTemplateRef('field')
const names = computed<Record<string, string>>(() => settings.settings.steps ?? {})
const name = computed(() => names.value[props.step.act] ?? props.step.name)

async function begin() {
  typing.value = name.value
  await nextTick()
  field.value?.select()
}
async function keep() {
  const own = typing.value?.trim()
  typing.value = null
  if (own === undefined || own === name.value) return
  const others = Object.entries(names.value).filter(([act]) => act !== props.step.act)
  await settings.change({ steps: Object.fromEntries(own && own !== props.step.name ? [...others, [props.step.act, own]] : others) })
}
</script>

<template>
  <li :class="[`ink-${step.act}`, { done: step.done }]">
    <span class="step-number" :aria-label="step.done ? `${step.number}, done` : `${step.number}`">{{ step.number }}</span>
    <input
      v-if="typing !== null"
      ref="field"
      v-model="typing"
      class="step-typed"
      maxlength="60"
      :aria-label="`Name of step ${step.number}`"
      @keydown.enter="keep"
      @keydown.esc.stop="typing = null"
      @blur="keep"
    />
    <button v-else type="button" class="step-name" :title="`Name this step otherwise`" @click="begin">{{ name }}</button>
    <span class="tick" aria-hidden="true">{{ step.done ? '✓' : '' }}</span>
  </li>
</template>

<style scoped>
.step-name {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 1px dashed transparent;
  padding: 0;
  cursor: text;
}

.step-name:hover,
.step-name:focus-visible {
  border-bottom-color: var(--edge);
}

.step-typed {
  font: inherit;
  width: 12rem;
}

.tick {
  display: inline-block;
  width: 1rem;
  font-weight: 700;
  text-align: center;
}
</style>
