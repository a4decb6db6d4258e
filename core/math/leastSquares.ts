import { CholeskyDecomposition, Matrix, QrDecomposition } from 'ml-matrix'
import { EchtError } from '../error.ts'

export type LeastSquares = {
  parameters: number[]
  /** from the stated uncertainties, not scaled */
  covariance: number[][]
  residuals: number[]
  /** weighted sum of squared residuals */
  chiSquared: number
  /** each observation's miss against the fit of the others, over its standard uncertainty; NaN without spare observations */
  deletedMisses: number[]
  /** the same misses in the unit of y: the leave-one-out prediction error */
  deletedResiduals: number[]
}

/**
 * Generalised least squares `y = X·p` with the covariance of the observations: whitened by its
 * Cholesky factor, columns scaled to unit length, solved by QR. Shapes: X n × p, y n, V n × n.
 * The deleted miss of observation i is `e_i/√Q_ii`, with `Q = V⁻¹ − V⁻¹X(XᵀV⁻¹X)⁻¹XᵀV⁻¹` and `e = V⁻¹r`
 * (the mean-shift test; Cook and Weisberg 1982, carried to correlated errors).
 * Throws `EchtError` `too-few-points` or `degenerate-points`.
 */
export function generalisedLeastSquares(
  design: number[][],
  observed: number[],
  covariance: number[][],
): LeastSquares {
  const n = design.length,
    p = design[0]?.length ?? 0
  if (n < p)
    throw new EchtError(
      'too-few-points',
      `${n} points cannot settle ${p} coefficients: take ${p - n} more.`,
    )
  const cholesky = new CholeskyDecomposition(new Matrix(covariance))
  const factor = cholesky.lowerTriangularMatrix
  const X = new Matrix(design),
    y = Matrix.columnVector(observed)
  const scale = Array.from({ length: p }, (_, j) => X.getColumnVector(j).norm() || 1)
  const scaled = new Matrix(design.map((row) => row.map((v, j) => v / scale[j]!)))
  const whiteX = forwardSubstitute(factor, scaled),
    whiteY = forwardSubstitute(factor, y)
  const qr = new QrDecomposition(whiteX)
  const upper = qr.upperTriangularMatrix
  const diagonal = Array.from({ length: p }, (_, j) => Math.abs(upper.get(j, j)))
  if (Math.min(...diagonal) < 1e-13 * Math.max(...diagonal)) {
    throw new EchtError(
      'degenerate-points',
      'These points lie too close together to settle the curve: take one at another temperature.',
    )
  }
  const solution = qr.solve(whiteY)
  const parameters = scale.map((s, j) => solution.get(j, 0) / s)
  const inverseUpper = backSubstituteIdentity(upper, p)
  const normalInverse = inverseUpper.mmul(inverseUpper.transpose())
  const residuals = observed.map(
    (v, i) => v - design[i]!.reduce((sum, x, j) => sum + x * parameters[j]!, 0),
  )
  const whiteResidual = forwardSubstitute(factor, Matrix.columnVector(residuals))
  const chiSquared = whiteResidual.norm() ** 2
  return {
    parameters,
    covariance: normalInverse
      .to2DArray()
      .map((row, i) => row.map((v, j) => v / (scale[i]! * scale[j]!))),
    residuals,
    chiSquared,
    ...deleted(factor, whiteX, whiteResidual, normalInverse, n, p),
  }
}

function deleted(
  factor: Matrix,
  whiteX: Matrix,
  whiteResidual: Matrix,
  normalInverse: Matrix,
  n: number,
  p: number,
): Pick<LeastSquares, 'deletedMisses' | 'deletedResiduals'> {
  const none = Array.from({ length: n }, () => NaN)
  if (n <= p) return { deletedMisses: none, deletedResiduals: none }
  const factorInverse = forwardSubstitute(factor, Matrix.eye(n))
  const back = factorInverse.transpose()
  const e = back.mmul(whiteResidual)
  const G = back.mmul(whiteX)
  const Q = back.mmul(factorInverse).sub(G.mmul(normalInverse).mmul(G.transpose()))
  const largest = Math.max(...Q.diagonal())
  // a point that alone holds up a coefficient cannot be predicted from the others
  const q = Q.diagonal().map((v) => (v > 1e-9 * largest ? v : NaN))
  return {
    deletedMisses: q.map((v, i) => e.get(i, 0) / Math.sqrt(v)),
    deletedResiduals: q.map((v, i) => e.get(i, 0) / v),
  }
}

function forwardSubstitute(lower: Matrix, right: Matrix): Matrix {
  const out = right.clone()
  for (let c = 0; c < out.columns; c++) {
    for (let i = 0; i < lower.rows; i++) {
      let sum = out.get(i, c)
      for (let k = 0; k < i; k++) sum -= lower.get(i, k) * out.get(k, c)
      out.set(i, c, sum / lower.get(i, i))
    }
  }
  return out
}

function backSubstituteIdentity(upper: Matrix, p: number): Matrix {
  const out = Matrix.eye(p)
  for (let c = 0; c < p; c++) {
    for (let i = p - 1; i >= 0; i--) {
      let sum = out.get(i, c)
      for (let k = i + 1; k < p; k++) sum -= upper.get(i, k) * out.get(k, c)
      out.set(i, c, sum / upper.get(i, i))
    }
  }
  return out
}
