import { definePreset } from '@primeuix/themes'
import Aura from '@primeuix/themes/aura'

/** PrimeVue in ink on paper: a slate primary, warm surfaces, small radii, and a focus ring that is seen. */
export const slateTheme = definePreset(Aura, {
  primitive: { borderRadius: { sm: '2px', md: '3px', lg: '4px', xl: '6px' } },
  semantic: {
    primary: {
      50: '#f1f4f7',
      100: '#dde5ec',
      200: '#bccbd8',
      300: '#93abbf',
      400: '#6787a2',
      500: '#476a87',
      600: '#35546e',
      700: '#2b4459',
      800: '#263947',
      900: '#1f2d38',
      950: '#141e26',
    },
    focusRing: { width: '3px', style: 'solid', color: '#b8741a', offset: '2px' },
    colorScheme: {
      light: {
        surface: {
          0: '#fffdf8',
          50: '#fbf8f1',
          100: '#f4efe4',
          200: '#e6dfd0',
          300: '#d3cab7',
          400: '#a89f8d',
          500: '#7c7466',
          600: '#5d564b',
          700: '#453f37',
          800: '#2f2b26',
          900: '#22201c',
          950: '#141311',
        },
        primary: { color: '{primary.700}', hoverColor: '{primary.800}', activeColor: '{primary.900}' },
        formField: { borderColor: '{surface.400}', hoverBorderColor: '{primary.600}' },
      },
    },
  },
})
