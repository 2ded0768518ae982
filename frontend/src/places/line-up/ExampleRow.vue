<script setup lang="ts">
import Button from 'primevue/button'
import { computed, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import type { ShownExample } from '@/api/client'
import { useSets } from '@/desk/useSets'
import MathText from '@/shared/MathText.vue'
import StoryText from '@/shared/StoryText.vue'
import { fadingName, roleName } from './tasks'

/** One item of the set: what it asks and gives, its part in the ladder, and what can be done with it. */
const props = defineProps<{ example: ShownExample; index: number; last: boolean; opened: boolean; fixed: boolean }>()
const emit = defineEmits<{ work: []; open: []; move: [by: number] }>()
const router = useRouter()
const sets = useSets()
const row = useTemplateRef('row')

/** What the row is called: a story by its text, another item as it can be typed. */
const called = computed(() => props.example.told || props.example.typed)
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
    :class="[`role-${example.task.role}`, { told: example.told }]"
    tabindex="0"
    :draggable="!fixed"
    :aria-label="`${index + 1}: ${called}`"
    @keydown.alt.up.prevent="!fixed && emit('move', -1)"
    @keydown.alt.down.prevent="!fixed && emit('move', 1)"
    @keydown.enter.self="emit('work')"
  >
    <span class="number">{{ index + 1 }}</span>
    <a class="example-problem" :href="href" @click.exact.prevent="emit('work')">
      <span v-if="example.asked" class="example-asked">{{ example.asked }}</span>
      <StoryText v-if="example.told" class="example-told" :blocks="example.blocks" />
      <MathText v-else :of="example.problem" />
    </a>
    <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
    <span v-if="example.told" class="example-answer" v-html="`→ ${example.answered_html}`" />
    <span v-else class="example-answer">{{ example.sign || '→' }} <MathText :of="example.answer" /></span>
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
    <span v-if="!fixed" class="example-actions">
      <Button
        icon="pi pi-ellipsis-h"
        variant="text"
        size="small"
        :aria-label="`Change ${called}`"
        :aria-expanded="opened"
        @click="emit('open')"
      />
      <Button
        icon="pi pi-arrow-up"
        variant="text"
        size="small"
        :aria-label="`Move ${called} up`"
        :disabled="index === 0"
        @click="emit('move', -1)"
      />
      <Button
        icon="pi pi-arrow-down"
        variant="text"
        size="small"
        :aria-label="`Move ${called} down`"
        :disabled="last"
        @click="emit('move', 1)"
      />
      <Button
        icon="pi pi-trash"
        variant="text"
        size="small"
        :aria-label="`Delete ${called}`"
        @click="sets.deleteExample(example.id, called)"
      />
    </span>
    <slot />
  </li>
</template>

<style scoped>
.example {
  display: grid;
  grid-template-columns: 2.2rem minmax(9rem, max-content) minmax(5rem, max-content) minmax(0, 1fr) auto;
  align-items: center;
  gap: 0.3rem 1rem;
  padding: 0.35rem 0.6rem;
  min-height: 3.6rem;
}

.example.told {
  grid-template-columns: 2.2rem minmax(0, 3fr) minmax(0, 2fr) auto;
}

/* What a story asks for stands below it: there is a lot of it. */
.example.told .example-marks {
  grid-area: 2 / 2 / 3 / 5;
}

.example.told .example-actions {
  grid-area: 1 / 4 / 2 / 5;
}

.example.told .example-problem,
.example.told .example-answer {
  font-size: 1rem;
  white-space: normal;
}

.example + .example {
  border-top: 1px solid var(--rule-soft);
}

.example.dragged {
  opacity: 0.5;
}

.example.over {
  box-shadow: inset 0 3px 0 var(--blue);
}

.example .number {
  text-align: right;
  color: var(--quiet);
}

.example-problem {
  color: inherit;
  text-decoration: none;
  font-size: 1.2rem;
}

.example-problem:hover {
  text-decoration: underline;
  text-underline-offset: 0.3em;
}

.example-asked {
  display: block;
  font-size: 0.85rem;
  color: var(--quiet);
}

.example-answer {
  font-size: 1.1rem;
  white-space: nowrap;
}

.example-marks {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem;
}

.by-school {
  font-size: 0.86rem;
  color: var(--quiet);
  padding: 0.05rem 0.25rem;
}

.example-actions {
  display: flex;
}

.demand.newest {
  border-color: var(--blue);
  border-width: 2px;
  font-weight: 600;
}

.role {
  font-size: 0.86rem;
  font-weight: 600;
  color: var(--blue);
  padding: 0.05rem 0.35rem;
  border-bottom: 2px solid var(--blue);
}

.example.role-contrast,
.example.role-turn,
.example.role-find {
  padding-left: 2.2rem;
}

.judged-item {
  grid-column: 2 / 5;
  border-left: 4px solid var(--changed-edge);
  padding-left: 0.5rem;
  font-size: 0.92rem;
}

@media (--narrow) {
  .example,
  .example.told {
    grid-template-columns: 1.6rem minmax(0, 1fr);
  }

  /* A long item and its answer stand under each other: mathematics does not wrap. */
  .example-problem,
  .example-answer,
  .example-marks,
  .example-actions {
    grid-column: 2;
  }

  .example.told .example-marks,
  .example.told .example-actions {
    grid-area: auto / 2 / auto / 3;
  }
}
</style>
