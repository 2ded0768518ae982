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

Theme.setTheme({ preset: slateTheme, options: { darkModeSelector: '.on-projector-dark' } })

/** The sheet of a component: its variables and its rules. */
export async function sheetOf(component: string): Promise<string> {
  const { default: style } = (await import(`primevue/${component}/style`)) as { default: Style }
  const sheet = parse(bare(style.getThemeStyleSheet()))
  sheet.walkRules((rule) => {
    const kept = rule.selectors.filter((selector) => !UNUSED.test(selector))
    if (kept.length) rule.selectors = kept
    else rule.remove()
  })
  return withoutUnread(sheet, '')
}

/** What all components build on. */
export async function commonSheet(): Promise<string> {
  const base = BaseStyle as unknown as Style
  const sheets = [base.getStyleSheet(), base.getCommonThemeStyleSheet(), base.getThemeStyleSheet()]
  const components = await Promise.all(Object.keys(slateTheme.components ?? {}).map(sheetOf))
  return withoutUnread(parse(bare(sheets.join('\n'))), components.join('\n'))
}

const bare = (sheet: string) => sheet.replace(/<\/?style[^>]*>/g, '\n')

/** A sheet without the variables that neither it nor `others` read. */
function withoutUnread(sheet: Root, others: string): string {
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

const COMMON = 'virtual:components.css'
const SHEET = /^\0virtual:(\w+)\.css$/
const STYLE = /^(?:\0style:|@primeuix\/styles\/)(\w+)$/
const NO_RIPPLE = '\0no-ripple'

/**
 * What the components look like is made while the program is built, and comes with each of them as a style sheet; what
 * all build on is `virtual:components.css`. The library, told that there is no theme, makes none when it starts. Its
 * ripples, which are off, are left out.
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
      if (id === `\0${COMMON}`) return commonSheet()
      if (id === NO_RIPPLE) return 'export default {}'
      const component = SHEET.exec(id)?.[1]
      if (component) return sheetOf(component)
      const styled = STYLE.exec(id)?.[1]
      if (!styled) return
      return `${styled === 'base' ? '' : `import 'virtual:${styled}.css'`}\nexport const style = ''`
    },
  }
}
