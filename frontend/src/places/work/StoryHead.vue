<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import Textarea from 'primevue/textarea'
import { ref, watch } from 'vue'
import type { ShownStory } from '@/api/client'
import StoryText from '@/shared/StoryText.vue'

/** A story above its working: its text, its bars, and other numbers for it. */
const props = defineProps<{ story: ShownStory; form: string; busy: boolean; note: string }>()
const emit = defineEmits<{ numbers: [locked: string[]]; take: [form: string] }>()

const locked = ref<string[]>([])
/** The story in one line, its parts below each other. */
const written = ref('')
watch(
  () => props.form,
  (form) => (written.value = form.replaceAll(/\s*([|])\s*/g, '\n$1 ')),
  { immediate: true },
)

function toggle(name: string) {
  locked.value = locked.value.includes(name) ? locked.value.filter((n) => n !== name) : [...locked.value, name]
}
</script>

<template>
  <section class="sheet story" aria-label="The story">
    <div class="story-told">
      <StoryText :blocks="story.blocks" />
      <div class="story-numbers" role="group" aria-label="Numbers of the story">
        <PressButton
          v-for="slot in story.slots"
          :key="slot.name"
          :label="slot.amount"
          :icon="locked.includes(slot.name) ? 'pi pi-lock' : 'pi pi-lock-open'"
          :aria-pressed="locked.includes(slot.name)"
          :aria-label="`${slot.name}, ${slot.amount}: ${locked.includes(slot.name) ? 'stays' : 'may change'}`"
          :title="slot.name"
          size="small"
          variant="text"
          @click="toggle(slot.name)"
        />
        <PressButton label="Other numbers" icon="pi pi-refresh" size="small" variant="outlined" :loading="busy" @click="emit('numbers', locked)" />
      </div>
      <p v-if="note" class="quiet" role="status">{{ note }}</p>
      <details class="as-written">
        <summary>Change the story</summary>
        <Textarea v-model="written" auto-resize rows="5" spellcheck="false" aria-label="The story as it is kept" />
        <PressButton label="Work it so" size="small" variant="outlined" @click="emit('take', written.replaceAll('\n', ' ').trim())" />
      </details>
    </div>
    <!-- eslint-disable-next-line vue/no-v-html -- drawn on the server, every text in it escaped -->
    <div class="bars" v-html="story.bars" />
  </section>
</template>

<style scoped>
.story {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem 1.5rem;
  padding: 0.8rem 1.1rem;
  margin-bottom: 0.75rem;
}

.story-told {
  flex: 1 1 20rem;
  min-width: 0;
}

.bars {
  flex: 0 1 auto;
  min-width: 0;
  max-width: 100%;
}

.bars :deep(svg) {
  display: block;
  max-width: 100%;
  height: auto;
}

.as-written {
  margin-top: 0.2rem;
  font-size: 0.95rem;
}

.as-written :deep(textarea) {
  width: 100%;
  font-size: 0.92rem;
  margin-block: 0.4rem;
}

.story-numbers {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem;
  margin-top: 0.4rem;
}
</style>
