import type { ChildProcess } from 'node:child_process'
import { readdirSync } from 'node:fs'
import { connect, type Socket } from 'node:net'
import { setTimeout as rest } from 'node:timers/promises'
import { WebSocket } from 'ws'
import { uniformStream } from '../core/math/index.ts'
import { drawing, type Draw } from './randomEdits.ts'
import { serve } from '../scripts/serve.ts'
import { residentKB } from './resident.ts'

type Campaign = {
  connections: number
  byKind: Record<string, number>
  /** still answered afterwards */
  alive: boolean
  descriptorsBefore: number
  descriptorsAfter: number
  /** what the process holds of memory more than at the beginning */
  grownMB: number
  stoppedInMs: number
}

/** Most connections open at one time. */
const AT_ONCE = 40

const descriptors = (server: ChildProcess): number => readdirSync(`/proc/${server.pid}/fd`).length

const upgrade = (path: string, extra = ''): string =>
  `GET ${path} HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: Upgrade\r\nUpgrade: ` +
  `websocket\r\nSec-WebSocket-Version: 13\r\nSec-WebSocket-Key: ` +
  `dGhlIHNhbXBsZSBub25jZQ==\r\n${extra}\r\n`

/** Ways to be rude; each ends with its socket gone. */
const KINDS: Record<string, (socket: Socket, draw: Draw) => Promise<void>> = {
  'refused path': async (s) => void s.write(upgrade('/bench/oven')),
  'refused origin': async (s) =>
    void s.write(upgrade('/bench/meter', 'Origin: http://evil.example\r\n')),
  'refused name': async (s) =>
    void s.write(upgrade('/bench/meter').replace('127.0.0.1', 'evil.example')),
  'reset while refused': async (s) => {
    s.write(upgrade('/nowhere'))
    s.resetAndDestroy()
  },
  'reset at once': async (s) => void s.resetAndDestroy(),
  'reset while conversing': async (s, draw) => {
    s.write(upgrade('/bench/meter'))
    await rest(draw.below(10))
    s.resetAndDestroy()
  },
  'half open': async (s, draw) => {
    s.write('GET / HTTP/1.1\r\nHo')
    await rest(draw.below(30))
    s.destroy()
  },
  trickling: async (s, draw) => {
    for (const c of 'GET /health HTTP/1.1\r\n') {
      if (s.destroyed) return
      s.write(c)
      if (draw.uniform() < 0.2) await rest(1)
    }
    s.destroy()
  },
  nonsense: async (s, draw) => {
    s.write(Buffer.from(Array.from({ length: 40 }, () => draw.below(256))))
    await rest(1)
    s.destroy()
  },
  'a fair request': async (s) =>
    void s.write('GET /health HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\n\r\n'),
}

async function one(port: number, draw: Draw): Promise<string> {
  const kind = draw.from(Object.keys(KINDS))
  await new Promise<void>((resolve) => {
    const socket = connect(port, '127.0.0.1')
    const late = setTimeout(() => socket.destroy(), 3000)
    socket.on('error', () => undefined)
    socket.on('close', () => {
      clearTimeout(late)
      resolve()
    })
    socket.on('connect', () => void KINDS[kind]!(socket, draw))
    socket.resume()
  })
  return kind
}

const answers = async (port: number): Promise<boolean> =>
  fetch(`http://127.0.0.1:${port}/health`).then(
    (r) => r.ok,
    () => false,
  )

/** A socket that is open for a conversation, and says so many words at once; null where the server has no room. */
const told = (port: number, text: string): Promise<WebSocket | null> =>
  new Promise((resolve) => {
    const socket = new WebSocket(`ws://127.0.0.1:${port}/bench/scope`)
    socket.on('error', () => resolve(null))
    socket.on('open', () => {
      socket.send(text)
      resolve(socket)
    })
  })

/**
 * So many clients that each queue forty sweeps and hang up at once, some at a time: how long the server takes to answer
 * a page meanwhile, at most, and to stop in the midst of it, ms.
 */
export async function hangingUp(
  clients: number,
): Promise<{ clients: number; longestMs: number; stoppedInMs: number }> {
  const { server, port } = await serve()
  await answers(port)
  let longestMs = 0
  let over = false
  const asking = (async () => {
    while (!over) {
      const began = performance.now()
      await answers(port)
      longestMs = Math.max(longestMs, performance.now() - began)
      await rest(20)
    }
  })()
  const sweeps = `${Array(40).fill('SING').join(';')}\n`
  for (let done = 0; done < clients; done += AT_ONCE / 2) {
    const sockets = await Promise.all(
      Array.from({ length: Math.min(AT_ONCE / 2, clients - done) }, () => told(port, sweeps)),
    )
    await rest(30)
    for (const socket of sockets) socket?.terminate()
  }
  over = true
  await asking
  await told(port, sweeps)
  const gone = new Promise((resolve) => server.on('exit', resolve))
  const began = performance.now()
  server.kill('SIGTERM')
  await gone
  return { clients, longestMs, stoppedInMs: performance.now() - began }
}

/** So many rude connections to a server of its own on loopback; whether it lives, keeps no descriptor, and stops. */
export async function rudeClients(connections: number, seed: number): Promise<Campaign> {
  const draw = drawing(uniformStream(seed))
  const { server, port } = await serve()
  await answers(port)
  await rest(200)
  const descriptorsBefore = descriptors(server)
  const residentBefore = residentKB(server.pid!)
  const byKind: Record<string, number> = {}
  for (let done = 0; done < connections; done += AT_ONCE) {
    const kinds = await Promise.all(
      Array.from({ length: Math.min(AT_ONCE, connections - done) }, () => one(port, draw)),
    )
    for (const kind of kinds) byKind[kind] = (byKind[kind] ?? 0) + 1
  }
  const alive = server.exitCode === null && (await answers(port))
  await rest(6000)
  const descriptorsAfter = alive ? descriptors(server) : NaN
  const grownMB = alive ? (residentKB(server.pid!) - residentBefore) / 1e3 : NaN
  const began = performance.now()
  const gone = new Promise((resolve) => server.on('exit', resolve))
  // somebody holds a connection open while it stops
  connect(port, '127.0.0.1').on('error', () => undefined)
  await rest(50)
  server.kill('SIGTERM')
  if (alive) await gone
  const stoppedInMs = performance.now() - began - 50
  return {
    ...{ connections, byKind, alive, descriptorsBefore, descriptorsAfter },
    ...{ grownMB, stoppedInMs },
  }
}
