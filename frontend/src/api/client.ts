import createClient from 'openapi-fetch'
import type {} from '../early'
import type { components, paths } from './schema'

type Schemas = components['schemas']
export type WorkRequest = Schemas['WorkRequest']
export type Worked = Schemas['Worked']
export type Looked = Schemas['Looked']
export type Diagnosed = Schemas['Diagnosed']
export type Judged = Schemas['Judged']
export type Compared = Schemas['Compared']
export type ShownBoard = Schemas['ShownBoard']
export type ShownMark = Schemas['ShownMark']
export type ShownRule = Schemas['ShownRule']
export type PicturesOfLine = Schemas['PicturesOfLine']
export type ShownPicture = Schemas['ShownPicture']
export type PictureKind = Schemas['PictureLiked']['kind']
export type Disproved = Schemas['Disproved']
export type OpenedMistake = Schemas['OpenedMistake']
export type Edits = Schemas['Edits']
export type LineEdit = Schemas['LineEdit']
export type DeskSettings = Schemas['DeskSettings']
export type Offered = Schemas['Offered']
export type Organiser = NonNullable<DeskSettings['organiser']>
export type ShownLine = Schemas['ShownLine']
export type ShownFacet = Schemas['ShownFacet']
export type Notation = Schemas['Notation']
export type Understood = Schemas['Understood']
export type StoryRead = Schemas['StoryRead']
export type StoryBlock = Schemas['StoryBlock']
export type ShownStory = Schemas['ShownStory']
export type LibraryEntry = Schemas['LibraryEntry']
export type SetSummary = Schemas['SetSummary']
export type SetChange = Schemas['SetChange']
export type ShownSet = Schemas['ShownSet']
export type ShownExample = Schemas['ShownExample']
export type Lesson = Schemas['Lesson']
export type LessonItem = Schemas['LessonItem']
export type LessonLine = Schemas['LessonLine']
export type PrintJob = Schemas['PrintJob']
export type PrintRequest = Schemas['PrintRequest']
export type Imported = Schemas['Imported']
export type Task = Schemas['Task']
export type Fading = Schemas['FadingShape']
export type AnswerToChoose = Schemas['AnswerToChoose']
export type SetStep = Schemas['SetStepShown']
export type Plan = Schemas['Plan']
export type Limits = Schemas['LimitsShape']
export type Aims = Schemas['Aims']
export type ShownAim = Schemas['ShownAim']
export type Glance = Schemas['Glance']
export type Me = Schemas['Me']
export type SharedSet = Schemas['SharedSet']
export type DeletedSet = Schemas['DeletedSet']
export type Sharing = Schemas['Sharing']
export type KnownTeacher = Schemas['KnownTeacher']
export type AuditLine = Schemas['AuditLine']
export type Place = Schemas['Place']
export type ClassShape = Schemas['ClassShape']
export type PupilShape = Schemas['PupilShape']
export type MarkingRound = Schemas['MarkingRound']
export type RoundSummary = Schemas['RoundSummary']
export type RoundCell = Schemas['RoundCell']
export type RoundItem = Schemas['RoundItem']
export type RoundPupil = Schemas['RoundPupil']
export type JudgedCells = Schemas['JudgedCells']
export type CellDetail = Schemas['CellDetail']
export type Ruling = Schemas['Ruling']
export type SchemeShape = Schemas['SchemeShape']
export type PolicyShape = Schemas['PolicyShape']
export type TypedCell = Schemas['TypedCell']
export type ClassPicture = Schemas['ClassPictureShape']
export type PictureRow = Schemas['PictureRow']
export type NextSets = Schemas['NextSets']
export type RecordEntry = Schemas['Entry']
export type OverTime = Schemas['OverTime']
export type Tried = Schemas['Tried']
export type EyeCase = Schemas['EyeCase']
export type Side = ShownLine['side'][number]
export type School = Record<string, string>

export const api = createClient<paths>({ baseUrl: '/' })

const ERRAND = '/api/errands/'
const LOOKS = [40, 60, 100, 150, 250]

/** What takes long is answered elsewhere, a little later: it is looked for there until it is done. */
export async function fetched(response: Response, signal: AbortSignal): Promise<Response> {
  for (let look = 0; ; look += 1) {
    const where = response.headers.get('Location')
    if (response.status !== 202 || !where?.startsWith(ERRAND)) return response
    await response.text() // so that its connection is free
    await new Promise((go) => setTimeout(go, LOOKS[look] ?? 400))
    if (signal.aborted) {
      // Nobody waits for it any more, so nobody should work on it.
      void fetch(where, { method: 'DELETE' }).catch(() => {})
      signal.throwIfAborted()
    }
    response = await fetch(where, { signal })
  }
}

/** What may be refused to somebody who is signed in, or is just coming in. */
const OPENS = /\/api\/(sign-in|welcome|welcome\/place|password)$/

let whenSignedOut: () => void = () => {}

/** What is done once a request finds that nobody is signed in any more. */
export function onSignedOut(then: () => void) {
  whenSignedOut = then
}

let whenAnswered: (kept: boolean) => void = () => {}

/** What is told of each answer: whether it is one that was kept, because none came. */
export function onAnswer(then: (kept: boolean) => void) {
  whenAnswered = then
}

api.use({
  /** What was asked while the program was on its way is not asked again; once, and only where it was answered. */
  async onRequest({ request }) {
    const early = window.askedEarly
    if (!early || !Object.keys(early).length) return undefined
    const body = request.method === 'POST' ? await request.clone().text() : ''
    const { pathname, search } = new URL(request.url)
    const key = `${request.method} ${pathname}${search} ${body}`
    const asked = early[key]
    if (!asked) return undefined
    window.askedEarly = Object.fromEntries(Object.entries(early).filter(([other]) => other !== key))
    const answer = await asked.catch(() => undefined)
    return answer?.ok ? answer : undefined
  },
  async onResponse({ request, response }) {
    whenAnswered(response.headers.get('Keen-Slate-Kept') === '1')
    if (response.status === 401 && !OPENS.test(request.url)) whenSignedOut()
    return fetched(response, request.signal)
  },
})

/** A request that was not carried out: the sentence to show, the HTTP status, and a place in the text if it has one. */
export class ApiFault extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly position: number | null = null,
    /** Nobody is signed in any more: that is told by the door itself. */
    readonly signedOut = false,
  ) {
    super(message)
  }

  /** Whether nothing came back, or the server said that it is busy: the same may well be answered a moment later. */
  get unanswered(): boolean {
    return this.status === 0 || this.status === 503
  }
}

/** A request of the typed client, under way. */
export type Answer<T> = Promise<{ data?: T; error?: unknown; response: Response }>

export const NO_ANSWER = 'Keen Slate does not answer. Nothing is lost; check that it is running and do it again.'

/** The data of an answer; throws ApiFault for anything else, a lost connection too. */
export async function data<T>(request: Answer<T>): Promise<T> {
  let answer: Awaited<Answer<T>>
  try {
    answer = await request
  } catch (fault) {
    if (fault instanceof DOMException && fault.name === 'AbortError') throw fault
    throw new ApiFault(NO_ANSWER, 0)
  }
  if (answer.response.ok && answer.data !== undefined) return answer.data
  const told = answer.error as { message?: string; position?: number | null } | undefined
  const { status, url } = answer.response
  const signedOut = status === 401 && !OPENS.test(url)
  throw new ApiFault(told?.message ?? NO_ANSWER, status, told?.position ?? null, signedOut)
}
