import type { ShownFacet } from '@/api/client'

const FIRST = [
  'subtracting',
  'adding',
  'dividing',
  'multiplying',
  'denominators',
  'decimal-products',
  'mixed-kinds',
  'simplifying',
]

/** The choice that comes so many after the one in force, among those that are not refused; the ends meet. */
export function choiceAfter(facet: ShownFacet, by: number): ShownFacet['choices'][number] | undefined {
  const open = facet.choices.filter((choice) => !choice.refused)
  const at = open.findIndex((choice) => choice.in_force)
  return open[(at + by + open.length) % open.length]
}

/** The facet that says most about how a problem is worked: it stands as tabs, the others beside it. */
export function mainFacet(facets: readonly ShownFacet[]): ShownFacet | null {
  const mattering = facets.filter((f) => f.matters)
  return FIRST.map((id) => mattering.find((f) => f.id === id)).find(Boolean) ?? mattering[0] ?? null
}
