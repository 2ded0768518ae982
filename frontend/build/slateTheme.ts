import { definePreset } from '@primeuix/themes'
import base from '@primeuix/themes/aura/base'
import button from '@primeuix/themes/aura/button'
import checkbox from '@primeuix/themes/aura/checkbox'
import dialog from '@primeuix/themes/aura/dialog'
import iconfield from '@primeuix/themes/aura/iconfield'
import inputnumber from '@primeuix/themes/aura/inputnumber'
import inputtext from '@primeuix/themes/aura/inputtext'
import popover from '@primeuix/themes/aura/popover'
import progressbar from '@primeuix/themes/aura/progressbar'
import ripple from '@primeuix/themes/aura/ripple'
import select from '@primeuix/themes/aura/select'
import selectbutton from '@primeuix/themes/aura/selectbutton'
import textarea from '@primeuix/themes/aura/textarea'
import togglebutton from '@primeuix/themes/aura/togglebutton'
import toggleswitch from '@primeuix/themes/aura/toggleswitch'
import virtualscroller from '@primeuix/themes/aura/virtualscroller'

const STEPS = [0, 50, 100, 200, 300, 400, 500, 600, 700, 800, 900, 950]

/** The steps of a scale of styles/tokens.css, where the palette stands. */
function scale(name: 'slate' | 'paper'): Record<string, string> {
  return Object.fromEntries(STEPS.map((step) => [step, `var(--${name}-${step})`]))
}

/** The components that are used, and those that they are made of: the whole of Aura is three times as much. */
const components = { button, checkbox, dialog, iconfield, inputnumber, inputtext, popover, progressbar, ripple, select, selectbutton, textarea, togglebutton, toggleswitch, virtualscroller }

/** PrimeVue in ink on paper: a slate primary, warm surfaces, small radii, and a focus ring that is seen. */
export const slateTheme = definePreset({ ...base, components }, {
  primitive: { borderRadius: { sm: '2px', md: '3px', lg: '4px', xl: '6px' } },
  semantic: {
    primary: scale('slate'),
    focusRing: { width: '3px', style: 'solid', color: 'var(--focus)', offset: '2px' },
    colorScheme: {
      light: {
        surface: scale('paper'),
        primary: { color: '{primary.700}', contrastColor: 'var(--on-primary)', hoverColor: '{primary.800}', activeColor: '{primary.900}' },
        formField: { borderColor: '{surface.400}', hoverBorderColor: '{primary.600}' },
      },
    },
  },
})
