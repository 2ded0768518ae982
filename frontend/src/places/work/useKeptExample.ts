import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useSets } from '@/desk/useSets'
import { sameEdits, type EditsInHand } from './useEdits'

const PAUSE = 500

/** The kept example that the address names: its changes are taken up, and what is changed further is kept with it. */
export function useKeptExample(edits: EditsInHand, tell: (told: string) => void) {
  const route = useRoute()
  const sets = useSets()
  const id = computed(() => (typeof route.query.example === 'string' ? route.query.example : null))
  const kept = () => sets.inHand?.examples.find((example) => example.id === id.value)

  async function takeUp() {
    if (!id.value) return
    if (!sets.inHand) await sets.begin()
    if (!kept()) await sets.whole()
    edits.hold(kept()?.edits)
  }

  let saving: number | undefined
  watch(edits.edits, (now) => {
    const example = kept()
    if (!example || sameEdits(example.edits, now)) return
    window.clearTimeout(saving)
    saving = window.setTimeout(async () => {
      if (await sets.editExample(example.id, now)) tell('Your changes are kept with the example.')
    }, PAUSE)
  })

  return { id, takeUp }
}
