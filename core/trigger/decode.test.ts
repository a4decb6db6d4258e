import { some } from '../tries.fixture.ts'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { normalStream, uniformStream } from '../math/index.ts'
import { decodeTrigger, readCapture } from './decode.ts'
import { crankedFromRest, turn, WHEELS, type Run } from './engine.fixture.ts'
import { simulateTrigger } from './simulate.ts'
import { parseWheel } from './wheel.ts'

const near = (t: number, all: ArrayLike<number>, within: number): boolean =>
  Array.from(all).some((x) => Math.abs(x - t) < within)

const SHAPES = ['sine', 'bell', 'lopsided'] as const
const SWINGS = [1, 1.5, 2, 3]

describe('cranking from rest, the speed swinging 35 % by compression, noise a tenth of the local peak', () => {
  const runs = WHEELS.flatMap((wheel, i) =>
    [false, true].map((reversed, k): Run => {
      const s = 2 * i + k
      return {
        ...{ wheel, reversed, seed: s + 3, noise: 0.1, swing: 0.35, durationS: 1.9 },
        ...{ shape: SHAPES[s % 3]!, swingsPerTurn: SWINGS[(s + i) % SWINGS.length]! },
        ...{ sampleHz: s % 2 ? 48_000 : 25_000, rpm: crankedFromRest(200 + (s % 9) * 12) },
      }
    }),
  )
  const read = runs.map((run) => {
    const made = turn(run)
    const { wheel, samples, sampleHz } = made
    return { run, made, got: decodeTrigger(samples, { sampleHz, wheel, pickup: 'vr' }) }
  })

  it('finds sync within two turns of 150 rpm, and no passing of edge 0 that was none', () => {
    let late = 0
    let wrong = 0
    for (const { made, got, run } of read) {
      // 150 rpm stand before 0.35 s; two turns at 150 rpm are 0.8 s
      const missing = made.startsS.filter(
        (t) => t > 0.35 + 0.8 && t < run.durationS - 0.005 && !near(t, got.cycleStartsS, 0.003),
      )
      if (!got.inSync || missing.length > 0) late++
      if (Array.from(got.cycleStartsS).some((t) => !near(t, made.startsS, 0.003))) wrong++
    }
    expect([late, wrong]).toEqual([0, 0])
  })
  it('says the polarity, or that it is unsure, and never the wrong one', () => {
    const said = read.map(({ got, run }) => ({
      said: got.polarity,
      true: run.reversed ? 'reversed' : 'right',
    }))
    expect(said.filter((s) => s.said !== s.true && s.said !== 'unsure')).toEqual([])
    // of three times as many 196 in 198
    expect(said.filter((s) => s.said === s.true).length).toBeGreaterThan(0.98 * said.length)
  })
  it('names no fault where there is none', () => {
    const faulty = read.filter((r) => r.got.faults.length > 0)
    expect(faulty.length).toBeLessThanOrEqual(Math.floor(0.02 * read.length) + 1)
  })
  it('gives the speed of each interval, one entry an edge but the first', () => {
    for (const { got, made } of read) {
      expect(got.rpm).toHaveLength(got.timeS.length)
      expect(got.rpm.every((v) => v > 0)).toBe(true)
      expect(got.timeS.every((t, k) => k === 0 || t > got.timeS[k - 1]!)).toBe(true)
      const { speed, sampleHz } = made
      const late = Array.from(got.timeS.keys()).filter((k) => k > 0 && got.timeS[k]! > 0.9)
      const off = late.map((k) => {
        const from = Math.round(got.timeS[k - 1]! * sampleHz)
        const to = Math.round(got.timeS[k]! * sampleHz)
        const mean = speed.subarray(from, to + 1).reduce((s, v) => s + v, 0) / (to + 1 - from)
        return Math.abs(got.rpm[k]! / mean - 1)
      })
      off.sort((a, b) => a - b)
      expect(off[Math.floor(0.9 * off.length)]!).toBeLessThan(0.03)
    }
  }, 30_000)
})

