import { describe, expect, it } from 'vitest'
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
