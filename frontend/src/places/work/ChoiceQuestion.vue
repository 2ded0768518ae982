<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import { ref } from 'vue'
import type { AnswerToChoose, Worked } from '@/api/client'
import { copyText } from '@/shared/copying'
import MathText from '@/shared/MathText.vue'

/** The problem with answers to choose from, and its key. */
const props = defineProps<{ worked: Worked; choices: AnswerToChoose[] }>()
const emit = defineEmits<{ keep: [] }>()
const told = ref('')

async function copy() {
  const answers = props.choices.map(({ letter, answer }) => `${letter}  ${answer.text}`)
  const key = props.choices.map(({ letter, mistake }) => (mistake ? `${letter}: ${mistake}` : `${letter} is right`))
  told.value = await copyText([props.worked.asked, ...answers, '', `Key: ${key.join('; ')}`].join('\n'), 'The question with its key')
}
</script>

<template>
  <details class="choice-question">
    <summary>As a choice question</summary>
    <ul>
      <li v-for="choice in choices" :key="choice.letter" :class="{ right: !choice.mistake }">
        <b>{{ choice.letter }}</b> <MathText :of="choice.answer" /> <span class="quiet">{{ choice.mistake || 'right' }}</span>
      </li>
    </ul>
    <PressButton label="Keep it so" size="small" variant="outlined" @click="emit('keep')" />
    <PressButton label="Copy with its key" size="small" variant="text" @click="copy" />
    <span role="status" class="quiet">{{ told }}</span>
  </details>
</template>

<style scoped>
.choice-question li {
  display: flex;
  gap: 0.5rem;
  align-items: center;
}

.choice-question .right {
  font-weight: 600;
}
</style>
