import { onScopeDispose } from 'vue'

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
    if (at?.closest('input, textarea, select, [contenteditable], [role="combobox"], [role="listbox"]')) return
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
