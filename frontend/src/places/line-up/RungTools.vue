<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import Checkbox from 'primevue/checkbox'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import SelectButton from 'primevue/selectbutton'
import { computed, ref, watch } from 'vue'
import { api, type Fading, type Glance, type Looked, type ShownExample } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useSetActs, type Swap } from '@/desk/useSetActs'
import { useSets } from '@/desk/useSets'
import { useSettings } from '@/desk/useSettings'
import MathText from '@/shared/MathText.vue'
import StoryText from '@/shared/StoryText.vue'

/** What can be done with one rung: other numbers, what stands beside it, how much of it is worked. */
const props = defineProps<{ example: ShownExample; glance: Glance | null }>()

const sets = useSets()
const acts = useSetActs()
const settings = useSettings()
const emit = defineEmits<{ move: [by: number] }>()
const typed = ref(props.example.typed)
const mistake = ref('')
const offering = useRequest({ shown: true })
/** What would stand in its place; nothing is changed before it is taken. */
const offer = ref<{ how: Swap; seed: string; example: ShownExample } | null>(null)
const noOffer = ref('')
let draws = 0

const WAYS: { how: Swap; name: string }[] = [
  { how: 'another', name: 'Another like this' },
  { how: 'easier', name: 'One step easier' },
  { how: 'harder', name: 'One step harder' },
  { how: 'other-operation', name: 'Same numbers, other operation' },
]

async function look(how: Swap) {
  const seed = String((draws += 1))
  const params = { path: { set_id: sets.inHandId ?? '', example_id: props.example.id } }
  const body = { how, seed }
  const found = await offering.ask((signal) =>
    api.POST('/api/sets/{set_id}/examples/{example_id}/offer', { params, body, signal }),
  )
  offer.value = found ? { how, seed, example: found } : null
  noOffer.value = found ? '' : (offering.fault.value?.message ?? '')
}

async function takeOffer() {
  const taken = offer.value
  if (taken && (await acts.swap(props.example.id, taken.how, taken.seed))) offer.value = null
}

/** A choice question: which wrong answers stand beside the right one; the likeliest where none is ticked. */
const MOST = 4
const rule = ref(props.example.task.rule)
const looking = useRequest({ shown: true })
const likely = ref<Looked['likely_wrong']>([])
const ticked = computed(() => {
  const own = props.example.task.choices
  return own.length ? own : likely.value.slice(0, MOST).map((wrong) => wrong.mistake)
})

async function lookForWrong() {
  const body = { text: props.example.typed, school: props.example.school, turns: [], policy: settings.settings.policy, ...settings.manner }
  const found = await looking.ask((signal) => api.POST('/api/second-look', { body, signal }))
  const answers = new Set<string>()
  likely.value = (found?.likely_wrong ?? []).filter(({ answer }) => !answers.has(answer.text) && answers.add(answer.text))
}
watch(
  () => [props.example.task.role, props.example.typed],
  ([role]) => role === 'choice' && void lookForWrong(),
  { immediate: true },
)

function asChoice(on: boolean) {
  const role = on ? 'choice' : props.example.task.required.length ? 'rung' : 'item'
  void sets.changeTask(props.example.id, { ...props.example.task, role })
}
function tick(mistake: string, on: boolean) {
  const choices = on ? [...ticked.value, mistake] : ticked.value.filter((m) => m !== mistake)
  void sets.changeTask(props.example.id, { ...props.example.task, choices })
}
function keepRule() {
  void sets.changeTask(props.example.id, { ...props.example.task, rule: rule.value.trim() })
}

// The panel stays open at its number: what stands there now is what it is about.
watch(
  () => props.example.typed,
  (now) => {
    typed.value = now
    rule.value = props.example.task.rule
    offer.value = null
    mistake.value = ''
  },
)

const KINDS = [
  { id: 'worked', name: 'worked' },
  { id: 'partly', name: 'partly' },
  { id: 'bare', name: 'bare' },
]
const SIDES = [
  { id: 'end', name: 'from the end back' },
  { id: 'start', name: 'from the start on' },
]
const WHAT = [
  { id: 'line', name: 'whole lines' },
  { id: 'numbers', name: 'the numbers that change' },
]
const fading = computed<Fading>(
  () => props.example.task.fading ?? { kind: 'worked', side: 'end', lines: 1, what: 'line' },
)
const mistakes = computed(
  () => props.glance?.mistakes.filter((m) => m.revealed_by.includes(props.example.id)) ?? [],
)
const text = computed(() => props.example.typed)

function fade(change: Partial<Fading>) {
  void sets.changeTask(props.example.id, { ...props.example.task, fading: { ...fading.value, ...change } })
}
</script>

