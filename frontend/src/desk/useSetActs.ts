import { defineStore } from 'pinia'
import { ref } from 'vue'
import {
  api,
  data,
  type DeletedSet,
  type Fading,
  type PictureKind,
  type Plan,
  type ShownSet,
} from '@/api/client'
import { withMoved } from './setChange'
import { useSets } from './useSets'

export type SeveralAct = 'delete' | 'duplicate' | 'move' | 'copy' | 'lock' | 'unlock' | 'fade'

export type Swap = 'another' | 'easier' | 'harder' | 'other-operation'

const WORKED: Fading = { kind: 'worked', side: 'end', lines: 1, what: 'line' }

/** What is done to the set in hand where sets are lined up, and the bin. */
export const useSetActs = defineStore('set-acts', () => {
  const sets = useSets()
  const bin = ref<DeletedSet[]>([])

  function rename(name: string) {
    return sets.change((set) =>
      data(
        api.PUT('/api/sets/{set_id}/name', {
          params: { path: { set_id: set.id } },
          body: { revision: set.revision, name },
        }),
      ),
    )
  }

  const lookIntoBin = () =>
    sets.guarded(async () => {
      bin.value = (await data(api.GET('/api/sets/bin'))).sets
    })

  async function restore({ id, revision }: { id: string; revision: number }) {
    const params = { path: { set_id: id } }
    const back = await data(api.POST('/api/sets/{set_id}/restore', { params, body: { revision } }))
    sets.hold(back)
    sets.noteChanged(back)
  }

  function putBack(gone: DeletedSet) {
    return sets.guarded(async () => {
      await restore(gone)
      bin.value = bin.value.filter((g) => g.id !== gone.id)
    })
  }

  /** A copy of the set in hand becomes the set in hand: one's own, whosever it was. */
  function copy() {
    const set = sets.inHand
    if (!set) return Promise.resolve(false)
    return sets.guarded(async () => {
      const body = { name: null, to: null }
      const made = await data(api.POST('/api/sets/{set_id}/copy', { params: { path: { set_id: set.id } }, body }))
      sets.hold(made)
      sets.noteChanged(made)
    })
  }

  /** A kind of picture was chosen: it comes first in the whole set, if it is one of one's own. */
  async function likePicture(kind: string) {
    if (!sets.inHand || sets.inHand.owner || sets.inHand.pictures[0] === kind) return false
    return sets.change((set) =>
      data(
        api.PUT('/api/sets/{set_id}/picture', {
          params: { path: { set_id: set.id } },
          body: { revision: set.revision, kind: kind as PictureKind },
        }),
      ),
    )
  }

  function reorder(order: string[]) {
    return sets.change((set) =>
      data(
        api.PUT('/api/sets/{set_id}/order', {
          params: { path: { set_id: set.id } },
          body: { revision: set.revision, order },
        }),
      ),
    )
  }

  /** Locked items stay, unless everything is to be replaced. */
  function build(plan: Plan, replace: boolean) {
    return sets.change((set) =>
      data(
        api.POST('/api/sets/{set_id}/ladder', {
          params: { path: { set_id: set.id } },
          body: { revision: set.revision, plan, replace },
        }),
      ),
    )
  }

  function swap(exampleId: string, how: Swap, seed: string) {
    return sets.change((set) =>
      data(
        api.POST('/api/sets/{set_id}/examples/{example_id}/swap', {
          params: { path: { set_id: set.id, example_id: exampleId } },
          body: { revision: set.revision, how, seed },
        }),
      ),
    )
  }

  function typeOver(exampleId: string, text: string) {
    return sets.change((set) =>
      data(
        api.POST('/api/sets/{set_id}/examples/{example_id}/typed', {
          params: { path: { set_id: set.id, example_id: exampleId } },
          body: { revision: set.revision, text },
        }),
      ),
    )
  }

  function putBeside(exampleId: string, what: 'contrast' | 'turn' | 'find', mistake = '') {
    return sets.change((set) =>
      data(
        api.POST('/api/sets/{set_id}/examples/{example_id}/beside', {
          params: { path: { set_id: set.id, example_id: exampleId } },
          body: { revision: set.revision, what, mistake, seed: String(set.revision) },
        }),
      ),
    )
  }

  /** One step for several examples; `place` counts from 0, `to` is the set that copies go to. */
  function several(act: SeveralAct, examples: string[], rest: { place?: number; to?: string; fading?: Fading } = {}) {
    const { place = 0, to = null, fading = WORKED } = rest
    const done = sets.change(
      (set) =>
        data(
          api.POST('/api/sets/{set_id}/several', {
            params: { path: { set_id: set.id } },
            body: { revision: set.revision, act, examples, place, to, fading },
          }),
        ),
      act === 'move' ? (set) => withMoved(set, examples, place) : undefined,
    )
    return to ? done.then(async (copied) => copied && (await sets.list())) : done
  }

  function deleteSet() {
    let gone: { id: string; revision: number } | undefined
    async function remove(set: ShownSet) {
      const path = { set_id: set.id }
      const query = { revision: set.revision }
      gone = { id: set.id, ...(await data(api.DELETE('/api/sets/{set_id}', { params: { path, query } }))) }
      return null
    }
    const back = async () => void (gone && (await restore(gone)))
    const name = sets.inHand?.name ?? ''
    return sets.change(remove).then((done) => {
      if (done) sets.lately = { said: `Deleted the set “${name}”.`, undo: () => sets.guarded(back) }
      return done
    })
  }

  return {
    bin,
    lookIntoBin,
    putBack,
    copy,
    rename,
    likePicture,
    reorder,
    build,
    swap,
    typeOver,
    putBeside,
    several,
    deleteSet,
  }
})
