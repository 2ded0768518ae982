import { fileURLToPath, URL } from 'node:url'
import globalData from '@csstools/postcss-global-data'
import vue from '@vitejs/plugin-vue'
import customMedia from 'postcss-custom-media'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [vue()],
  css: { postcss: { plugins: [globalData({ files: ['./src/styles/breakpoints.css'] }), customMedia()] } },
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: { target: 'es2022', manifest: true },
  server: { proxy: { '/api': 'http://127.0.0.1:8470' } },
})
