import { api, type WorkRequest } from '@/api/client'
import { useRequest } from '@/desk/useRequest'
import { copyText } from '@/shared/copying'

const NAMES = { plain: 'text', latex: 'LaTeX', mathml: 'MathML' }
export type CopyFormat = keyof typeof NAMES

/** Put a working, or one line of it, on the clipboard; `tell` is given the sentence that says so. */
export function useCopying(tell: (told: string) => void) {
  const { ask } = useRequest()

  async function copy(of: WorkRequest, format: CopyFormat, line: number | null = null, columns = false) {
    const body = { ...of, format, line, layout: columns ? ('columns' as const) : ('lines' as const) }
    const copied = await ask((signal) => api.POST('/api/copy', { body, signal }))
    if (copied) tell(await copyText(copied.text, `The ${line === null ? 'working' : 'line'} as ${NAMES[format]}`))
  }

  return { copy }
}
