<script setup lang="ts">
import '@/styles/more-icons.css'
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { ShownExample } from '@/api/client'
import { countOf } from '@/desk/setChange'
import { useNamedSet } from '@/desk/useNamedSet'
import { useSchool } from '@/desk/useSchool'
import { useSetActs } from '@/desk/useSetActs'
import { useSets } from '@/desk/useSets'
import SetTrouble from '@/shared/SetTrouble.vue'
import AimPanel from './AimPanel.vue'
import ChosenBar from './ChosenBar.vue'
import ExampleRow from './ExampleRow.vue'
import GlancePanel from './GlancePanel.vue'
import RowsShown from './RowsShown.vue'
import RungTools from './RungTools.vue'
import SetHead from './SetHead.vue'
import SetList from './SetList.vue'
import SharePanel from './SharePanel.vue'
import TryPanel from './TryPanel.vue'
import { useChosen } from './useChosen'
import { useGlance } from './useGlance'
import { useOrder } from './useOrder'
import { useRows } from './useRows'

/** The set in hand as a ladder: drawn from an aim, looked at as a whole, its items changed one by one or together. */
const router = useRouter()
const sets = useSets()
const acts = useSetActs()
const school = useSchool()
useNamedSet()

const told = ref('')
const aiming = ref(false)
const glancing = ref(false)
const sharing = ref(false)
const trying = ref(false)
/** The number at which an item is open: it stays open where another comes to stand there. */
const opened = ref<number | null>(null)
const examples = computed(() => sets.inHand?.examples ?? [])
const fixed = computed(() => Boolean(sets.inHand?.owner))
const glance = useGlance(computed(() => glancing.value || opened.value !== null))
const { order, dragged, over, move, drop, endDrag } = useOrder()
const { shown, inOrder, rows } = useRows(examples)
const chosen = useChosen(order)
const numberOf = computed(() => new Map(order.value.map((id, index) => [id, index])))
/** From so many items on, also of those still on their way, only those near the window are drawn. */
const LONG = 60
const long = computed(() => rows.value.length + (sets.inHand?.rest ?? 0) > LONG)
const held = new Map<string, InstanceType<typeof ExampleRow>>()

function hold(id: string, row: unknown) {
  if (row) held.set(id, row as InstanceType<typeof ExampleRow>)
  else held.delete(id)
}

/** All that a row is drawn from: of a thousand rows only those are drawn again of which something has changed. */
function drawnFrom(example: ShownExample, at: number): unknown[] {
  const { id } = example
  const index = numberOf.value.get(id)
  const isOpen = opened.value === index
  return [
    example,
    at,
    index,
    isOpen,
    isOpen && glance.value,
    chosen.has(id),
    fixed.value,
    long.value,
    dragged.value.includes(id),
    over.value === id,
  ]
}

watch(
  () => sets.inHandId,
  () => {
    opened.value = null
    chosen.none()
    aiming.value = glancing.value = false
    shown.value = { demand: '', asks: 0, order: 'set' }
  },
)

/** After a ladder is drawn its items are what one sees. */
async function lookAtItems() {
  aiming.value = false
  chosen.none()
  await nextTick()
  held.get(rows.value[0]?.id ?? '')?.focus()
}

async function step(ids: string[], by: number) {
  const moving = move(ids, by)
  // The row moves before the move is kept, and the next step may be pressed by then.
  await nextTick()
  held.get(ids[0] ?? '')?.focus()
  const number = await moving
  const first = examples.value.find((example) => example.id === ids[0])
  if (number !== null && first) told.value = `${first.typed} is now number ${number}.`
  await nextTick()
  if (document.activeElement === document.body) held.get(ids[0] ?? '')?.focus()
}

function go(from: number, by: number, extending: boolean) {
  const [here, next] = [rows.value[from], rows.value[from + by]]
  if (!here || !next) return
  if (extending) {
    if (!chosen.has(here.id)) chosen.toggle(here.id)
    chosen.upTo(next.id)
  }
  held.get(next.id)?.focus()
}

function choose(id: string, how: 'toggle' | 'up to') {
  if (how === 'toggle') chosen.toggle(id)
  else chosen.upTo(id)
}

function drag(id: string, event: DragEvent) {
  dragged.value = chosen.with(id)
  event.dataTransfer?.setData('text/plain', id)
}

function keysOfAll(event: KeyboardEvent) {
  if ((event.target as HTMLElement).closest('input, .p-select')) return
  if ((event.ctrlKey || event.metaKey) && event.key === 'a' && !fixed.value && !sets.inHand?.rest) {
    event.preventDefault()
    chosen.all()
  } else if (event.key === 'Escape') chosen.none()
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
        <TryPanel v-if="trying && examples.length" />
        <SharePanel v-if="sharing && !fixed" :key="`share ${sets.inHand.id}`" :set-id="sets.inHand.id" />
        <AimPanel v-if="aiming && !fixed" :key="sets.inHand.id" @drawn="lookAtItems" />
        <p v-else-if="sets.inHand.aim" class="aim-told">
          {{ sets.inHand.aim }}
          <button v-if="!fixed" type="button" class="quiet-button" @click="aiming = true">Change the aim</button>
        </p>
        <GlancePanel v-if="glancing && glance && examples.length" :glance="glance" :examples="examples" />
        <p v-if="sets.inHand.rest" class="quiet" role="status">
          {{ examples.length }} of {{ countOf(sets.inHand) }} examples are here.
          <button v-if="!sets.coming" type="button" class="quiet-button" @click="sets.open(sets.inHand.id)">Load them again</button>
          <template v-else>The others are on their way.</template>
        </p>
        <RowsShown
          v-if="examples.length > 1 && !sets.inHand.rest"
          v-model="shown"
          :examples="examples"
          :fixed="fixed"
          @keep="(acts.reorder(inOrder.map((e) => e.id)), (shown.order = 'set'))"
        />
        <ol v-if="examples.length" class="examples" @keydown="keysOfAll">
          <ExampleRow
            v-for="(example, at) in rows"
            :key="example.id"
            :ref="(row) => hold(example.id, row)"
            v-memo="drawnFrom(example, at)"
            :example="example"
            :index="numberOf.get(example.id) ?? at"
            :opened="opened === numberOf.get(example.id)"
            :chosen="chosen.has(example.id)"
            :fixed="fixed"
            :long="long"
            :class="{ dragged: dragged.includes(example.id), over: over === example.id }"
            @work="openInWork(example)"
            @open="opened = opened === numberOf.get(example.id) ? null : (numberOf.get(example.id) ?? null)"
            @move="step(chosen.with(example.id), $event)"
            @go="(by, extending) => go(at, by, extending)"
            @choose="choose(example.id, $event)"
            @drag="drag(example.id, $event)"
            @dragover.prevent="over = example.id"
            @dragend="endDrag"
            @drop.prevent="drop(example.id)"
          >
            <RungTools v-if="opened === numberOf.get(example.id)" :example="example" :glance="glance" @move="step([example.id], $event)" />
          </ExampleRow>
        </ol>
        <ChosenBar
          v-if="chosen.chosen.value.length"
          :chosen="chosen.chosen.value"
          @none="chosen.none"
          @move="step(chosen.chosen.value, $event)"
        />
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

.aim-told {
  border-left: 4px solid var(--blue);
  padding: 0.1rem 0.7rem;
  margin-bottom: 0.5rem;
}

@media (--medium) {
  .line-up {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
