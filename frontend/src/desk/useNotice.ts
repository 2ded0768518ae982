import { defineStore } from 'pinia'
import { ref } from 'vue'
import { ApiFault, NO_ANSWER, onAnswer } from '@/api/client'

const UNFORESEEN = 'Keen Slate made a mistake here. What is kept is safe; load the page again to go on.'

/** What no place of its own tells: failures that a component does not show beside what failed, and faults of the page. */
export const useNotice = defineStore('notice', () => {
  const said = ref('')
  /** What is shown was kept: Keen Slate did not answer when it was asked last. */
  const kept = ref(false)
  onAnswer((isKept) => (kept.value = isKept))

  function tell(fault: unknown) {
    if (fault instanceof DOMException && fault.name === 'AbortError') return
    if (!(fault instanceof ApiFault)) console.error(fault)
    said.value = fault instanceof ApiFault ? fault.message : UNFORESEEN
  }

  /** An answer has come: that none comes is not true any more. */
  function answered() {
    if (said.value === NO_ANSWER) said.value = ''
  }

  return { said, kept, tell, answered }
})
