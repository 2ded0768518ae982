/** What nobody misses before the first working stands there. */
import '@/styles/text-fonts.css'
import { keepForLater } from '@/offline/begin'
import { useKeptFocus } from './useKeptFocus'

export function begin() {
  useKeptFocus()
  keepForLater()
}
