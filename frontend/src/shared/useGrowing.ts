import { watch, type Ref } from 'vue'

/** A field that grows with its text: by the style sheet (`.growing`) where the browser can, else measured each time. */
export function useGrowing(field: Readonly<Ref<HTMLTextAreaElement | null>>, text: Ref<string>): void {
  if (CSS.supports('field-sizing', 'content')) return
  function measure() {
    if (!field.value) return
    field.value.style.height = 'auto'
    field.value.style.height = `${field.value.scrollHeight}px`
  }
  watch([field, text], measure, { flush: 'post' })
}
