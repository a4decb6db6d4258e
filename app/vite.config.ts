import react from '@vitejs/plugin-react'
import { fileURLToPath } from 'node:url'
import { defineConfig, type Plugin } from 'vite'
import { saltmarshNine } from '../demo/saltmarshNine.ts'

/** The sample build as data: made when the app is built, so that no reader's browser has to. */
const sample: Plugin = {
  name: 'sample-build',
  resolveId: (id) => (id === 'virtual:sample' ? id : undefined),
  load: (id) =>
    id === 'virtual:sample'
      ? `export default JSON.parse(${JSON.stringify(JSON.stringify(saltmarshNine()))})`
      : undefined,
}

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [react(), sample],
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
