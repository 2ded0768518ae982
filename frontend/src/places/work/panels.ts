import type { Side, ShownLine, Worked } from '@/api/client'

/** What stands in a panel: a line, work beside it, or what is said. */
export type Piece =
  | { kind: 'line'; key: string; at: number; line: ShownLine; side: Side[] }
  | { kind: 'side'; key: string; side: Side[] }
  | { kind: 'said'; key: string; html: string }

type Panel = Worked['panels'][number]

/**
 * A working in four panels: the problem; how the common bottom was found; the equivalents one under the other; the sum in
 * pieces of one size, solved and simplified. A line that renames gives to each of the last three what belongs there; what
 * was done before it is still the problem.
 */
export function inPanels(panels: readonly Panel[], lines: readonly ShownLine[]): (Panel & { pieces: Piece[] })[] {
  const found: Record<string, Piece[]> = Object.fromEntries(panels.map(({ id }) => [id, []]))
  const put = (id: Panel['id'], piece: Piece) => found[id]?.push(piece)
  const renames = lines.findIndex((line) => line.panel === 'equivalents')
  lines.forEach((line, at) => {
    const key = String(at)
    if (line.question) put(line.panel, { kind: 'said', key, html: line.reason_html })
    else if (line.panel === 'equivalents') {
      const beside = line.side.filter((side) => side.kind !== 'notation')
      const equivalents = line.side.filter((side) => side.kind === 'notation')
      if (beside.length) put('common-denominator', { kind: 'side', key: `${key}-found`, side: beside })
      put('common-denominator', { kind: 'said', key: `${key}-said`, html: line.reason_html })
      if (equivalents.length) put('equivalents', { kind: 'side', key: `${key}-equal`, side: equivalents })
      put('solve', { kind: 'line', key, at, line, side: [] })
    } else put(at === 0 || at < renames ? 'problem' : line.panel, { kind: 'line', key, at, line, side: line.side })
  })
  return panels.map((panel) => ({ ...panel, pieces: found[panel.id] ?? [] }))
}
