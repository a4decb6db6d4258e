import { Matrix, solve } from 'ml-matrix'

/** Swings of the speed in a turn of the crank: a cylinder's compression comes every second turn, so 1 to 8 of them. */
const ORDERS = [0.5, 1, 1.5, 2, 2.5, 3, 4]
/** Degrees of freedom a swing takes: level, trend, and the swing itself. */
const TAKES = 4

/**
 * How badly speeds are those of an engine: the mean square of what is left of their logarithms after a level, a trend and
 * one swing by compression have been taken off. Speeds are means over intervals, at the middle of each, degrees of the
 * crank. Infinity for fewer than six.
 */
export function misfit(logSpeed: readonly number[], middle: readonly number[]): number {
  const m = logSpeed.length
  if (m < TAKES + 2) return Infinity
  const mean = logSpeed.reduce((s, v) => s + v, 0) / m
  const y = logSpeed.map((v) => v - mean)
  const from = middle[0]!
  const span = middle[m - 1]! - from || 1
  return Math.min(
    ...ORDERS.map((order) => {
      const columns = middle.map((d) => {
        const phase = (d * order * Math.PI) / 180
        return [1, (d - from) / span, Math.cos(phase), Math.sin(phase)]
      })
      return left(columns, y) / (m - TAKES)
    }),
  )
}

/** Sum of squares that is left after the columns have been fitted. A touch of ridge keeps aliased swings small. */
function left(rows: readonly (readonly number[])[], y: readonly number[]): number {
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
  const found = solve(new Matrix(normal), Matrix.columnVector(right))
  let taken = 0
  for (let a = 0; a < TAKES; a++) taken += found.get(a, 0) * right[a]!
  return Math.max(0, sum - taken)
}
const RIDGE = 1e-3
