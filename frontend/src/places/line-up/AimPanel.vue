<script setup lang="ts">
import PressButton from '@/shared/PressButton.vue'
import Checkbox from 'primevue/checkbox'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import SelectButton from 'primevue/selectbutton'
import { computed, nextTick, onMounted, ref, useTemplateRef } from 'vue'
import { api, type Aims } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { useSetActs } from '@/desk/useSetActs'
import { useSets } from '@/desk/useSets'
import { focusOn } from '@/shared/focusing'
import BoundsFields from './BoundsFields.vue'
import { STANDINGS, useWishes } from './useWishes'

/** What the class can do, what is new, and within which bounds: the wishes that a ladder is drawn by. */
const emit = defineEmits<{ drawn: [] }>()

const sets = useSets()
const acts = useSetActs()
const reading = useRequest()
const keeping = useRequest({ reads: false, shown: true })
const forgetting = useRequest({ reads: false })
const offered = ref<Aims | null>(null)
const chosen = ref('')
const name = ref('')
const told = ref('')
const drawing = ref(false)
const aim = computed(() => offered.value?.aims.find((a) => a.id === chosen.value))
const { family, standing, limits, count, review, paired, story, stories, seed, rungs, climb, pair, plan, take } = useWishes(() => offered.value?.families ?? [])

function startFrom(id: string) {
  chosen.value = id
  if (aim.value) take(aim.value.plan)
}

async function load() {
  const found = await reading.ask((signal) => api.GET('/api/aims', { signal }))
  if (found) offered.value = found
}

onMounted(async () => {
  await load()
  const kept = sets.inHand?.plan
  if (kept) take(kept)
  else startFrom(offered.value?.aims[3]?.id ?? '')
})

const own = computed(() => sets.inHand?.examples.filter((example) => example.task.locked).length ?? 0)
const asked = ref(false)
const keepsOwn = useTemplateRef('keepsOwn')

/** What was made by hand is not drawn over unless that is said. */
async function draw(other = false) {
  if (other) seed.value += 1
  told.value = ''
  if (!own.value) return drawnWith(false)
  asked.value = true
  await nextTick()
  focusOn(keepsOwn.value)
}

async function drawnWith(replace: boolean) {
  asked.value = false
  drawing.value = true
  if (await acts.build(plan.value, replace)) emit('drawn')
  drawing.value = false
}

async function keepAim() {
  const body = { name: name.value, plan: plan.value }
  const kept = await keeping.ask((signal) => api.POST('/api/aims', { body, signal }))
  if (!kept) {
    told.value = keeping.fault.value?.message ?? ''
    return
  }
  await load()
  chosen.value = kept.id
  told.value = `Kept as “${kept.name}”.`
  name.value = ''
}

async function forgetAim() {
  if (!aim.value?.kept) return
  const path = { aim_id: aim.value.id }
  if (!(await forgetting.ask((signal) => api.DELETE('/api/aims/{aim_id}', { params: { path }, signal })))) return
  chosen.value = ''
  await load()
}
</script>

<template>
  <section v-if="offered" class="aim" aria-labelledby="aim-title">
    <h2 id="aim-title">From what the class can do to the aim</h2>
    <div class="aim-start">
      <label for="aim-ready">Start from</label>
      <Select
        input-id="aim-ready"
        aria-label="Start from"
        :model-value="chosen"
        :options="offered.aims"
        option-label="name"
        option-value="id"
        placeholder="an aim"
        size="small"
        @update:model-value="startFrom($event)"
      />
      <PressButton v-if="aim?.kept" label="Forget this aim" size="small" variant="text" @click="forgetAim" />
      <label for="aim-family">Items</label>
      <Select
        v-model="family"
        input-id="aim-family"
        aria-label="Items"
        :options="offered.families"
        option-label="name"
        option-value="id"
        size="small"
      />
    </div>
    <div class="aim-draw">
      <label>Rungs <input v-model.number="count" type="number" class="p-inputtext p-inputtext-sm few-digits" min="1" max="40" /></label>
      <label>Mixed review <input v-model.number="review" type="number" class="p-inputtext p-inputtext-sm few-digits" min="0" max="20" /></label>
      <span v-if="asked" class="keep-own" role="group" aria-label="What you made by hand">
        <PressButton ref="keepsOwn" :label="`Keep my ${own}`" @click="drawnWith(false)" />
        <PressButton label="Replace all" variant="outlined" @click="drawnWith(true)" />
        <PressButton label="Leave it" variant="text" @click="asked = false" />
      </span>
      <template v-else>
        <PressButton label="Draw the ladder" :loading="drawing" @click="draw()" />
        <PressButton label="Other numbers" variant="outlined" :disabled="drawing" @click="draw(true)" />
      </template>
      <form class="keep-aim" @submit.prevent="keepAim">
        <InputText v-model="name" size="small" maxlength="120" placeholder="Name to keep this aim" aria-label="Name to keep this aim" />
        <PressButton type="submit" label="Keep" size="small" variant="text" :disabled="!name.trim()" />
      </form>
      <span role="status" class="quiet">{{ told }}</span>
    </div>
    <ul class="standings">
      <li v-for="demand in climb" :key="demand.id">
        <span :title="demand.place">{{ demand.name }}</span>
        <SelectButton
          :model-value="standing[demand.id] ?? 'not yet'"
          :options="STANDINGS"
          :allow-empty="false"
          size="small"
          :aria-label="demand.name"
          @update:model-value="standing[demand.id] = $event"
        />
        <label v-if="standing[demand.id] === 'new'" class="rungs-of">
          <input
            v-model.number="rungs[demand.id]"
            type="number"
            class="p-inputtext p-inputtext-sm few-digits"
            min="1"
            max="40"
            placeholder="shared"
            :aria-label="`Rungs for ${demand.name}`"
          />
          rungs
        </label>
      </li>
    </ul>
    <label v-if="pair.length" class="pair">
      <Checkbox v-model="paired" binary />
      <span>With a pair that looks alike: one is “{{ pair[0]?.name }}”, the other is not</span>
    </label>
    <label v-if="stories.length" class="pair">
      <span>Told as a story</span>
      <Select
        v-model="story"
        :options="[{ id: 'no', name: 'no' }, { id: 'any', name: 'of any kind' }, ...stories]"
        option-label="name"
        option-value="id"
        size="small"
        aria-label="Told as a story"
      />
    </label>
    <BoundsFields v-model="limits" />
  </section>
</template>

<style scoped>
.aim {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0.75rem 1rem;
  margin-bottom: 0.75rem;
}

.aim-start,
.aim-draw {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 0.8rem;
}

.aim-start,
.aim-draw {
  margin: 0.5rem 0;
}

.standings {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(21rem, 1fr));
  gap: 0.25rem 1.5rem;
}

.standings li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
  gap: 0 0.5rem;
  border-bottom: 1px dotted var(--rule);
}

.pair {
  display: flex;
  align-items: center;
  gap: 0.5rem;
  margin-top: 0.6rem;
}

.few-digits {
  width: 5.2rem;
}

.standings :deep(.p-selectbutton) {
  flex: none;
  white-space: nowrap;
}

.aim-draw label {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
}

.standings :deep(.p-togglebutton) {
  padding: 0.15rem 0.5rem;
  min-width: 2rem;
}

.keep-aim,
.keep-own {
  display: inline-flex;
  gap: 0.4rem;
}

.rungs-of {
  grid-column: 2;
  display: flex;
  justify-content: flex-end;
  align-items: center;
  gap: 0.4rem;
  padding-bottom: 0.2rem;
  font-size: 0.92rem;
}
</style>
