import './styles/tokens.css'
import './styles/base.css'
import './styles/icons.css'
import './styles/mathematics.css'
import 'virtual:first-components.css'
import { createApp } from 'vue'
import App from './App.vue'

/** The application; what it uses is given to it in main.ts, and the component library where that is first wanted. */
export const app = createApp(App)
