import { createServer, type Server } from 'node:http'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { connect, type AddressInfo, type Socket } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import WebSocket from 'ws'
import { thermistorOhm } from '../core/curve/thermistor/index.ts'
import { createApp } from './app.ts'
import { attachBench } from './bench/socket.ts'
import { Flask, FLASK_SENSOR } from './bench/flask.ts'
import { simulatedMeter, simulatedThermometer } from './bench/instruments.ts'
import { hostsFrom, isAllowedHost, portFrom, rightHost } from './host.ts'
import { guard } from './stop.ts'

let server: Server, port: number, hangUp: () => void

beforeAll(async () => {
  const dist = mkdtempSync(join(tmpdir(), 'echt-'))
  writeFileSync(join(dist, 'index.html'), '<!doctype html><title>Echt</title>')
  server = createServer(createApp({ dist, host: '127.0.0.1' }))
  guard(server)
  hangUp = attachBench(server, { host: '127.0.0.1' })
  await new Promise<void>((resolve) => {
    server.listen(0, '127.0.0.1', resolve)
  })
  port = (server.address() as AddressInfo).port
})
afterAll(() => {
  hangUp()
  server.closeAllConnections()
  server.close()
})

/** Fetch with a Host header of our choosing, which fetch() itself does not allow. */
const get = async (
  path: string,
  host = `127.0.0.1:${port}`,
): Promise<{ status: number; headers: Record<string, unknown>; body: string }> => {
  const { request } = await import('node:http')
  return new Promise((resolve, reject) => {
    request({ port, path, headers: { host } }, (r) => {
      let body = ''
      r.on('data', (d: Buffer) => {
        body += String(d)
      })
      r.on('end', () => resolve({ status: r.statusCode!, headers: r.headers, body }))
    })
      .on('error', reject)
      .end()
  })
}

describe('the web server', () => {
  it('serves the app on every address of it, with a strict content policy', async () => {
    const { status, headers, body } = await get('/build/whatever/channel/x')
    expect(status).toBe(200)
    expect(body).toContain('Echt')
    const policy = String(headers['content-security-policy'])
    expect(policy).toContain("default-src 'none'")
    expect(policy).toContain("script-src 'self'")
    expect(policy).not.toMatch(/script-src[^;]*unsafe/)
    expect(policy).toContain("frame-ancestors 'none'")
    expect(headers['x-powered-by']).toBeUndefined()
  })
  it('turns away names it was not told of', async () => {
    expect((await get('/', 'evil.example:80')).status).toBe(403)
  })
  it('leads every loopback name to one: a browser keeps builds apart for each', async () => {
    for (const name of ['localhost', '[::1]', 'LOCALHOST']) {
      const { status, headers } = await get('/build/x?stage=leads', `${name}:${port}`)
      expect(status).toBe(308)
      expect(headers.location).toBe(`http://127.0.0.1:${port}/build/x?stage=leads`)
    }
    expect((await get('/', `127.0.0.1:${port}`)).status).toBe(200)
    expect(rightHost('localhost:80', 'localhost')).toBeNull()
    expect(rightHost('127.0.0.1:80', '::1')).toBe('[::1]:80')
    expect(rightHost('192.168.1.7:80', '0.0.0.0')).toBeNull()
  })
  it.each(['/assets/none.js', '/assets/%E0', '/%E0%A4%A', '/assets/..%2f..%2fpackage.json'])(
    'an error at %s shows neither path nor stack',
    async (path) => {
      const { body } = await get(path)
      expect(body).not.toMatch(/node_modules|\/work|\/tmp|at .*:\d+|Error:/)
    },
  )
  it('connects only to itself', async () => {
    const { headers } = await get('/')
    expect(String(headers['content-security-policy'])).toMatch(/connect-src 'self'(;|$)/)
  })
  it('says 404 for an asset that is not there', async () => {
    expect((await get('/assets/none.js')).status).toBe(404)
  })
  it.each([
    ['127.0.0.1:4173', '127.0.0.1', [], true],
    ['[::1]:4173', '127.0.0.1', [], true],
    ['evil.example', '127.0.0.1', [], false],
    [undefined, '127.0.0.1', [], false],
    ['192.168.1.7:4173', '0.0.0.0', [], true],
    ['shed.example', '0.0.0.0', [], false],
    ['shed.example:4173', '0.0.0.0', ['shed.example'], true],
    ['192.168.1.7', '192.168.1.7', [], true],
  ])('host %s while listening on %s, allowing %j: %s', (header, listening, extra, allowed) => {
    expect(isAllowedHost(header, listening, extra)).toBe(allowed)
  })
})

