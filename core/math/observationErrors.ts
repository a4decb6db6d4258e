import { CholeskyDecomposition, Matrix, SingularValueDecomposition } from 'ml-matrix'
import { EchtError } from '../error.ts'

/**
 * How far observations may err: each by itself, `own` its variance, and all together, each column of `shared` one
 * error they have in common, given as what 1σ of it does to every observation. Their covariance is
 * `diag(own) + Σ s·sᵀ`; kept apart like this, nothing grows faster than with the number of observations.
 */
export type ObservationErrors = { own: number[]; shared: number[][] }

/**
 * Errors that observations share, one column for each that any of them names; `effect` is what 1σ
 * of it does to one of them.
 */
export function sharedColumns<Common>(
  observations: readonly (readonly Common[])[],
  key: (common: Common) => string,
  effect: (common: Common, index: number) => number,
): number[][] {
  const columns = new Map<string, number[]>()
  observations.forEach((all, i) => {
    for (const c of all) {
      const column = columns.get(key(c)) ?? observations.map(() => 0)
      column[i] = effect(c, i)
      columns.set(key(c), column)
    }
  })
  return [...columns.values()]
}

/** Throws `EchtError` `bad-errors` unless every variance is finite and above zero and every shared effect finite. */
export function requireErrors({ own, shared }: ObservationErrors): void {
  if (
    own.some((v) => !(v > 0) || !Number.isFinite(v)) ||
    shared.flat().some((s) => !Number.isFinite(s))
  )
    throw new EchtError(
      'bad-errors',
      'The uncertainty of a point is not a finite number above zero: look at its instrument and at what was typed.',
    )
}

/** Of variances: beyond this ratio of a shared error's to the own ones too few digits are left of the latter. */
const DWARFED = 1e10

/**
 * `rᵀ·V⁻¹·r` and `ln det V` of residuals under their errors, by the Woodbury identity (Golub and Van Loan,
 * 2.1.4): n·k² for n observations and k shared errors.
 */
export function weighed(
  residuals: readonly number[],
  errors: ObservationErrors,
): { chiSquared: number; logDeterminant: number } {
  requireErrors(errors)
  const { own, shared } = errors
  let chiSquared = residuals.reduce((sum, r, i) => sum + (r * r) / own[i]!, 0)
  let logDeterminant = own.reduce((sum, v) => sum + Math.log(v), 0)
  if (shared.length > 0) {
    const dot = (a: readonly number[], b: readonly number[]): number =>
      a.reduce((sum, v, i) => sum + (v * b[i]!) / own[i]!, 0)
    const inner = new Matrix(
      shared.map((a, i) => shared.map((b, j) => dot(a, b) + (i === j ? 1 : 0))),
    )
    const right = Matrix.columnVector(shared.map((s) => dot(s, residuals)))
    if (inner.max() > DWARFED) return weighedBySingularValues(residuals, errors)
    const factor = new CholeskyDecomposition(inner)
    chiSquared -= right.transpose().mmul(factor.solve(right)).get(0, 0)
    logDeterminant +=
      2 * factor.lowerTriangularMatrix.diagonal().reduce((sum, d) => sum + Math.log(d), 0)
  }
  return { chiSquared: Math.max(0, chiSquared), logDeterminant }
}

/**
 * The same where shared errors are so much larger than the observations' own that the sum of squares loses the
 * latter: by the singular values of `D^(−½)·S` (Golub and Van Loan, 2.4), which squares nothing.
 */
function weighedBySingularValues(
  residuals: readonly number[],
  { own, shared }: ObservationErrors,
): { chiSquared: number; logDeterminant: number } {
  const scaled = new Matrix(own.map((v, i) => shared.map((s) => s[i]! / Math.sqrt(v))))
  const z = Matrix.columnVector(residuals.map((r, i) => r / Math.sqrt(own[i]!)))
  const { diagonal, leftSingularVectors } = new SingularValueDecomposition(scaled, {
    autoTranspose: true,
  })
  const along = leftSingularVectors.transpose().mmul(z)
  // what no shared error explains, and what those that do still cost
  const beside = Matrix.sub(z, leftSingularVectors.mmul(along))
  let chiSquared = beside.dot(beside)
  let logDeterminant = own.reduce((sum, v) => sum + Math.log(v), 0)
  diagonal.forEach((s, k) => {
    chiSquared += (along.get(k, 0) / Math.hypot(1, s)) ** 2
    logDeterminant += 2 * Math.log(Math.hypot(1, s))
  })
  return { chiSquared, logDeterminant }
}
