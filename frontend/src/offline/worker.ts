/**
 * Keeps the program and what was loaded, so that places open and show it while Keen Slate does not answer. Whatever
 * answers comes first; only where nothing does is what was kept shown, and marked as such.
 */
import { ReadKept } from './readKept'
import { kindOf, pageOf, PLACES } from './rules'

declare const self: ServiceWorkerGlobalScope

const PARTS = 'keen-slate-parts'
const whatWasRead = new ReadKept(caches)
/** Milliseconds after which a page that was kept is opened rather than waited for. */
const PATIENCE = 4000
/** On an answer that was kept. */
const KEPT = 'Keen-Slate-Kept'
const MANIFEST = '/.vite/manifest.json'

self.addEventListener('install', () => void self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))
self.addEventListener('message', (event) => {
  if (event.data === 'fetch all') event.waitUntil(fetchAll())
  if (event.data === 'forget') event.waitUntil(whatWasRead.forget())
})
self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (url.origin !== self.location.origin) return
  const kind = kindOf(request.method, url.pathname, request.mode === 'navigate')
  if (kind === 'part') event.respondWith(part(request))
  if (kind === 'place') event.respondWith(place(request, pageOf(url.pathname)))
  if (kind === 'read') event.respondWith(read(request, request.url))
  if (kind === 'computed') event.respondWith(computed(request))
})

async function part(request: Request): Promise<Response> {
  const parts = await caches.open(PARTS)
  const kept = await parts.match(request)
  if (kept) return kept
  const found = await fetch(request)
  if (found.ok) await parts.put(request, found.clone())
  return found
}

async function place(request: Request, page: string): Promise<Response> {
  const parts = await caches.open(PARTS)
  const kept = await parts.match(page)
  try {
    const found = await (kept ? soon(fetch(request)) : fetch(request))
    if (found.ok && !found.redirected) await parts.put(page, found.clone())
    return found
  } catch (fault) {
    if (kept) return kept
    throw fault
  }
}

function soon(answer: Promise<Response>): Promise<Response> {
  return Promise.race([
    answer,
    new Promise<never>((_, fail) => setTimeout(() => fail(new TypeError('no answer')), PATIENCE)),
  ])
}

async function read(request: Request, key: string): Promise<Response> {
  const asked = whatWasRead.asking()
  try {
    const found = await fetch(request)
    if (found.status === 401) await whatWasRead.forget()
    else if (found.status === 200) await whatWasRead.keep(key, found.clone(), asked)
    return found
  } catch (fault) {
    const last = await whatWasRead.find(key)
    if (!last) throw fault
    const headers = new Headers(last.headers)
    headers.set(KEPT, '1')
    return new Response(last.body, { status: last.status, headers })
  }
}

/** What is posted is the name of its answer. */
async function computed(request: Request): Promise<Response> {
  const body = await request.clone().arrayBuffer()
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', body))
  const name = Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('')
  return read(request, `${request.url}?${name}`)
}

/** While nothing else is to be done: every part that is not there yet, and the pages; old parts go. */
async function fetchAll() {
  const found = await fetch(MANIFEST, { cache: 'no-cache' })
  if (!found.ok) return
  const manifest = (await found.json()) as Record<string, { file: string; css?: string[]; assets?: string[] }>
  const files = Object.values(manifest).flatMap((entry) => [entry.file, ...(entry.css ?? []), ...(entry.assets ?? [])])
  const wanted = new Set(files.filter((file) => file.startsWith('assets/')).map((file) => `/${file}`))
  const parts = await caches.open(PARTS)
  for (const kept of await parts.keys()) {
    const { pathname } = new URL(kept.url)
    if (pathname.startsWith('/assets/') && !wanted.delete(pathname)) await parts.delete(kept)
  }
  for (const path of wanted) await parts.add(path)
  for (const page of PLACES) await parts.add(`/${page}`)
}
