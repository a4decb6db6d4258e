import { Matrix, solve } from 'ml-matrix'
import { sampleVariance } from 'simple-statistics'

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

/** A speed that was seen at one place, by how steep the signal is: its logarithm, of any unit, and the place, °. */
export type Sight = { logSpeed: number; angle: number }

/**
 * How badly speeds are those of an engine: the mean square of what is left of their logarithms after a level, a trend
 * and one swing by compression have been taken off. A wide interval shows less of a swing than a narrow one, and a
 * large swing of the speed is no plain sine of its logarithm: both are reckoned with. Where speeds were seen at some
 * places as well, they must be those of that swing: what they are apart from it counts too. Infinity for fewer than six
 * intervals.
 */
export function misfit(intervals: readonly Interval[], sights: readonly Sight[] = []): number {
  const m = intervals.length
  if (m < TAKES + 2) return Infinity
  const mean = intervals.reduce((s, v) => s + v.logSpeed, 0) / m
  // two edges at one place have no speed between them
  if (!Number.isFinite(mean)) return Infinity
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
  // some swings look alike by intervals between the same teeth: steepness tells them apart
  const apart = (fit: Fit): number =>
    sights.length < 2
      ? 0
      : BY_STEEPNESS *
        sampleVariance(
          sights.map((v) => v.logSpeed - speedAt(fit, (v.angle - from) / span, v.angle)),
        )
  const cost = (fit: Fit): number => fit.left / (m - TAKES) + apart(fit)
  const best = fits.reduce((a, b) => (cost(b) < cost(a) ? b : a))
  const fit = refined(best, intervals, y)
  const byAngle = fit.left / (m - TAKES)
  const swing = Math.hypot(best.coefficients[2]!, best.coefficients[3]!)
  const left = swing < LARGE ? byAngle : Math.min(byAngle, inTime(intervals, best.order))
  return left + apart(fit)
}

/** The logarithm of a fit's speed at a place, up to its level: how far along it is, and at what angle. */
function speedAt({ order, coefficients }: Fit, along: number, angle: number): number {
  const [, trend, c, s] = coefficients as [number, number, number, number]
  const swing = Math.min(MOST_SWING, Math.hypot(c, s))
  return (
    trend * along + Math.log1p(swing * Math.cos((angle * order * Math.PI) / 180 - Math.atan2(s, c)))
  )
}

/** What it counts that speeds by steepness are apart from those by intervals: they are less sure. */
export const BY_STEEPNESS = 0.05

/** Degrees of freedom of a swing in time: place, speed, its change, and the swing. */
const TAKES_IN_TIME = 5

/**
 * The same for a speed that goes as a sine of time, as an engine's does that a starter drags over compression: the
 * places are fitted by time, where it is a plain sine whatever its size, and what is left is told as logarithms of
 * speed.
 */
function inTime(intervals: readonly Interval[], order: number): number {
  const m = intervals.length
  if (m < TAKES_IN_TIME + 2) return Infinity
  const times = [0]
  const places = [0]
  for (const { logSpeed, width } of intervals) {
    times.push(times.at(-1)! + width / Math.exp(logSpeed))
    places.push(places.at(-1)! + width)
  }
  const [whole, turned] = [times[m]!, places[m]!]
  const rate = (2 * Math.PI * order * turned) / 360 / whole
  const rows = times.map((t) => [
    1,
    t / whole,
    (t / whole) ** 2,
    Math.cos(rate * t),
    Math.sin(rate * t),
  ])
  const { coefficients } = leastSquares(rows, places, TINY)
  const at = rows.map((row) => row.reduce((sum, v, a) => sum + v * coefficients[a]!, 0))
  let left = 0
  for (let i = 0; i < m; i++) {
    const step = at[i + 1]! - at[i]!
    if (!(step > 0)) return Infinity
    left += Math.log(step / intervals[i]!.width) ** 2
  }
  return left / (m - TAKES_IN_TIME)
}
const TINY = 1e-9

/** What a mean over a half-width, radians, leaves of a sine. */
const blurred = (half: number): number => (half < 1e-6 ? 1 : Math.sin(half) / half)

type Fit = { order: number; rows: number[][]; coefficients: number[]; left: number }

/** The same fit once the harmonics of a large swing have been taken off as well. */
function refined(fit: Fit, intervals: readonly Interval[], y: readonly number[]): Fit {
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
  return { ...fit, left, coefficients }
}

/**
 * The logarithm of the mean speed over an interval of a speed that goes as 1 + swing·cos. Time adds up, so that it is
 * the slowness that is averaged; its harmonics follow one another by one ratio.
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
  const { coefficients, right } = leastSquares(rows, y, RIDGE)
  const sum = y.reduce((total, v) => total + v * v, 0)
  // of two that explain alike the smaller swing is the likelier: what the ridge weighs stays in
  const taken = coefficients.reduce((t, v, a) => t + v * right[a]!, 0)
  return { coefficients, left: Math.max(0, sum - taken) }
}

function leastSquares(
  rows: readonly (readonly number[])[],
  y: readonly number[],
  ridge: number,
): { coefficients: number[]; right: number[] } {
  const takes = rows[0]!.length
  const right = new Float64Array(takes)
  // the upper half, row by row
  const products = new Float64Array((takes * (takes + 1)) / 2)
  for (let i = 0; i < rows.length; i++) {
    const row = rows[i]!
    for (let a = 0, at = 0; a < takes; a++) {
      const value = row[a]!
      right[a]! += value * y[i]!
      for (let b = a; b < takes; b++) products[at++]! += value * row[b]!
    }
  }
  const normal = Matrix.zeros(takes, takes)
  for (let a = 0, at = 0; a < takes; a++)
    for (let b = a; b < takes; b++, at++) {
      normal.set(a, b, products[at]! + (a === b ? ridge * rows.length : 0))
      normal.set(b, a, normal.get(a, b))
    }
  return {
    coefficients: solve(normal, Matrix.columnVector(right)).to1DArray(),
    right: [...right],
  }
}
const RIDGE = 1e-3
