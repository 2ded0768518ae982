/** A day as its reader writes it, such as 27 Nov; with the year where that is asked for. */
export function dayOf(day: string, year?: 'numeric'): string {
  return new Date(`${day}T12:00`).toLocaleDateString(undefined, { day: 'numeric', month: 'short', year })
}

/** Today where the reader is, as 2026-11-27; or so many days before. */
export function today(daysAgo = 0): string {
  const day = new Date()
  day.setDate(day.getDate() - daysAgo)
  return day.toLocaleDateString('sv')
}
