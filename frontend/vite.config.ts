import { fileURLToPath, URL } from 'node:url'
import globalData from '@csstools/postcss-global-data'
import vue from '@vitejs/plugin-vue'
import customMedia from 'postcss-custom-media'
import { defineConfig } from 'vite'
import { stylesOfComponents } from './build/componentStyle.ts'

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
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8470' } },
})
