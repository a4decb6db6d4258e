import { overlap } from '../math/overlap.ts'
import { describe, expect, it } from 'vitest'
import { linspace } from '../math/index.ts'
import { asTaken } from './line.ts'
import { families, familyOf } from './registry.ts'
import type { CurvePoint } from './family.ts'

/** A meter of ±0.5 % and a gauge of ±1 %: what a far point is known to is more than what a near one is. */
const METER = 0.005 / Math.sqrt(3)
const GAUGE = 0.01 / Math.sqrt(3)
const bridge = (kPa: number): CurvePoint => {
  const signal = 0.5 + 0.004 * kPa
  return {
    truth: kPa,
    signal,
    truthUncertainty: GAUGE * kPa,
    signalUncertainty: METER * signal,
    common: [{ id: 'meter', of: 'signal', sigma: METER * signal }],
  }
}

describe('one more point', () => {
  it('is taken to be known as those before it are, by share where a share is what they have in common', () => {
    const far = asTaken([100, 150, 200].map(bridge), { truth: 900, signal: 4.1 })
    expect(far.truthUncertainty).toBeCloseTo(9 / Math.sqrt(3), 6)
    expect(far.signalUncertainty).toBeCloseTo(METER * 4.1, 9)
    expect(far.common![0]!.sigma).toBeCloseTo(METER * 4.1, 9)
    const probe = [20, 60].map((truth) => ({ truth, signal: truth, truthUncertainty: 0.3 }))
    expect(asTaken(probe, { truth: 200, signal: 200 }).truthUncertainty).toBe(0.3)
  })
  it('brings a straight sensor what it promises', () => {
    const family = familyOf('pressure-gauge')
    const near = [50, 100, 150, 200].map(bridge)
    const promised = family.bestNext(near, [300, 600, 900], [0, 900])
    expect(promised.truth).toBe(900)
    const fit = family.fit([...near, bridge(900)], {})
    const band = Math.max(...linspace(0, 900, 25).map((t) => family.band(fit, t)))
    expect(band / promised.bandAfter).toBeGreaterThan(0.9)
    expect(band / promised.bandAfter).toBeLessThan(1.1)
  })
  it.each(
    families
      .filter((f) => f.signal !== 'resistance' || !f.id.includes('thermistor'))
      .map((f) => f.id),
  )('%s: never speaks of an endless band', (id) => {
    const family = familyOf(id)
    const curve = family.library[0]?.curve ?? family.assume({})?.curve
    if (curve === undefined || family.parts) return
    const [low, high] = family.needs.range
    const reach = overlap(family.reach(curve), [low, high])
    const inside = (share: number): number => reach[0] + share * (reach[1] - reach[0])
    // taken in the middle only: the ends are not known yet
    const points = [0.3, 0.5, 0.6].map((share) => {
      const truth = inside(share)
      const signal = family.forward(curve, truth)
      return {
        truth,
        signal,
        truthUncertainty: 0.01 * (reach[1] - reach[0]),
        signalUncertainty: 0.002 * Math.abs(signal) + 1e-6,
      }
    })
    const next = family.bestNext(points, [0.3, 0.45, 0.6].map(inside), family.needs.range, {})
    expect(Number.isFinite(next.bandBefore)).toBe(true)
    expect(Number.isFinite(next.bandAfter)).toBe(true)
  })
})
