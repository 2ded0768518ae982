import type { Fading, Task } from '@/api/client'

const ROLES: Partial<Record<Task['role'], string>> = {
  pair: 'looks alike',
  contrast: 'contrast',
  review: 'review',
  turn: 'your turn',
  find: 'find the mistake',
  choice: 'choose',
}

/** What an item is in the ladder; empty for a plain rung. */
export function roleName(role: Task['role']): string {
  return ROLES[role] ?? ''
}

/** How much of an item is worked; empty where all of it is. */
export function fadingName(fading: Fading): string {
  if (fading.kind === 'worked') return ''
  if (fading.kind === 'bare') return 'bare'
  return `partly worked, ${fading.lines} ${fading.side === 'end' ? 'from the end' : 'from the start'}`
}
