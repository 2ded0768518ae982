import { onScopeDispose } from 'vue'

const TEXT_FIELD = 'input:not([type="checkbox"]):not([type="radio"]), textarea, [contenteditable]'

type Keys = Record<string, () => void>

/**
 * Run an action on a single key while nobody is typing in a field.
 *
 * @example useKeys({ '?': () => (shown.value = true) })
 */
export function useKeys(keys: Keys): void {
  function pressed(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return
    const at = event.target as HTMLElement | null
    const typing = event.key === '?' ? TEXT_FIELD : `${TEXT_FIELD}, input, select, [role="combobox"], [role="listbox"]`
    if (at?.closest(typing)) return
    // Enter and space belong to what has the focus.
    if ((event.key === 'Enter' || event.key === ' ') && at?.closest('button, a, summary')) return
    const action = keys[event.key]
    if (!action) return
    event.preventDefault()
    action()
  }
  window.addEventListener('keydown', pressed)
  onScopeDispose(() => window.removeEventListener('keydown', pressed))
}

/**
 * Ctrl+Z and Ctrl+Shift+Z (or Ctrl+Y), while `active` and outside of a field, whose own undo they are.
 *
 * @example useUndoKeys(() => true, back, forth)
 */
export function useUndoKeys(active: () => boolean, undo: () => void, redo: () => void): void {
  function pressed(event: KeyboardEvent) {
    const key = event.key.toLowerCase()
    if (!(event.ctrlKey || event.metaKey) || event.altKey || event.defaultPrevented || !active()) return
    if (key !== 'z' && key !== 'y') return
    const field = (event.target as HTMLElement | null)?.closest<HTMLElement>(TEXT_FIELD)
    if (field && !field.dataset.undoThrough) return
    event.preventDefault()
    if (key === 'y' || event.shiftKey) redo()
    else undo()
  }
  window.addEventListener('keydown', pressed)
  onScopeDispose(() => window.removeEventListener('keydown', pressed))
}