describe('few teeth, one stroke of compression a turn: slow turning takes as long as a gap', () => {
  it.each(['3+1', '4-1', '5-1'])('%s is told by how steep the signal is', (wheel) => {
    for (const shape of SHAPES)
      for (const reversed of [false, true]) {
        const made = turn({
          ...{ wheel, reversed, shape, seed: 11, noise: 0.1, runout: 0.2, swing: 0.35 },
          ...{ swingsPerTurn: 1, durationS: 1.9, sampleHz: 25_000, rpm: crankedFromRest(230) },
        })
        const got = decodeTrigger(made.samples, { ...made, pickup: 'vr' })
        expect([got.inSync, got.polarity]).toEqual([true, reversed ? 'reversed' : 'right'])
        for (const t of got.cycleStartsS) expect(near(t, made.startsS, 0.005)).toBe(true)
        expect(got.cycleStartsS.length).toBeGreaterThanOrEqual(made.startsS.length - 2)
      }
  })
})

describe('at a steady speed', () => {
  it.each([
    ['36-2', 200],
    ['36-2', 1000],
    ['60-2', 900],
    ['12-1', 3000],
    ['4+1', 6000],
    ['36-2', 6000],
    ['60-2', 6000],
    ['0,25,90,150,240,300/360', 2000],
  ])('%s at %i rpm: between edges within 1 %%, noise and all', (wheel, rpm) => {
    const made = turn({
      ...{ wheel, sampleHz: 200_000, durationS: (20 * 60) / rpm, rpm: () => rpm },
      ...{ noise: 0.1, seed: 4 },
    })
    const got = decodeTrigger(made.samples, { ...made, pickup: 'vr' })
    const off = Array.from(got.rpm, (v) => Math.abs(v / rpm - 1)).sort((a, b) => a - b)
    expect(off[Math.floor(0.98 * off.length)]!).toBeLessThan(0.01)
    expect(got.faults).toEqual([])
    // every edge is there but the first
    expect(got.timeS.length).toBeGreaterThanOrEqual(made.edgesS.length - 2)
  })
})

describe('one tooth that does not show, one edge too many', () => {
  const ENGINES = {
    idling: { turn: 3, shape: 'bell', run: { rpm: () => 900, swing: 0.05, noise: 0.05 } },
    cranking: {
      turn: 5,
      shape: 'bell',
      run: { rpm: crankedFromRest(230), swing: 0.35, noise: 0.1 },
    },
    // in the first turn at speed, before it is known how the engine turns
    starting: {
      turn: 2,
      shape: 'lopsided',
      run: { rpm: crankedFromRest(230), swing: 0.35, noise: 0.1 },
    },
  } as const
  const cases = WHEELS.flatMap((wheel, i) =>
    (['dropped', 'extra'] as const).flatMap((kind, j) =>
      (['idling', 'cranking', 'starting'] as const)
        // half a pitch beside a wide tooth another takes its neighbours away
        .filter((engine) => kind === 'dropped' || ENGINES[engine].shape === 'bell')
        .map((engine) => ({ wheel, kind, engine, i: 2 * i + j })),
    ),
  )
  it.each(some(cases, (_, i) => i % 3 === 0))(
    '$wheel, $engine, $kind: is said where it happened',
    (of) => {
      const edges = parseWheel(of.wheel).edgesDegrees.length
      const engine = ENGINES[of.engine]
      const at = engine.turn * edges + 1 + ((5 * of.i) % edges)
      const turnS = of.engine === 'idling' ? 60 / 900 : 60 / 200
      const durationS = (engine.turn + 6) * turnS
      const made = turn({
        ...{ wheel: of.wheel, sampleHz: of.engine === 'idling' ? 100_000 : 25_000, durationS },
        ...{ ...engine.run, shape: engine.shape, swingsPerTurn: SWINGS[of.i % SWINGS.length]! },
        ...{ seed: 8 + of.i, [of.kind]: [at] },
      })
      const got = decodeTrigger(made.samples, { ...made, pickup: 'vr' })
      const [a, b] = [made.edgesS[at]!, made.edgesS[at + 1]!]
      const when = of.kind === 'extra' ? (a + b) / 2 : a
      expect(got.faults.length).toBeGreaterThan(0)
      for (const f of got.faults) expect(Math.abs(f.timeS - when)).toBeLessThan(0.05 * turnS)
      expect(got.faults.map((f) => f.kind)).toContain(of.kind === 'extra' ? 'noise' : 'missed')
      expect(got.inSync).toBe(true)
      const steady = made.startsS.filter((t) => t > 0.35 + 2 * turnS && t < durationS - 0.005)
      const lost = steady.filter((t) => !near(t, got.cycleStartsS, 0.003))
      expect(lost.length).toBeLessThanOrEqual(1)
      const pitch = (t: number): number => (made.edgesS[made.edgesS.indexOf(t) + 1] ?? t) - t
      const wrong = Array.from(got.cycleStartsS).filter(
        (t) => !made.startsS.some((x) => Math.abs(x - t) < Math.max(0.004, 0.2 * pitch(x))),
      )
      expect(wrong).toEqual([])
    },
  )
})

