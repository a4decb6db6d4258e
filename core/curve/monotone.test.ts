import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { linspace } from '../math/index.ts'
import { knotInterval, knotTruth } from './knots.ts'
import { likelyPowers } from './likelyPowers.ts'
import { fitMonotone, monotoneBand, monotoneSignal } from './monotone.ts'
import { coded } from '../coded.fixture.ts'

const LIKELY = likelyPowers([0.4, 2], { rooted: false, seed: 5 })
const words = { point: 'point', unit: 'kg/h' }
/** Rising or falling points with steps of any size, some of them flat. */
const points = fc
  .tuple(
    fc.boolean(),
    fc.array(
      fc.record({
        truth: fc.integer({ min: 0, max: 40 }),
        signal: fc.integer({ min: 0, max: 30 }),
      }),
      { minLength: 3, maxLength: 14 },
    ),
  )
  .map(([falling, steps]) => {
    let truth = 0,
      signal = 10
    return steps.map((s) => {
      truth += s.truth
      signal += s.signal
      return { truth, signal: falling ? 2000 - signal : signal }
    })
  })
  .filter(
    (all) =>
      new Set(all.map((p) => p.signal)).size > 1 && new Set(all.map((p) => p.truth)).size > 1,
  )

describe('a monotone curve through any points', () => {
  it('is monotone, goes through every point, and comes back', () => {
    fc.assert(
      fc.property(points, (all) => {
        const { curve } = fitMonotone(all, words, LIKELY)
        const sign = curve.rising ? 1 : -1
        const [first, last] = [curve.signal[0]!, curve.signal.at(-1)!]
        let before = -Infinity
        for (const s of linspace(first, last, 60)) {
          const [low, high] = knotInterval(curve, s)
          expect(low).toBeLessThanOrEqual(high)
          const v = sign * knotTruth(curve, s)
          expect(v).toBeGreaterThanOrEqual(before - 1e-9)
          before = v
        }
        for (const p of all) {
          const [low, high] = knotInterval(curve, p.signal)
          expect(p.truth).toBeGreaterThanOrEqual(low - 1e-9)
          expect(p.truth).toBeLessThanOrEqual(high + 1e-9)
          const back = knotInterval(curve, monotoneSignal(curve, p.truth))
          expect(p.truth).toBeGreaterThanOrEqual(back[0] - 1e-6)
          expect(p.truth).toBeLessThanOrEqual(back[1] + 1e-6)
        }
      }),
      { numRuns: 200 },
    )
  })
  it('its band is never nothing where its points are not exact, and widest in the room between them', () => {
    const sure = linspace(0, 100, 5).map((t) => ({
      truth: t,
      signal: 1 + (t / 100) ** 2 * 4,
      truthUncertainty: 0.5,
      signalUncertainty: 0.002,
    }))
    const fit = fitMonotone(sure, words, LIKELY)
    for (const t of linspace(0, 100, 41)) expect(monotoneBand(fit, t)).toBeGreaterThan(0.1)
    const gap = fitMonotone(
      sure.filter((p) => p.truth !== 50),
      words,
      LIKELY,
    )
    expect(monotoneBand(gap, 50)).toBeGreaterThan(2 * monotoneBand(fit, 50))
  })
  it('a shared offset moves all of it, and is in the band whole', () => {
    const alone = linspace(0, 100, 6).map((t) => ({
      truth: t,
      signal: 1 + t / 25,
      truthUncertainty: 0.1,
      signalUncertainty: 0.001,
    }))
    const shared = fitMonotone(
      alone.map((p) => ({ ...p, common: [{ id: 'can', of: 'truth' as const, sigma: 2 }] })),
      words,
      LIKELY,
    )
    // and a little more: where between two points one is, is known no better either
    const whole = Math.hypot(monotoneBand(fitMonotone(alone, words, LIKELY), 40), 2)
    expect(monotoneBand(shared, 40)).toBeGreaterThanOrEqual(whole)
    expect(monotoneBand(shared, 40)).toBeLessThan(1.001 * whole)
  })
  it.each<[string, { truth: number; signal: number }[], RegExp]>([
    ['nothing', [], /0 of at least 2/],
    ['one', [{ truth: 1, signal: 1 }], /1 of at least 2/],
    [
      'one signal',
      [
        { truth: 1, signal: 5 },
        { truth: 9, signal: 5 },
      ],
      /does not answer/,
    ],
    [
      'a reversal',
      [
        { truth: 0, signal: 1 },
        { truth: 10, signal: 3 },
        { truth: 20, signal: 2 },
        { truth: 30, signal: 4 },
      ],
      /turn back beyond their scatter/,
    ],
    [
      'no number',
      [
        { truth: 1, signal: NaN },
        { truth: 2, signal: 2 },
      ],
      /Point 1: the signal/,
    ],
  ])('refuses %s', (_, all, message) => {
    expect(() => fitMonotone(all, words, LIKELY)).toThrow(message)
  })
  it('does not reach beyond its points, and says so', () => {
    const { curve } = fitMonotone(
      [
        { truth: 0, signal: 1 },
        { truth: 10, signal: 2 },
      ],
      words,
      LIKELY,
    )
    expect(() => monotoneSignal(curve, 11)).toThrow(
      expect.objectContaining({
        code: 'beyond-curve',
        message: expect.stringMatching(/take a point beyond it/),
      }),
    )
    expect(monotoneSignal(curve, 10)).toBeCloseTo(2, 9)
    // a truth typed with a digit more than the last point had
    expect(monotoneSignal(curve, 10.04)).toBe(2)
    expect(monotoneSignal(curve, -0.04)).toBe(1)
    expect(() => monotoneSignal(curve, 10.2)).toThrow(coded('beyond-curve'))
  })
})
