import { definePreset } from '@primeuix/themes'
import Aura from '@primeuix/themes/aura'

const STEPS = [0, 50, 100, 200, 300, 400, 500, 600, 700, 800, 900, 950]

/** The steps of a scale of styles/tokens.css, where the palette stands. */
function scale(name: 'slate' | 'paper'): Record<string, string> {
  return Object.fromEntries(STEPS.map((step) => [step, `var(--${name}-${step})`]))
}

/** PrimeVue in ink on paper: a slate primary, warm surfaces, small radii, and a focus ring that is seen. */
export const slateTheme = definePreset(Aura, {
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
