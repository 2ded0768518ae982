import { fileURLToPath, URL } from 'node:url'
import globalData from '@csstools/postcss-global-data'
import vue from '@vitejs/plugin-vue'
import customMedia from 'postcss-custom-media'
import { defineConfig } from 'vite'
import { stylesOfComponents } from './build/componentStyle.ts'

/** What is wanted at the same moment comes together: behind a slow line each file by itself costs more than it weighs. */
const TOGETHER = [
  {
    name: 'base',
    priority: 2,
    test: /node_modules\/(?:@?vue|vue-router|pinia|@vueuse|openapi-fetch|@primevue\/core|@primeuix|primevue\/(?:config|button|badge|ripple)|@primevue\/icons\/(?:baseicon|spinner))\//,
  },
  {
    name: 'sheet',
    priority: 1,
    test: /\/src\/(?:shared\/(?:MathText|SideWork|StepTools|PictureWithCaption|SetTrouble|pictures|boards|copying|focusing)|desk\/(?:organisers|useRequest|useSchool)|places\/work\/panels)\b|\/primevue\/(?:textarea|baseinput|baseeditableholder)\/|virtual:textarea/,
  },
  {
    name: 'choices',
    priority: 1,
    test: /\/primevue\/(?:select|inputtext|portal|iconfield|inputicon|overlayeventbus|virtualscroller)\/|\/@primevue\/icons\/|virtual:(?:select|inputtext)/,
  },
]

export default defineConfig({
  plugins: [stylesOfComponents(), vue()],
  css: { postcss: { plugins: [globalData({ files: ['./src/styles/breakpoints.css'] }), customMedia()] } },
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: {
    target: 'es2022',
    manifest: true,
    rolldownOptions: {
      input: ['index.html', 'src/early.ts', 'src/offline/worker.ts'],
      // A service worker is known by its name, and governs what lies below it.
      output: {
        entryFileNames: (chunk) => (chunk.name === 'worker' ? 'service-worker.js' : 'assets/[name]-[hash].js'),
        codeSplitting: { groups: TOGETHER },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8470' } },
})