it('names and ports are taken as people write them, or refused in words', () => {
  expect(hostsFrom(' Shed.Example , ,tablet ')).toEqual(['shed.example', 'tablet'])
  expect(isAllowedHost('[fe80::1]:4173', '::')).toBe(true)
  expect(isAllowedHost('evil.example:4173', '::')).toBe(false)
  expect(isAllowedHost('[fd00::7]:4173', 'fd00::7')).toBe(true)
  expect([portFrom(undefined), portFrom(' '), portFrom('80')]).toEqual([4173, 4173, 80])
  for (const text of ['abc', '4173.5', '70000', '-1'])
    expect(() => portFrom(text)).toThrow(`PORT is "${text}"`)
})

describe('rude clients', () => {
  const raw = (text: string): Promise<Socket> =>
    new Promise((resolve, reject) => {
      const socket = connect(port, '127.0.0.1', () => {
        socket.write(text)
        resolve(socket)
      })
      socket.on('error', reject)
    })
  const upgrade = (path: string): string =>
    `GET ${path} HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nConnection: Upgrade\r\nUpgrade: ` +
    `websocket\r\nSec-WebSocket-Version: 13\r\nSec-WebSocket-Key: ` +
    `dGhlIHNhbXBsZSBub25jZQ==\r\n\r\n`

  it('reset a refused upgrade, and the server lives', async () => {
    for (let i = 0; i < 200; i++) (await raw(upgrade('/bench/oven'))).resetAndDestroy()
    expect((await get('/health')).body).toContain('true')
  })
  it('a refused upgrade is cut off, though the client keeps its end open', async () => {
    const socket = await raw(upgrade('/nowhere'))
    const said: string[] = []
    socket.on('data', (d) => said.push(String(d)))
    await new Promise((resolve) => socket.on('close', resolve))
    expect(said.join('')).toMatch(/^HTTP\/1.1 404/)
  })
  it('a stop waits for none of them', async () => {
    const own = createServer(createApp({ dist: '/nowhere', host: '127.0.0.1' }))
    const stop = guard(own)
    const end = attachBench(own, { host: '127.0.0.1' })
    await new Promise<void>((resolve) => {
      own.listen(0, '127.0.0.1', resolve)
    })
    const { port: at } = own.address() as AddressInfo
    const sockets = ['', 'GET / HT', upgrade('/bench/meter').replace(String(port), String(at))].map(
      (text) => {
        const socket = connect(at, '127.0.0.1', () => socket.write(text))
        socket.on('error', () => undefined)
        socket.resume()
        return socket
      },
    )
    await new Promise((resolve) => {
      setTimeout(resolve, 100)
    })
    const closed = sockets.map((s) => new Promise((resolve) => s.on('close', resolve)))
    await stop(end)
    expect(own.listening).toBe(false)
    await Promise.all(closed)
  })
})

/** A conversation with an instrument; resolves with the next line. */
async function talk(
  path: string,
  headers: Record<string, string> = {},
): Promise<{
  ask: (line: string) => Promise<string>
  send: (data: string | Buffer) => void
  closed: Promise<number>
  socket: WebSocket
}> {
  const socket = new WebSocket(`ws://127.0.0.1:${port}${path}`, { headers })
  const lines: string[] = [],
    takers: ((line: string) => void)[] = []
  socket.on('message', (d) => {
    for (const l of String(d).trim().split('\n')) {
      const t = takers.shift()
      if (t) t(l)
      else lines.push(l)
    }
  })
  const closed = new Promise<number>((resolve) => {
    socket.on('close', resolve)
  })
  await new Promise<void>((resolve, reject) => {
    socket.on('open', resolve)
    socket.on('error', reject)
  })
  return {
    socket,
    closed,
    send: (d) => socket.send(d),
    ask: (line) => {
      socket.send(`${line}\n`)
      return new Promise((resolve) => {
        const l = lines.shift()
        if (l) resolve(l)
        else takers.push(resolve)
      })
    },
  }
}

