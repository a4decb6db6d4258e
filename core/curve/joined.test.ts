import { triesOf } from '../tries.fixture.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { linspace, normalStream, uniformStream } from '../math/index.ts'
import {
  shareSum,
  joinedId,
  joinedSignal,
  joinHalves,
  splitSum,
  sumAtHalf,
  sumsThatFit,
  type JoinedFit,
} from './joined.ts'
import { knotCurve, knotReach } from './knots.ts'
import { likelyTanks } from './level/likelyTanks.ts'
import { fitMonotone, monotoneSignal } from './monotone.ts'
import { families, familyOf, findFamily } from './registry.ts'
import { coded } from '../coded.fixture.ts'

const words = { point: 'fill', unit: 'l' }
const curve = (pairs: readonly (readonly [number, number])[]) =>
  knotCurve(
    pairs.map(([signal, truth]) => ({ signal, truth })),
    words,
  )
const BIG = [
    [10, 0],
    [60, 9],
    [110, 17],
    [180, 24],
  ] as const,
  SMALL = [
    [12, 0],
    [50, 4],
    [120, 8],
    [170, 15],
  ] as const
const big = curve(BIG),
  small = curve(SMALL)
const joined = (wiring: 'series' | 'parallel', linked = false) =>
  joinHalves([big, small], { wiring, linked })
const WIRINGS = ['series', 'parallel'] as const

