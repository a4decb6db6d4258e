import { numbersIn } from '../quantity/numbersIn.ts'
import { describe, expect, it } from 'vitest'
import { linspace, normalStream, uniformStream } from '../math/index.ts'
import { platinumOhm, thermocoupleMv } from '../standards/index.ts'
import { compareBanks, countingLimits } from './airMeter/index.ts'
import { fitLine, lineBand } from './line.ts'
import { familyOf } from './registry.ts'
import { exhaustFindings, type ExhaustPlace } from './thermocouple/index.ts'
import { factorFromLog, hertzPerKmh, pulsesPerKm, rollOut } from './speed/index.ts'
import { coded } from '../coded.fixture.ts'

describe('a line', () => {
  const shape = { truthUnit: 'kPa', signalUnit: 'V' }
  it('is the textbook’s where errors are equal and independent', () => {
    const x = [0, 1, 2, 3, 4],
      y = [1.02, 2.98, 5.01, 7.03, 8.96]
    const fit = fitLine(
      x.map((truth, i) => ({ truth, signal: y[i]!, truthUncertainty: 0, signalUncertainty: 0.05 })),
      shape,
    )
    const mx = 2,
      my = y.reduce((a, b) => a + b, 0) / 5,
      slope = x.reduce((s, v, i) => s + (v - mx) * (y[i]! - my), 0) / 10
    expect(fit.curve.slope).toBeCloseTo(slope, 9)
    expect(fit.curve.offset).toBeCloseTo(my - slope * mx, 9)
    // σ of the mean line at the middle: σ/√n over the slope
    expect(lineBand(fit, 2)).toBeCloseTo(0.05 / Math.sqrt(5) / slope, 9)
  })
  it('names a slip, and says when none could be seen', () => {
    const good = linspace(0, 100, 7).map((truth) => ({
      truth,
      signal: 0.5 + 0.04 * truth,
      truthUncertainty: 0.2,
      signalUncertainty: 0.002,
    }))
    expect(fitLine(good, shape).suspects).toEqual([])
    expect(
      fitLine(
        good.map((p, i) => (i === 3 ? { ...p, signal: p.signal + 0.2 } : p)),
        shape,
      ).suspects,
    ).toEqual([3])
    expect(fitLine(good.slice(0, 2), shape).warnings[0]!.code).toBe('few-spare')
  })
  it.each<[string, { truth: number; signal: number }[], RegExp]>([
    ['nothing', [], /0 of at least 2/],
    ['one point', [{ truth: 1, signal: 1 }], /1 of at least 2/],
    [
      'one place',
      [
        { truth: 5, signal: 1 },
        { truth: 5, signal: 2 },
      ],
      /All points are at 5/,
    ],
    [
      'a stuck signal',
      [
        { truth: 0, signal: 1 },
        { truth: 50, signal: 1 },
      ],
      /stuck/,
    ],
    [
      'no number',
      [
        { truth: NaN, signal: 1 },
        { truth: 50, signal: 2 },
      ],
      /Point 1: the truth/,
    ],
  ])('refuses %s', (_, points, message) => {
    expect(() => fitLine(points, shape)).toThrow(message)
  })
})

describe('platinum and thermocouple', () => {
  it('one point in ice sets R0, and leads that were not taken off are found and said', () => {
    const family = familyOf('platinum')
    const at = (t: number, lead: number) => ({
      truth: t,
      signal: platinumOhm(t, 100) + lead,
      truthUncertainty: 0.05,
      signalUncertainty: 0.02,
    })
    const fit = family.fit([at(0, 0)], { settings: { r0Ohm: '100' } })
    expect(family.inverse(fit.curve, platinumOhm(250, 100))).toBeCloseTo(250, 6)
    const said = (points: ReturnType<typeof at>[], settings = {}) =>
      family.checks(points, family.fit(points, { settings }), {
        r0Ohm: '100',
        wires: '2',
        ...settings,
      })
    const two = said([at(0, 0), at(98, 0)])
    expect(two.map((f) => f.code)).toEqual(['two-wires'])
    expect(numbersIn(two[0]!)).toEqual([expect.closeTo(0.26, 2)])
    const leads = said([at(0, 1.2), at(98, 1.2), at(150, 1.2)]).find((f) => f.code === 'leads')!
    const [ohm, degrees] = numbersIn(leads)
    expect(ohm).toBeCloseTo(1.2, 0)
    expect(degrees).toBeCloseTo(ohm! / 0.3851, 6)
    const other = said([{ truth: 0, signal: 1000, truthUncertainty: 0.1, signalUncertainty: 1 }])
    expect(other.map((f) => f.code)).toContain('other-kind')
    expect(said([at(0, 0), at(98, 0)], { wires: '4' })).toEqual([])
  })
  it('an amplifier of plain gain bends as the couple does, its junction counted in millivolts', () => {
    const family = familyOf('thermocouple')
    const settings = { output: 'gain', gain: 100, junctionC: 30, offsetV: 0.1 }
    const { curve } = family.assume(settings)!
    for (const t of [0, 100, 500, 900]) {
      expect(family.forward(curve, t)).toBeCloseTo(0.1 + 0.1 * thermocoupleMv(t, 30), 9)
      expect(family.inverse(curve, family.forward(curve, t))).toBeCloseTo(t, 5)
    }
    expect(
      family.forward(family.assume({ output: 'linear', voltPerC: 0.005 })!.curve, 700),
    ).toBeCloseTo(3.5, 9)
    const swapped = [
      { truth: 0, signal: 0.1 },
      { truth: 98, signal: -0.3 },
    ]
    expect(family.checks(swapped, family.fit(swapped, {}), {})[0]!.code).toBe('falls')
    const gain = [
      { truth: 0, signal: 0.1 - 0.12 },
      { truth: 98, signal: 0.1 + 0.28 },
    ]
    expect(family.checks(gain, family.fit(gain, { settings }), settings)[0]!.code).toBe(
      'junction-worth',
    )
  })
})