describe('the bench over a socket', () => {
  it('answers as SCPI says, short and long, in any case, several on a line', async () => {
    const { ask, socket } = await talk('/bench/meter')
    expect(await ask('*IDN?')).toMatch(/^ECHT,SIMULATED BENCH METER,/)
    expect(Number(await ask('MEAS:RES?'))).toBeGreaterThan(1)
    expect(await ask('measure:resistance?')).toMatch(/^\+\d\.\d{8}E[+-]\d\d$/)
    expect((await ask('*IDN?;SYST:ERR?')).split(';')).toHaveLength(2)
    expect(await ask('SYST:ERR?')).toBe('0,"No error"')
    socket.close()
  })
  it('one page does not disturb the flask of another; its own two instruments share one', async () => {
    const [mine, ours, theirs] = await Promise.all([
      talk('/bench/meter?flask=a'),
      talk('/bench/thermometer?flask=a'),
      talk('/bench/meter?flask=b'),
    ])
    mine.send('SIM:SCEN KETTLE\n')
    expect(await mine.ask('SIM:SCEN?')).toBe('KETTLE')
    expect(await ours.ask('SIM:SCEN?')).toBe('KETTLE')
    expect(await theirs.ask('SIM:SCEN?')).not.toBe('KETTLE')
    for (const { socket } of [mine, ours, theirs]) socket.close()
    // who comes back finds the flask cooling on
    const again = await talk('/bench/meter?flask=a')
    expect(await again.ask('SIM:SCEN?')).toBe('KETTLE')
    again.socket.close()
  })
  it('a scope takes a sweep as it is told, gives it in blocks, and refuses nonsense', async () => {
    const { ask, send, socket } = await talk('/bench/scope')
    expect(await ask('*IDN?')).toMatch(/^ECHT,SIMULATED SCOPE,/)
    // nothing is taken yet
    expect(await ask('WAV:PRE?;SYST:ERR?')).toBe('-230,"Data corrupt or stale"')
    for (const line of ['SIM:WHEEL 60-2', 'sim:eng IDLE', 'SIM:FAUL reversed, noise', 'SINGLE'])
      send(`${line}\n`)
    const [points, sampleHz, volt] = (await ask('WAVEFORM:PREAMBLE?')).split(',').map(Number)
    expect([points, sampleHz]).toEqual([150_000, 50_000])
    const first = (await ask('WAV:DATA? 0')).split(',').map(Number)
    const last = (await ask(`WAV:DATA? ${points! - 10}`)).split(',').map(Number)
    expect([first.length, last.length]).toEqual([4096, 10])
    // 0.012 V at one turn a minute, at nine hundred of them
    expect(Math.max(...first) * volt!).toBeGreaterThan(9)
    expect(Math.max(...first) * volt!).toBeLessThan(12.5)
    for (const line of ['SIM:WHE 36-40', 'SIM:ENG fly', 'WAV:DATA? -1', 'WAV:DATA?', 'SIM:CYL 99'])
      send(`${line}\n`)
    const errors = [await ask('SYST:ERR?'), await ask('SYST:ERR?'), await ask('SYST:ERR?')]
    expect(errors.map((e) => Number(e.split(',')[0]))).toEqual([-224, -224, -222])
    socket.close()
  })
  it('clients that ask for sweeps and hang up hold nobody up: what is queued ends with its socket', async () => {
    for (let k = 0; k < 8; k++) {
      const { send, socket } = await talk('/bench/scope')
      for (let i = 0; i < 5; i++) send(`${Array(40).fill('SING').join(';')}\n`)
      await new Promise((resolve) => setTimeout(resolve, 20))
      socket.terminate()
    }
    // what a page asks meanwhile is answered, and a scope that is still there gets its sweep
    const { ask, socket } = await talk('/bench/scope')
    let longest = 0
    const until = Date.now() + 1500
    while (Date.now() < until) {
      const began = Date.now()
      await fetch(`http://127.0.0.1:${port}/health`)
      longest = Math.max(longest, Date.now() - began)
      await new Promise((resolve) => setTimeout(resolve, 10))
    }
    expect(longest).toBeLessThan(1000)
    for (const _ of [1, 2, 3]) expect((await ask('SING;WAV:PRE?')).split(',')).toHaveLength(3)
    socket.close()
  })
  it('keeps errors in a queue and survives whatever is said', async () => {
    const { ask, send, socket } = await talk('/bench/thermometer')
    for (const nonsense of [
      'WHAT?',
      ';;;',
      '   ',
      '\u0007\u0001',
      'é',
      'SIM:SPE 1e9',
      'SIM:SPE',
      'SIM:SCEN OVEN',
      'x'.repeat(900),
      'MEAS:RES?',
      '*IDN',
    ])
      send(`${nonsense}\n`)
    const errors: string[] = []
    for (let e = await ask('SYST:ERR?'); !e.startsWith('0,'); e = await ask('SYST:ERR?'))
      errors.push(e)
    expect(errors).toEqual(
      expect.arrayContaining([
        '-113,"Undefined header"',
        '-101,"Invalid character"',
        '-222,"Data out of range"',
        '-109,"Missing parameter"',
        '-224,"Illegal parameter value"',
        '-363,"Input buffer overrun"',
      ]),
    )
    for (let i = 0; i < 40; i++) send('WHAT?\n')
    const queue: string[] = []
    for (let e = await ask('SYST:ERR?'); !e.startsWith('0,'); e = await ask('SYST:ERR?'))
      queue.push(e)
    expect(queue.at(-1)).toBe('-350,"Queue overflow"')
    expect(Number(await ask('READ?'))).toBeCloseTo(18.3, 0)
    socket.close()
  })
  it('ends a conversation that floods it, sends too much at once, or speaks binary', async () => {
    const big = await talk('/bench/meter')
    big.socket.on('error', () => undefined)
    big.send('y'.repeat(5000))
    expect(await big.closed).toBe(1009)
    const flood = await talk('/bench/meter')
    for (let i = 0; i < 400; i++) flood.send('*IDN?\n')
    expect(await flood.closed).toBe(1008)
    const binary = await talk('/bench/meter')
    binary.send(Buffer.from([1, 2, 3]))
    expect(await binary.closed).toBe(1003)
  })
  it('refuses other sites, other names and other paths', async () => {
    await expect(talk('/bench/meter', { origin: 'http://evil.example' })).rejects.toThrow(/403/)
    await expect(talk('/bench/meter', { host: 'evil.example' })).rejects.toThrow(/403/)
    await expect(talk('/bench/oven')).rejects.toThrow(/404/)
    for (const origin of [
      `https://127.0.0.1:${port}`,
      `http://me@127.0.0.1:${port}`,
      `ftp://127.0.0.1:${port}`,
      `http://127.0.0.1:${port}/`,
      'null',
    ])
      await expect(talk('/bench/meter', { origin })).rejects.toThrow(/403/)
    const own = await talk('/bench/meter', { origin: `http://127.0.0.1:${port}` })
    own.socket.close()
  })
})

