/** Put the focus on the element that a component of the library is made of; its types do not name that element. */
export function focusOn(component: object | null): void {
  const { $el } = (component ?? {}) as { $el?: HTMLElement }
  $el?.focus()
}
