import type { Server } from 'node:http'
import { WebSocketServer, type WebSocket } from 'ws'
import { isAllowedHost } from '../host.ts'
import { Flask } from './flask.ts'
import { simulatedMeter, simulatedThermometer } from './instruments.ts'
import { simulatedScope } from './scope.ts'
import type { ScpiParser } from './scpi.ts'
import { Sweeps } from './sweeps.ts'

const LARGEST_MESSAGE = 1024
const MESSAGES_PER_SECOND = 100
const MOST_CONNECTIONS = 16
const MOST_WAITING = 64
const LONGEST_NAME = 40
/** Flasks kept at once: one for each page that talks to the bench, and some that may come back. */
const MOST_FLASKS = 32

const INSTRUMENTS: Record<string, (bench: { flask: Flask; sweeps: Sweeps }) => ScpiParser> = {
  '/bench/meter': ({ flask }) => simulatedMeter(flask),
  '/bench/thermometer': ({ flask }) => simulatedThermometer(flask),
  '/bench/scope': ({ sweeps }) => {
    sweeps.warm()
    return simulatedScope(sweeps)
  },
}

/** The flask of a page, by the name it gives: two pages do not disturb each other. The oldest make room. */
function flaskNamed(flasks: Map<string, Flask>, name: string): Flask {
  const flask = flasks.get(name) ?? new Flask()
  flasks.delete(name)
  flasks.set(name, flask)
  const [oldest] = flasks.keys()
  if (flasks.size > MOST_FLASKS && oldest !== undefined) flasks.delete(oldest)
  return flask
}

/**
 * Puts the simulated bench on an HTTP server: a meter and a thermometer in one flask, another for each name under
 * `?flask=`, and a scope.
 * Returns what ends every conversation: an HTTP server does not close sockets that were upgraded.
 */
export function attachBench(server: Server, options: { host: string }): () => void {
  const flasks = new Map<string, Flask>()
  const sweeps = new Sweeps()
  const sockets = new WebSocketServer({
    noServer: true,
    maxPayload: LARGEST_MESSAGE,
    perMessageDeflate: false,
  })
  server.on('upgrade', (request, socket, head) => {
    // whoever resets a connection while it is refused must not end the process, nor hold a descriptor
    socket.on('error', () => socket.destroy())
    const refuse = (status: string): void => {
      socket.end(`HTTP/1.1 ${status}\r\nConnection: close\r\nContent-Length: 0\r\n\r\n`, () =>
        socket.destroy(),
      )
    }
    const [path, query] = (request.url ?? '').split('?')
    const make = Object.hasOwn(INSTRUMENTS, path!) ? INSTRUMENTS[path!] : undefined
    if (!make) {
      refuse('404 Not Found')
      return
    }
    if (!isAllowedHost(request.headers.host, options.host)) {
      refuse('403 Forbidden')
      return
    }
    // another site's page must not talk to the bench through this browser
    const { origin } = request.headers
    if (origin !== undefined && !isOwnOrigin(origin, request.headers.host)) {
      refuse('403 Forbidden')
      return
    }
    if (sockets.clients.size >= MOST_CONNECTIONS) {
      refuse('503 Service Unavailable')
      return
    }
    const name = (new URLSearchParams(query).get('flask') ?? '').slice(0, LONGEST_NAME)
    const flask = flaskNamed(flasks, name)
    sockets.handleUpgrade(request, socket, head, (ws) => converse(ws, make({ flask, sweeps })))
  })
  return () => {
    for (const ws of sockets.clients) ws.terminate()
    sweeps.end()
  }
}

/** A page this server gave: by its scheme, its name and its port, and by nothing else, as a browser writes it. */
const isOwnOrigin = (origin: string, host: string | undefined): boolean =>
  origin.toLowerCase() === `http://${host?.toLowerCase()}`

function converse(ws: WebSocket, instrument: ScpiParser): void {
  let allowance = MESSAGES_PER_SECOND,
    refilled = Date.now(),
    waiting = 0
  let answering: Promise<void> = Promise.resolve()
  const asked = new AbortController()
  ws.on('error', () => ws.terminate())
  // what is queued ends with its socket
  ws.on('close', () => asked.abort())
  ws.on('message', (data, isBinary) => {
    const now = Date.now()
    allowance = Math.min(
      MESSAGES_PER_SECOND,
      allowance + ((now - refilled) / 1000) * MESSAGES_PER_SECOND,
    )
    refilled = now
    if (allowance < 1 || waiting >= MOST_WAITING) {
      ws.close(1008, 'too many lines')
      return
    }
    allowance -= 1
    if (isBinary) {
      ws.close(1003, 'text lines only')
      return
    }
    for (const line of String(data).split('\n')) {
      if (line.trim() === '') continue
      waiting++
      // one line after the other, as over a cable
      answering = answering.then(async () => {
        const reply = await instrument.take(line, asked.signal)
        waiting--
        if (reply !== null && ws.readyState === ws.OPEN) ws.send(`${reply}\n`)
      })
    }
  })
}
