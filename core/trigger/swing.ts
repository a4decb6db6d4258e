import { Matrix, solve } from 'ml-matrix'

/** Swings of the speed in a turn of the crank: a cylinder's compression comes every second turn, so 1 to 8 of them. */
const ORDERS = [0.5, 1, 1.5, 2, 2.5, 3, 4]
/** Degrees of freedom a swing takes: level, trend, and the swing itself. */
const TAKES = 4
/** From such a swing on its own harmonics count. */
const LARGE = 0.08
const REFINED = 2
const MOST_SWING = 0.8

/** An interval between two edges: the logarithm of its mean speed, its middle and its width in degrees of the crank. */
export type Interval = { logSpeed: number; middle: number; width: number }

/**
 * How badly speeds are those of an engine: the mean square of what is left of their logarithms after a level, a trend and
 * one swing by compression have been taken off. A wide interval shows less of a swing than a narrow one, and a large
 * swing of the speed is no plain sine of its logarithm: both are reckoned with. Infinity for fewer than six.
 */
export function misfit(intervals: readonly Interval[]): number {
  const m = intervals.length
  if (m < TAKES + 2) return Infinity
  const mean = intervals.reduce((s, v) => s + v.logSpeed, 0) / m
  const y = intervals.map((v) => v.logSpeed - mean)
  const from = intervals[0]!.middle
  const span = intervals[m - 1]!.middle - from || 1
  const fits = ORDERS.map((order) => {
    const rows = intervals.map(({ middle, width }) => {
      const seen = blurred((width * order * Math.PI) / 360)
      const phase = (middle * order * Math.PI) / 180
      return [1, (middle - from) / span, seen * Math.cos(phase), seen * Math.sin(phase)]
    })
    return { order, rows, ...fitted(rows, y) }
  })
  const best = fits.reduce((a, b) => (b.left < a.left ? b : a))
  return refined(best, intervals, y) / (m - TAKES)
}

/** What a mean over a half-width, radians, leaves of a sine. */
const blurred = (half: number): number => (half < 1e-6 ? 1 : Math.sin(half) / half)

type Fit = { order: number; rows: number[][]; coefficients: number[]; left: number }

/** The same fit once the harmonics of a large swing have been taken off as well. */
function refined(fit: Fit, intervals: readonly Interval[], y: readonly number[]): number {
  let { left, coefficients } = fit
  for (let round = 0; round < REFINED; round++) {
    const [c, s] = [coefficients[2]!, coefficients[3]!]
    const swing = Math.min(MOST_SWING, Math.hypot(c, s))
    if (swing < LARGE) break
    const at = Math.atan2(s, c)
    const more = intervals.map(
      (v, i) =>
        y[i]! -
        (logMeanSpeed(v, fit.order, swing, at) - c * fit.rows[i]![2]! - s * fit.rows[i]![3]!),
    )
    const next = fitted(fit.rows, more)
    coefficients = next.coefficients
    left = Math.min(left, next.left)
  }
  return left
}

/**
 * The logarithm of the mean speed over an interval of a speed that goes as 1 + swing·cos. Time adds up, so that it is the
 * slowness that is averaged; its harmonics follow one another by one ratio.
 */
function logMeanSpeed(
  { middle, width }: Interval,
  order: number,
  swing: number,
  at: number,
): number {
  const root = Math.sqrt(1 - swing * swing)
  const ratio = -(1 - root) / swing
  const phase = (middle * order * Math.PI) / 180 - at
  const half = (width * order * Math.PI) / 360
  let slowness = 1
  let weight = 2
  for (let k = 1; k <= 3; k++) {
    weight *= ratio
    slowness += weight * blurred(k * half) * Math.cos(k * phase)
  }
  return -Math.log(Math.max(0.05, slowness))
}

/** Least squares on the columns, and the sum of squares that is left. A touch of ridge keeps aliased swings small. */
function fitted(
  rows: readonly (readonly number[])[],
  y: readonly number[],
): { coefficients: number[]; left: number } {
  const normal = Array.from({ length: TAKES }, () => new Array<number>(TAKES).fill(0))
  const right = new Array<number>(TAKES).fill(0)
  let sum = 0
  for (let i = 0; i < rows.length; i++) {
    const row = rows[i]!
    const v = y[i]!
    sum += v * v
    for (let a = 0; a < TAKES; a++) {
      right[a]! += row[a]! * v
      for (let b = 0; b < TAKES; b++) normal[a]![b]! += row[a]! * row[b]!
    }
  }
  for (let a = 0; a < TAKES; a++) normal[a]![a]! += RIDGE * rows.length
  const coefficients = solve(new Matrix(normal), Matrix.columnVector(right)).to1DArray()
  // of two that explain alike the smaller swing is the likelier: what the ridge weighs stays in
  const taken = coefficients.reduce((t, v, a) => t + v * right[a]!, 0)
  return { coefficients, left: Math.max(0, sum - taken) }
}
const RIDGE = 1e-3
