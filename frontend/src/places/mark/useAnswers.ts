import { computed, onScopeDispose, ref, watch } from 'vue'
import { api, ApiFault, data, type JudgedCells, type RoundCell, type TypedCell } from '@/api/client'
import { useDebounceFn } from '@vueuse/core'
import { useRequest } from '@/desk/useRequest'
import { useRounds } from '@/desk/useRounds'

const RETRY = [500, 1500, 4000, 8000]
const MOST_UNDONE = 200

type Before = TypedCell[]

export const placeOf = (pupil: string, item: number) => `${pupil}/${item}`

const same = (one: TypedCell | undefined, other: TypedCell) => JSON.stringify(one) === JSON.stringify(other)

/** An answer as it was typed, of which nothing is known yet. */
const unknown = (typed: TypedCell): RoundCell => ({
  pupil: typed.pupil, item: typed.item, answer: typed.answer ?? '', lines: typed.lines ?? [], status: '', letters: [],
  open: false, ruled: false, points: 0,
}) // prettier-ignore

/**
 * The answers of the round in hand as they are typed. What is typed is kept in the browser at once and sent; where the
 * connection drops it waits there and is sent later, also after the page was closed.
 */
export function useAnswers() {
  const rounds = useRounds()
  const waiting = ref(new Map<string, TypedCell>())
  /** What is known of each cell, what waits to be sent above it. */
  const cells = computed(() => {
    const found = new Map<string, RoundCell>()
    for (const cell of rounds.inHand?.cells ?? []) found.set(placeOf(cell.pupil, cell.item), cell)
    for (const [place, typed] of waiting.value) {
      if (typed.cleared) found.delete(place)
      else found.set(place, unknown(typed))
    }
    return found
  })
  const offline = ref(false)
  const trouble = ref('')
  const report = ref<string[]>([])
  const sentence = useRequest({ shown: true })
  const undone = ref<Before[]>([])
  const redone = ref<Before[]>([])
  let sending = false
  let failed = 0
  let timer: number | undefined

  const key = () => `keen-slate:typed:${rounds.inHandId}`

  function keepWaiting() {
    if (waiting.value.size) localStorage.setItem(key(), JSON.stringify([...waiting.value.values()]))
    else localStorage.removeItem(key())
  }

  /** What waits from last time is shown and sent first. */
  watch(
    () => rounds.inHandId,
    (id) => {
      waiting.value = new Map()
      undone.value = []
      redone.value = []
      report.value = []
      trouble.value = ''
      if (!id) return
      const left = JSON.parse(localStorage.getItem(key()) ?? '[]') as TypedCell[]
      if (left.length) put(left)
    },
    { immediate: true },
  )
  /** What has not been judged, or not since its scheme or the policy changed, is judged now. */
  watch(
    () => [rounds.inHandId, rounds.inHand?.revision],
    () => {
      if (rounds.inHand?.unjudged) void judgeAll()
    },
    { immediate: true },
  )

  const asTyped = (pupil: string, item: number): TypedCell => {
    const cell = cells.value.get(placeOf(pupil, item))
    return cell
      ? { pupil, item, answer: cell.answer, lines: cell.lines, cleared: false }
      : { pupil, item, answer: '', lines: [], cleared: true }
  }

  /** Type answers: shown at once, to be undone in one step. */
  function type(typed: TypedCell[]) {
    const before = typed.map((cell) => asTyped(cell.pupil, cell.item))
    const changed = typed.filter((cell, at) => JSON.stringify(cell) !== JSON.stringify(before[at]))
    if (!changed.length) return
    undone.value = [...undone.value.slice(1 - MOST_UNDONE), before]
    redone.value = []
    put(changed)
  }

  function step(from: typeof undone, to: typeof redone) {
    const last = from.value.at(-1)
    if (!last) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, last.map((cell) => asTyped(cell.pupil, cell.item))]
    put(last)
  }
  const undo = () => step(undone, redone)
  const redo = () => step(redone, undone)

  function put(typed: TypedCell[]) {
    for (const cell of typed) waiting.value.set(placeOf(cell.pupil, cell.item), cell)
    keepWaiting()
    void send()
  }

  function merge(judged: JudgedCells) {
    const round = rounds.inHand
    if (!round) return
    const newer = new Set(judged.cells.map((cell) => placeOf(cell.pupil, cell.item)))
    round.cells = [...round.cells.filter((c) => !newer.has(placeOf(c.pupil, c.item))), ...judged.cells]
    round.letters = judged.letters
    void askSentence()
  }

  /** What the class shares is asked for once the typing rests. */
  const askSentence = useDebounceFn(async () => {
    const id = rounds.inHandId
    if (!id) return
    const found = await sentence.ask((signal) =>
      api.GET('/api/rounds/{round_id}/sentence', { params: { path: { round_id: id } }, signal }),
    )
    if (found && rounds.inHand?.id === id) Object.assign(rounds.inHand, found)
  }, 300)

  async function send() {
    const id = rounds.inHandId
    if (sending || !id || !waiting.value.size) return
    sending = true
    window.clearTimeout(timer)
    const batch = [...waiting.value.values()]
    try {
      const params = { path: { round_id: id } }
      const judged = await data(api.PUT('/api/rounds/{round_id}/cells', { params, body: { cells: batch } }))
      if (id !== rounds.inHandId) return
      merge(judged)
      const cleared = new Set(batch.filter((c) => c.cleared).map((c) => placeOf(c.pupil, c.item)))
      if (rounds.inHand && cleared.size) {
        rounds.inHand.cells = rounds.inHand.cells.filter((c) => !cleared.has(placeOf(c.pupil, c.item)))
      }
      for (const cell of batch) {
        const place = placeOf(cell.pupil, cell.item)
        if (same(waiting.value.get(place), cell)) waiting.value.delete(place)
      }
      keepWaiting()
      failed = 0
      offline.value = false
      trouble.value = ''
    } catch (fault) {
      if (!(fault instanceof ApiFault)) throw fault
      if (fault.signedOut) return
      if (fault.unanswered) {
        offline.value = true
        timer = window.setTimeout(() => void send(), RETRY[Math.min(failed++, RETRY.length - 1)])
      } else {
        trouble.value = fault.message
      }
      return
    } finally {
      sending = false
    }
    if (waiting.value.size) void send()
  }

  /** Judge whatever is not judged yet: after pasting, or once a scheme or the policy has changed. */
  async function judgeAll() {
    const id = rounds.inHandId
    if (!id) return
    await rounds.guarded(async () => {
      const judged = await data(api.POST('/api/rounds/{round_id}/judge', { params: { path: { round_id: id } } }))
      if (id === rounds.inHandId) merge(judged)
    })
  }

  async function paste(text: string, pupil: string | null, item: number) {
    const round = rounds.inHand
    if (!round) return
    await rounds.guarded(async () => {
      const params = { path: { round_id: round.id } }
      const found = await data(api.POST('/api/rounds/{round_id}/paste', { params, body: { text, pupil, item } }))
      undone.value = [...undone.value, found.cells.map((cell) => asTyped(cell.pupil, cell.item))]
      redone.value = []
      const newer = new Map(found.cells.map((cell) => [placeOf(cell.pupil, cell.item), cell]))
      round.cells = [...round.cells.filter((c) => !newer.has(placeOf(c.pupil, c.item))), ...found.cells]
      report.value = [`${found.taken} ${found.taken === 1 ? 'answer' : 'answers'} taken in.`, ...found.report]
      await judgeAll()
      const unread = round.cells.filter((c) => newer.has(placeOf(c.pupil, c.item)) && c.status === 'unreadable')
      if (unread.length) {
        const told = unread.slice(0, 5).map((c) => `“${c.answer.slice(0, 30)}”`)
        report.value.push(`I cannot read ${told.join(', ')}${unread.length > 5 ? ' and others' : ''}; they stand as written.`)
      }
    })
  }

  window.addEventListener('online', send)
  onScopeDispose(() => {
    window.removeEventListener('online', send)
    window.clearTimeout(timer)
  })

  return { cells, waiting, offline, trouble, report, undone, redone, type, undo, redo, paste, judgeAll, merge, send }
}
