<script setup lang="ts">
import InputText from 'primevue/inputtext'
import Button from 'primevue/button'
import { computed, useTemplateRef } from 'vue'
import type { ApiFault } from '@/api/client'
import { focusOn } from '@/shared/focusing'
import MathText from '@/shared/MathText.vue'
import { usePreview } from './usePreview'

const text = defineModel<string>({ required: true })
const props = defineProps<{ fault: ApiFault | null }>()
const emit = defineEmits<{ work: []; keep: [] }>()

const { understood } = usePreview(text)

/** A fault is shown while typing only where the text before it cannot become right by typing on. */
const trouble = computed(() => {
  const told = props.fault ?? understood.value?.unreadable ?? null
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

function entered(event: KeyboardEvent) {
  if (event.ctrlKey || event.metaKey) emit('keep')
  else emit('work')
}

const field = useTemplateRef('field')
defineExpose({ focus: () => focusOn(field.value) })
</script>

<template>
  <div class="problem">
    <label class="hidden" for="problem">Problem</label>
    <div class="problem-row">
      <InputText
        id="problem"
        ref="field"
        v-model="text"
        autocomplete="off"
        spellcheck="false"
        autocapitalize="off"
        placeholder="6 1/4 − 2 5/6"
        aria-describedby="understood"
        :invalid="fault !== null"
        @keydown.enter.prevent="entered"
      />
      <Button label="Work it" @click="emit('work')" />
    </div>
    <div id="understood" aria-live="polite">
      <div v-if="trouble" class="understood trouble">
        <i class="pi pi-exclamation-circle" aria-hidden="true" />
        <span class="trouble-text">
          {{ trouble.message }}
          <span v-if="pointed" class="pointed" aria-hidden="true">{{ pointed.before }}<mark>{{ pointed.here || '␣' }}</mark>{{ pointed.after }}</span>
        </span>
      </div>
      <div v-else-if="understood?.problem" class="understood">
        <span v-if="understood.asked" class="quiet">{{ understood.asked }}</span>
        <MathText :of="understood.problem" />
      </div>
      <div v-else class="understood quiet asked-early">what I understand of it</div>
    </div>
  </div>
</template>
