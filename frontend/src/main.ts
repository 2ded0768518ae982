import './styles/tokens.css'
import './styles/base.css'
import './styles/icons.css'
import './styles/mathematics.css'
import 'virtual:components.css'
import { createPinia } from 'pinia'
import PrimeVue from 'primevue/config'
import { createApp } from 'vue'
import App from './App.vue'
import { useNotice } from './desk/useNotice'
import { keepForLater } from './offline/begin'
import { router } from './router'
import { beginTextFonts } from './shared/textFonts'

const app = createApp(App)
  .use(createPinia())
  .use(router)
  .use(PrimeVue, { theme: 'none' })

// Whatever no component caught is told, and the page goes on.
const notice = useNotice()
app.config.errorHandler = notice.tell
window.addEventListener('unhandledrejection', (event) => {
  event.preventDefault()
  notice.tell(event.reason)
})
// What was pressed meanwhile is heard between reading the program and drawing the page.
setTimeout(() => {
  app.mount('#app')
  beginTextFonts()
  keepForLater()
})