describe('an exhaust probe’s place', () => {
  const good: ExhaustPlace = {
    fromHeadMm: 60,
    boreMm: 40,
    depthMm: 18,
    probeMm: 3,
    alike: true,
    turbo: 'none',
    pointsUp: true,
  }
  it('has nothing against a good one', () => {
    expect(exhaustFindings(good)).toEqual([])
  })
  it.each<[Partial<ExhaustPlace>, string]>([
    [{ fromHeadMm: 10 }, 'near-head'],
    [{ fromHeadMm: 300 }, 'far-from-head'],
    [{ depthMm: 5 }, 'by-the-wall'],
    [{ depthMm: 35 }, 'far-wall'],
    [{ probeMm: 1 }, 'thin'],
    [{ probeMm: 6 }, 'thick'],
    [{ alike: false }, 'unlike'],
    [{ turbo: 'after' }, 'after-turbine'],
    [{ turbo: 'before' }, 'before-turbine'],
    [{ pointsUp: false }, 'points-up'],
  ])('%o: %s', (patch, code) => {
    const found = exhaustFindings({ ...good, ...patch })
    expect(found).toHaveLength(1)
    expect(found[0]!.code).toBe(code)
  })
  it('asks for numbers', () => {
    expect(() => exhaustFindings({ ...good, boreMm: NaN })).toThrow(coded('not-a-number'))
  })
})

describe('two banks', () => {
  const flow = Float64Array.from({ length: 2000 }, (_, i) => 20 + 130 * (1 + Math.sin(i / 40)))
  const noisy = (f: (v: number) => number, seed: number) => {
    const n = normalStream(uniformStream(seed))
    return flow.map((v) => f(v) * (1 + 0.02 * n()))
  }
  it.each<[string, (v: number) => number]>([
    ['agree', (v) => 1.01 * v],
    ['scale', (v) => 1.2 * v],
    ['offset', (v) => v + 25],
    ['dead', (v) => 0.1 * v],
  ])('%s', (verdict, f) => {
    expect(
      compareBanks(
        noisy(f, 1),
        noisy((v) => v, 2),
      ),
    ).toMatchObject({ verdict })
  })
  it('agree only where every part of the flow does', () => {
    // alike in the middle, 7 % apart at little air and 9 % at much
    const flow = Array.from({ length: 600 }, (_, i) => 20 + (400 * i) / 600)
    const other = flow.map((v) => v * (v < 100 ? 1.0 : v > 340 ? 0.92 : 1))
    const check = compareBanks(flow, other)
    expect(Math.max(check.highest - 1, 1 - check.lowest)).toBeGreaterThan(0.05)
    expect(check.verdict).toBe('offset')
  })
  it('leaves out rows with nothing in them, and asks for some that have', () => {
    expect(
      compareBanks(
        noisy((v) => v, 1).map((v, i) => (i % 5 === 0 ? NaN : v)),
        noisy((v) => v, 2),
      ).verdict,
    ).toBe('agree')
    expect(() => compareBanks(new Float64Array(100), new Float64Array(100))).toThrow(
      /right columns/,
    )
  })
  it('counting: what an edge is worth, and where the input ends', () => {
    expect(
      countingLimits({ gateS: 0.1, highestHz: 12000 }, { topHz: 10000, flowPerHz: 0.1 }),
    ).toMatchObject({ reaches: true, edgesPerUpdate: 1000, flowPerEdge: 1 })
    expect(
      countingLimits({ gateS: 0.1, highestHz: 5000 }, { topHz: 10000, flowPerHz: 0.1 }).says.code,
    ).toBe('not-followed')
  })
  it('straight pipe is asked for, and a dead signal seen', () => {
    const family = familyOf('air-meter-volts')
    expect(family.checks([], null, { boreM: 0.08, straightM: 0.1 })[0]).toMatchObject({
      level: 'doubt',
      code: 'not-straight',
    })
    expect(family.checks([], null, { boreM: 0.08, straightM: 0.42 })[0]!.level).toBe('note')
    expect(
      family.checks(
        [0, 50, 100].map((truth) => ({ truth, signal: 1 })),
        null,
        {},
      )[1]!.code,
    ).toBe('stuck')
    expect(family.assume({ transfer: { x: [1, 2, 3], y: [0, 50, 200] } })!.name).toMatch(
      /given for it/,
    )
    expect(family.assume({ transfer: { x: [1, 2, 3], y: [0, 50, 20] } })).toBeUndefined()
  })
})

