<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import SelectButton from 'primevue/selectbutton'
import ToggleSwitch from 'primevue/toggleswitch'
import { computed, onMounted, reactive, ref } from 'vue'
import { api, ApiFault, data, type Aims, type Limits, type Plan } from '@/api/client'
import { useSets } from '@/desk/useSets'
import { useSettings } from '@/desk/useSettings'

/** What the class can do, what is new, and within which bounds: the wishes that a ladder is drawn by. */
const emit = defineEmits<{ drawn: [] }>()

type Standing = 'can' | 'new' | 'not yet'
const STANDINGS: Standing[] = ['can', 'new', 'not yet']
const TABLES = [2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]
const WIDEST: Required<Limits> = {
  largest_bottom: 12,
  largest_common: 60,
  largest_whole: 12,
  places: 2,
  tables: TABLES,
  largest_fact: 12,
  only_wholes: false,
}
const NUMBERS: { id: 'largest_bottom' | 'largest_common' | 'largest_whole' | 'largest_fact' | 'places'; name: string }[] =
  [
    { id: 'largest_bottom', name: 'Largest {bottom}' },
    { id: 'largest_common', name: 'Largest common {bottom}' },
    { id: 'largest_whole', name: 'Largest whole number' },
    { id: 'largest_fact', name: 'Facts up to × ' },
    { id: 'places', name: 'Decimal places' },
  ]
const BOUNDS = {
  largest_bottom: [2, 100],
  largest_common: [2, 1000],
  largest_whole: [1, 200],
  largest_fact: [5, 100],
  places: [1, 4],
} as const

const sets = useSets()
const settings = useSettings()
const bottom = computed(() => settings.settings.words?.bottom ?? 'bottom')
const offered = ref<Aims | null>(null)
const chosen = ref('')
const family = ref('')
const standing = ref<Record<string, Standing>>({})
const limits = reactive<Required<Limits>>({ ...WIDEST })
const count = ref(12)
const review = ref(0)
const seed = ref(1)
const name = ref('')
const told = ref('')
const drawing = ref(false)

const climb = computed(() => offered.value?.families.find((f) => f.id === family.value)?.climb ?? [])
const aim = computed(() => offered.value?.aims.find((a) => a.id === chosen.value))
const plan = computed<Plan>(() => ({
  family: family.value,
  can: climb.value.filter((d) => standing.value[d.id] === 'can').map((d) => d.id),
  new: climb.value.filter((d) => standing.value[d.id] === 'new').map((d) => d.id),
  count: count.value,
  review: review.value,
  limits: { ...limits, tables: [...limits.tables] },
  seed: String(seed.value),
}))

const boundsTold = computed(() => {
  const tables = limits.tables.length === TABLES.length ? 'all tables' : `tables of ${[...limits.tables].join(', ')}`
  const wholes = limits.only_wholes ? ', whole numbers only' : ''
  return `${bottom.value}s to ${limits.largest_bottom}, common to ${limits.largest_common}, wholes to ${limits.largest_whole}, ${tables}${wholes}`
})

function take(from: Plan) {
  family.value = from.family
  standing.value = Object.fromEntries([
    ...(from.can ?? []).map((id) => [id, 'can'] as const),
    ...(from.new ?? []).map((id) => [id, 'new'] as const),
  ])
  Object.assign(limits, WIDEST, from.limits)
  count.value = from.count ?? 12
  review.value = from.review ?? 0
  seed.value = Number(from.seed) || 1
}

function startFrom(id: string) {
  chosen.value = id
  if (aim.value) take(aim.value.plan)
}

async function load() {
  offered.value = await data(api.GET('/api/aims'))
}

onMounted(async () => {
  await load()
  const kept = sets.inHand?.plan
  if (kept) take(kept)
  else startFrom(offered.value?.aims[3]?.id ?? '')
})

async function draw(other = false) {
  if (other) seed.value += 1
  drawing.value = true
  told.value = ''
  if (await sets.build(plan.value)) emit('drawn')
  drawing.value = false
}

async function keepAim() {
  try {
    const kept = await data(api.POST('/api/aims', { body: { name: name.value, plan: plan.value } }))
    await load()
    chosen.value = kept.id
    told.value = `Kept as “${kept.name}”.`
    name.value = ''
  } catch (fault) {
    if (!(fault instanceof ApiFault)) throw fault
    told.value = fault.message
  }
}

async function forgetAim() {
  if (!aim.value?.kept) return
  await data(api.DELETE('/api/aims/{aim_id}', { params: { path: { aim_id: aim.value.id } } }))
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
      <Button v-if="aim?.kept" label="Forget this aim" size="small" variant="text" @click="forgetAim" />
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
      </li>
    </ul>
    <details class="bounds-part">
      <summary>
        Bounds <span class="quiet">{{ boundsTold }}</span>
      </summary>
      <div class="bounds">
        <label v-for="number in NUMBERS" :key="number.id">
          {{ number.name.replace('{bottom}', bottom) }}
          <input
            v-model.number="limits[number.id]"
            type="number"
            class="p-inputtext p-inputtext-sm few-digits"
            :min="BOUNDS[number.id][0]"
            :max="BOUNDS[number.id][1]"
          />
        </label>
        <span class="tables-choice">
          <span id="tables-name">Tables</span>
          <SelectButton v-model="limits.tables" :options="TABLES" multiple size="small" aria-labelledby="tables-name" />
        </span>
        <label><ToggleSwitch v-model="limits.only_wholes" /> Whole numbers only</label>
      </div>
    </details>
    <div class="aim-draw">
      <label>Rungs <input v-model.number="count" type="number" class="p-inputtext p-inputtext-sm few-digits" min="1" max="40" /></label>
      <label>Mixed review <input v-model.number="review" type="number" class="p-inputtext p-inputtext-sm few-digits" min="0" max="20" /></label>
      <Button label="Draw the ladder" :loading="drawing" @click="draw()" />
      <Button label="Other numbers" variant="outlined" :disabled="drawing" @click="draw(true)" />
      <form class="keep-aim" @submit.prevent="keepAim">
        <InputText v-model="name" size="small" maxlength="120" placeholder="Name to keep this aim" aria-label="Name to keep this aim" />
        <Button type="submit" label="Keep" size="small" variant="text" :disabled="!name.trim()" />
      </form>
      <span role="status" class="quiet">{{ told }}</span>
    </div>
  </section>
</template>
