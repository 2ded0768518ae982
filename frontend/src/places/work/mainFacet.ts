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

/** The facet that says most about how a problem is worked: it stands as tabs, the others beside it. */
export function mainFacet(facets: readonly ShownFacet[]): ShownFacet | null {
  const mattering = facets.filter((f) => f.matters)
  return FIRST.map((id) => mattering.find((f) => f.id === id)).find(Boolean) ?? mattering[0] ?? null
}
