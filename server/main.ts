import { createServer } from 'node:http'
import { fileURLToPath } from 'node:url'
import { createApp } from './app.ts'
import { attachBench } from './bench/socket.ts'
import { loopbackOf, portFrom } from './host.ts'
import { guard } from './stop.ts'

/** Ends with a sentence for the person who started it. */
function giveUp(why: string): never {
  console.error(why)
  process.exit(1)
}

function portOrGiveUp(): number {
  try {
    return portFrom(process.env.PORT)
  } catch (error) {
    return giveUp((error as Error).message)
  }
}

const host = process.env.HOST?.trim() || '127.0.0.1'
const port = portOrGiveUp()
const dist = process.env.ECHT_DIST ?? fileURLToPath(new URL('../dist', import.meta.url))

const WHY: Partial<Record<string, string>> = {
  EADDRINUSE: `Port ${port} is taken: start with PORT=another.`,
  EACCES: `Port ${port} is not for everybody to take: start with a PORT above 1023.`,
  EADDRNOTAVAIL: `HOST is "${host}", which is no address of this machine: leave it out, or give one that is.`,
  ENOTFOUND: `HOST is "${host}", which no machine is called: leave it out, or give an address of this machine.`,
}

const server = createServer(createApp({ dist, host }))
const stop = guard(server)
const hangUp = attachBench(server, { host })
server.on('error', (error: NodeJS.ErrnoException) =>
  giveUp(WHY[error.code ?? ''] ?? `The server cannot start (${error.code ?? 'unknown reason'}).`),
)
server.listen(port, host, () => {
  const address = server.address()
  const shown = typeof address === 'object' && address ? address.port : port
  if (!['127.0.0.1', 'localhost', '::1'].includes(host))
    console.warn(
      `Listening on ${host}: everybody on this network can open Echt and drive the simulated ` +
        'bench. Builds stay in each browser. Use it in your own shed only.',
    )
  console.log(`Echt, with the sample build: http://${loopbackOf(host)}:${shown}/sample`)
})
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => void stop(hangUp).then(() => process.exit(0)))
