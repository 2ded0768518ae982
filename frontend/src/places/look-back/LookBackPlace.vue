<script setup lang="ts">
import '@/styles/more-icons.css'
import { onMounted, ref } from 'vue'
import { useNamedRound } from '@/desk/useNamedRound'
import { useRounds } from '@/desk/useRounds'
import NoticeBox from '@/shared/NoticeBox.vue'
import RoundSelect from '@/shared/RoundSelect.vue'
import ClassPictureView from './ClassPictureView.vue'
import NothingMarked from './NothingMarked.vue'
import OverTimeView from './OverTimeView.vue'
import RecordView from './RecordView.vue'

/** What was taught, and what came of it: the picture of a round, a class over the weeks, the record by day. */
const VIEWS = [
  { id: 'picture', name: 'The class picture' },
  { id: 'weeks', name: 'Over the weeks' },
  { id: 'record', name: 'The record' },
] as const

const named = useNamedRound()
const rounds = useRounds()
const view = ref<(typeof VIEWS)[number]['id']>('picture')

onMounted(named.begin)
</script>

<template>
  <div class="look-back">
    <h1 class="hidden">Look back</h1>
    <div class="bar">
      <div class="views" role="tablist" aria-label="Look back at">
        <button
          v-for="choice in VIEWS"
          :key="choice.id"
          type="button"
          role="tab"
          class="quiet-button"
          :aria-selected="view === choice.id"
          @click="view = choice.id"
        >
          {{ choice.name }}
        </button>
      </div>
      <RoundSelect v-if="view === 'picture'" />
    </div>
    <NoticeBox v-if="rounds.trouble" :says="rounds.trouble" />
    <template v-if="view === 'picture'">
      <ClassPictureView v-if="rounds.inHandId" :key="rounds.inHandId" :round-id="rounds.inHandId" />
      <NothingMarked v-else-if="rounds.known" says="Once a class is marked it is seen here what its answers share, and what to teach next." />
    </template>
    <OverTimeView v-else-if="view === 'weeks'" />
    <RecordView v-else />
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 1rem;
  align-items: center;
  margin-bottom: 0.7rem;
}

.views {
  display: flex;
  gap: 0.3rem;
}

.views button {
  font-size: 0.95rem;
  padding: 0.3rem 0.7rem;
}

.views button[aria-selected='true'] {
  border-color: var(--edge);
  background: var(--sheet);
  box-shadow: inset 0 -3px 0 var(--blue);
}

@media print {
  .bar {
    display: none;
  }
}
</style>
