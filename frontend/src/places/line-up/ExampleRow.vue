<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import { computed, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import type { ShownExample } from '@/api/client'
import { useSetActs } from '@/desk/useSetActs'
import { useSets } from '@/desk/useSets'
import MathText from '@/shared/MathText.vue'
import StoryText from '@/shared/StoryText.vue'
import { fadingName, roleName } from './tasks'
import { useNear } from './useNear'

/** One item of the set: what it asks and gives, its part in the ladder, and what can be done with it. */
const props = defineProps<{ example: ShownExample; index: number; opened: boolean; chosen: boolean; fixed: boolean; long: boolean }>()
const emit = defineEmits<{
  work: []
  open: []
  move: [by: number]
  /** To the row above or below. */
  go: [by: number, extending: boolean]
  choose: [how: 'toggle' | 'up to']
  drag: [event: DragEvent]
}>()
const router = useRouter()
const sets = useSets()
const acts = useSetActs()
const row = useTemplateRef<HTMLElement>('row')
const near = useNear(row, props.index, () => props.long)

/** What the row is called: a story by its text, another item as it can be typed. */
const called = computed(() => props.example.told || props.example.typed)
const href = computed(() => router.resolve({ name: 'work', query: { problem: props.example.typed } }).href)
const marks = computed(() => {
  const { task, mistake } = props.example
  const role = roleName(task.role)
  return [role && (mistake ? `${role}: ${mistake}` : role), fadingName(task.fading)].filter(Boolean)
})
const rest = computed(() => props.example.demands.filter((demand) => demand.id !== props.example.task.added))

function pressed(event: MouseEvent) {
  if (props.fixed || !(event.shiftKey || event.ctrlKey || event.metaKey)) return
  event.preventDefault()
  emit('choose', event.shiftKey ? 'up to' : 'toggle')
}

function lock() {
  const { id, task } = props.example
  void sets.changeTask(id, { ...task, locked: !task.locked })
}

function stepped(by: number, event: KeyboardEvent) {
  if (event.altKey) return props.fixed || emit('move', by)
  emit('go', by, event.shiftKey && !props.fixed)
}
defineExpose({ focus: () => row.value?.focus() })
</script>

<template>
  <li
    ref="row"
    class="example"
    :class="[`role-${example.task.role}`, { told: example.told, chosen, long }]"
    tabindex="0"
    :aria-label="`${index + 1}: ${called}${chosen ? ', chosen' : ''}`"
    @click="pressed"
    @keydown.up.self.prevent="stepped(-1, $event)"
    @keydown.down.self.prevent="stepped(1, $event)"
    @keydown.enter.self="emit('work')"
    @keydown.space.self.prevent="!fixed && emit('choose', 'toggle')"
    @keydown.delete.self.prevent="!fixed && acts.several('delete', [example.id])"
  >
    <template v-if="near || opened">
      <span class="number">
        <span v-if="!fixed" class="handle" draggable="true" title="Drag to another place" @dragstart="emit('drag', $event)">
          <i class="pi pi-bars" aria-hidden="true" />
        </span>
        <input
          v-if="!fixed"
          type="checkbox"
          :checked="chosen"
          :aria-label="`Choose ${called}`"
          @click.stop
          @change="emit('choose', 'toggle')"
        />
        <span>{{ index + 1 }}</span>
      </span>
      <a class="example-problem" :href="href" draggable="false" @click.exact.prevent="emit('work')">
        <span v-if="example.asked" class="example-asked">{{ example.asked }}</span>
        <StoryText v-if="example.told" class="example-told" :blocks="example.blocks" />
        <MathText v-else :of="example.problem" />
      </a>
      <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
      <span v-if="example.told" class="example-answer" v-html="`→ ${example.answered_html}`" />
      <span v-else class="example-answer">{{ example.sign || '→' }} <MathText :of="example.answer" /></span>
      <span class="example-marks">
        <span v-for="mark in marks" :key="mark" class="role">{{ mark }}</span>
        <span v-if="example.added && example.task.added" class="demand newest">new: {{ example.added }}</span>
        <span v-for="demand in rest" :key="demand.id" class="asked-too" :title="demand.place">{{ demand.name }}</span>
        <span v-for="name in example.school_names" :key="name" class="by-school">by: {{ name }}</span>
      </span>
      <p v-if="example.judged" class="judged-item">{{ example.judged }}</p>
      <span v-if="!fixed" class="example-actions">
        <PressButton
          icon="pi pi-ellipsis-h"
          variant="text"
          size="small"
          :aria-label="`Change ${called}`"
          :aria-expanded="opened"
          title="Change it"
          @click.stop="emit('open')"
        />
        <PressButton
          :icon="example.task.locked ? 'pi pi-lock' : 'pi pi-lock-open'"
          variant="text"
          size="small"
          :class="{ unlocked: !example.task.locked }"
          :aria-pressed="example.task.locked"
          :aria-label="`Lock ${called}`"
          :title="example.task.locked ? 'Stays when a ladder is drawn' : 'Gives way when a ladder is drawn'"
          @click.stop="lock"
        />
        <PressButton
          icon="pi pi-clone"
          variant="text"
          size="small"
          :aria-label="`Duplicate ${called}`"
          title="Once more"
          @click.stop="acts.several('duplicate', [example.id])"
        />
        <PressButton
          icon="pi pi-trash"
          variant="text"
          size="small"
          :aria-label="`Delete ${called}`"
          title="Delete"
          @click.stop="acts.several('delete', [example.id])"
        />
      </span>
    </template>
    <template v-else>
      <span>{{ index + 1 }}</span>
      <span>{{ called }}</span>
    </template>
    <slot />
  </li>
</template>

<style scoped>
.example {
  --number: 4.4rem;
  display: grid;
  grid-template-columns: var(--number) minmax(9rem, max-content) minmax(5rem, max-content) minmax(0, 1fr) auto;
  align-items: center;
  gap: 0.2rem 1rem;
  padding: 0.25rem 0.6rem;
  min-height: 3.2rem;
}

.example.long {
  --number: 5.4rem;
}

.example.told {
  grid-template-columns: var(--number) minmax(0, 3fr) minmax(0, 2fr) auto;
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

.example.chosen {
  background: var(--hovered);
  box-shadow: inset 4px 0 0 var(--blue);
}

.example.dragged {
  opacity: 0.5;
}

.example.over {
  box-shadow: inset 0 3px 0 var(--blue);
}

.number {
  display: grid;
  grid-template-columns: 1.1rem 1.1rem minmax(1.3rem, 1fr);
  gap: 0.25rem;
  align-items: center;
  text-align: right;
  color: var(--quiet);
}

.number input {
  width: 1.05rem;
  height: 1.05rem;
  accent-color: var(--blue);
}

.handle {
  cursor: grab;
  color: var(--pencil);
  font-size: 0.9rem;
}

.example-problem {
  color: inherit;
  text-decoration: none;
  font-size: 1.25rem;
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
  align-items: baseline;
  gap: 0.1rem 0.7rem;
  font-size: 0.88rem;
}

.asked-too,
.by-school {
  color: var(--quiet);
}

.example-actions {
  display: flex;
}

.example-actions :deep(.p-button) {
  min-width: 1.9rem;
  padding-inline: 0.3rem;
}

.unlocked {
  opacity: 0.55;
}

.demand.newest {
  border-color: var(--blue);
  border-width: 2px;
  font-weight: 600;
}

.role {
  font-weight: 600;
  color: var(--blue);
  border-bottom: 2px solid var(--blue);
}

.example.role-contrast .example-problem,
.example.role-turn .example-problem,
.example.role-find .example-problem {
  padding-left: 1.4rem;
}

.judged-item {
  grid-column: 2 / 5;
  border-left: 4px solid var(--changed-edge);
  padding-left: 0.5rem;
  font-size: 0.92rem;
}

@media (--narrow) {
  .example {
    --number: 2.6rem;
  }

  .example.long {
    --number: 3.6rem;
  }

  .example,
  .example.told {
    grid-template-columns: var(--number) minmax(0, 1fr);
  }

  .number {
    grid-template-columns: 1.1rem minmax(1rem, 1fr);
    align-self: start;
    padding-top: 0.4rem;
  }

  .handle {
    display: none;
  }

  /* A long item and its answer stand under each other: mathematics does not wrap. */
  .example-problem,
  .example-answer,
  .example-marks,
  .judged-item,
  .example-actions {
    grid-column: 2;
  }

  .example.told .example-marks,
  .example.told .example-actions {
    grid-area: auto / 2 / auto / 3;
  }
}
</style>