describe('gaining speed from idle', () => {
  const coarse = WHEELS.filter((wheel) => parseWheel(wheel).edgesDegrees.length <= 36)
  it.each(coarse)('%s: nothing is wrong, though teeth are higher further on', (wheel) => {
    for (const swingsPerTurn of [1, 3]) {
      const made = turn({
        ...{ wheel, swingsPerTurn, sampleHz: 50_000, durationS: 2.9, rpm: (t) => 800 + 1800 * t },
        ...{ swing: 0.05, shape: 'sine', noise: 0.1, seed: 60 + swingsPerTurn, reversed: true },
      })
      const got = decodeTrigger(made.samples, { ...made, pickup: 'vr' })
      expect([got.inSync, got.polarity, got.faults]).toEqual([true, 'reversed', []])
      expect(got.timeS.length).toBeGreaterThanOrEqual(made.edgesS.length - 2)
    }
  })
})

describe('a Hall sensor', () => {
  it.each(WHEELS)('%s: its falling edges, either way round, under half a volt of noise', (text) => {
    for (const reversed of [false, true]) {
      const wheel = parseWheel(text)
      const sampleHz = 50_000
      const made = simulateTrigger({
        ...{ wheel, pickup: 'hall', sampleHz, durationS: 1, reversed, noiseV: 0.5, seed: 3 },
        rpm: (t) => 240 * (1 + 0.3 * Math.sin(2 * Math.PI * 8 * t)),
      })
      const got = decodeTrigger(made.samples, { sampleHz, wheel, pickup: 'hall' })
      expect(got.inSync).toBe(true)
      expect(got.faults).toEqual([])
      if (text.includes('-')) expect(got.polarity).toBe(reversed ? 'reversed' : 'right')
      const starts = [...made.trueCycleStartsS].filter((t) => t < 0.99)
      for (const t of starts) expect(near(t, got.cycleStartsS, 2 / sampleHz)).toBe(true)
    }
  })
})

