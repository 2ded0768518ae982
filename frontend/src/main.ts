import './styles/tokens.css'
import './styles/base.css'
import './styles/icons.css'
import './styles/mathematics.css'
import { createPinia } from 'pinia'
import PrimeVue from 'primevue/config'
import { createApp } from 'vue'
import App from './App.vue'
import { useNotice } from './desk/useNotice'
import { keepForLater } from './offline/begin'
import { router } from './router'
import { beginTextFonts } from './shared/textFonts'
import { slateTheme } from './theme'

const app = createApp(App)
  .use(createPinia())
  .use(router)
  .use(PrimeVue, { theme: { preset: slateTheme, options: { darkModeSelector: '.on-projector-dark' } } })

// Whatever no component caught is told, and the page goes on.
const notice = useNotice()
app.config.errorHandler = notice.tell
window.addEventListener('unhandledrejection', (event) => {
  event.preventDefault()
  notice.tell(event.reason)
})
app.mount('#app')
beginTextFonts()
keepForLater()
