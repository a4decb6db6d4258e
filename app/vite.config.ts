import react from '@vitejs/plugin-react'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [react()],
  worker: { format: 'es' },
  build: {
    outDir: '../dist',
    emptyOutDir: true,
    target: 'es2022',
    chunkSizeWarningLimit: 1000,
    // what is shipped of other people’s work goes with its licences
    license: { fileName: 'licences.md' },
  },
  server: { proxy: { '/bench': { target: 'ws://127.0.0.1:4173', ws: true } } },
})
