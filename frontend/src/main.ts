import '@fontsource/noto-sans/latin-400.css'
import '@fontsource/noto-sans/latin-600.css'
import 'primeicons/primeicons.css'
import './styles.css'
import { createPinia } from 'pinia'
import PrimeVue from 'primevue/config'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import { slateTheme } from './theme'

createApp(App)
  .use(createPinia())
  .use(router)
  .use(PrimeVue, { theme: { preset: slateTheme, options: { darkModeSelector: '.on-projector-dark' } } })
  .mount('#app')
