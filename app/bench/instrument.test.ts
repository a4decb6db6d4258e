import { describe, expect, it, vi } from 'vitest'
import { BenchInstrument, type Link } from './instrument.ts'
import { lineSplitter, type Transport } from './transport.ts'

/** A transport in memory: answers by a script, can be cut, can refuse to open. */
function scripted(answers: Record<string, string>) {
  const said: string[] = []
  let events: Parameters<Transport['open']>[0] | undefined,
    refuse = 0
  const transport: Transport = {
    open: async (e) => {
      if (refuse > 0) {
        refuse--
        throw new Error('not there')
      }
      events = e
    },
    send: async (line) => {
      said.push(line)
      const reply = answers[line]
      if (reply !== undefined) queueMicrotask(() => events?.line(reply))
    },
    close: async () => {
      events = undefined
    },
  }
  return {
    transport,
    said,
    cut: () => events?.closed('cut'),
    refuseNext: (n: number) => {
      refuse = n
    },
  }
}

describe('an instrument', () => {
  it('asks who it is, measures, and takes an overload for no reading', async () => {
    const { transport, said } = scripted({
      '*IDN?': 'A METER',
      'MEAS:RES?': '+3.71E+02',
      'READ?': '9.90000000E+37',
      'BAD?': 'hello',
    })
    const links: Link[] = []
    const meter = new BenchInstrument(transport, (l) => links.push(l), ['CONF:RES'])
    await meter.connect()
    expect(links.at(-1)).toEqual({ state: 'connected', identity: 'A METER' })
    expect(said).toEqual(['*IDN?', 'CONF:RES'])
    expect(await meter.measure('MEAS:RES?')).toBe(371)
    expect(await meter.measure('READ?')).toBeNaN()
    expect(await meter.measure('BAD?')).toBeNaN()
  })
  it('asks one thing at a time', async () => {
    const { transport, said } = scripted({ '*IDN?': 'x', 'A?': '1', 'B?': '2' })
    const meter = new BenchInstrument(transport, () => undefined)
    await meter.connect()
    expect(await Promise.all([meter.ask('A?'), meter.ask('B?')])).toEqual(['1', '2'])
    expect(said.slice(1)).toEqual(['A?', 'B?'])
  })
  it('gives up on silence after three seconds, and goes on', async () => {
    vi.useFakeTimers()
    const { transport } = scripted({ '*IDN?': 'x', 'A?': '1' })
    const meter = new BenchInstrument(transport, () => undefined)
    const connecting = meter.connect()
    await vi.runAllTimersAsync()
    await connecting
    const silent = meter.ask('NOTHING?').catch((e: Error) => e.message)
    await vi.advanceTimersByTimeAsync(3100)
    expect(await silent).toMatch(/No answer to NOTHING\?/)
    expect(await meter.ask('A?')).toBe('1')
    vi.useRealTimers()
  })
  it('connects again by itself when the line drops, and not once it is switched off', async () => {
    vi.useFakeTimers()
    const line = scripted({ '*IDN?': 'x' })
    const states: string[] = []
    const meter = new BenchInstrument(line.transport, (l) => states.push(l.state))
    await meter.connect()
    line.refuseNext(2)
    line.cut()
    expect(states.at(-1)).toBe('lost')
    await vi.advanceTimersByTimeAsync(5000)
    expect(states.at(-1)).toBe('connected')
    await meter.disconnect()
    line.cut()
    await vi.advanceTimersByTimeAsync(10000)
    expect(states.at(-1)).toBe('off')
    vi.useRealTimers()
  })
})

it('lines come out whole, whatever pieces they come in', () => {
  const lines: string[] = []
  const take = lineSplitter((l) => lines.push(l))
  for (const piece of ['+1.2', '3E+0', '1\r\n\n2', '\n', '3']) take(piece)
  expect(lines).toEqual(['+1.23E+01', '2'])
  take('x'.repeat(10000))
  take('\n')
  expect(lines.at(-1)!.length).toBeLessThanOrEqual(4096)
})
