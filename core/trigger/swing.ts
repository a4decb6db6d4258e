import { inverse, Matrix, solve } from 'ml-matrix'
import { sampleVariance } from 'simple-statistics'

/** Swings of the speed in a turn of the crank: a cylinder's compression comes every second turn, so 1 to 8 of them. */
const ORDERS = [0.5, 1, 1.5, 2, 2.5, 3, 4]
/** Degrees of freedom a swing takes: level, trend, and the swing itself. */
const TAKES = 4
/** Those of a swing in time: place, speed, its change, and the swing. */
const TAKES_IN_TIME = 5
/** From such a swing on its own harmonics count. */
const LARGE = 0.08
const REFINED = 2
const MOST_SWING = 0.8

/** An interval between two edges: its middle and its width in degrees of the crank. */
export type Interval = { middle: number; width: number }
/** The same with the logarithm of the mean speed over it. */
export type Timed = Interval & { logSpeed: number }

/** A speed that was seen at one place, by how steep the signal is: its logarithm, of any unit, and the place, °. */
export type Sight = { logSpeed: number; angle: number }

/** How badly speeds are those of an engine: see `Stretch`, for intervals and places that are looked at once. */
export const misfit = (intervals: readonly Timed[], sights: readonly Sight[] = []): number =>
  new SwingStretch(
    intervals,
    sights.map((v) => v.angle),
  ).misfit(
    intervals.map((v) => v.logSpeed),
    sights.map((v) => v.logSpeed),
  )

/** Intervals that follow one another, and places at which speeds are seen besides: what swings would show there. */
export class SwingStretch {
  private readonly swings: Swing[]

  constructor(
    private readonly intervals: readonly Interval[],
    sightsAt: readonly number[] = [],
  ) {
    this.swings =
      intervals.length < TAKES + 2
        ? []
        : ORDERS.map((order) => new Swing(order, intervals, sightsAt))
  }

  /**
   * How badly speeds are those of an engine: the mean square of what is left of their logarithms after a level, a trend
   * and one swing by compression have been taken off. A wide interval shows less of a swing than a narrow one, and a
   * large swing of the speed is no plain sine of its logarithm: both are reckoned with. Where speeds were seen at the
   * places as well, they must be those of that swing: what they are apart from it counts too. Infinity for fewer than
   * six intervals.
   */
  misfit(logSpeeds: readonly number[], sights: readonly number[] = []): number {
    const { intervals, swings } = this
    const m = intervals.length
    if (swings.length === 0) return Infinity
    const mean = logSpeeds.reduce((s, v) => s + v, 0) / m
    // two edges at one place have no speed between them
    if (!Number.isFinite(mean)) return Infinity
    const y = new Float64Array(m)
    for (let i = 0; i < m; i++) y[i] = logSpeeds[i]! - mean
    const fits = swings.map((swing) => swing.fitted(y))
    // some swings look alike by intervals between the same teeth: steepness tells them apart
    const apart = (fit: Fit): number =>
      sights.length < 2 ? 0 : BY_STEEPNESS * sampleVariance(fit.swing.leftOf(sights, fit))
    let [least, cost] = [fits[0]!, Infinity]
    for (const fit of fits.sort((a, b) => a.left - b.left)) {
      const byAngle = fit.left / (m - TAKES)
      // what is apart only adds to it
      if (byAngle >= cost) break
      const now = byAngle + apart(fit)
      if (now < cost) [least, cost] = [fit, now]
    }
    // a small swing is the same sine by angle and by time, of the speed and of its logarithm
    if (least.size < LARGE) return cost
    const fit = least.swing.refined(least, y)
    return (
      Math.min(fit.left / (m - TAKES), inTime(intervals, logSpeeds, least.swing.order)) + apart(fit)
    )
  }
}

/** What it counts that speeds by steepness are apart from those by intervals: they are less sure. */
export const BY_STEEPNESS = 0.05

/** A level, a trend and a swing that were fitted, how large the swing is, and the sum of squares that is left. */
type Fit = { swing: Swing; coefficients: Float64Array; size: number; left: number }

/** A swing of one order as it shows over some intervals. */
class Swing {
  /** level, trend and swing at each interval, a column each */
  private readonly columns: Float64Array[]
  private readonly inverse: Float64Array[]
  /** the swing at the middle of each interval */
  private readonly cos: Float64Array
  private readonly sin: Float64Array

  constructor(
    readonly order: number,
    private readonly intervals: readonly Interval[],
    private readonly sightsAt: readonly number[],
  ) {
    const m = intervals.length
    const [level, trend] = [new Float64Array(m).fill(1), new Float64Array(m)]
    const [c, s] = [new Float64Array(m), new Float64Array(m)]
    this.cos = new Float64Array(m)
    this.sin = new Float64Array(m)
    let of = NaN
    let leaves = 1
    for (let i = 0; i < m; i++) {
      const { middle, width } = intervals[i]!
      const phase = this.phase(middle)
      // most steps of a wheel are as wide as the one before
      if (width !== of) {
        leaves = blurred(this.phase(width / 2))
        of = width
      }
      const cos = Math.cos(phase)
      const sin = Math.sin(phase)
      this.cos[i] = cos
      this.sin[i] = sin
      trend[i] = this.along(middle)
      c[i] = cos * leaves
      s[i] = sin * leaves
    }
    this.columns = [level, trend, c, s]
    const inverted = inverse(normalOf(this.columns, RIDGE)).to2DArray()
    this.inverse = inverted.map((row) => Float64Array.from(row))
  }

  private phase(angle: number): number {
    return (angle * this.order * Math.PI) / 180
  }

