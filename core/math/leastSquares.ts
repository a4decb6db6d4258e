import { Matrix, QrDecomposition } from 'ml-matrix'
import { EchtError } from '../error.ts'
import { requireErrors, type ObservationErrors } from './observationErrors.ts'

export type LeastSquares = {
  parameters: number[]
  /** from the stated uncertainties, not scaled */
  covariance: number[][]
  /** what 1σ of each shared error moves the parameters by, in the order of `errors.shared` */
  sharedMoves: number[][]
  residuals: number[]
  /** weighted sum of squared residuals */
  chiSquared: number
  /**
   * each observation's miss against the fit of the others, over its standard uncertainty; NaN
   * without spare observations
   */
  deletedMisses: number[]
  /** the same misses in the unit of y: the leave-one-out prediction error */
  deletedResiduals: number[]
}

/**
 * Generalised least squares `y = X·p` with errors of the observations' own and shared ones. Each shared error is
 * one more unknown that is expected to be 0 ± 1 (Björck 1996, 4.3), so that the whole is one ordinary problem of
 * n + k rows, solved by QR with columns scaled to unit length: n·(p + k)². Shapes: X n × p, y n, k shared errors.
 * The deleted miss of observation i is `e_i/√Q_ii`, with `e = D⁻¹(y − Xp − Uz)` and `Q_ii = (1 − h_i)/D_i`,
 * h the leverage (the mean-shift test; Cook and Weisberg 1982, carried to correlated errors). Throws `EchtError`
 * `too-few-points`, `degenerate-points`, `bad-errors`.
 */
export function generalisedLeastSquares(
  design: number[][],
  observed: number[],
  errors: ObservationErrors,
): LeastSquares {
  const n = design.length
  const p = design[0]?.length ?? 0
  const k = errors.shared.length
  if (n < p)
    throw new EchtError(
      'too-few-points',
      `${n} points cannot settle ${p} coefficients: take ${p - n} more.`,
    )
  requireErrors(errors)
  const scale = Array.from({ length: p }, (_, j) => Math.hypot(...column(design, j)) || 1)
  const weight = errors.own.map((v) => 1 / Math.sqrt(v))
  const rows = design.map((x, i) => [
    ...x.map((v, j) => (v / scale[j]!) * weight[i]!),
    ...errors.shared.map((s) => s[i]! * weight[i]!),
  ])
  const priors = errors.shared.map((_, a) =>
    Array.from({ length: p + k }, (__, j) => (j === p + a ? 1 : 0)),
  )
  const whole = new Matrix([...rows, ...priors])
  const right = Matrix.columnVector([
    ...observed.map((v, i) => v * weight[i]!),
    ...priors.map(() => 0),
  ])
  const qr = new QrDecomposition(whole)
  const upper = qr.upperTriangularMatrix
  requireSettled(upper, p)
  const solution = qr.solve(right)
  const parameters = scale.map((s, j) => solution.get(j, 0) / s)
  const inverse = inverseOfUpper(upper, p + k)
  const leverage = leverages(whole, inverse, n)
  const white = right.clone().sub(whole.mmul(solution)).to1DArray()
  return {
    parameters,
    ...movedBy(inverse, scale),
    residuals: observed.map(
      (v, i) => v - design[i]!.reduce((sum, x, j) => sum + x * parameters[j]!, 0),
    ),
    chiSquared: white.reduce((sum, v) => sum + v * v, 0),
    ...deleted(white, leverage, weight, n > p),
  }
}

const column = (rows: readonly (readonly number[])[], j: number): number[] => rows.map((r) => r[j]!)

function requireSettled(upper: Matrix, p: number): void {
  const diagonal = Array.from({ length: p }, (_, j) => Math.abs(upper.get(j, j)))
  if (!(Math.min(...diagonal) >= 1e-13 * Math.max(...diagonal)))
    throw new EchtError(
      'degenerate-points',
      'These points lie too close together to settle the curve: take one at another temperature.',
    )
}

/**
 * Covariance of the parameters: their block of (AᵀA)⁻¹ = R⁻¹·R⁻ᵀ, scaled back. Beside it stands their
 * covariance with each shared error, whose variance is 1 (Henderson's mixed model equations): the block to the
 * right, turned in sign.
 */
function movedBy(
  inverse: Matrix,
  scale: readonly number[],
): Pick<LeastSquares, 'covariance' | 'sharedMoves'> {
  const all = inverse.mmul(inverse.transpose())
  const shared = Array.from({ length: all.rows - scale.length }, (_, k) => k + scale.length)
  return {
    covariance: scale.map((a, i) => scale.map((b, j) => all.get(i, j) / (a * b))),
    sharedMoves: shared.map((k) => scale.map((a, i) => -all.get(i, k) / a)),
  }
}

/** What each observation contributes to its own fitted value, 0 to 1: squared rows of A·R⁻¹. */
function leverages(whole: Matrix, inverse: Matrix, n: number): number[] {
  const orthogonal = whole.mmul(inverse)
  return Array.from({ length: n }, (_, i) =>
    orthogonal.getRow(i).reduce((sum, v) => sum + v * v, 0),
  )
}

function deleted(
  white: readonly number[],
  leverage: readonly number[],
  weight: readonly number[],
  spare: boolean,
): Pick<LeastSquares, 'deletedMisses' | 'deletedResiduals'> {
  if (!spare) {
    const none = weight.map(() => NaN)
    return { deletedMisses: none, deletedResiduals: none }
  }
  // a point that alone holds up a coefficient cannot be predicted from the others
  const room = leverage.map((h) => (1 - h > 1e-9 ? 1 - h : NaN))
  return {
    deletedMisses: room.map((r, i) => white[i]! / Math.sqrt(r)),
    deletedResiduals: room.map((r, i) => white[i]! / (r * weight[i]!)),
  }
}

function inverseOfUpper(upper: Matrix, size: number): Matrix {
  const out = Matrix.eye(size)
  for (let c = 0; c < size; c++) {
    for (let i = size - 1; i >= 0; i--) {
      let sum = out.get(i, c)
      for (let k = i + 1; k < size; k++) sum -= upper.get(i, k) * out.get(k, c)
      out.set(i, c, sum / upper.get(i, i))
    }
  }
  return out
}
