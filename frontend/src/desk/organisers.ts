import type { Organiser } from '@/api/client'

/** The ways to lay out one working, in the order in which a key steps through them. */
export const ORGANISERS: { id: Organiser; name: string }[] = [
  { id: 'fitting', name: 'As it fits' },
  { id: 'lines', name: 'Lines' },
  { id: 'columns', name: 'Columns' },
  { id: 'panels', name: 'Four panels' },
  { id: 'checklist', name: 'Checklist' },
]

export function organiserAfter(organiser: Organiser): Organiser {
  const at = ORGANISERS.findIndex(({ id }) => id === organiser)
  return ORGANISERS[(at + 1) % ORGANISERS.length]?.id ?? organiser
}