describe('two sensors as one', () => {
  it.each(WIRINGS)(
    'in %s: level, the sum goes there and back, and each half holds its share',
    (wiring) => {
      const family = familyOf(joinedId('level')),
        c = joined(wiring, true)
      expect(knotReach(c.level)).toEqual([0, 39])
      for (const sum of linspace(0, 39, 40)) {
        const {
          parts: [a, b],
          signal,
        } = splitSum(c, sum, 0)
        expect(a!.truth + b!.truth).toBeCloseTo(sum, 9)
        expect(a!.truth / 24).toBeCloseTo(b!.truth / 15, 9)
        expect(signal).toBeCloseTo(
          joinedSignal(wiring, monotoneSignal(big, a!.truth), monotoneSignal(small, b!.truth)),
          9,
        )
        expect(family.inverse(c, signal)).toBeCloseTo(sum, 1)
        expect(family.forward(c, sum) / signal).toBeCloseTo(1, 3)
        expect(sumAtHalf(c, 0, a!.signal)).toBeCloseTo(sum, 6)
        expect(sumAtHalf(c, 1, b!.signal)).toBeCloseTo(sum, 6)
      }
    },
  )
  it('what is moved from one half into the other stays within both, and the sum stays', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 39, noNaN: true }),
        fc.double({ min: -60, max: 60, noNaN: true }),
        (sum, shift) => {
          const [a, b] = shareSum(joined('series'), sum, shift)
          expect(a + b).toBeCloseTo(sum, 9)
          for (const [litres, most] of [
            [a, 24],
            [b, 15],
          ] as const) {
            expect(litres).toBeGreaterThan(-1e-9)
            expect(litres).toBeLessThan(most + 1e-9)
          }
        },
      ),
    )
    expect(shareSum(joined('series'), 20, 2)[0]).toBeCloseTo((20 * 24) / 39 + 2, 9)
    expect(shareSum(joined('series'), 20, 99)).toEqual([20, 0])
  })
  it.each(WIRINGS)(
    'in %s: whatever the halves hold, the sum lies in the bar of its own signal',
    (wiring) => {
      fc.assert(
        fc.property(
          fc.double({ min: 0, max: 39, noNaN: true }),
          fc.double({ min: -20, max: 20, noNaN: true }),
          (sum, shift) => {
            const bar = sumsThatFit(joined(wiring), splitSum(joined(wiring), sum, shift).signal)!
            expect(sum).toBeGreaterThan(bar[0] - 0.1)
            expect(sum).toBeLessThan(bar[1] + 0.1)
          },
        ),
      )
      expect(sumsThatFit(joined(wiring), 9000)).toBeNull()
    },
  )
  it('halves kept level leave no bar; halves that are not leave a wider band', () => {
    const family = familyOf(joinedId('level'))
    const signal = splitSum(joined('series'), 20, 0).signal
    const wide = (linked: boolean): number => {
      const [a, b] = family.interval!(joined('series', linked), signal)
      return b - a
    }
    expect(wide(true)).toBe(0)
    expect(wide(false)).toBeGreaterThan(0.5)
    const band = (linked: boolean): number =>
      family.band(
        {
          curve: joined('series', linked),
          known: [
            { fit: null, tolerance: 0.01 },
            { fit: null, tolerance: 0.01 },
          ],
          suspects: [],
          warnings: [],
          residuals: [],
        },
        20,
      )
    expect(band(false)).toBeGreaterThan(band(true))
    expect(band(true)).toBeGreaterThan(0)
  })
  it('that run opposite ways, or give nothing, are refused', () => {
    const falling = curve([
      [180, 0],
      [90, 7],
      [12, 15],
    ])
    expect(() => joinHalves([big, falling], { wiring: 'series', linked: true })).toThrow(
      expect.objectContaining({ code: 'opposite-halves' }),
    )
    expect(() =>
      joinHalves(
        [
          big,
          curve([
            [-5, 0],
            [90, 15],
          ]),
        ],
        { wiring: 'series', linked: true },
      ),
    ).toThrow(coded('not-positive'))
    const family = familyOf(joinedId('level'))
    expect(() => family.fit([], {})).toThrow(coded('two-sensors'))
    expect(family.methods).toEqual([])
  })
  it('only resistances whose truths add can be joined', () => {
    for (const f of families)
      expect(findFamily(joinedId(f.id)) !== undefined, f.id).toBe(
        f.adds === true && f.signal === 'resistance',
      )
  })
  it.each(WIRINGS)(
    'in %s: the band covers 93 to 98 in 100 of halves measured with error',
    (wiring) => {
      const family = familyOf(joinedId('level')),
        draw = normalStream(uniformStream(7)),
        litresSigma = 0.15,
        ohmSigma = 0.4
      const places = [8, 20, 33],
        inside = places.map(() => 0),
        trials = triesOf(500, 150)
      const truly = joined(wiring, true)
      const fills = [...BIG.map((p) => p[1])].flatMap((l, i, all) =>
        i === 0 ? [l] : [(all[i - 1]! + l) / 2, l],
      )
      for (let k = 0; k < trials; k++) {
        const fits = [big, small].map((c) =>
          fitMonotone(
            fills
              .map((f) => (f / 24) * knotReach(c)[1])
              .map((litres) => ({
                truth: litres + litresSigma * draw(),
                signal: monotoneSignal(c, litres) + ohmSigma * draw(),
                truthUncertainty: litresSigma,
                signalUncertainty: ohmSigma,
              })),
            words,
            likelyTanks,
          ),
        )
        const fit: JoinedFit = {
          curve: joinHalves([fits[0]!.curve, fits[1]!.curve], { wiring, linked: true }),
          known: [
            { fit: fits[0]!, tolerance: 0 },
            { fit: fits[1]!, tolerance: 0 },
          ],
          suspects: [],
          warnings: [],
          residuals: [],
        }
        places.forEach((sum, i) => {
          if (
            Math.abs(family.inverse(fit.curve, splitSum(truly, sum, 0).signal) - sum) <=
            1.96 * family.band(fit, sum)
          )
            inside[i]!++
        })
      }
      for (const n of inside) {
        expect(n / trials).toBeGreaterThan(0.92)
        expect(n / trials).toBeLessThan(0.99)
      }
    },
  )
  it.each(WIRINGS)('in %s: it holds the reading whatever each half holds', (wiring) => {
    const family = familyOf(joinedId('level'))
    const uniform = uniformStream(8)
    const { halves } = joined(wiring, false)
    const curve = joinHalves(halves, { wiring, linked: false })
    const known: JoinedFit['known'] = [
      { fit: null, tolerance: 0 },
      { fit: null, tolerance: 0 },
    ]
    const fit: JoinedFit = { curve, known, suspects: [], warnings: [], residuals: [] }
    let inside = 0
    const trials = 400
    for (let k = 0; k < trials; k++) {
      const [a, b] = halves.map(
        (c) => knotReach(c)[0] + uniform() * (knotReach(c)[1] - knotReach(c)[0]),
      )
      const signal = joinedSignal(
        wiring,
        monotoneSignal(halves[0], a!),
        monotoneSignal(halves[1], b!),
      )
      const off = family.inverse(curve, signal) - (a! + b!)
      if (Math.abs(off) <= 1.96 * family.band(fit, a! + b!) + 1e-6) inside++
    }
    expect(inside / trials).toBeGreaterThan(0.95)
  })
})
