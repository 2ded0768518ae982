import { fileURLToPath, URL } from 'node:url'
import globalData from '@csstools/postcss-global-data'
import vue from '@vitejs/plugin-vue'
import customMedia from 'postcss-custom-media'
import { defineConfig } from 'vite'
import { stylesOfComponents } from './build/componentStyle.ts'

/** What is wanted at the same moment comes together: behind a slow line each file by itself costs more than it weighs. */
const TOGETHER = [
  { name: 'base', priority: 3, test: /node_modules\/(?:@?vue|vue-router|pinia|@vueuse|openapi-fetch)\// },
  {
    name: 'sheet',
    priority: 2,
    test: /\/src\/(?:app|shared\/(?:afterwards|MathText|PressButton|SideWork|SetTrouble|boards|copying|focusing|pictures|useGrowing)|desk\/(?:organisers|useRequest|useSchool)|places\/work\/(?:facets|useCopying))\b|virtual:our-/,
  },
  {
    name: 'tools',
    priority: 2,
    test: /\/src\/(?:shared\/(?:StepTools|PictureWithCaption)|desk\/(?:useSetActs|useSetSearch)|places\/work\/panels|styles\/more-icons)\b|virtual:(?:select|inputtext)/,
  },
  {
    name: 'choices',
    priority: 1,
    test: /\/(?:@primevue|@primeuix)\/|\/src\/library|\/primevue\/(?:config|base|select|inputtext|portal|iconfield|inputicon|overlayeventbus|virtualscroller|baseinput|baseeditableholder)\//,
  },
]

export default defineConfig({
  plugins: [stylesOfComponents(), vue()],
  css: { postcss: { plugins: [globalData({ files: ['./src/styles/breakpoints.css'] }), customMedia()] } },
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: {
    target: 'es2022',
    manifest: true,
    modulePreload: { polyfill: false },
    rolldownOptions: {
      // What is optimized here, few files, is said by TOGETHER; it only adds a file that all wait for.
      experimental: { chunkOptimization: false },
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
