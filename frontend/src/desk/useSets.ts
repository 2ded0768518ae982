import { useEventListener, useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import {
  api,
  ApiFault,
  data,
  type Edits,
  type School,
  type SetChange,
  type SetSummary,
  type SharedSet,
  type ShownSet,
  type Task,
} from '@/api/client'
import { inLine, summaryOf, withChange, withPart, type Foreseen, type Line } from './setChange'
import { useOutbox } from './useOutbox'

/** What was done last, and how it is taken back: told for a while after it was done. */
interface Lately {
  said: string
  undo: (() => Promise<unknown>) | null
}

/** Makes a change to a set; null where the set is gone then. */
type Make = (set: ShownSet) => Promise<SetChange | null>

const OWN_SET = 'My examples'
/** Sets that are listed at once; the server gives as many. */
const PAGE = 60
/** Milliseconds after which what could not be kept is tried again. */
const SEND_AGAIN = 5000
const IN_HAND = 'keen-slate:set-in-hand'

/**
 * The sets and the one in hand, which every place knows.
 *
 * Every change names the revision that it was made on. Where the set has moved on in another tab, the change is not
 * made: the set is shown as it is now, and `conflict` holds what was meant, to be done again or left.
 */
export const useSets = defineStore('sets', () => {
  const all = shallowRef<SetSummary[]>([])
  /** What colleagues gave to read, or put on the shelf. */
  const shared = shallowRef<SharedSet[]>([])
  /** Whether there are others behind those that are listed, and which names are listed. */
  const more = ref(false)
  const named = ref('')
  /** A set is shown as it came, never changed in place. */
  const inHand = shallowRef<ShownSet | null>(null)
  const outbox = useOutbox()
  const trouble = ref('')
  const conflict = ref<{ message: string; again: () => Promise<void> } | null>(null)
  const lately = ref<Lately | null>(null)
  /** The one of last time; where nobody chose any yet, none. */
  const last = useLocalStorage<string | null>(IN_HAND, null)

  async function guarded(action: () => Promise<void>): Promise<boolean> {
    trouble.value = ''
    try {
      await action()
      return true
    } catch (fault) {
      if (!(fault instanceof ApiFault)) throw fault
      trouble.value = fault.message
      return false
    }
  }

  /** Counts what has been asked to be in hand: an answer that comes late does not push out what was asked after it. */
  let turn = 0

  /** Nobody chose the set in hand yet: it is one to look at. */
  const unchosen = ref(false)
  /** The set in hand as it stands in the list; before one is opened the one that will be: that of last time, or the
   * newest. Nobody needs to wait for its examples to know what it is called. */
  const presumed = computed(() => {
    const set = inHand.value
    if (set) return { ...summaryOf(set), owner: set.owner, chosen: !unchosen.value }
    const known = [
      ...all.value.map((s) => ({ ...s, owner: '' })),
      ...shared.value.map((s) => ({ ...s, revision: 0, changed_at: '', sample: false })),
    ]
    const found = known.find((s) => s.id === last.value) ?? (last.value ? undefined : known[0])
    return found ? { ...found, chosen: found.id === last.value } : null
  })
  const inHandId = computed(() => presumed.value?.id ?? null)
  /** The set that Keep puts examples into; null where it makes one of the teacher's own, for whoever is new here. */
  const keepsInto = computed(() => (presumed.value && !presumed.value.chosen && presumed.value.sample ? null : presumed.value))

  /** The rest of a long set is on its way. */
  const coming = ref(false)
  /** What is done to the set in hand, one change after the other. */
  let line: Line | null = null

  function hold(set: ShownSet | null, chosen = true) {
    turn += 1
    line = set && inLine(set)
    inHand.value = set
    unchosen.value = !chosen
    if (!set) last.value = null
    else if (chosen) choose(set)
    const mine = line
    if (mine) void mine.inTurn(() => goOn(mine))
  }

  /** Load what is behind the first examples of a long set, as long as it is in hand. */
  async function goOn(mine: Line) {
    if (!mine.set.rest) return
    coming.value = true
    await guarded(async () => {
      while (mine === line && mine.set.rest) {
        const params = { path: { set_id: mine.set.id }, query: { past: mine.set.examples.length } }
        const part = await data(api.GET('/api/sets/{set_id}', { params }))
        if (mine !== line) return
        const now = withPart(mine.set, part)
        if (!now) return void (await open(mine.set.id, !unchosen.value))
        mine.set = now
        inHand.value = mine.asForeseen()
      }
    })
    if (mine === line) coming.value = false
  }

  function choose(set: ShownSet) {
    unchosen.value = false
    last.value = set.id
  }

  /** How many of each list have been asked for. */
  let asked = PAGE

  async function refresh() {
    const found = await data(api.GET('/api/sets', { params: { query: { named: named.value } } }))
    all.value = found.sets
    shared.value = found.shared
    more.value = found.more
    asked = PAGE
  }

  /** The next page of both lists. */
  const listMore = () =>
    guarded(async () => {
      const query = { named: named.value, past: asked }
      const found = await data(api.GET('/api/sets', { params: { query } }))
      asked += PAGE
      all.value = [...all.value, ...found.sets.filter((s) => !all.value.some((known) => known.id === s.id))]
      shared.value = [...shared.value, ...found.shared]
      more.value = found.more
    })

  /** Only sets with this in their names; all where it is empty. */
  function listNamed(part: string) {
    named.value = part
    return list()
  }

  /** A set stands first among one's own once it has been changed. */
  function noteChanged(set: ShownSet) {
    if (!set.owner) all.value = [summaryOf(set), ...all.value.filter((s) => s.id !== set.id)]
  }

  async function open(id: string, chosen = true) {
    const mine = ++turn
    return guarded(async () => {
      const found = await data(api.GET('/api/sets/{set_id}', { params: { path: { set_id: id } } }))
      const older = line?.set.id === id && line.set.revision > found.revision
      if (mine === turn && !older) hold(found, chosen)
    })
  }

  const list = () => guarded(refresh)

  /** Load the list, by which the set that will be in hand is known; where it is not, that set as well. */
  async function know() {
    void sendLater()
    await list()
    if (!presumed.value && last.value) await begin()
  }

  /** Load the list, and the set that was in hand last time (or the newest), unless another is asked for meanwhile. */
  function begin(): Promise<void> {
    beginning ??= beginOnce().finally(() => (beginning = undefined))
    return beginning
  }
  let beginning: Promise<void> | undefined

  async function beginOnce() {
    void sendLater()
    const mine = ++turn
    if (!(await list()) || mine !== turn) return
    if (last.value && last.value === inHand.value?.id) return
    // It may have been deleted meanwhile, and need not be among the newest.
    if (last.value && (await open(last.value))) return
    trouble.value = ''
    last.value = null
    const first = [...all.value, ...shared.value][0]?.id
    if (first && first !== inHand.value?.id) await open(first, false)
  }

  /** Once all of the set in hand is there. */
  const whole = () => line?.inTurn(() => Promise.resolve())

  /**
   * Make a change to the set in hand, after those that wait; where it is a step, undoing it is offered for a while.
   * What it will make of the set, where that is `foreseen`, is shown at once.
   */
  async function change(make: Make, foreseen?: Foreseen): Promise<boolean> {
    const mine = line
    if (!mine) return false
    if (foreseen) mine.foreseen.push(foreseen)
    inHand.value = mine.asForeseen()
    return mine.inTurn(() => changeNow(mine, make, foreseen))
  }

  async function changeNow(mine: Line, make: Make, foreseen?: Foreseen): Promise<boolean> {
    await goOn(mine)
    const set = mine.set
    if (mine.conflict) return false
    conflict.value = null
    const done = await guarded(async () => {
      try {
        const made = await make(set)
        if (!made) {
          if (mine === line) hold(null)
          all.value = all.value.filter((s) => s.id !== set.id)
        } else {
          const params = { path: { set_id: set.id } }
          const toOpen = set.rest || made.rest // the others have not come
          mine.set = toOpen ? await data(api.GET('/api/sets/{set_id}', { params })) : withChange(set, made)
          noteChanged(mine.set)
          if (mine.set.rest) void mine.inTurn(() => goOn(mine))
        }
      } catch (fault) {
        if (!(fault instanceof ApiFault) || fault.status !== 409) throw fault
        mine.conflict = true
        hold(await data(api.GET('/api/sets/{set_id}', { params: { path: { set_id: set.id } } })))
        conflict.value = { message: fault.message, again: async () => void (await change(make)) }
        await refresh()
      }
    })
    mine.foreseen = mine.foreseen.filter((f) => f !== foreseen)
    if (mine === line) inHand.value = mine.asForeseen()
    if (!done || mine.conflict) return false
    if (mine === line) choose(mine.set)
    if (!inHand.value) await begin()
    else if (mine.set.step > set.step) lately.value = { said: mine.set.undo, undo: undoStep }
    return true
  }

  /** Bring the set in hand to where it stood after a step. */
  function goTo(number: number) {
    lately.value = null
    return change((set) =>
      data(
        api.PUT('/api/sets/{set_id}/steps', {
          params: { path: { set_id: set.id } },
          body: { revision: set.revision, number },
        }),
      ),
    )
  }

  /** Take the last step back. @returns what it had done; empty where there is none */
  async function undoStep(): Promise<string> {
    const { undo, step } = inHand.value ?? { undo: '', step: 0 }
    return undo && (await goTo(step - 1)) ? undo : ''
  }

  /** Do again what was undone last. @returns what it does; empty where there is none */
  async function redoStep(): Promise<string> {
    const { redo, step } = inHand.value ?? { redo: '', step: 0 }
    if (!redo || !(await goTo(step + 1))) return ''
    lately.value = null
    return redo
  }

  const tell = (said: string) => (lately.value = { said, undo: null })

  async function makeSet(name: string) {
    return guarded(async () => {
      const made = await data(api.POST('/api/sets', { body: { name } }))
      hold(made)
      noteChanged(made)
    })
  }

  /**
   * At the end of the set in hand, which may still be on its way; whoever is new here gets a set of their `own` for it.
   */
  async function keep(text: string, school: School, edits: Edits): Promise<boolean | 'own' | 'waits'> {
    if (!inHand.value) await begin()
    const own = !keepsInto.value
    if (own && !(await makeSet(OWN_SET))) return false
    let unanswered = false
    const kept = await change(async (set) => {
      const params = { path: { set_id: set.id } }
      try {
        const body = { revision: set.revision, text, school, edits }
        return await data(api.POST('/api/sets/{set_id}/examples', { params, body }))
      } catch (fault) {
        unanswered = fault instanceof ApiFault && fault.status === 0
        if (unanswered) outbox.put({ set: set.id, name: set.name, revision: set.revision, text, school, edits })
        throw fault
      }
    })
    if (!unanswered) return kept && own ? 'own' : kept
    trouble.value = ''
    sendingLater = window.setTimeout(() => void sendLater(), SEND_AGAIN)
    return 'waits'
  }
  let sendingLater: number | undefined

  /** What could not be kept before is kept now, and the set in hand shown with it. */
  async function sendLater() {
    window.clearTimeout(sendingLater)
    if (!outbox.count) return
    const kept = await outbox.send()
    if (outbox.count) sendingLater = window.setTimeout(() => void sendLater(), SEND_AGAIN)
    if (!kept) return
    await list()
    if (inHand.value) await open(inHand.value.id, !unchosen.value)
  }
  useEventListener('online', () => void sendLater())

  function editExample(exampleId: string, edits: Edits) {
    return change((set) =>
      data(
        api.PUT('/api/sets/{set_id}/examples/{example_id}/edits', {
          params: { path: { set_id: set.id, example_id: exampleId } },
          body: { revision: set.revision, edits },
        }),
      ),
    )
  }

  function changeTask(exampleId: string, task: Task) {
    return change((set) =>
      data(
        api.PUT('/api/sets/{set_id}/examples/{example_id}/task', {
          params: { path: { set_id: set.id, example_id: exampleId } },
          body: { revision: set.revision, task },
        }),
      ),
    )
  }

  /** Take back what was done last: a set that was deleted just now, else the last step of the set in hand. */
  async function undo(): Promise<string> {
    const last = lately.value
    lately.value = null
    if (!last?.undo || last.undo === undoStep) return undoStep()
    await last.undo()
    return last.said
  }

  return {
    all,
    shared,
    more,
    named,
    inHand,
    inHandId,
    coming,
    keepsInto,
    trouble,
    conflict,
    lately,
    undo,
    redo: redoStep,
    goTo,
    presumed,
    begin,
    know,
    list,
    listMore,
    listNamed,
    open,
    whole,
    makeSet,
    keep,
    sendLater,
    editExample,
    changeTask,
    tell,
    guarded,
    hold,
    noteChanged,
    change,
  }
})
