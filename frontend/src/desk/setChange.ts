import type { SetChange, SetSummary, ShownSet } from '@/api/client'

/** A set as a change left it: what the change did not touch is as it was in the set on which it was made. */
export function withChange(set: ShownSet, change: SetChange): ShownSet {
  const { order, examples, ...head } = change
  const byId = new Map([...set.examples, ...examples].map((example) => [example.id, example]))
  const ids = order ?? set.examples.map((example) => example.id)
  return { ...head, examples: ids.flatMap((id) => byId.get(id) ?? []), rest: set.rest }
}

/** A long set with the next part of it; null where it is another set by now. */
export function withPart(set: ShownSet, part: ShownSet): ShownSet | null {
  if (part.revision !== set.revision) return null
  return { ...set, examples: [...set.examples, ...part.examples], rest: part.rest }
}

/** Examples of a set, also those that are still on their way. */
export const countOf = (set: ShownSet | null) => (set ? set.examples.length + set.rest : 0)

/** A set with these examples moved, in the order in which they stand, behind `place` of the others. */
export function withMoved(set: ShownSet, ids: string[], place: number): ShownSet {
  const moved = set.examples.filter((example) => ids.includes(example.id))
  const rest = set.examples.filter((example) => !ids.includes(example.id))
  return { ...set, examples: [...rest.slice(0, place), ...moved, ...rest.slice(place)] }
}

/** What a change will make of a set, as far as that is known before it is made. */
export type Foreseen = (set: ShownSet) => ShownSet

/** The changes of a set: each is made on what the one before it left. */
export interface Line {
  /** As the server has it: what waits to be answered is not in it yet. */
  set: ShownSet
  /** Of the changes that wait. */
  foreseen: Foreseen[]
  /** The set has moved on elsewhere: what still waits was meant for another set than there is, and is not made. */
  conflict: boolean
  asForeseen(): ShownSet
  inTurn<T>(change: () => Promise<T>): Promise<T>
}

export function inLine(set: ShownSet): Line {
  let last: Promise<unknown> = Promise.resolve()
  return {
    set,
    foreseen: [],
    conflict: false,
    asForeseen() {
      return this.foreseen.reduce((so, foresee) => foresee(so), this.set)
    },
    inTurn(change) {
      const mine = last.then(change)
      last = mine.catch(() => undefined)
      return mine
    },
  }
}

/** A set as it stands in the list. */
export function summaryOf(set: ShownSet): SetSummary {
  const { id, name, revision, changed_at, sample } = set
  return { id, name, revision, changed_at, sample, examples: countOf(set) }
}
