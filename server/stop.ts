import type { Server } from 'node:http'
import type { Socket } from 'node:net'

/** Milliseconds until a stop no longer waits for anybody. */
const LONGEST_STOP_MS = 700

/**
 * Limits what slow and silent clients may hold, and returns what stops a server at once: every connection is cut,
 * upgraded and refused ones too, which an HTTP server does not do by itself. Resolves when it is closed.
 */
export function guard(server: Server): (hangUp: () => void) => Promise<void> {
  const open = new Set<Socket>()
  server.on('connection', (socket: Socket) => {
    open.add(socket)
    // a reset before anything was said must not end the process
    socket.on('error', () => socket.destroy())
    socket.on('close', () => open.delete(socket))
  })
  server.on('clientError', (_error, socket) => socket.destroy())
  server.headersTimeout = 10_000
  server.requestTimeout = 20_000
  server.keepAliveTimeout = 5000
  return (hangUp) =>
    new Promise((resolve) => {
      const late = setTimeout(resolve, LONGEST_STOP_MS)
      server.close(() => {
        clearTimeout(late)
        resolve()
      })
      hangUp()
      for (const socket of open) socket.destroy()
    })
}
