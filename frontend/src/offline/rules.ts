/** What is kept in the browser, so that it can be shown while Keen Slate does not answer, and what never is. */

/** Parts of the program: their names change with their contents. */
export type Kind = 'part' | 'place' | 'read' | 'computed'

/** The places, by the first part of their addresses. */
export const PLACES = ['work', 'line-up', 'show', 'presenter', 'print', 'mark', 'look-back', 'settings']

/** Who is signed in, what pupils wrote, and what is made to be saved once: no browser keeps it. */
const NEVER = /^\/api\/(me|errands|teachers|classes|rounds|pupils|record|print|archive|sign|welcome|password)\b/
const EXPORTED = /^\/api\/sets\/[^/]+\/export\//
/** What is worked out from the request alone, and so is the same whenever it is asked. */
const COMPUTED = /^\/api\/(work|second-look|pictures|likely-wrong|preview|ways|disproof)$/

/** How a request is answered; undefined for what the worker leaves alone. */
export function kindOf(method: string, path: string, navigates: boolean): Kind | undefined {
  if (method === 'POST') return COMPUTED.test(path) ? 'computed' : undefined
  if (method !== 'GET') return undefined
  if (navigates) return path === '/' || PLACES.includes(path.split('/')[1] ?? '') ? 'place' : undefined
  if (path.startsWith('/assets/') || /^\/(icon|manifest)[-.\w]*$/.test(path)) return 'part'
  if (!path.startsWith('/api/') || NEVER.test(path) || EXPORTED.test(path)) return undefined
  return 'read'
}

/** The page of a place: the same whichever set it opens. */
export const pageOf = (path: string) => `/${path.split('/')[1] || 'work'}`