  /** How far along the intervals an angle is. */
  private along(angle: number): number {
    const from = this.intervals[0]!.middle
    return (angle - from) / (this.intervals.at(-1)!.middle - from || 1)
  }

  /** Least squares on level, trend and swing. A touch of ridge keeps aliased swings small. */
  fitted(y: Float64Array): Fit {
    const right = new Float64Array(TAKES)
    const coefficients = new Float64Array(TAKES)
    for (let i = 0; i < TAKES; i++) right[i] = dot(this.columns[i]!, y)
    for (let i = 0; i < TAKES; i++) coefficients[i] = dot(this.inverse[i]!, right)
    // of two that explain alike the smaller swing is the likelier: what the ridge weighs stays in
    const left = Math.max(0, dot(y, y) - dot(coefficients, right))
    return { swing: this, coefficients, size: sizeOf(coefficients), left }
  }

  /** What is left of speeds that were seen at the places once a fit's are taken off, up to its level. */
  leftOf(sights: readonly number[], { coefficients, size }: Fit): number[] {
    const [trend, c, s] = [coefficients[1]!, coefficients[2]!, coefficients[3]!]
    // no more than an engine's
    const part = size > 0 ? Math.min(MOST_SWING, size) / size : 1
    return sights.map((seen, i) => {
      const angle = this.sightsAt[i]!
      const phase = this.phase(angle)
      const swing = part * (c * Math.cos(phase) + s * Math.sin(phase))
      return seen - trend * this.along(angle) - Math.log1p(swing)
    })
  }

  /** The same fit once the harmonics of a large swing have been taken off as well. */
  refined(fit: Fit, y: Float64Array): Fit {
    let now = fit
    let { left } = fit
    for (let round = 0; round < REFINED && now.size >= LARGE; round++) {
      const [c, s] = [now.coefficients[2]!, now.coefficients[3]!]
      const large = this.logMeanSpeeds(Math.min(MOST_SWING, now.size), Math.atan2(s, c))
      const [cos, sin] = [this.columns[2]!, this.columns[3]!]
      const plain = new Float64Array(y.length)
      for (let i = 0; i < y.length; i++) plain[i] = y[i]! - (large[i]! - c * cos[i]! - s * sin[i]!)
      now = this.fitted(plain)
      left = Math.min(left, now.left)
    }
    return { ...now, left }
  }

  /**
   * The logarithm of the mean speed over each interval of a speed that goes as 1 + size·cos. Time adds up, so that it
   * is the slowness that is averaged; its harmonics follow one another by one ratio.
   */
  private logMeanSpeeds(size: number, at: number): Float64Array {
    const ratio = -(1 - Math.sqrt(1 - size * size)) / size
    const [cosAt, sinAt] = [Math.cos(at), Math.sin(at)]
    const logs = new Float64Array(this.intervals.length)
    for (let i = 0; i < logs.length; i++) {
      const half = this.phase(this.intervals[i]!.width / 2)
      const c = this.cos[i]! * cosAt + this.sin[i]! * sinAt
      const slowness =
        1 +
        2 * ratio * blurred(half) * c +
        2 * ratio ** 2 * blurred(2 * half) * (2 * c * c - 1) +
        2 * ratio ** 3 * blurred(3 * half) * c * (4 * c * c - 3)
      logs[i] = -Math.log(Math.max(0.05, slowness))
    }
    return logs
  }
}

const sizeOf = (coefficients: Float64Array): number =>
  Math.hypot(coefficients[2]!, coefficients[3]!)

// of one kind of store only: it is the innermost of all
function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!
  return sum
}

/**
 * The same for a speed that goes as a sine of time, as an engine's does that a starter drags over compression: the
 * places are fitted by time, where it is a plain sine whatever its size, and what is left is told as logarithms of
 * speed.
 */
function inTime(
  intervals: readonly Interval[],
  logSpeeds: readonly number[],
  order: number,
): number {
  const m = intervals.length
  if (m < TAKES_IN_TIME + 2) return Infinity
  const times = new Float64Array(m + 1)
  const places = new Float64Array(m + 1)
  for (let i = 0; i < m; i++) {
    const { width } = intervals[i]!
    times[i + 1] = times[i]! + width / Math.exp(logSpeeds[i]!)
    places[i + 1] = places[i]! + width
  }
  const whole = times[m]!
  const rate = (2 * Math.PI * order * places[m]!) / 360 / whole
  const columns = Array.from({ length: TAKES_IN_TIME }, () => new Float64Array(m + 1))
  const [level, line, square, cos, sin] = columns as [Float64Array, ...Float64Array[]]
  level.fill(1)
  for (let i = 0; i <= m; i++) {
    const t = times[i]!
    line![i] = t / whole
    square![i] = (t / whole) ** 2
    cos![i] = Math.cos(rate * t)
    sin![i] = Math.sin(rate * t)
  }
  const right = columns.map((column) => dot(column, places))
  const coefficients = solve(normalOf(columns, TINY), Matrix.columnVector(right)).to1DArray()
  const at = new Float64Array(m + 1)
  for (const [a, column] of columns.entries())
    for (let i = 0; i <= m; i++) at[i]! += column[i]! * coefficients[a]!
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

/** The matrix of least squares on some columns. */
function normalOf(columns: readonly Float64Array[], ridge: number): Matrix {
  const normal = new Matrix(columns.length, columns.length)
  for (const [i, a] of columns.entries())
    for (let j = 0; j <= i; j++) {
      const sum = dot(a, columns[j]!) + (i === j ? ridge * a.length : 0)
      normal.set(i, j, sum)
      normal.set(j, i, sum)
    }
  return normal
}
const RIDGE = 1e-3
