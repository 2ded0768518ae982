<script setup lang="ts">
import Button from 'primevue/button'
import { computed, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import type { ShownExample } from '@/api/client'
import { useSets } from '@/desk/useSets'
import MathText from '@/shared/MathText.vue'
import { fadingName, roleName } from './tasks'

/** One item of the set: what it asks and gives, its part in the ladder, and what can be done with it. */
const props = defineProps<{ example: ShownExample; index: number; last: boolean; opened: boolean }>()
const emit = defineEmits<{ work: []; open: []; move: [by: number] }>()
const router = useRouter()
const sets = useSets()
const row = useTemplateRef('row')

const href = computed(() => router.resolve({ name: 'work', query: { problem: props.example.typed } }).href)
const marks = computed(() => {
  const { task, mistake } = props.example
  const role = roleName(task.role)
  return [role && (mistake ? `${role}: ${mistake}` : role), fadingName(task.fading)].filter(Boolean)
})
defineExpose({ focus: () => row.value?.focus() })
</script>

<template>
  <li
    ref="row"
    class="example"
    :class="`role-${example.task.role}`"
    tabindex="0"
    draggable="true"
    :aria-label="`${index + 1}: ${example.problem.text}`"
    @keydown.alt.up.prevent="emit('move', -1)"
    @keydown.alt.down.prevent="emit('move', 1)"
    @keydown.enter.self="emit('work')"
  >
    <span class="number">{{ index + 1 }}</span>
    <a class="example-problem" :href="href" @click.exact.prevent="emit('work')">
      <span v-if="example.asked" class="example-asked">{{ example.asked }}</span>
      <MathText :of="example.problem" />
    </a>
    <span class="example-answer">{{ example.sign || '→' }} <MathText :of="example.answer" /></span>
    <span class="example-marks">
      <span v-if="example.task.locked" class="role"><i class="pi pi-lock" aria-hidden="true" /> locked</span>
      <span v-for="mark in marks" :key="mark" class="role">{{ mark }}</span>
      <span
        v-for="demand in example.demands"
        :key="demand.id"
        class="demand"
        :class="{ newest: demand.id === example.task.added }"
        :title="demand.place"
      >{{ demand.id === example.task.added ? 'new: ' : '' }}{{ demand.name }}</span>
      <span v-for="name in example.school_names" :key="name" class="by-school">by: {{ name }}</span>
    </span>
    <p v-if="example.judged" class="judged-item">{{ example.judged }}</p>
    <span class="example-actions">
      <Button
        icon="pi pi-ellipsis-h"
        variant="text"
        size="small"
        :aria-label="`Change ${example.problem.text}`"
        :aria-expanded="opened"
        @click="emit('open')"
      />
      <Button
        icon="pi pi-arrow-up"
        variant="text"
        size="small"
        :aria-label="`Move ${example.problem.text} up`"
        :disabled="index === 0"
        @click="emit('move', -1)"
      />
      <Button
        icon="pi pi-arrow-down"
        variant="text"
        size="small"
        :aria-label="`Move ${example.problem.text} down`"
        :disabled="last"
        @click="emit('move', 1)"
      />
      <Button
        icon="pi pi-trash"
        variant="text"
        size="small"
        :aria-label="`Delete ${example.problem.text}`"
        @click="sets.deleteExample(example.id, example.problem.text)"
      />
    </span>
    <slot />
  </li>
</template>