describe('speed', () => {
  it('teeth, gearing and tyre give the factor', () => {
    expect(hertzPerKmh({ teeth: 40, gear: 1, circumferenceM: 2 })).toBeCloseTo(40 / 7.2, 12)
    expect(pulsesPerKm(hertzPerKmh({ teeth: 4, gear: 1, circumferenceM: 2 }))).toBeCloseTo(2000, 9)
    expect(rollOut(9.15, 5).circumferenceM).toBeCloseTo(1.83, 9)
    expect(() => rollOut(50, 5)).toThrow(coded('out-of-range'))
    expect(() => rollOut(0, 5)).toThrow(coded('not-positive'))
  })
  /** A drive with its satellite speed: filtered, late, its errors hanging together over seconds. */
  const drive = (seed: number, speedAt: (s: number) => number, seconds: number, rowS = 0.1) => {
    const normal = normalStream(uniformStream(seed))
    const lag = Math.round((0.3 + 0.9 * uniformStream(seed + 1)()) / rowS)
    const n = Math.round(seconds / rowS)
    const speed = Array.from({ length: n }, (_, i) => speedAt(i * rowS))
    let wander = 0
    const kmh = speed.map((_, i) => {
      wander = 0.97 * wander + 0.06 * normal()
      return speed[Math.max(0, i - lag)]! + wander
    })
    return { hertz: speed.map((v) => 6.2 * v + 0.5 * normal()), kmh }
  }
  it('acceleration does not pass for steady, and a late satellite does not shift the factor', () => {
    const pulling = drive(3, (s) => 30 + 0.8 * s, 120)
    expect(() => factorFromLog(pulling.hertz, pulling.kmh, { rowS: 0.1 })).toThrow(
      coded('too-few-points'),
    )
    // pulls away, holds, pulls away again
    const { hertz, kmh } = drive(
      3,
      (s) => 40 + 15 * Math.floor(s / 30) + Math.min(15, 1.2 * (s % 30)),
      120,
    )
    const found = factorFromLog(hertz, kmh, { rowS: 0.1 })
    expect(Math.abs(found.hertzPerKmh / 6.2 - 1)).toBeLessThan(0.004)
    expect(Math.abs(found.hertzPerKmh - 6.2)).toBeLessThan(3 * found.sigma)
  })
  it('its doubt holds the factor in 93 of 100 drives and more', () => {
    let inside = 0
    const drives = 150
    for (let seed = 0; seed < drives; seed++) {
      const draw = uniformStream(seed + 500)
      const [low, swing, period] = [40 + 60 * draw(), 5 + 20 * draw(), 30 + 60 * draw()]
      const { hertz, kmh } = drive(
        seed,
        (s) => low + swing * Math.sin((2 * Math.PI * s) / period),
        240,
      )
      const { hertzPerKmh: k, sigma } = factorFromLog(hertz, kmh, { rowS: 0.1 })
      if (Math.abs(k - 6.2) <= 1.96 * sigma) inside++
    }
    expect(inside / drives).toBeGreaterThan(0.9)
  })
  it('a log against satellite speed gives it too, over steady rows only', () => {
    const normal = normalStream(uniformStream(6))
    const kmh = Float64Array.from(
      { length: 3000 },
      (_, i) => (i % 600 < 300 ? 60 : 90) + 0.2 * normal(),
    )
    const hertz = kmh.map((v) => 6.2 * v + 1.5 * normal())
    const found = factorFromLog(hertz, kmh, { rowS: 0.1 })
    expect(Math.abs(found.hertzPerKmh - 6.2)).toBeLessThan(4 * found.sigma + 0.003)
    expect(found.rows).toBeGreaterThan(1000)
    expect(() =>
      factorFromLog(
        hertz,
        kmh.map(() => 0),
        { rowS: 0.1 },
      ),
    ).toThrow(coded('too-few-points'))
  })
  it('says when a tooth is counted twice', () => {
    const family = familyOf('speed')
    const settings = { teeth: 40, gear: 1, circumferenceM: 1.8 }
    const points = [50, 80].map((truth) => ({ truth, signal: 2 * truth * hertzPerKmh(settings) }))
    expect(family.checks(points, family.fit(points, { settings }), settings)[0]).toMatchObject({
      level: 'wrong',
      code: 'other-count',
    })
  })
})
