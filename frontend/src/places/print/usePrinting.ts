import { useSessionStorage, useTimeoutFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, type PrintJob, type PrintRequest } from '@/api/client'
import { useRequest } from '@/desk/useRequest'

const PAUSE = 250
const UNFINISHED: PrintJob['state'][] = ['waiting', 'running']

/** A handout that is ordered, followed until it is made, and cancelled. */
export function usePrinting() {
  const ordering = useRequest({ reads: false, shown: true })
  const following = useRequest({ shown: true })
  const resuming = useRequest({ shown: true })
  const cancelling = useRequest({ reads: false, shown: true })
  const job = ref<PrintJob | null>(null)
  /** The handout that was ordered last of each set is found again after a reload. */
  const ordered = useSessionStorage<Record<string, string>>('keen-slate:handouts', {})
  /** The handout that was made last, which stands there while another is being made. */
  const madeId = ref('')
  const pages = ref(0)
  watch(job, (now) => {
    if (now?.state !== 'done') return
    madeId.value = now.id
    pages.value = now.pages
  })
  const running = computed(() => UNFINISHED.some((state) => state === job.value?.state))
  const trouble = computed(() => {
    const fault = ordering.fault.value ?? cancelling.fault.value ?? following.fault.value
    return fault?.message ?? (running.value ? '' : (job.value?.message ?? ''))
  })
  const { start, stop } = useTimeoutFn(follow, PAUSE, { immediate: false })

  async function print(setId: string, body: PrintRequest) {
    stop()
    if (running.value) await cancel()
    stop()
    const path = { set_id: setId }
    const begun = await ordering.ask((signal) => api.POST('/api/sets/{set_id}/print', { params: { path }, body, signal }))
    if (!begun) return
    job.value = begun
    if (body.format === 'pdf') ordered.value[setId] = begun.id
    start()
  }

  /** A page for each pupil, with the items of the set that was made for the pupil's group. */
  async function printSheets(roundId: string, groups: { set_id: string; pupils: string[] }[]) {
    stop()
    const params = { path: { round_id: roundId } }
    const begun = await ordering.ask((signal) =>
      api.POST('/api/rounds/{round_id}/sheets', { params, body: { groups, pictures: true }, signal }),
    )
    if (!begun) return
    job.value = begun
    start()
  }

  async function resume(setId: string) {
    stop()
    job.value = null
    madeId.value = ''
    const known = ordered.value[setId]
    if (!known) return
    const path = { job_id: known }
    job.value = await resuming.ask((signal) => api.GET('/api/print/{job_id}', { params: { path }, signal }))
    if (running.value) start()
  }

  /** Looks again and again; a lost connection is told, and looked past, and so is having to sign in again. */
  async function follow() {
    if (!job.value) return
    const path = { job_id: job.value.id }
    const found = await following.ask((signal) => api.GET('/api/print/{job_id}', { params: { path }, signal }))
    if (found) job.value = found
    const fault = following.fault.value
    if (running.value && (!fault || fault.unanswered)) start()
  }

  async function cancel() {
    if (!job.value) return
    stop()
    following.drop()
    const path = { job_id: job.value.id }
    const found = await cancelling.ask((signal) => api.DELETE('/api/print/{job_id}', { params: { path }, signal }))
    if (found) job.value = found
    if (running.value) start()
  }

  return { job, running, trouble, pages, madeId, print, printSheets, resume, cancel }
}
