<script setup lang="ts">
import 'virtual:our-textarea.css'
import PressButton from '@/shared/PressButton.vue'
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef, watch } from 'vue'
import type { ApiFault, StoryRead } from '@/api/client'
import MathText from '@/shared/MathText.vue'
import { useGrowing } from '@/shared/useGrowing'
import { usePreview } from './usePreview'

const text = defineModel<string>({ required: true })
/** `settled`: what stands there is what the sheet shows, so that undo is the sheet's. */
const props = defineProps<{ fault: ApiFault | null; settled: boolean }>()
const emit = defineEmits<{ work: []; keep: []; leave: []; story: [read: StoryRead | null, of: string] }>()

const { understood, of, fault: unasked } = usePreview(text)
watch(understood, (now) => emit('story', now?.story ?? null, of.value))

/** A fault is shown while typing only where the text before it cannot become right by typing on. */
const trouble = computed(() => {
  const told = props.fault ?? unasked.value ?? understood.value?.unreadable ?? understood.value?.story?.unreadable ?? null
  return told ? { message: told.message, position: told.position } : null
})
const pointed = computed(() => {
  const at = trouble.value?.position
  if (at === undefined || at === null) return null
  const from = Math.max(0, at - 14)
  return {
    before: (from > 0 ? '…' : '') + text.value.slice(from, at),
    here: text.value.slice(at, at + 1),
    after: text.value.slice(at + 1, at + 14) + (text.value.length > at + 14 ? '…' : ''),
  }
})

/** Longer than a line of a calculation: a story, whose letters are smaller. */
const isLong = computed(() => text.value.length > 48 || text.value.includes('\n'))

function entered(event: KeyboardEvent) {
  if (event.shiftKey) return
  event.preventDefault()
  if (event.ctrlKey || event.metaKey) emit('keep')
  else emit('work')
}

const field = useTemplateRef<HTMLTextAreaElement>('field')
useGrowing(field, text)
// What is typed never runs under what is understood of it.
const { width: heardWidth } = useElementSize(useTemplateRef<HTMLElement>('heard'), undefined, { box: 'border-box' })
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <div class="problem">
    <label class="hidden" for="problem">Problem</label>
    <div class="problem-row">
      <textarea
        id="problem"
        ref="field"
        v-model="text"
        rows="1"
        class="p-textarea p-component growing"
        :class="{ long: isLong, 'p-invalid': fault !== null }"
        autocomplete="off"
        spellcheck="false"
        autocapitalize="off"
        placeholder="6 1/4 − 2 5/6"
        aria-describedby="understood"
        :aria-invalid="fault !== null || undefined"
        :style="{ '--heard': `${heardWidth}px` }"
        :data-undo-through="settled || undefined"
        @keydown.enter="entered"
        @keydown.esc="emit('leave')"
      />
      <PressButton label="Work it" @click="emit('work')" />
    </div>
    <div id="understood" aria-live="polite">
      <div v-if="trouble" class="understood trouble">
        <i class="pi pi-exclamation-circle" aria-hidden="true" />
        <span class="trouble-text">
          {{ trouble.message }}
          <span v-if="pointed" class="pointed" aria-hidden="true">{{ pointed.before }}<mark>{{ pointed.here || '␣' }}</mark>{{ pointed.after }}</span>
        </span>
      </div>
      <div v-else-if="understood?.problem" ref="heard" class="understood">
        <span v-if="understood.asked" class="quiet">{{ understood.asked }}</span>
        <MathText :of="understood.problem" />
      </div>
      <div v-else-if="!isLong" class="understood quiet asked-early">what I understand of it</div>
    </div>
  </div>
</template>

<style scoped>
.problem-row {
  display: flex;
  align-items: flex-start;
  gap: 0.5rem;
}

.problem-row .p-textarea {
  flex: 1;
  min-width: 0;
  font-size: 1.5rem;
  padding: 0.45rem 0.75rem;
  padding-right: calc(var(--heard, 0px) + 0.75rem);
  line-height: 1.35;
  resize: none;
  background: var(--sheet);
}

.problem-row .p-textarea.long {
  font-size: 1.1rem;
  line-height: 1.45;
  padding-right: 0.75rem;
}

.problem {
  position: relative;
}

/* What is understood stands at the right end of the field, so that nothing moves while typing; trouble lies over what
   is below until it is mended. */
.understood {
  position: absolute;
  top: 2px;
  right: 6.2rem;
  max-width: 58%;
  height: 2.9rem;
  padding: 0 0.6rem;
  display: flex;
  align-items: center;
  gap: 0.5rem;
  overflow: hidden;
  background: linear-gradient(90deg, transparent, var(--sheet) 1rem);
  pointer-events: none;
  white-space: nowrap;
}

.understood.asked-early {
  font-size: 0.9rem;
}

.understood.trouble {
  top: calc(100% + 0.25rem);
  left: 0;
  right: 0;
  max-width: none;
  height: auto;
  z-index: 4;
  background: var(--sheet);
  border: 1px solid var(--wrong-ink);
  border-left-width: 6px;
  border-radius: 3px;
  padding: 0.45rem 0.8rem;
  white-space: normal;
  box-shadow: 0 3px 10px rgb(34 38 43 / 18%);
  color: var(--wrong-ink);
  font-size: 0.95rem;
  line-height: 1.3;
}

.understood :deep(.math-text) {
  font-size: 1.1rem;
  overflow-x: auto;
  overflow-y: hidden;
  padding-block: 2px;
}

.pointed {
  white-space: pre;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 0.35em;
  margin-left: 0.25em;
}

.pointed mark {
  background: var(--wrong-ground);
  color: inherit;
  border-bottom: 3px solid var(--wrong-ink);
}

@media (--narrow) {
  .problem-row .p-textarea {
    padding-right: 0.75rem;
  }

  .understood {
    position: static;
    max-width: none;
    height: auto;
    min-height: 3.1rem;
    white-space: normal;
    background: none;
    padding: 0.2rem 0.1rem;
  }
}
</style>
