import { createPinia } from 'pinia'
import { app } from './app'
import { useNotice } from './desk/useNotice'
import { router } from './router'
import { beginAfterwards } from './shared/afterwards'

app.use(createPinia()).use(router)

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
  beginAfterwards()
})
