<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { ShownExample } from '@/api/client'
import { useNamedSet } from '@/desk/useNamedSet'
import { useSchool } from '@/desk/useSchool'
import { useSets } from '@/desk/useSets'
import SetTrouble from '@/shared/SetTrouble.vue'
import AimPanel from './AimPanel.vue'
import DemandFilter from './DemandFilter.vue'
import ExampleRow from './ExampleRow.vue'
import GlancePanel from './GlancePanel.vue'
import RungTools from './RungTools.vue'
import SetHead from './SetHead.vue'
import SetList from './SetList.vue'
import SharePanel from './SharePanel.vue'
import TryPanel from './TryPanel.vue'
import { useGlance } from './useGlance'
import { useOrder } from './useOrder'

/** The set in hand as a ladder: drawn from an aim, looked at as a whole, each item changed, moved, filtered. */
const router = useRouter()
const sets = useSets()
const school = useSchool()
useNamedSet()

const told = ref('')
const aiming = ref(false)
const glancing = ref(false)
const sharing = ref(false)
const trying = ref(false)
const opened = ref<string | null>(null)
const finding = ref('')
const examples = computed(() => sets.inHand?.examples ?? [])
const glance = useGlance(computed(() => glancing.value || opened.value !== null))
const { dragged, over, move, drop, endDrag } = useOrder()
const rows = new Map<string, InstanceType<typeof ExampleRow>>()

const fits = (example: ShownExample) => !finding.value || example.demands.some((d) => d.id === finding.value)

function hold(id: string, row: unknown) {
  if (row) rows.set(id, row as InstanceType<typeof ExampleRow>)
  else rows.delete(id)
}

async function step(example: ShownExample, by: number) {
  const number = await move(example.id, by)
  if (number !== null) told.value = `${example.typed} is now number ${number}.`
  await nextTick()
  rows.get(example.id)?.focus()
}

function openInWork(example: ShownExample) {
  school.hold({ ...example.school })
  void router.push({ name: 'work', query: { problem: example.typed, example: example.id } })
}
</script>

<template>
  <div class="line-up">
    <SetList />
    <section class="set" aria-labelledby="set-title">
      <template v-if="sets.inHand">
        <SetHead v-model:aiming="aiming" v-model:glancing="glancing" v-model:sharing="sharing" v-model:trying="trying" />
        <SetTrouble />
        <p class="hidden" role="status">{{ told }}</p>
        <TryPanel v-if="trying && sets.inHand.examples.length" />
        <SharePanel v-if="sharing && !sets.inHand.owner" :key="`share ${sets.inHand.id}`" :set-id="sets.inHand.id" />
        <AimPanel v-if="aiming && !sets.inHand.owner" :key="sets.inHand.id" @drawn="glancing = true" />
        <GlancePanel v-if="glancing && glance && examples.length" :glance="glance" :examples="examples" />
        <DemandFilter v-model="finding" :examples="examples" />
        <ol v-if="examples.length" class="examples">
          <ExampleRow
            v-for="(example, index) in examples"
            v-show="fits(example)"
            :key="example.id"
            :ref="(row) => hold(example.id, row)"
            :example="example"
            :index="index"
            :last="index === examples.length - 1"
            :opened="opened === example.id"
            :fixed="Boolean(sets.inHand.owner)"
            :class="{ dragged: dragged === example.id, over: over === example.id }"
            @work="openInWork(example)"
            @open="opened = opened === example.id ? null : example.id"
            @move="step(example, $event)"
            @dragstart="dragged = example.id"
            @dragover.prevent="over = example.id"
            @dragend="endDrag"
            @drop.prevent="drop(example.id)"
          >
            <RungTools v-if="opened === example.id" :example="example" :glance="glance" />
          </ExampleRow>
        </ol>
        <p v-if="examples.length === 0" class="quiet">
          Nothing in this set yet. Draw a ladder here, or work a problem and press Keep.
        </p>
      </template>
      <template v-else>
        <h1 id="set-title">Line up</h1>
        <SetTrouble />
        <p class="quiet">Make a set on the left; then keep examples in it from Work.</p>
      </template>
    </section>
  </div>
</template>

<style scoped>
.line-up {
  display: grid;
  grid-template-columns: 17rem minmax(0, 1fr);
  gap: 1.5rem;
  align-items: start;
}

.examples {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
}

@media (--medium) {
  .line-up {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
