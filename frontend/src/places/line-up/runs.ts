/** Numbers of items, in order, with runs of them drawn together: 1–4, 7. */
export function runsOf(numbers: readonly number[]): string {
  const runs: [number, number][] = []
  for (const n of [...numbers].sort((a, b) => a - b)) {
    const last = runs.at(-1)
    if (last && n === last[1] + 1) last[1] = n
    else runs.push([n, n])
  }
  return runs.map(([a, b]) => (a === b ? `${a}` : b === a + 1 ? `${a}, ${b}` : `${a}–${b}`)).join(', ')
}