<template>
  <div class="rung-tools">
    <div role="group" aria-label="Other numbers">
      <PressButton
        v-for="way in WAYS"
        :key="way.how"
        :label="way.name"
        size="small"
        variant="outlined"
        :loading="offering.asking.value && offer?.how === way.how"
        @click="look(way.how)"
      />
    </div>
    <div v-if="offer" class="offer" role="group" aria-label="What would stand here">
      <span class="quiet">would be</span>
      <StoryText v-if="offer.example.told" :blocks="offer.example.blocks" />
      <span v-else class="offered">
        <MathText :of="offer.example.problem" /> {{ offer.example.sign || '→' }} <MathText :of="offer.example.answer" />
      </span>
      <span class="quiet">{{ offer.example.demands.map((d) => d.name).join(' · ') }}</span>
      <span v-if="offer.example.judged">{{ offer.example.judged }}</span>
      <PressButton label="Take it" size="small" @click="takeOffer" />
      <PressButton v-if="offer.how !== 'other-operation'" label="Other numbers" size="small" variant="text" @click="look(offer.how)" />
      <PressButton label="Leave it" size="small" variant="text" @click="offer = null" />
    </div>
    <p v-if="noOffer" role="status">{{ noOffer }}</p>
    <form role="group" aria-label="Type it by hand" @submit.prevent="acts.typeOver(example.id, typed)">
      <InputText v-model="typed" size="small" :aria-label="`Type over ${text}`" maxlength="300" autocomplete="off" />
      <PressButton type="submit" label="Type over" size="small" variant="text" :disabled="!typed.trim()" />
      <PressButton label="Move up" icon="pi pi-arrow-up" size="small" variant="text" @click="emit('move', -1)" />
      <PressButton label="Move down" icon="pi pi-arrow-down" size="small" variant="text" @click="emit('move', 1)" />
    </form>
    <div role="group" aria-label="Beside it">
      <PressButton label="Contrast beside it" size="small" variant="outlined" @click="acts.putBeside(example.id, 'contrast')" />
      <PressButton label="Your turn beside it" size="small" variant="outlined" @click="acts.putBeside(example.id, 'turn')" />
      <Select
        v-model="mistake"
        :options="mistakes"
        option-label="name"
        option-value="mistake"
        placeholder="Find the mistake …"
        size="small"
        aria-label="The mistake to be found"
        @update:model-value="acts.putBeside(example.id, 'find', $event)"
      />
    </div>
    <form role="group" aria-label="For the class" @submit.prevent="keepRule">
      <label class="as-choice">
        <Checkbox :model-value="example.task.role === 'choice'" binary @update:model-value="asChoice($event)" /> <span>Answers to choose from</span>
      </label>
      <Select
        :model-value="example.task.mistake || null"
        :options="mistakes"
        option-label="name"
        option-value="mistake"
        placeholder="Wrong on purpose: the likeliest"
        size="small"
        aria-label="The mistake shown wrong on purpose"
        @update:model-value="sets.changeTask(example.id, { ...example.task, mistake: $event })"
      />
      <InputText v-model="rule" size="small" class="rule" maxlength="400" placeholder="A rule in your words behind it" aria-label="A rule in your words, set behind it" />
      <PressButton type="submit" label="Set" size="small" variant="text" :disabled="rule.trim() === example.task.rule" />
    </form>
    <ul v-if="example.task.role === 'choice'" class="ticks" aria-label="Wrong answers to choose from">
      <li v-for="wrong in likely" :key="wrong.mistake">
        <label>
          <Checkbox :model-value="ticked.includes(wrong.mistake)" binary @update:model-value="tick(wrong.mistake, $event)" />
          <MathText :of="wrong.answer" /> <span class="quiet">{{ wrong.name }}</span>
        </label>
      </li>
      <li v-if="!likely.length" class="quiet">{{ looking.asking.value ? 'Looking for wrong answers …' : 'No mistake gives another answer here.' }}</li>
    </ul>
    <div role="group" aria-label="How much is worked">
      <SelectButton
        :model-value="fading.kind"
        :options="KINDS"
        option-label="name"
        option-value="id"
        :allow-empty="false"
        size="small"
        aria-label="How much is worked"
        @update:model-value="fade({ kind: $event })"
      />
      <template v-if="fading.kind === 'partly'">
        <Select :model-value="fading.side" :options="SIDES" option-label="name" option-value="id" size="small" aria-label="Blanked from which side" @update:model-value="fade({ side: $event })" />
        <Select :model-value="fading.lines" :options="[1, 2, 3, 4, 5, 6]" size="small" aria-label="Lines left to the pupil" @update:model-value="fade({ lines: $event })" />
        <span>{{ fading.lines === 1 ? 'line' : 'lines' }} left blank:</span>
        <Select :model-value="fading.what" :options="WHAT" option-label="name" option-value="id" size="small" aria-label="What is left blank" @update:model-value="fade({ what: $event })" />
      </template>
    </div>
  </div>
</template>

<style scoped>
.rung-tools > * {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 0.8rem;
}

.rung-tools .offer {
  border-left: 4px solid var(--blue);
  padding-left: 0.6rem;
}

.as-choice,
.ticks label {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
}

.rule {
  flex: 1 1 18rem;
}

.ticks {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1.2rem;
}

.offered {
  font-size: 1.25rem;
}

.rung-tools {
  grid-column: 1 / -1;
  display: grid;
  gap: 0.4rem;
  padding: 0.4rem 0 0.6rem 2.6rem;
}

@media (--narrow) {
  .rung-tools {
    padding-left: 0;
  }
}
</style>
