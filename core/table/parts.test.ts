import { EchtError } from '../error.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { interpolate } from './interpolate.ts'
import { placeKnots } from './placement.ts'
import { nearestIndex, sampleCurve } from './samples.ts'
import { valuesOnSteps } from './steps.ts'
import { bestValues } from './values.ts'
import { buildTable } from './build.ts'

/** Smooth curves of the kind sensors have: a sum of two exponentials and a slope. */
const smooth = fc
  .record({
    a: fc.double({ min: -40, max: 40, noNaN: true }),
    b: fc.double({ min: -3, max: 3, noNaN: true }),
    c: fc.double({ min: -20, max: 20, noNaN: true }),
    d: fc.double({ min: -6, max: 6, noNaN: true }),
    e: fc.double({ min: -30, max: 30, noNaN: true }),
  })
  .map(
    ({ a, b, c, d, e }) =>
      (x: number): number =>
        a * Math.exp(b * x) + c * Math.exp(d * x) + e * x,
  )

describe('samples', () => {
  it('cover the range, ascend, and crowd where the curve bends', () => {
    const s = sampleCurve((x) => Math.sqrt(x), [0.0001, 1], 1000)
    expect([s.x[0], s.x.at(-1)]).toEqual([0.0001, 1])
    for (let i = 1; i < s.x.length; i++) expect(s.x[i]!).toBeGreaterThan(s.x[i - 1]!)
    expect(s.x.filter((x) => x < 0.1).length).toBeGreaterThan(300)
  })
  it('let breakpoints stand on steps only, and watch between them', () => {
    const s = sampleCurve(Math.exp, [0, 1], 400, 0.1)
    expect([...s.knots].map((k) => Number(s.x[k]!.toFixed(9)))).toEqual([
      0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1,
    ])
    expect(s.x.length).toBeGreaterThan(400)
  })
  it('stay inside a curve that ends before the outer step', () => {
    const s = sampleCurve(
      (x) => {
        if (x < 0.25 || x > 0.95) throw new EchtError('beyond-curve', 'ends')
        return x
      },
      [0.25, 0.95],
      100,
      0.1,
    )
    expect([s.x[s.knots[0]!], s.x[s.knots.at(-1)!]].map((x) => Number(x!.toFixed(9)))).toEqual([
      0.3, 0.9,
    ])
  })
  it('find the nearest', () => {
    expect([-1, 0.4, 0.6, 9].map((v) => nearestIndex([0, 1, 2], v))).toEqual([0, 0, 1, 2])
  })
})

describe('placement and values, on random smooth curves', () => {
  it('stay within what even spacing needs, with as many cells, ends in place', () => {
    fc.assert(
      fc.property(smooth, fc.integer({ min: 3, max: 24 }), (curve, cells) => {
        const samples = sampleCurve(curve, [0, 1], 1200)
        const knots = placeKnots(samples, cells - 1, { onCurve: false }, 1)
        expect(knots).toHaveLength(cells)
        expect([knots[0], knots.at(-1)]).toEqual([0, samples.x.length - 1])
        for (let i = 1; i < knots.length; i++) expect(knots[i]!).toBeGreaterThan(knots[i - 1]!)
        const x = knots.map((k) => samples.x[k]!),
          even = x.map((_, i) => i / (cells - 1))
        const best = bestValues(x, samples, 1),
          spread = bestValues(even, samples, 1)
        // a sample's width of slack: an even knot may lie between samples
        expect(best.error).toBeLessThanOrEqual(spread.error * 1.03 + 1e-9)
      }),
      { numRuns: 60 },
    )
  })

  it('bestValues keeps the error it names, and nothing near it does better', () => {
    fc.assert(
      fc.property(
        smooth,
        fc.integer({ min: 3, max: 8 }),
        fc.integer({ min: 0, max: 7 }),
        fc.boolean(),
        (curve, cells, which, up) => {
          const samples = sampleCurve(curve, [0, 1], 600),
            x = Array.from({ length: cells }, (_, i) => i / (cells - 1))
          const { y, error } = bestValues(x, samples, 1)
          const worst = (values: number[]): number =>
            samples.x.reduce(
              (w, v, i) => Math.max(w, Math.abs(interpolate({ x, y: values }, v) - samples.f[i]!)),
              0,
            )
          expect(worst(y)).toBeLessThanOrEqual(error * (1 + 1e-6) + 1e-12)
          const moved = y.map((v, i) =>
            i === which % cells ? v + (up ? 1 : -1) * 0.02 * (error + 1e-6) : v,
          )
          expect(worst(moved)).toBeGreaterThanOrEqual(error * 0.999 - 1e-12)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('valuesOnSteps finds the best of all values on the steps, for an axis that is given', () => {
    fc.assert(
      fc.property(smooth, (curve) => {
        const samples = sampleCurve(curve, [0, 1], 120),
          x = [0, 0.4, 1],
          step = 4
        const free = bestValues(x, samples, 1),
          stepped = valuesOnSteps(x, samples, free.y, free.error, step)
        let best = Infinity
        const around = (v: number): number[] =>
          [-2, -1, 0, 1, 2].map((k) => (Math.round(v / step) + k) * step)
        for (const a of around(free.y[0]!))
          for (const b of around(free.y[1]!))
            for (const c of around(free.y[2]!)) {
              best = Math.min(
                best,
                samples.x.reduce(
                  (w, v, i) =>
                    Math.max(w, Math.abs(interpolate({ x, y: [a, b, c] }, v) - samples.f[i]!)),
                  0,
                ),
              )
            }
        expect(stepped.error).toBeLessThanOrEqual(best + 1e-9)
      }),
      { numRuns: 40 },
    )
  })

  it('a straight curve needs no error at all', () => {
    const t = buildTable({ curve: (x) => 3 * x - 1, range: [0, 1], cells: 5, placement: 'best' })
    expect(t.worstError).toBeLessThan(1e-9)
    expect(t.y.every(Number.isFinite)).toBe(true)
    expect(
      buildTable({ curve: () => 0, range: [0, 1], cells: 3, placement: 'best' }).worstError,
    ).toBeLessThan(1e-9)
  })

  it('buildTable reports the error it has, and is never worse than even spacing', () => {
    fc.assert(
      fc.property(
        smooth,
        fc.integer({ min: 2, max: 20 }),
        fc.boolean(),
        (curve, cells, stepped) => {
          const task = {
            curve,
            range: [0, 1] as [number, number],
            cells,
            ...(stepped ? { xStep: 0.02, yStep: 0.5 } : {}),
          }
          const best = buildTable({ ...task, placement: 'best' }),
            even = buildTable({ ...task, placement: 'even' })
          expect(best.worstError).toBeLessThanOrEqual(even.worstError * (1 + 1e-9))
          let worst = 0
          for (let i = 0; i <= 3000; i++)
            worst = Math.max(worst, Math.abs(interpolate(best, i / 3000) - curve(i / 3000)))
          expect(worst).toBeLessThanOrEqual(best.worstError * 1.005 + 1e-9)
        },
      ),
      { numRuns: 20 },
    )
  })
})
