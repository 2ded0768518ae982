import BaseStyle from '@primevue/core/base/style'
import { Theme } from '@primeuix/styled'
import { parse, type Root } from 'postcss'
import type { Plugin } from 'vite'
import { slateTheme } from './slateTheme.ts'

/** What a style of the library can tell; its own types leave that out. */
interface Style {
  getStyleSheet(): string
  getCommonThemeStyleSheet(): string
  getThemeStyleSheet(): string
}

/** Kinds of button that stand nowhere. */
export const UNUSED = /\.p-button-(success|info|warn|help|danger|contrast)\b/
/** Those that only the library makes; src/shared/PressButton.vue, and the fields that are plain elements, do not. */
const NOT_OURS =
  /\.p-button-(secondary|link|plain|rounded|raised|vertical|fluid|lg|icon-right|icon-bottom)\b|\.p-badge\b|\.p-textarea(-lg|-fluid|\.p-variant-filled)\b/

/** The library's own dark colours: here they come from styles/tokens.css. */
const NEVER = '.never-dark'
/** What opens over the page and folds. */
const MOVING = /\.p-(collapsible|overlay|anchored)/

Theme.setTheme({ preset: slateTheme, options: { darkModeSelector: NEVER } })

/** The sheet of a component: its variables and its rules; only those for elements of our own where it is `ours`. */
export async function sheetOf(component: string, ours = false): Promise<string> {
  const { default: style } = (await import(`primevue/${component}/style`)) as { default: Style }
  const sheet = parse(bare(style.getThemeStyleSheet()))
  sheet.walkRules((rule) => {
    const kept = rule.selectors.filter((selector) => !UNUSED.test(selector) && !(ours && NOT_OURS.test(selector)))
    if (kept.length) rule.selectors = kept
    else rule.remove()
  })
  return withoutUnread(sheet, '')
}

/** What stands around the first working is drawn by these alone, before the library is there. */
const FIRST = ['button', 'textarea']

/** What the components build on: those of the first working, or all. */
export async function commonSheet(all: boolean): Promise<string> {
  const base = BaseStyle as unknown as Style
  const sheets = [base.getCommonThemeStyleSheet(), base.getThemeStyleSheet(), ...(all ? [base.getStyleSheet()] : [])]
  const names = all ? Object.keys(slateTheme.components ?? {}) : FIRST
  const components = await Promise.all(names.map((name) => sheetOf(name, !all)))
  const sheet = parse(bare(sheets.join('\n')))
  if (!all) {
    sheet.walkRules(MOVING, (rule) => void rule.remove())
    sheet.walkAtRules('keyframes', (rule) => void rule.remove())
  }
  return withoutUnread(sheet, components.join('\n'))
}

const bare = (sheet: string) => sheet.replace(/<\/?style[^>]*>/g, '\n')

/** A sheet without the library's dark, and without the variables that neither it nor `others` read. */
function withoutUnread(sheet: Root, others: string): string {
  sheet.walkRules(NEVER, (rule) => void rule.remove())
  for (let gone = true; gone; ) {
    gone = false
    const read = new Set([...`${sheet.toString()}${others}`.matchAll(/var\((--[\w-]+)/g)].map(([, name]) => name))
    sheet.walkDecls(/^--/, (variable) => {
      if (read.has(variable.prop)) return
      variable.remove()
      gone = true
    })
  }
  sheet.walkRules((rule) => {
    if (!rule.nodes.length) rule.remove()
  })
  return sheet.toString()
}

const COMMON = new Map([['\0virtual:first-components.css', false], ['\0virtual:components.css', true]])
const SHEET = /^\0virtual:(our-)?(\w+)\.css$/
const STYLE = /^(?:\0style:|@primeuix\/styles\/)(\w+)$/
const NO_RIPPLE = '\0no-ripple'

/**
 * What the components look like is made while the program is built, and comes with each of them as a style sheet; what
 * all build on is `virtual:components.css`, and as much of it as the first working needs `virtual:first-components.css`.
 * Buttons and fields that are plain elements look the same by `virtual:our-….css`. The library, told that there is no
 * theme, makes none when it starts (src/library.ts): when the first of its components is loaded. Its ripples, which are
 * off, are left out.
 */
export function stylesOfComponents(): Plugin {
  return {
    name: 'styles-of-components',
    enforce: 'pre',
    resolveId(id) {
      if (id === 'primevue/ripple') return NO_RIPPLE
      if (id.startsWith('virtual:')) return `\0${id}`
      const component = STYLE.exec(id)?.[1]
      return component && `\0style:${component}`
    },
    load(id) {
      const common = COMMON.get(id)
      if (common !== undefined) return commonSheet(common)
      if (id === NO_RIPPLE) return 'export default {}'
      const [, ours, component] = SHEET.exec(id) ?? []
      if (component) return sheetOf(component, Boolean(ours))
      const styled = STYLE.exec(id)?.[1]
      if (!styled) return
      return `${styled === 'base' ? '' : `import '@/library'\nimport 'virtual:${styled}.css'`}\nexport const style = ''`
    },
  }
}
