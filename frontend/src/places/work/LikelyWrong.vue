<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import { computed, ref } from 'vue'
import { api, type Disproved, type Looked, type OpenedMistake, type WorkRequest } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import MathText from '@/shared/MathText.vue'
import PictureWithCaption from '@/shared/PictureWithCaption.vue'

/** What typical mistakes would give here, each opened for what the pupil may believe and what to ask. */
const props = defineProps<{ looked: Looked; body: WorkRequest }>()
const emit = defineEmits<{ beside: [mistake: string, name: string] }>()
/** In whole words at first sight; the rest is a press away. */
const FEW = 3
const all = ref(false)
const open = ref('')
/** Of the mistakes that give an answer here those whose answer is theirs alone. */
const apart = computed(() => {
  const { likely_wrong, silent } = props.looked
  const lucky = silent.filter((mistake) => !mistake.why).length
  return { told: likely_wrong.filter((wrong) => !wrong.like.length).length, of: likely_wrong.length + lucky }
})
const opened = ref<OpenedMistake | null>(null)
const opening = useRequest()
const disproved = ref<Disproved | null>(null)
const disproving = useRequest()

/** What is opened is told in full, and disproved as well on the simplest numbers; that comes a little later. */
async function toggle(mistake: string) {
  open.value = open.value === mistake ? '' : mistake
  opened.value = null
  disproved.value = null
  opening.drop()
  disproving.drop()
  if (!open.value) return
  const body = { ...props.body, mistake }
  const told = await opening.ask((signal) => api.POST('/api/likely-wrong', { body, signal }))
  if (!told || open.value !== mistake) return
  opened.value = told
  const found = await disproving.ask((signal) => api.POST('/api/disproof', { body, signal }))
  if (found && open.value === mistake) disproved.value = found
}
</script>

<template>
  <h3 class="mistakes-title">
    Likely wrong answers
  </h3>
  <p v-if="looked.likely_wrong.length" class="told-apart" title="A mistake is told apart where its wrong answer is none of another's, and not the right one by luck">
    Mistakes this item would tell apart: {{ apart.told }} of {{ apart.of }}
  </p>
  <ul class="mistakes">
    <li
      v-for="wrong in all ? looked.likely_wrong : looked.likely_wrong.slice(0, FEW)"
      :key="wrong.mistake"
      class="mistake"
      :class="{ opened: open === wrong.mistake }"
      :data-mistake="wrong.mistake"
    >
      <button
        type="button"
        class="mistake-head"
        :aria-expanded="open === wrong.mistake"
        @click="toggle(wrong.mistake)"
      >
        <span class="lozenge" aria-hidden="true">{{ wrong.letter }}</span>
        <span class="wrong-answer"><MathText :of="wrong.answer" /></span>
        <span
          v-if="looked.estimates.length"
          class="verdict"
          :class="wrong.caught ? 'caught' : 'passes'"
          :title="wrong.caught ? 'the estimate would catch it' : 'the estimate would let it pass'"
        >
          <span class="hidden">{{ wrong.caught ? 'the estimate would catch it' : 'the estimate would let it pass' }}</span>
        </span>
        <span class="mistake-name">{{ wrong.name }}</span>
      </button>
      <div v-if="open === wrong.mistake" class="mistake-body">
        <p v-if="opening.fault.value" role="alert">{{ opening.fault.value.message }}</p>
        <template v-if="opened">
          <p>The pupil seems to believe: {{ opened.belief }}.</p>
          <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
          <p v-html="opened.shows_html" />
          <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
          <p><b>Ask:</b> <span v-html="opened.question_html" /></p>
          <PictureWithCaption v-if="opened.picture" class="counter-picture" :of="opened.picture" />
        </template>
        <template v-if="disproved?.said">
          <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
          <p class="disproof" v-html="disproved.said_html" />
          <PictureWithCaption v-if="disproved.picture" class="counter-picture" :of="disproved.picture" />
        </template>
        <p v-if="wrong.like.length">Gives the same here: {{ wrong.like.join('; ') }}.</p>
        <p v-if="opened" class="quiet">First met: {{ opened.met }} (from memory). {{ opened.source }}</p>
        <PressButton
          label="Lay the wrong working beside"
          size="small"
          variant="outlined"
          @click="emit('beside', wrong.mistake, wrong.name)"
        />
      </div>
    </li>
    <li v-if="!all && looked.likely_wrong.length > FEW">
      <button type="button" class="quiet-button more-mistakes" @click="all = true">{{ looked.likely_wrong.length - FEW }} more</button>
    </li>
    <li v-if="looked.likely_wrong.length === 0" class="quiet">None of the mistakes I know can be made here.</li>
  </ul>
  <p v-if="looked.likely_wrong.length && looked.estimates.length" class="verdict-key quiet">
    <span class="verdict caught" /> the estimate catches it <span class="verdict passes" /> lets it pass
  </p>
</template>

<style scoped>
.mistakes-title {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}

.told-apart {
  font-weight: 400;
  font-size: 0.84rem;
  color: var(--quiet);
}

.mistakes {
  display: grid;
  grid-template-columns: 1.4rem minmax(2.2rem, max-content) 0.9rem minmax(0, 1fr);
  gap: 0.15rem 0.35rem;
}

.mistakes > li {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: subgrid;
}

.mistakes > li > * {
  grid-column: 1 / -1;
}

.more-mistakes {
  justify-self: start;
}

.mistake-name {
  grid-column: 4;
  font-size: 0.88rem;
}

.mistake-head {
  width: 100%;
  font: inherit;
  font-size: 0.9rem;
  color: inherit;
  text-align: left;
  background: none;
  border: 0;
  border-radius: 3px;
  padding: 0.06rem 0;
  cursor: pointer;
  display: grid;
  grid-template-columns: subgrid;
  align-items: center;
  line-height: 1.25;
}

.mistake-head:hover,
.mistake.opened .mistake-head {
  background: var(--sheet);
}

.counter-picture {
  --scale: 0.82;
}

.mistake-body p:has(math) {
  line-height: 2;
}

.mistake-body {
  padding: 0.2rem 0 0.5rem 1.9rem;
  font-size: 0.88rem;
  display: grid;
  gap: 0.2rem;
  justify-items: start;
}

.lozenge {
  width: 1.15rem;
  height: 1.15rem;
  display: grid;
  place-items: center;
  position: relative;
  isolation: isolate;
  font-weight: 600;
  font-size: 0.72rem;
  margin-left: 0.15rem;
}

.lozenge::before {
  content: '';
  position: absolute;
  inset: 2px;
  transform: rotate(45deg);
  border: 1.3px solid var(--wrong-ink);
  background: var(--wrong-ground);
  z-index: -1;
}

.wrong-answer {
  background: repeating-linear-gradient(45deg, var(--wrong-ground) 0 4px, var(--wrong-stripe) 4px 8px);
  justify-self: start;
  padding: 0 0.3rem;
  border: 1px solid var(--wrong-edge);
  border-radius: 2px;
  font-size: 0.8rem;
  line-height: 1.5;
  white-space: nowrap;
}

.verdict::before {
  font-weight: 600;
}

.verdict.caught::before {
  content: '✓';
}

.verdict.passes::before {
  content: '○';
}

.verdict-key {
  font-size: 0.86rem;
}
</style>
