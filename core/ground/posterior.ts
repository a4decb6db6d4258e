import { CholeskyDecomposition, Matrix } from 'ml-matrix'
import { EchtError } from '../error.ts'

/**
 * What is left unknown of quantities that were believed apart from one another, after readings that answer to them:
 * C = D − D·Gᵀ·(G·D·Gᵀ + S)⁻¹·G·D, with D the squared doubts, G the slopes of the readings and S
 * their squared 1σ (Tarantola 2005, ch. 3). Kept by its parts, since readings are few where quantities are
 * many. Plain data.
 */
export type Posterior = {
  /** 1σ of each quantity as it was believed */
  doubts: number[]
  /** by reading: how it answers to each quantity, and its 1σ */
  rows: number[][]
  sigmas: number[]
  /** (G·D·Gᵀ + S)⁻¹ */
  inner: number[][]
}

/** Throws `no-fit` where the numbers lie too far apart to be taken together. */
export function posteriorOf(
  doubts: readonly number[],
  rows: readonly number[][],
  sigmas: readonly number[],
): Posterior {
  const weighed = rows.map((row) => row.map((g, i) => g * doubts[i]!))
  const M = new Matrix(
    rows.map((_, k) =>
      rows.map((__, l) => dot(weighed[k]!, weighed[l]!) + (k === l ? sigmas[k]! ** 2 : 0)),
    ),
  )
  return { doubts: [...doubts], rows: [...rows], sigmas: [...sigmas], inner: inverse(M) }
}

function inverse(M: Matrix): number[][] {
  if (M.rows === 0) return []
  if (M.to1DArray().every(Number.isFinite)) {
    const parts = new CholeskyDecomposition(M)
    if (parts.isPositiveDefinite()) return parts.solve(Matrix.eye(M.rows)).to2DArray()
  }
  throw new EchtError(
    'no-fit',
    'No ohms explain these volt drops and currents together: one of them is far from ' +
      'anything. Look at the newest, strike it or undo.',
  )
}

/**
 * What the quantities move by, from what was believed, when the readings stand off by `misses`:
 * D·Gᵀ·M⁻¹·misses.
 */
export function movedTo({ doubts, rows, inner }: Posterior, misses: readonly number[]): number[] {
  const weights = inner.map((row) => dot(row, misses))
  return doubts.map((d, i) => d ** 2 * rows.reduce((sum, row, k) => sum + row[i]! * weights[k]!, 0))
}

/** C·g: how every quantity varies together with g·quantities. */
export function covarianceWith(of: Posterior, g: readonly number[]): number[] {
  const believed = g.map((v, i) => v * of.doubts[i]! ** 2)
  const learned = movedTo(
    of,
    of.rows.map((row) => dot(row, believed)),
  )
  return believed.map((v, i) => v - learned[i]!)
}

/** Variance of g·quantities, never below nothing. */
export const varianceOf = (of: Posterior, g: readonly number[]): number =>
  Math.max(0, dot(covarianceWith(of, g), g))

/** 1σ that is left of each quantity. */
export function doubtsLeft({ doubts, rows, inner }: Posterior): number[] {
  return doubts.map((d, i) => {
    const g = rows.map((row) => row[i]!)
    const learned = inner.reduce((sum, row, k) => sum + g[k]! * dot(row, g), 0)
    return d * Math.sqrt(Math.max(0, 1 - d ** 2 * learned))
  })
}

/**
 * One set of quantities out of what they may be, about nothing: drawn as believed, and set right by readings drawn
 * with it.
 */
export function drawnFrom(of: Posterior, normal: () => number): number[] {
  const believed = of.doubts.map((d) => d * normal())
  const learned = movedTo(
    of,
    of.rows.map((row, k) => dot(row, believed) + of.sigmas[k]! * normal()),
  )
  return believed.map((v, i) => v - learned[i]!)
}

export const dot = (a: readonly number[], b: readonly number[]): number => {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!
  return sum
}
