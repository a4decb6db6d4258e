import { createServer } from 'node:http'
import { fileURLToPath } from 'node:url'
import { createApp } from './app.ts'
import { attachBench } from './bench/socket.ts'

const host = process.env.HOST ?? '127.0.0.1'
const port = Number(process.env.PORT ?? 4173)
const dist = process.env.ECHT_DIST ?? fileURLToPath(new URL('../dist', import.meta.url))

const server = createServer(createApp({ dist, host }))
const hangUp = attachBench(server, { host })
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(
    error.code === 'EADDRINUSE' ? `Port ${port} is taken: start with PORT=another.` : error.message,
  )
  process.exit(1)
})
server.listen(port, host, () => {
  const shown = host === '0.0.0.0' ? '127.0.0.1' : host
  if (!['127.0.0.1', 'localhost', '::1'].includes(host))
    console.warn(
      `Listening on ${host}: everybody on this network can open Echt and drive the simulated bench. Builds stay in each browser. Use it in your own shed only.`,
    )
  console.log(`Echt, with the sample build: http://${shown}:${port}/sample`)
})
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    hangUp()
    server.closeAllConnections()
    server.close(() => process.exit(0))
  })
