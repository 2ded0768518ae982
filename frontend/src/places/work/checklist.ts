import type { Worked } from '@/api/client'

/** A step of the checklist: neighbouring lines of one act, the numbers of these lines, and whether all of them have come. */
export interface ChecklistStepOf {
  act: string
  name: string
  number: number
  lines: number[]
  done: boolean
}

export function stepsOfLines(worked: Pick<Worked, 'lines' | 'acts'>, upTo: number): ChecklistStepOf[] {
  const found: ChecklistStepOf[] = []
  worked.lines.forEach(({ act }, at) => {
    const last = found.at(-1)
    if (last?.act === act) last.lines.push(at)
    else found.push({ act, name: worked.acts[act] ?? act, number: found.length + 1, lines: [at], done: false })
  })
  return found.map((step) => ({ ...step, done: step.lines.every((at) => at < upTo) }))
}
