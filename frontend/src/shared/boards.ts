import type { ShownBoard, ShownMark, ShownRule } from '@/api/client'

/** A part of a working in its order: a line, or a board in place of the lines that it stands for. */
export type Block = { kind: 'line'; at: number } | { kind: 'board'; board: ShownBoard }

/** The blocks of a working of `count` lines; in columns each board stands in place of its lines. */
export function blocksOf(count: number, boards: readonly ShownBoard[], columns: boolean): Block[] {
  const found: Block[] = []
  for (let at = 0; at < count; at++) {
    const board = columns ? boards.find((b) => b.first <= at && at <= b.last) : undefined
    if (!board) found.push({ kind: 'line', at })
    else if (at === board.first) found.push({ kind: 'board', board })
  }
  return found
}

/** How often something comes: each line once, each board stroke by stroke. */
export function stepsIn(blocks: readonly Block[]): number {
  return blocks.reduce((sum, block) => sum + (block.kind === 'line' ? 1 : block.board.strokes.length), 0)
}

/** What is uncovered after so many steps (all for null): the blocks begun, each with how many of its strokes. */
export function uncovered(blocks: readonly Block[], upTo: number | null): { block: Block; strokes: number }[] {
  let left = upTo ?? Infinity
  const found: { block: Block; strokes: number }[] = []
  for (const block of blocks) {
    if (left <= 0) break
    const has = block.kind === 'line' ? 1 : block.board.strokes.length
    found.push({ block, strokes: Math.min(has, left) })
    left -= has
  }
  return found
}

export interface Written {
  text: string
  hand: ShownMark['hand']
  stroke: number
  struck: boolean
}

/** What stands in a cell: everything that was written at each slot, the last in force. */
export interface Cell {
  figure: Written[]
  top: Written[]
  bottom: Written[]
  point: Written[]
  before: Written[]
  rules: ShownRule['side'][]
}

/** The grid of a board after so many strokes. */
export function gridOf(board: ShownBoard, strokes: number): Cell[][] {
  const grid: Cell[][] = Array.from({ length: board.rows }, () =>
    Array.from({ length: board.columns }, () => ({ figure: [], top: [], bottom: [], point: [], before: [], rules: [] })),
  )
  const slot = (place: { row: number; column: number; slot: ShownMark['slot'] }) =>
    grid[place.row]?.[place.column]?.[place.slot || 'figure']
  board.strokes.slice(0, strokes).forEach((stroke, index) => {
    for (const place of stroke.strikes) {
      const last = slot(place)?.at(-1)
      if (last) last.struck = true
    }
    for (const { text, hand, ...place } of stroke.writes) slot(place)?.push({ text, hand, stroke: index, struck: false })
    for (const rule of stroke.rules)
      for (let column = rule.first; column <= (rule.side === 'left' ? rule.first : rule.last); column++)
        grid[rule.row]?.[column]?.rules.push(rule.side)
  })
  return grid
}

/** What stands in one place as it is heard: what was struck, then what took its place. */
export function heard(written: readonly Written[]): string {
  return written
    .map(({ text, hand, struck }) => {
      const said = hand === 'carry' ? `${text} carried` : hand === 'brought' ? `${text} brought down` : text
      return struck ? `${said} struck` : said
    })
    .join(', ')
}

/** A fraction in its cell as it is heard, or the multiplier that stands beside one. */
export function heardPart(cell: Cell): string {
  const top = heard(cell.top)
  const bottom = heard(cell.bottom)
  if (cell.top[0]?.hand === 'times') return `top times ${top.replace('×', '')}, bottom times ${bottom.replace('×', '')}`
  return bottom ? `${top || 'blank'} over ${bottom}` : top
}

/** In each row how many figures come to stand above each other in one cell when all is done: room is kept for them. */
export function heightsOf(board: ShownBoard): number[] {
  return gridOf(board, board.strokes.length).map((row) =>
    Math.max(1, ...row.map((cell) => Math.max(cell.figure.length, cell.top.length))),
  )
}

/** How high and how wide a board is, in its own letters; `close` with its rows set closer. */
export function sizeInLetters(board: ShownBoard, close = false): { high: number; wide: number } {
  const row = (board.kind === 'fractions' ? 2.25 : 1.5) - (close ? 0.2 : 0)
  const heights = heightsOf(board).map((levels, at) => (board.small.includes(at) ? 0.8 : row + 0.7 * (levels - 1)))
  return { high: heights.reduce((sum, height) => sum + height, 0), wide: board.columns * (board.kind === 'fractions' ? 0.75 : 0.85) + 2 }
}

/** The row in which a stroke writes, strikes or rules first; the one before for a stroke that only says something. */
export function rowsOfStrokes(board: ShownBoard): number[] {
  let row = 0
  return board.strokes.map((stroke) => {
    const rows = [...stroke.writes, ...stroke.strikes].filter((p) => !board.small.includes(p.row)).map((p) => p.row)
    if (rows.length) row = Math.min(...rows)
    return row
  })
}
