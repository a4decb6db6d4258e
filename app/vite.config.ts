import react from '@vitejs/plugin-react'
import { fileURLToPath } from 'node:url'
import { defineConfig, type Plugin } from 'vite'
import { sampleCaptures } from '../demo/captures.ts'
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

/** The captures of the sample, served under their hashes: nobody opens a build with them in it. */
const sampleFiles: Plugin = {
  name: 'sample-captures',
  generateBundle() {
    for (const { sha256, bytes } of sampleCaptures())
      this.emitFile({ type: 'asset', fileName: `captures/${sha256}`, source: bytes })
  },
  configureServer(server) {
    server.middlewares.use((request, response, next) => {
      const file = sampleCaptures().find((f) => request.url === `/captures/${f.sha256}`)
      if (file) response.end(file.bytes)
      else next()
    })
  },
}

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [react(), sample, sampleFiles],
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
