<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import { onMounted, ref } from 'vue'
import { api, type EyeCase } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useSets } from '@/desk/useSets'
import MathText from '@/shared/MathText.vue'
import StoryText from '@/shared/StoryText.vue'

/** An invented answer is shown, the teacher names the cause, and it is seen what it was. */
const emit = defineEmits<{ close: [] }>()
const sets = useSets()
const asking = useRequest({ shown: true })
const eye = ref<EyeCase | null>(null)
const chosen = ref('')
const withLines = ref(false)
const score = ref({ seen: 0, of: 0 })
const begun = Date.now()
let drawn = 0

async function another() {
  const set = sets.inHandId
  if (!set) return
  const params = { path: { set_id: set } }
  const found = await asking.ask((signal) =>
    api.POST('/api/sets/{set_id}/eye', { params, body: { seed: `${begun}/${drawn++}` }, signal }),
  )
  if (!found) return
  eye.value = found
  chosen.value = ''
  withLines.value = false
}
onMounted(async () => {
  await sets.begin()
  await another()
})

function choose(mistake: string) {
  if (chosen.value || !eye.value) return
  chosen.value = mistake
  score.value = { seen: score.value.seen + Number(mistake === eye.value.was), of: score.value.of + 1 }
}
</script>

<template>
  <section class="eye" aria-label="Train the eye">
    <header>
      <h2>What led there? <span class="invented">an invented answer</span></h2>
      <span class="quiet">{{ sets.inHand?.name }}<template v-if="score.of">: {{ score.seen }} of {{ score.of }} seen</template></span>
      <PressButton icon="pi pi-times" size="small" variant="text" aria-label="Close" @click="emit('close')" />
    </header>
    <p v-if="!sets.inHandId" class="quiet">Choose a set in Line up first.</p>
    <p v-else-if="asking.fault.value" role="alert">{{ asking.fault.value.message }}</p>
    <template v-else-if="eye">
      <StoryText v-if="eye.blocks.length" :blocks="eye.blocks" />
      <p v-else class="problem"><span class="quiet">Item {{ eye.number }}</span> <MathText :of="eye.problem" /> <span class="quiet">{{ eye.asked }}</span></p>
      <p class="answer">“{{ eye.answer }}”</p>
      <PressButton v-if="eye.lines.length > 1 && !withLines" label="see the working" size="small" variant="text" @click="withLines = true" />
      <ol v-if="withLines" class="lines">
        <li v-for="(line, index) in eye.lines" :key="index"><code>{{ line }}</code></li>
      </ol>
      <div class="choices">
        <PressButton
          v-for="choice in eye.choices"
          :key="choice.mistake"
          :label="choice.name"
          size="small"
          variant="outlined"
          :disabled="!!chosen && choice.mistake !== chosen && choice.mistake !== eye.was"
          :class="{ was: chosen && choice.mistake === eye.was, missed: chosen === choice.mistake && choice.mistake !== eye.was }"
          @click="choose(choice.mistake)"
        />
      </div>
      <div v-if="chosen" aria-live="polite" class="was-told">
        <p>
          <b>{{ chosen === eye.was ? 'Seen.' : 'It was another.' }}</b> {{ eye.name }}: as it seems, {{ eye.belief }}.
          <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
          <span v-html="eye.shows_html" />
        </p>
        <p v-if="eye.also.length" class="quiet">The answer alone cannot tell it from: {{ eye.also.join('; ') }}.</p>
        <PressButton label="Another" size="small" @click="another" />
      </div>
    </template>
  </section>
</template>

<style scoped>
.eye {
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 0.7rem 1rem;
  margin-bottom: 0.8rem;
  display: grid;
  gap: 0.5rem;
  justify-items: start;
}

header {
  display: flex;
  gap: 1rem;
  align-items: center;
  width: 100%;
}

header :deep(.p-button) {
  margin-left: auto;
}

.invented {
  font-weight: 400;
  font-size: 0.86rem;
  border: 1px dashed var(--estimate);
  padding: 0 0.35rem;
  margin-left: 0.5rem;
}

.problem {
  font-size: 1.2rem;
}

.answer {
  font-size: 1.3rem;
}

.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
}

.choices .was {
  box-shadow: inset 0 -3px 0 var(--blue);
}

.choices .missed {
  background: repeating-linear-gradient(45deg, var(--wrong-ground) 0 4px, var(--wrong-stripe) 4px 8px);
}

.was-told {
  display: grid;
  gap: 0.4rem;
  justify-items: start;
}

.was-told p:has(math) {
  line-height: 1.9;
}
</style>
