import { computed, reactive, ref } from 'vue'
import type { Aims, Limits, Plan } from '@/api/client'

export type Standing = 'can' | 'new' | 'not yet'
export const STANDINGS: Standing[] = ['can', 'new', 'not yet']
export const TABLES = [2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]
export const WIDEST: Limits = {
  largest_bottom: 12,
  largest_common: 60,
  largest_whole: 12,
  places: 2,
  tables: TABLES,
  largest_fact: 12,
  only_wholes: false,
}

/** What a ladder is drawn by, as the teacher sets it: kind of items, what the class can do and what is new, bounds. */
export function useWishes(families: () => Aims['families']) {
  const family = ref('')
  const standing = ref<Record<string, Standing>>({})
  const limits = reactive<Limits>({ ...WIDEST })
  const count = ref(12)
  const review = ref(0)
  const paired = ref(false)
  const story = ref('no')
  const seed = ref(1)
  /** Rungs that were said for a new demand; the others share what is left. */
  const rungs = ref<Record<string, number | null>>({})

  const kind = computed(() => families().find((f) => f.id === family.value))
  const climb = computed(() => kind.value?.climb ?? [])
  const pair = computed(() => kind.value?.pair ?? [])
  const stories = computed(() => kind.value?.stories ?? [])
  const standingAs = (as: Standing) => climb.value.filter((d) => standing.value[d.id] === as).map((d) => d.id)
  const plan = computed<Plan>(() => ({
    family: family.value,
    can: standingAs('can'),
    new: standingAs('new'),
    count: count.value,
    review: review.value,
    pair: paired.value && pair.value.length > 0,
    story: story.value === 'any' || stories.value.some((s) => s.id === story.value) ? story.value : '',
    limits: { ...limits, tables: [...limits.tables] },
    rungs: Object.fromEntries(
      standingAs('new').flatMap((id) => (typeof rungs.value[id] === 'number' ? [[id, rungs.value[id]]] : [])),
    ),
    seed: String(seed.value),
  }))

  function take(from: Plan) {
    family.value = from.family
    standing.value = Object.fromEntries([
      ...from.can.map((id) => [id, 'can'] as const),
      ...from.new.map((id) => [id, 'new'] as const),
    ])
    Object.assign(limits, WIDEST, from.limits)
    count.value = from.count
    review.value = from.review
    paired.value = from.pair
    story.value = from.story || 'no'
    rungs.value = { ...from.rungs }
    seed.value = Number(from.seed) || 1
  }

  return { family, standing, limits, count, review, paired, story, stories, seed, rungs, climb, pair, plan, take }
}
