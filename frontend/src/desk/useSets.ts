import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import {
  api,
  ApiFault,
  data,
  type Edits,
  type PictureKind,
  type Plan,
  type School,
  type DeletedSet,
  type SetSummary,
  type SharedSet,
  type ShownSet,
  type Task,
} from '@/api/client'

interface Undo {
  label: string
  run: () => Promise<void>
}

const IN_HAND = 'keen-slate:set-in-hand'

/**
 * The sets and the one in hand, which every place knows.
 *
 * Every change names the revision that it was made on. Where the set has moved on in another tab, the change is not
 * made: the set is shown as it is now, and `conflict` holds what was meant, to be done again or left.
 */
export const useSets = defineStore('sets', () => {
  const all = ref<SetSummary[]>([])
  /** What colleagues gave to read, or put on the shelf. */
  const shared = ref<SharedSet[]>([])
  const bin = ref<DeletedSet[]>([])
  const inHand = ref<ShownSet | null>(null)
  const trouble = ref('')
  const conflict = ref<{ message: string; again: () => Promise<void> } | null>(null)
  const undo = ref<Undo | null>(null)
  const inHandId = computed(() => inHand.value?.id ?? null)

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

  function hold(set: ShownSet | null) {
    turn += 1
    inHand.value = set
    if (set) localStorage.setItem(IN_HAND, set.id)
    else localStorage.removeItem(IN_HAND)
  }

  async function refresh() {
    const found = await data(api.GET('/api/sets'))
    all.value = found.sets
    shared.value = found.shared
  }

  async function open(id: string) {
    const mine = ++turn
    return guarded(async () => {
      const found = await data(api.GET('/api/sets/{set_id}', { params: { path: { set_id: id } } }))
      if (mine === turn) hold(found)
    })
  }

  const list = () => guarded(refresh)

  const lookIntoBin = () =>
    guarded(async () => {
      bin.value = (await data(api.GET('/api/sets/bin'))).sets
    })

  function putBack(gone: DeletedSet) {
    return guarded(async () => {
      const params = { path: { set_id: gone.id } }
      hold(await data(api.POST('/api/sets/{set_id}/restore', { params, body: { revision: gone.revision } })))
      await refresh()
      bin.value = bin.value.filter((g) => g.id !== gone.id)
    })
  }

  /** A copy of the set in hand becomes the set in hand: one's own, whosever it was. */
  function copy() {
    const set = inHand.value
    if (!set) return Promise.resolve(false)
    return guarded(async () => {
      const body = { name: null, to: null }
      hold(await data(api.POST('/api/sets/{set_id}/copy', { params: { path: { set_id: set.id } }, body })))
      await refresh()
    })
  }

  /** Load the list, and the set that was in hand last time (or the newest), unless another is asked for meanwhile. */
  function begin(): Promise<void> {
    beginning ??= beginOnce().finally(() => (beginning = undefined))
    return beginning
  }
  let beginning: Promise<void> | undefined

  async function beginOnce() {
    const mine = ++turn
    await list()
    if (mine !== turn) return
    const last = localStorage.getItem(IN_HAND)
    const known = [...all.value, ...shared.value]
    const id = known.find((s) => s.id === last)?.id ?? known[0]?.id
    if (id && id !== inHandId.value) await open(id)
  }

  /** Make a change to the set in hand on the revision shown; `undoing` is offered once it is made, now or later. */
  async function change(make: (set: ShownSet) => Promise<ShownSet | null>, undoing?: Undo): Promise<boolean> {
    const set = inHand.value
    if (!set) return false
    conflict.value = null
    const done = await guarded(async () => {
      try {
        hold(await make(set))
      } catch (fault) {
        if (!(fault instanceof ApiFault) || fault.status !== 409) throw fault
        hold(await data(api.GET('/api/sets/{set_id}', { params: { path: { set_id: set.id } } })))
        conflict.value = { message: fault.message, again: async () => void (await change(make, undoing)) }
      }
      await refresh()
    })
    if (!done || conflict.value) return false
    if (!inHand.value) await begin()
    // Offered last: an undo that runs while the next set is being opened would be overtaken by it.
    if (undoing) undo.value = undoing
    return true
  }

  async function makeSet(name: string) {
    return guarded(async () => {
      hold(await data(api.POST('/api/sets', { body: { name } })))
      await refresh()
    })
  }

  function rename(name: string) {
    const before = inHand.value?.name ?? ''
    const named = (to: string) => (set: ShownSet) =>
      data(
        api.PUT('/api/sets/{set_id}/name', {
          params: { path: { set_id: set.id } },
          body: { revision: set.revision, name: to },
        }),
      )
    return change(named(name), { label: `Renamed “${before}”.`, run: async () => void (await change(named(before))) })
  }

  async function keep(text: string, school: School, edits: Edits) {
    return change((set) =>
      data(
        api.POST('/api/sets/{set_id}/examples', {
          params: { path: { set_id: set.id } },
          body: { revision: set.revision, text, school, edits },
        }),
      ),
    )
  }

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

  /** A kind of picture was chosen: it comes first in the whole set, if it is one of one's own. */
  async function likePicture(kind: string) {
    if (!inHand.value || inHand.value.owner || inHand.value.pictures[0] === kind) return false
    return change((set) =>
      data(
        api.PUT('/api/sets/{set_id}/picture', {
          params: { path: { set_id: set.id } },
          body: { revision: set.revision, kind: kind as PictureKind },
        }),
      ),
    )
  }

  function reorder(order: string[]) {
    return exchange('Moved an item.', (set) =>
      data(
        api.PUT('/api/sets/{set_id}/order', {
          params: { path: { set_id: set.id } },
          body: { revision: set.revision, order },
        }),
      ),
    )
  }

  /** A change after which the set may hold other examples; undoing it puts back those of before. */
  function exchange(label: string, make: (set: ShownSet) => Promise<ShownSet>) {
    const before = inHand.value?.examples.map((e) => e.id) ?? []
    const back = (set: ShownSet) =>
      data(
        api.PUT('/api/sets/{set_id}/examples', {
          params: { path: { set_id: set.id } },
          body: { revision: set.revision, order: before },
        }),
      )
    return change(make, { label, run: async () => void (await change(back)) })
  }

  function build(plan: Plan) {
    return exchange('Drew a ladder.', (set) =>
      data(
        api.POST('/api/sets/{set_id}/ladder', {
          params: { path: { set_id: set.id } },
          body: { revision: set.revision, plan },
        }),
      ),
    )
  }

  function swap(exampleId: string, how: 'another' | 'easier' | 'harder' | 'other-operation', label: string) {
    return exchange(label, (set) =>
      data(
        api.POST('/api/sets/{set_id}/examples/{example_id}/swap', {
          params: { path: { set_id: set.id, example_id: exampleId } },
          body: { revision: set.revision, how, seed: String(set.revision) },
        }),
      ),
    )
  }

  function typeOver(exampleId: string, text: string) {
    return exchange('Typed an item over.', (set) =>
      data(
        api.POST('/api/sets/{set_id}/examples/{example_id}/typed', {
          params: { path: { set_id: set.id, example_id: exampleId } },
          body: { revision: set.revision, text },
        }),
      ),
    )
  }

  function putBeside(exampleId: string, what: 'contrast' | 'turn' | 'find', label: string, mistake = '') {
    return exchange(label, (set) =>
      data(
        api.POST('/api/sets/{set_id}/examples/{example_id}/beside', {
          params: { path: { set_id: set.id, example_id: exampleId } },
          body: { revision: set.revision, what, mistake, seed: String(set.revision) },
        }),
      ),
    )
  }

  function changeTask(exampleId: string, task: Task) {
    const before = inHand.value?.examples.find((e) => e.id === exampleId)
    const becomes = (to: Task) => (set: ShownSet) =>
      data(
        api.PUT('/api/sets/{set_id}/examples/{example_id}/task', {
          params: { path: { set_id: set.id, example_id: exampleId } },
          body: { revision: set.revision, task: to },
        }),
      )
    return change(
      becomes(task),
      before && {
        label: `Changed ${before.typed}.`,
        run: async () => void (await change(becomes(before.task))),
      },
    )
  }

  function deleteExample(exampleId: string, label: string) {
    const remove = (set: ShownSet) =>
      data(
        api.DELETE('/api/sets/{set_id}/examples/{example_id}', {
          params: {
            path: { set_id: set.id, example_id: exampleId },
            query: { revision: set.revision },
          },
        }),
      )
    const restore = (set: ShownSet) =>
      data(
        api.POST('/api/sets/{set_id}/examples/{example_id}/restore', {
          params: { path: { set_id: set.id, example_id: exampleId } },
          body: { revision: set.revision },
        }),
      )
    return change(remove, {
      label: `Deleted ${label}.`,
      run: async () => void (await change(restore)),
    })
  }

  function deleteSet() {
    let gone: { id: string; revision: number } | undefined
    async function remove(set: ShownSet) {
      const path = { set_id: set.id }
      const query = { revision: set.revision }
      gone = { id: set.id, ...(await data(api.DELETE('/api/sets/{set_id}', { params: { path, query } }))) }
      return null
    }
    async function restore() {
      if (!gone) return
      const { id, revision } = gone
      hold(
        await data(
          api.POST('/api/sets/{set_id}/restore', {
            params: { path: { set_id: id } },
            body: { revision },
          }),
        ),
      )
      await refresh()
    }
    return change(remove, {
      label: `Deleted the set “${inHand.value?.name}”.`,
      run: async () => void (await guarded(restore)),
    })
  }

  async function runUndo() {
    const step = undo.value
    undo.value = null
    if (step) await step.run()
  }

  return {
    all,
    shared,
    bin,
    inHand,
    inHandId,
    trouble,
    conflict,
    undo,
    begin,
    list,
    lookIntoBin,
    putBack,
    copy,
    open,
    makeSet,
    rename,
    likePicture,
    keep,
    editExample,
    reorder,
    build,
    swap,
    typeOver,
    putBeside,
    changeTask,
    deleteExample,
    deleteSet,
    runUndo,
  }
})
