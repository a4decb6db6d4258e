import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { uniformStream } from '../math/index.ts'
import { edgeMargin, type Comparator } from './comparator.ts'

/**
 * When the edges of a comparator come on a signal that rests, swings up and then down to its peak, ten times, with
 * noise as bad as it may be: at either end of its range at every sample, by chance.
 */
function edges(of: Comparator, noiseV: number, liftV: number, seed: number): number[] {
  const uniform = uniformStream(seed)
  let high = false
  const rising: number[] = []
  for (let n = 0; n < 10; n++)
    for (let i = 0; i < 400; i++) {
      const shape = i < 200 ? 0 : Math.sin((Math.PI * (i - 200)) / 100)
      const v = of.peakV * shape + liftV + (uniform() < 0.5 ? noiseV : -noiseV)
      if (!high && v > of.thresholdV) {
        high = true
        rising.push(i)
      } else if (high && v < of.thresholdV - of.hysteresisV) high = false
    }
  return rising
}

const comparator = fc.record({
  peakV: fc.double({ min: 0.5, max: 5, noNaN: true }),
  thresholdV: fc.double({ min: 0.1, max: 0.45, noNaN: true }),
  hysteresisV: fc.double({ min: 0.05, max: 0.4, noNaN: true }),
})
const volts = fc.double({ min: 0, max: 0.5, noNaN: true })

describe('the margin of a comparator', () => {
  it('above nothing means ten teeth give ten edges, whatever the noise does within it', () => {
    let held = 0
    fc.assert(
      fc.property(comparator, volts, volts, fc.boolean(), fc.integer(), (of, n, l, up, seed) => {
        const { leastV } = edgeMargin(of, { noiseV: n, liftV: l })
        fc.pre(leastV > 0.001)
        held++
        const at = edges(of, n, up ? l : -l, seed)
        expect(at).toHaveLength(10)
        // with the tooth, and not while the signal rests
        expect(Math.min(...at)).toBeGreaterThan(200)
      }),
      { numRuns: 60 },
    )
    expect(held).toBeGreaterThanOrEqual(60)
  })

  it('below nothing means a missed tooth or one too many', () => {
    const of = { peakV: 1, thresholdV: 0.3, hysteresisV: 0.1 }
    expect(edgeMargin(of, { noiseV: 0.12, liftV: 0 }).falseV).toBeLessThan(0)
    expect(edges(of, 0.12, 0, 1).length).toBeGreaterThan(10)
    expect(edgeMargin(of, { noiseV: 0, liftV: 0.71 }).missedV).toBeLessThan(0)
    expect(edges(of, 0, -0.71, 1)).toEqual([])
    expect(edgeMargin(of, { noiseV: 0, liftV: 0.31 }).falseV).toBeLessThan(0)
    // it switches as the signal comes to rest, long before the tooth
    expect(Math.min(...edges(of, 0, 0.31, 1))).toBeLessThan(200)
  })

  it('says both sides and the smaller of them', () => {
    const margin = edgeMargin(
      { peakV: 1, thresholdV: 0.3, hysteresisV: 0.2 },
      { noiseV: 0.02, liftV: -0.05 },
    )
    expect(margin.falseV).toBeCloseTo(0.16, 12)
    expect(margin.missedV).toBeCloseTo(0.63, 12)
    expect(margin.leastV).toBe(margin.falseV)
  })

  it.each([
    [{ peakV: 0 }, 'not-positive'],
    [{ thresholdV: -1 }, 'not-positive'],
    [{ hysteresisV: NaN }, 'not-a-number'],
  ] as const)('is refused for %o', (wrong, code) => {
    const of = { peakV: 1, thresholdV: 0.3, hysteresisV: 0.2, ...wrong }
    expect(() => edgeMargin(of, { noiseV: 0, liftV: 0 })).toThrow(coded(code))
  })
})
