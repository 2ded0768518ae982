import type { RoundCell } from '@/api/client'

interface Glyph {
  kind: 'right' | 'form' | 'wrong' | 'unknown' | 'unreadable' | 'blank' | 'pending'
  text: string
}

/** How a cell shows what is known of its answer: by its sign and letters first, by its ground second. */
export function glyphOf(cell: RoundCell): Glyph {
  const letters = cell.letters.join(cell.open ? '/' : '')
  switch (cell.status) {
    case 'right':
      return { kind: 'right', text: '✓' }
    case 'wrong form':
      return { kind: 'form', text: `✓${letters}` }
    case 'wrong':
      return cell.letters.length ? { kind: 'wrong', text: letters } : { kind: 'unknown', text: '✗' }
    case 'unreadable':
      return { kind: 'unreadable', text: '…' }
    case 'blank':
      return { kind: 'blank', text: '–' }
    default:
      return { kind: 'pending', text: '·' }
  }
}

/** The same in words. */
export function toldOf(cell: RoundCell, names: ReadonlyMap<string, string>): string {
  const causes = cell.letters.map((letter) => names.get(letter) ?? letter)
  const by = cell.ruled ? ', by your ruling' : ''
  switch (cell.status) {
    case 'right':
      return `right${by}`
    case 'wrong form':
      return `right in value, not in form: ${causes.join(', ')}${by}`
    case 'wrong':
      if (!causes.length) return `wrong, no known cause${by}`
      return cell.open ? `wrong, open between: ${causes.join(' or ')}${by}` : `wrong: ${causes.join(' and ')}${by}`
    case 'unreadable':
      return 'cannot be read'
    case 'blank':
      return 'left blank'
    default:
      return 'being looked at'
  }
}
