<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import { computed, ref } from 'vue'
import type { StoryRead } from '@/api/client'
import StoryBuilder from './StoryBuilder.vue'
import OfferedStory from './OfferedStory.vue'

/** What a text in words may mean: its amounts marked where they stand, and the bars of each story that they allow. */
const props = defineProps<{ read: StoryRead }>()
const emit = defineEmits<{ take: [form: string] }>()

const building = ref(false)

interface Stretch {
  text: string
  name: string
}

/** The text cut at its amounts. */
const stretches = computed(() => {
  const cut: Stretch[] = []
  let end = 0
  for (const amount of props.read.amounts) {
    cut.push({ text: props.read.text.slice(end, amount.start), name: '' })
    cut.push({ text: props.read.text.slice(amount.start, amount.end), name: amount.name })
    end = amount.end
  }
  cut.push({ text: props.read.text.slice(end), name: '' })
  return cut.filter((stretch) => stretch.text)
})
</script>

<template>
  <section class="sheet story-offers" aria-label="What the text may mean">
    <p v-if="read.amounts.length" class="story-text">
      <template v-for="(stretch, at) in stretches" :key="at">
        <mark v-if="stretch.name" :title="stretch.name">{{ stretch.text }}<small>{{ stretch.name }}</small></mark>
        <template v-else>{{ stretch.text }}</template>
      </template>
    </p>
    <p v-if="read.note" class="quiet">{{ read.note }}</p>
    <ol class="offers">
      <li v-for="(offer, at) in read.offers" :key="offer.form" class="offer">
        <OfferedStory :offer="offer">
          <PressButton :label="read.offers.length > 1 ? 'This one' : 'Work it'" size="small" :aria-label="`Take story ${at + 1}: ${offer.plan.join('; ')}`" @click="emit('take', offer.form)" />
        </OfferedStory>
      </li>
    </ol>
    <PressButton
      v-if="read.kinds.length && read.amounts.length > 1"
      label="None of these: put it together"
      size="small"
      variant="text"
      :aria-expanded="building"
      @click="building = !building"
    />
    <StoryBuilder v-if="building" :read="read" @take="emit('take', $event)" />
  </section>
</template>

<style scoped>
.story-offers {
  padding: 0.9rem 1.1rem 1.1rem;
}

.story-text {
  font-size: 1.1rem;
  line-height: 2.7;
  white-space: pre-wrap;
  max-width: 60rem;
}

.story-text mark {
  position: relative;
  background: none;
  border-bottom: 3px solid var(--changed-edge);
  color: inherit;
  font-weight: 600;
}

.story-text small {
  position: absolute;
  left: 0;
  top: 1.95em;
  font-size: 0.78rem;
  line-height: 1.1;
  font-weight: 400;
  color: var(--margin-ink);
  white-space: nowrap;
}

.offers {
  display: flex;
  flex-wrap: wrap;
  gap: 1rem;
  margin-top: 0.6rem;
}

.offer {
  flex: 1 1 20rem;
  min-width: 0;
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0.7rem 0.9rem;
  background: var(--sheet);
}
</style>
