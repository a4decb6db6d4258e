import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { linspace } from '../../math/index.ts'
import { fitLevel, levelInterval, levelLitres } from './level.ts'

const fills = fc
  .uniqueArray(fc.integer({ min: 1, max: 4000 }), { minLength: 2, maxLength: 12 })
  .chain((signals) =>
    fc
      .array(fc.double({ min: 0, max: 20, noNaN: true }), {
        minLength: signals.length,
        maxLength: signals.length,
      })
      .map((steps) => {
        let litres = 0
        return [...signals]
          .sort((a, b) => a - b)
          .map((signal, i) => ({ signal, litres: (litres += steps[i]!) }))
      }),
  )

describe('fitLevel', () => {
  it('is monotone and goes through every fill, rising or falling', () => {
    fc.assert(
      fc.property(fills, fc.boolean(), (points, falling) => {
        const used = falling ? points.map((p) => ({ ...p, signal: 5000 - p.signal })) : points
        const curve = fitLevel([...used].reverse())
        for (const p of used) expect(levelLitres(curve, p.signal)).toBeCloseTo(p.litres, 9)
        const along = linspace(0, 5000, 400).map((s) => levelLitres(curve, s))
        for (let i = 1; i < along.length; i++)
          expect((along[i]! - along[i - 1]!) * (falling ? -1 : 1)).toBeGreaterThanOrEqual(-1e-9)
      }),
    )
  })

  it.each([
    ['a straight float', (h: number) => h, 0.01],
    ['a swinging arm', (h: number) => Math.asin(2 * h - 1), 0.015],
  ])('ten equal fills of a triangular tank through %s: within %#', (_, signalOf, bound) => {
    const heightAt = (share: number): number => Math.sqrt(share)
    const curve = fitLevel(
      linspace(0, 1, 10).map((share) => ({
        signal: signalOf(heightAt(share)),
        litres: share * 60,
      })),
    )
    for (const share of linspace(0, 1, 500))
      expect(
        Math.abs(levelLitres(curve, signalOf(heightAt(share))) / 60 - share),
      ).toBeLessThanOrEqual(bound)
  })

  it('answers a dead zone with all it may mean, and is exact beside it', () => {
    const curve = fitLevel([
      { signal: 10, litres: 0 },
      { signal: 10, litres: 6 },
      { signal: 40, litres: 20 },
      { signal: 90, litres: 45 },
      { signal: 90, litres: 52 },
    ])
    expect(levelInterval(curve, 10)).toEqual([0, 6])
    expect(levelInterval(curve, 5)).toEqual([0, 6])
    expect(levelInterval(curve, 95)).toEqual([45, 52])
    expect(levelLitres(curve, 10.001)).toBeCloseTo(6, 2)
    const [low, high] = levelInterval(curve, 60)
    expect(low).toBe(high)
    expect(JSON.parse(JSON.stringify(curve))).toEqual(curve)
  })

  it('holds beyond the ends', () => {
    const curve = fitLevel([
      { signal: 1, litres: 5 },
      { signal: 2, litres: 50 },
    ])
    expect([levelLitres(curve, -9), levelLitres(curve, 9)]).toEqual([5, 50])
  })

  it.each([
    [
      'reversal',
      [
        { signal: 1, litres: 0 },
        { signal: 2, litres: 20 },
        { signal: 3, litres: 15 },
        { signal: 4, litres: 40 },
      ],
      /20 l \(signal 2\) and 15 l \(signal 3\)/,
    ],
    ['too-few-points', [], /0 fills/],
    [
      'too-few-points',
      [
        { signal: 3, litres: 1 },
        { signal: 3, litres: 9 },
      ],
      /two fills that differ/,
    ],
    [
      'bad-point',
      [
        { signal: 1, litres: -1 },
        { signal: 2, litres: 3 },
      ],
      /less than nothing/,
    ],
    [
      'not-a-number',
      [
        { signal: NaN, litres: 1 },
        { signal: 2, litres: 3 },
      ],
      /Fill 1: the signal/,
    ],
  ] as const)('refuses %s', (code, points, message) => {
    expect(() => fitLevel(points)).toThrow(
      expect.objectContaining({ code, message: expect.stringMatching(message) }),
    )
  })
})
