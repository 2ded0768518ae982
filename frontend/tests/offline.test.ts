import { describe, expect, it } from 'vitest'
import * as page from '../src/offline/forget'
import { READ, ReadKept } from '../src/offline/readKept'
import { kindOf, pageOf } from '../src/offline/rules'

describe('what a browser keeps', () => {
  it('keeps the program and the pages of its places', () => {
    for (const path of ['/assets/index-1a2b.js', '/icon.svg', '/icon-192.png', '/manifest.webmanifest'])
      expect(kindOf('GET', path, false)).toBe('part')
    for (const path of ['/', '/work', '/line-up/4c1d', '/show/4c1d', '/mark', '/settings'])
      expect(kindOf('GET', path, true)).toBe('place')
    expect([pageOf('/'), pageOf('/line-up/4c1d'), pageOf('/work')]).toEqual(['/work', '/line-up', '/work'])
  })

  it('keeps what was read, and what is worked out from the request alone', () => {
    for (const path of ['/api/sets', '/api/sets/4c1d', '/api/sets/4c1d/lesson', '/api/settings', '/api/aims'])
      expect(kindOf('GET', path, false)).toBe('read')
    for (const path of ['/api/work', '/api/second-look', '/api/pictures', '/api/likely-wrong', '/api/preview', '/api/ways'])
      expect(kindOf('POST', path, false)).toBe('computed')
  })

  it('keeps nothing of who is signed in, of pupils, or of files', () => {
    for (const path of [
      '/api/me', '/api/teachers', '/api/teachers/trail', '/api/classes', '/api/classes/1/over-time', '/api/rounds/1',
      '/api/rounds/1/picture', '/api/pupils/export', '/api/record', '/api/errands/1', '/api/print/1/file',
      '/api/print/1/preview', '/api/archive', '/api/sets/4c1d/export/csv',
    ])
      expect([path, kindOf('GET', path, false)]).toEqual([path, undefined])
  })

  it('leaves alone what changes something, what is somewhere else, and what lets somebody in', () => {
    for (const method of ['PUT', 'DELETE', 'PATCH']) expect(kindOf(method, '/api/sets/4c1d', false)).toBeUndefined()
    for (const path of ['/api/sets', '/api/diagnose', '/api/judge', '/api/rounds/1/judge', '/api/sign-in'])
      expect(kindOf('POST', path, false)).toBeUndefined()
    for (const path of ['/enter', '/sign-on', '/welcome', '/teachers', '/healthz', '/metrics'])
      expect(kindOf('GET', path, true)).toBeUndefined()
    expect(kindOf('GET', '/healthz', false)).toBeUndefined()
  })
})

describe('what was read', () => {
  /** Caches as a browser has them, in which writing takes until it is let go on. */
  function browser() {
    const stores = new Map<string, Map<string, Response>>()
    const waiting: (() => void)[] = []
    let slow = false
    const caches = {
      open: (name: string) => {
        const held = stores.get(name) ?? new Map<string, Response>()
        stores.set(name, held)
        return Promise.resolve({
          put: async (key: string, answer: Response) => {
            if (slow) await new Promise<void>((go) => waiting.push(go))
            if (!stores.has(name)) stores.set(name, held)
            held.set(key, answer)
          },
          delete: (key: string) => Promise.resolve(held.delete(key)),
          match: (key: string) => Promise.resolve(held.get(key)),
          keys: () => Promise.resolve([...held.keys()]),
        })
      },
      delete: (name: string) => {
        stores.get(name)?.clear()
        return Promise.resolve(stores.delete(name))
      },
    } as unknown as CacheStorage
    const held = () => [...stores.values()].flatMap((store) => [...store.keys()])
    return { caches, held, slowly: () => (slow = true), goOn: () => waiting.splice(0).forEach((go) => go()) }
  }

  it('is called the same by the page and by the worker', () => {
    expect(page.READ).toBe(READ)
  })

  it('is kept, the newest of it, and found again', async () => {
    const { caches, held } = browser()
    const read = new ReadKept(caches)
    for (let n = 0; n < 410; n += 1) await read.keep(`/api/sets/${n}`, new Response(`${n}`), read.asking())
    expect([held().length, held()[0]]).toEqual([400, '/api/sets/10'])
    expect(await (await read.find('/api/sets/409'))?.text()).toBe('409')
  })

  it('is forgotten when somebody leaves, also what was on its way then', async () => {
    const { caches, held } = browser()
    const read = new ReadKept(caches)
    await read.keep('/api/sets', new Response('theirs'), read.asking())
    const asked = read.asking()
    await read.forget()
    await read.keep('/api/pictures', new Response('theirs'), asked)
    expect(held()).toEqual([])
    await read.keep('/api/sets', new Response('mine'), read.asking())
    expect(held()).toEqual(['/api/sets'])
  })

  it('is forgotten also where it is just being written', async () => {
    const { caches, held, slowly, goOn } = browser()
    const read = new ReadKept(caches)
    slowly()
    const writing = read.keep('/api/pictures', new Response('theirs'), read.asking())
    await new Promise((go) => setTimeout(go))
    await read.forget()
    goOn()
    await writing
    expect(held()).toEqual([])
  })
})
