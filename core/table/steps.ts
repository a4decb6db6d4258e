import { nearestIndex, type Samples } from './samples.ts'
import { splitByCell, type Cells, type Remembered } from './values.ts'

/**
 * The best values on steps of `yStep` for a given axis: for each cell the steps that any table as good as
 * rounding could use, then the chain of choices with the least worst error (dynamic programming; the cost
 * of a pair of neighbours is its interval's worst error). `free` are the best values without steps and
 * `error` theirs. Shape: one value a cell.
 */
export function valuesOnSteps(
  x: readonly number[],
  samples: Samples,
  free: readonly number[],
  error: number,
  yStep: number,
  remembered?: Remembered,
): { y: number[]; error: number } {
  const cells = splitByCell(x, samples, remembered)
  // rounding the free values costs at most half a step, so nothing beyond error + yStep/2 need be tried
  const bound = error + yStep / 2
  const within = samples.x[samples.x.length - 1]! - samples.x[0]!
  const options = free.map((value, i) => {
    const steps = Math.min(WIDEST, Math.ceil((2 * bound) / yStep + 0.5))
    const centre = Math.round(value / yStep)
    const near = Array.from({ length: 2 * steps + 1 }, (_, k) => (centre - steps + k) * yStep)
    // a cell on a sample errs there by what it is off the curve; one beyond the samples is held to nothing
    const place = nearestIndex(samples.x, x[i]!)
    if (Math.abs(samples.x[place]! - x[i]!) > 1e-9 * within) return near
    const kept = near.filter((y) => Math.abs(y - samples.f[place]!) <= bound * (1 + 1e-9))
    return kept.length > 0 ? kept : near
  })
  let cost = options[0]!.map((y) => heldError(cells, 0, y))
  const back: number[][] = []
  for (let c = 0; c + 1 < cells.count; c++) {
    const from: number[] = []
    const next = options[c + 1]!.map((y1, j) => {
      let best = Infinity,
        chosen = 0
      const end = c + 2 === cells.count ? heldError(cells, 1, y1) : 0
      options[c]!.forEach((y0, i) => {
        const start = Math.max(cost[i]!, end)
        if (start >= best) return
        const total = Math.max(start, intervalError(cells, c, y0, y1, yStep))
        if (total < best) {
          best = total
          chosen = i
        }
      })
      from[j] = chosen
      return best
    })
    back.push(from)
    cost = next
  }
  let j = cost.indexOf(Math.min(...cost))
  const worst = cost[j]!
  const y = new Array<number>(cells.count)
  for (let c = cells.count - 1; c >= 0; c--) {
    y[c] = options[c]![j]!
    if (c > 0) j = back[c - 1]![j]!
  }
  return { y, error: worst }
}

/** Steps tried either side of the free value: beyond these the steps are fine enough not to matter. */
const WIDEST = 8

const heldError = (cells: Cells, end: 0 | 1, y: number): number => {
  const [low, high] = cells.held[end]!
  return low > high ? 0 : Math.max(Math.abs(y - low), Math.abs(y - high))
}

/** Two steps as one number: there are never so many steps between two values. */
const APART = 2 ** 26

/** Worst error of one interval between two values on steps; kept with the interval. */
function intervalError(cells: Cells, c: number, y0: number, y1: number, yStep: number): number {
  const known = cells.known[c]!
  const key = Math.round(y0 / yStep) * APART + Math.round(y1 / yStep)
  const before = known.get(key)
  if (before !== undefined) return before
  const t = cells.t[c]!,
    f = cells.f[c]!
  const rise = y1 - y0
  let worst = 0
  for (let m = 0; m < t.length; m++) {
    const e = Math.abs(y0 + rise * t[m]! - f[m]!)
    if (e > worst) worst = e
  }
  known.set(key, worst)
  return worst
}