describe('what is no capture of that wheel', () => {
  const wheel = parseWheel('36-2')
  const task = { sampleHz: 48_000, wheel, pickup: 'vr' as const }

  it('is never in sync: nothing, noise, a level, another wheel', () => {
    const noise = Float32Array.from({ length: 48_000 }, (_, i) => Math.sin(i * i * 0.37) * 0.1)
    for (const samples of [
      new Float32Array(0),
      new Float32Array(48_000),
      noise,
      noise.map(() => 3),
    ]) {
      const got = decodeTrigger(samples, task)
      expect(got.inSync).toBe(false)
      expect(got.cycleStartsS).toHaveLength(0)
    }
    const other = turn({ wheel: '60-2', sampleHz: 48_000, durationS: 1, rpm: () => 300 })
    const got = decodeTrigger(other.samples, task)
    const right = decodeTrigger(other.samples, { ...task, wheel: other.wheel })
    expect(right.faults).toEqual([])
    expect(got.inSync && got.faults.length === 0).toBe(false)
  })
  const PAIRS = [
    ...[
      ['60-2', '36-2'],
      ['60-1', '60-2'],
      ['36-1', '36-2'],
      ['36-2', '36-1'],
      ['36-1', '4+1'],
    ],
    ...[
      ['12-1', '24-1'],
      ['60-2', '30-1'],
      ['6-1', '8-1'],
      ['4+1', '4-1'],
    ],
  ]
  it.each(PAIRS)('of a %s cranked over compression is never taken for a %s', (is, taken) => {
    const rpm = (t: number): number =>
      235 * Math.min(1, 0.04 + t / 0.35) * (1 + 0.25 * Math.sin(12 * Math.PI * t))
    const made = simulateTrigger({
      ...{ wheel: parseWheel(is!), pickup: 'vr', sampleHz: 10_000, durationS: 2.5, seed: 5 },
      ...{ rpm, noiseV: 0.08 },
    })
    const got = decodeTrigger(made.samples, {
      ...{ wheel: parseWheel(taken!), sampleHz: 10_000, pickup: 'vr' },
    })
    expect(got.inSync).toBe(false)
    // a turn or two before it is seen to be elsewhere, at the most
    expect(got.cycleStartsS.length).toBeLessThan(3)
    const right = decodeTrigger(made.samples, {
      ...{ wheel: parseWheel(is!), sampleHz: 10_000, pickup: 'vr' },
    })
    expect([right.inSync, right.faults]).toEqual([true, []])
  })
  it.each([
    ['36-1', [11], ['number 11, or 23.']],
    ['60-2', [30], ['number 30.']],
    ['36-2', [3, 8], ['number 3 and 8.']],
  ])('of a %s with teeth %j broken off says which', (wheel, brokenTeeth, says) => {
    const made = simulateTrigger({
      ...{ wheel: parseWheel(wheel), pickup: 'vr', sampleHz: 40_000, durationS: 1.2, seed: 3 },
      ...{ rpm: () => 600, brokenTeeth, noiseV: 0.1 },
    })
    const got = decodeTrigger(made.samples, {
      ...{ wheel: parseWheel(wheel), sampleHz: 40_000, pickup: 'vr' },
    })
    if (got.inSync) {
      const named = new Set(got.faults.map((f) => Number(/Tooth (\d+)/.exec(f.text)?.[1])))
      expect([...named].sort((a, b) => a - b)).toEqual(brokenTeeth)
    } else {
      expect(got.cycleStartsS).toHaveLength(0)
      expect(got.faults.map((f) => f.text)).toEqual([expect.stringContaining(says[0]!)])
    }
  })
  it.each(['36-2', '6-1', '3+1'])('nothing but noise is in sync with no %s', (text) => {
    const normal = normalStream(uniformStream(5))
    const samples = Float32Array.from({ length: 12_000 }, () => normal())
    for (const pickup of ['vr', 'hall'] as const) {
      const got = decodeTrigger(samples, { ...task, wheel: parseWheel(text), pickup })
      expect([got.inSync, got.cycleStartsS.length]).toEqual([false, 0])
    }
  })
  it('is refused where it holds what is no number, by its place', () => {
    const samples = new Float32Array(1000)
    samples[400] = NaN
    expect(() => decodeTrigger(samples, task)).toThrow(/Sample 400/)
    // wherever it stands, in a part of a larger store too, and huge or tiny numbers are numbers
    for (const bad of [NaN, Infinity, -Infinity])
      for (const at of [0, 3, 4, 997, 998]) {
        const part = new Float32Array(1001).subarray(2)
        part[at] = bad
        expect(() => decodeTrigger(part, task)).toThrow(coded('bad-capture'))
      }
    const odd = Float32Array.of(3.4e38, -3.4e38, 1e-45, -0, 0)
    expect(decodeTrigger(odd, task).inSync).toBe(false)
    expect(() => decodeTrigger([1, 2] as never, task)).toThrow(coded('bad-capture'))
    expect(() => decodeTrigger(new Float32Array(9), { ...task, sampleHz: 0 })).toThrow(
      coded('not-positive'),
    )
    expect(() =>
      decodeTrigger(new Float32Array(9), { ...task, pickup: 'optical' as 'vr' }),
    ).toThrow(coded('unknown-pickup'))
  })
  it.each(['vr', 'hall'] as const)(
    'is refused wherever in a long capture by %s it is none',
    (pickup) => {
      const wheel = parseWheel('12-1')
      const good = simulateTrigger({
        ...{ wheel, pickup, sampleHz: 20_000, durationS: 1, seed: 4, noiseV: 0.01 },
        rpm: (t) => 200 + 300 * t,
      }).samples
      const last = good.length - 1
      const places = [0, 1, 2, last - 2, last - 1, last]
      for (let k = 1; k < 60; k++) places.push(Math.floor((k * last) / 60))
      for (const at of places) {
        const samples = Float32Array.from(good)
        samples[at] = at % 2 ? NaN : Infinity
        expect(() => decodeTrigger(samples, { sampleHz: 20_000, wheel, pickup })).toThrow(
          `Sample ${at} is`,
        )
      }
    },
  )
  it('says which edge of the wheel each is, round and round', () => {
    const made = turn({ wheel: '12-1', sampleHz: 48_000, durationS: 1, rpm: () => 400 })
    const { tracked } = readCapture(made.samples, { ...task, wheel: made.wheel })
    for (let k = 1; k < tracked.edge.length; k++)
      expect(tracked.edge[k]).toBe((tracked.edge[k - 1]! + 1) % 11)
  })
})
