import { describe, expect, it } from 'vitest'
import { commonSheet, sheetOf, UNUSED } from '../build/componentStyle'
import { slateTheme } from '../build/slateTheme'

const sources = Object.values(
  import.meta.glob<string>('../src/**/*.{vue,ts}', { query: '?raw', import: 'default', eager: true }),
)
const found = (text: string, pattern: RegExp) => [...text.matchAll(pattern)].map((match) => match[1] ?? '')
const imported = new Set(sources.flatMap((text) => found(text, /from 'primevue\/(\w+)'/g)))
imported.delete('config')
const themed = Object.keys(slateTheme.components ?? {})

describe('the style of the components, made while the program is built', () => {
  it.each([...imported])('%s has the values of the theme', async (component) => {
    expect(themed).toContain(component)
    const sheet = await sheetOf(component)
    expect(sheet).toContain(`.p-${component}`)
    expect(sheet).not.toMatch(/dt\(|undefined/)
  })

  it('defines every variable that it reads', async () => {
    const sheets = [await commonSheet(true), ...(await Promise.all(themed.map((name) => sheetOf(name))))].join('\n')
    const defined = new Set(found(sheets, /(--p-[\w-]+)\s*:/g))
    // Set by the library while the page is used.
    const later = /^--p-(scrollbar-width|anchor-gutter|popover-arrow-left)$/
    const read = new Set(found(sheets, /var\((--p-[\w-]+)(?![\w-]|\s*,)/g))
    expect([...read].filter((name) => !defined.has(name) && !later.test(name))).toEqual([])
  })

  it('leaves out only what stands nowhere', () => {
    const kinds = sources.flatMap((text) => found(text, /severity="(\w+)"/g))
    expect(kinds.filter((kind) => UNUSED.test(`.p-button-${kind}`))).toEqual([])
    expect(sources.filter((text) => /:severity=|v-ripple/.test(text) || UNUSED.test(text))).toEqual([])
  })
})
