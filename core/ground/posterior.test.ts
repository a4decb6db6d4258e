import { inverse, Matrix } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { coded } from '../coded.fixture.ts'
import { normalStream, uniformStream } from '../math/index.ts'
import {
  covarianceWith,
  doubtsLeft,
  drawnFrom,
  movedTo,
  posteriorOf,
  varianceOf,
} from './posterior.ts'

/** Quantities and readings of them by chance, and the same taken together by whole matrices. */
function someReadings(seed: number, quantities: number, readings: number) {
  const normal = normalStream(uniformStream(seed))
  const doubts = Array.from({ length: quantities }, () => 0.05 + Math.abs(normal()))
  const rows = Array.from({ length: readings }, () => doubts.map(() => normal()))
  const sigmas = rows.map(() => 0.01 + 0.1 * Math.abs(normal()))
  const G = new Matrix(rows)
  const weights = Matrix.diag(sigmas.map((s) => 1 / s ** 2))
  const whole = Matrix.diag(doubts.map((d) => 1 / d ** 2)).add(
    readings > 0 ? G.transpose().mmul(weights).mmul(G) : Matrix.zeros(quantities, quantities),
  )
  return { doubts, rows, sigmas, G, weights, C: inverse(whole), normal }
}

const CASES = [
  [3, 1],
  [12, 5],
  [5, 12],
  [40, 8],
] as const

describe('what readings leave unknown', () => {
  it.each(CASES)('of %d quantities by %d readings is what the whole matrices give', (n, m) => {
    const { doubts, rows, sigmas, C, normal } = someReadings(10 * n + m, n, m)
    const left = posteriorOf(doubts, rows, sigmas)
    doubtsLeft(left).forEach((d, i) => expect(d).toBeCloseTo(Math.sqrt(C.get(i, i)), 8))
    const g = doubts.map(() => normal())
    const together = C.mmul(Matrix.columnVector(g)).to1DArray()
    covarianceWith(left, g).forEach((v, i) => expect(v).toBeCloseTo(together[i]!, 8))
    expect(varianceOf(left, g)).toBeCloseTo(
      g.reduce((sum, v, i) => sum + v * together[i]!, 0),
      8,
    )
  })

  it.each(CASES)('of %d quantities moves them by %d readings to the least squares', (n, m) => {
    const { doubts, rows, sigmas, G, weights, C, normal } = someReadings(20 * n + m, n, m)
    const misses = rows.map(() => normal())
    const best = C.mmul(G.transpose()).mmul(weights).mmul(Matrix.columnVector(misses)).to1DArray()
    movedTo(posteriorOf(doubts, rows, sigmas), misses).forEach((v, i) =>
      expect(v).toBeCloseTo(best[i]!, 7),
    )
  })

  it('is drawn from with that covariance, about nothing', () => {
    const { doubts, rows, sigmas, C, normal } = someReadings(7, 4, 3)
    const left = posteriorOf(doubts, rows, sigmas)
    const drawn = Array.from({ length: 20_000 }, () => drawnFrom(left, normal))
    const mean = (f: (x: number[]) => number): number =>
      drawn.reduce((sum, x) => sum + f(x), 0) / drawn.length
    for (let i = 0; i < 4; i++) {
      const sigma = Math.sqrt(C.get(i, i))
      expect(Math.abs(mean((x) => x[i]!))).toBeLessThan(0.03 * sigma)
      for (let j = 0; j < 4; j++) {
        const scale = sigma * Math.sqrt(C.get(j, j))
        expect(mean((x) => x[i]! * x[j]!) / scale).toBeCloseTo(C.get(i, j) / scale, 1)
      }
    }
  })

  it('is what was believed where nothing was read', () => {
    const nothing = posteriorOf([0.5, 2], [], [])
    expect(doubtsLeft(nothing)).toEqual([0.5, 2])
    expect(movedTo(nothing, [])).toEqual([0, 0])
    expect(covarianceWith(nothing, [1, 1])).toEqual([0.25, 4])
  })

  it('stays known where a reading is a thousand million times better than the belief', () => {
    const [left] = doubtsLeft(posteriorOf([1], [[1]], [1e-6]))
    expect(left).toBeGreaterThan(0.9e-6)
    expect(left).toBeLessThan(1.1e-6)
  })

  it('is refused where the numbers leave what a computer holds', () => {
    expect(() => posteriorOf([1], [[1e200]], [1])).toThrow(coded('no-fit'))
    expect(() => posteriorOf([1], [[NaN]], [1])).toThrow(coded('no-fit'))
  })
})