describe('the simulated flask', () => {
  it('cools from boiling at 640 m to the shed, the probes lagging', () => {
    let now = 0
    const flask = new Flask(() => now)
    flask.setScenario('KETTLE')
    now = 60_000
    expect(flask.probe()).toBeGreaterThan(94)
    const lagging = 1e9
    now = 120_000
    expect(flask.sensorOhm()).toBeLessThan(lagging)
    expect(flask.probe()).toBeLessThan(97.8)
    now += 4 * 3600_000
    expect(flask.probe()).toBeCloseTo(18.4, 0)
    flask.setScenario('ICE')
    now += 120_000
    expect(flask.sensorOhm()).toBeCloseTo(thermistorOhm(FLASK_SENSOR, 0), 0)
  })
  it('overloads while the meter changes range, then reads with leads and noise', async () => {
    let now = 0
    const flask = new Flask(() => now)
    const meter = simulatedMeter(flask),
      thermometer = simulatedThermometer(flask)
    flask.setScenario('KETTLE')
    now = 120_000
    const readings: number[] = []
    for (let i = 0; i < 6; i++) readings.push(Number(await meter.take('MEAS:RES?')))
    expect(readings.filter((r) => r > 9e37)).toHaveLength(1)
    const steady = readings.filter((r) => r < 9e37)
    const truth = flask.sensorOhm() + 0.3
    for (const r of steady) expect(Math.abs(r / truth - 1)).toBeLessThan(0.002)
    expect(new Set(steady).size).toBeGreaterThan(1)
    expect(Number(await thermometer.take('MEAS:TEMP?')) - flask.probe()).toBeCloseTo(0.15, 1)
  })
})
