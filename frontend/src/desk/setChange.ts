import type { SetChange, SetSummary, ShownSet } from '@/api/client'

/** A set as a change left it: what the change did not touch is as it was in the set on which it was made. */
export function withChange(set: ShownSet, change: SetChange): ShownSet {
  const { order, examples, ...head } = change
  const byId = new Map([...set.examples, ...examples].map((example) => [example.id, example]))
  const ids = order ?? set.examples.map((example) => example.id)
  return { ...head, examples: ids.flatMap((id) => byId.get(id) ?? []) }
}

/** A set as it stands in the list. */
export function summaryOf(set: ShownSet): SetSummary {
  const { id, name, revision, changed_at, sample } = set
  return { id, name, revision, changed_at, sample, examples: set.examples.length }
}
