import { describe, expect, it } from 'vitest'
import { linspace } from '../math/index.ts'
import { buildTable } from './index.ts'

/**
 * Can a polyline of this many links stay within ±error of the curve, its knots anywhere on a grid? A dynamic
 * program over all knots and `heights` heights at each: nothing of the placement's own reasoning is in it.
 */
function reaches(x: number[], y: number[], links: number, error: number, heights: number): boolean {
  let low = y.map((v, i) => (i === 0 ? v - error : Infinity)),
    high = y.map((v, i) => (i === 0 ? v + error : -Infinity))
  for (let link = 0; link < links; link++) {
    const nextLow = y.map(() => Infinity),
      nextHigh = y.map(() => -Infinity)
    for (let i = 0; i < x.length - 1; i++) {
      if (low[i]! > high[i]!) continue
      for (const from of linspace(low[i]!, high[i]!, heights)) {
        let least = -Infinity,
          most = Infinity
        for (let j = i + 1; j < x.length; j++) {
          const run = x[j]! - x[i]!
          least = Math.max(least, (y[j]! - error - from) / run)
          most = Math.min(most, (y[j]! + error - from) / run)
          if (least > most) break
          nextLow[j] = Math.min(nextLow[j]!, from + least * run)
          nextHigh[j] = Math.max(nextHigh[j]!, from + most * run)
        }
      }
    }
    low = nextLow
    high = nextHigh
  }
  return low.at(-1)! <= high.at(-1)!
}

function searched(
  curve: (x: number) => number,
  range: [number, number],
  cells: number,
  above: number,
): number {
  const x = linspace(...range, 401),
    y = x.map(curve)
  let out = 0.8 * above,
    within = 1.5 * above
  for (let step = 0; step < 8; step++) {
    const middle = (out + within) / 2
    if (reaches(x, y, cells - 1, middle, 15)) within = middle
    else out = middle
  }
  return within
}

// where the curvature changes sign the best table lies above the limit for many cells: that it is the best all the same
describe('the best places on S-shaped curves', () => {
  it.each([
    ['x³', (x: number) => x ** 3, [-1, 1], 17],
    ['x³, off centre', (x: number) => x ** 3, [-1, 2], 16],
    ['tanh', Math.tanh, [-3, 3], 17],
    ['sine', Math.sin, [0, 12], 16],
  ] as [string, (x: number) => number, [number, number], number][])(
    '%s: no search over all knots finds better',
    (_, curve, range, cells) => {
      const { worstError } = buildTable({ curve, range, cells, placement: 'best' })
      expect(worstError).toBeLessThanOrEqual(searched(curve, range, cells, worstError))
    },
  )
})
