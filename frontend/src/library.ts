/** The component library begins with the first of its components: each brings this along (build/componentStyle.ts). */
import 'virtual:components.css'
import '@/styles/choices.css'
import PrimeVue from 'primevue/config'
import { app } from './app'

app.use(PrimeVue, { theme: 'none' })
