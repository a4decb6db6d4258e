import { nearestIndex, type Samples } from './samples.ts'

/**
 * The best values for breakpoints that are given: least worst error of the polyline over the samples.
 * It is a linear program (Chebyshev fit of a linear spline) with one value shared between neighbours, so
 * for a given error the set of values a cell may take, given all before it, is one interval: bisection on
 * the error with those intervals passed from cell to cell finds the optimum without a general solver. `near` is how
 * near the least error is near enough, where the values are rounded afterwards.
 */
export function bestValues(
  x: readonly number[],
  samples: Samples,
  startError: number,
  near = 0,
): { y: number[]; error: number } {
  const cells = splitByCell(x, samples)
  let high = Math.max(startError, leastError(samples)),
    values = feasible(cells, high)
  for (let step = 0; !values && step < 200; step++) {
    high *= 2
    values = feasible(cells, high)
  }
  let low = 0
  for (let step = 0; step < 40 && high - low > Math.max(1e-4 * high, near); step++) {
    const middle = low === 0 ? high / 2 : (low + high) / 2
    const found = feasible(cells, middle)
    if (found) {
      high = middle
      values = found
    } else low = middle
    if (high <= leastError(samples)) break
  }
  return { y: values!, error: high }
}

/** Below this an error is rounding: a straight curve has a table without error, and no search finds exactly 0. */
export const leastError = (samples: Samples): number =>
  1e-12 * samples.f.reduce((most, v) => Math.max(most, Math.abs(v)), 1e-12)

/**
 * Samples sorted into the intervals of an axis: t is the share of the way to the next cell. Beyond
 * the ends the end cells hold.
 */
export type Cells = {
  count: number
  /** per interval */
  t: Float64Array[]
  f: Float64Array[]
  /** per interval what was worked out of it, kept with it in a `Remembered` */
  known: Map<number, number>[]
  /** lowest and highest sample value held by an end cell: [first, last] */
  held: [number, number][]
  /** per cell, the sample nearest it, for values no sample settles */
  nearest: number[]
}

/**
 * Intervals that were split before, by their two ends: a search that moves one breakpoint at a time meets all but two
 * of them again.
 */
export type Remembered = Map<string, Interval>
type Interval = { t: Float64Array; f: Float64Array; end: number; known: Map<number, number> }

export function splitByCell(
  x: readonly number[],
  samples: Samples,
  remembered: Remembered = new Map(),
): Cells {
  const n = samples.x.length,
    last = x.length - 1
  const held: [number, number][] = [
    [Infinity, -Infinity],
    [Infinity, -Infinity],
  ]
  const hold = (end: 0 | 1, f: number): void => {
    held[end] = [Math.min(held[end]![0], f), Math.max(held[end]![1], f)]
  }
  const intervals: Interval[] = []
  let i = 0
  while (i < n && samples.x[i]! < x[0]!) hold(0, samples.f[i++]!)
  for (let c = 0; c < last; c++) {
    const key = `${x[c]} ${x[c + 1]} ${c === last - 1 ? 'last' : ''}`
    let interval = remembered.get(key)
    if (!interval) {
      const start = i,
        width = x[c + 1]! - x[c]!
      let end = start
      // the shared place belongs to both neighbours' polyline; it is enough to look at it once
      while (
        end < n &&
        (samples.x[end]! < x[c + 1]! || (c === last - 1 && samples.x[end]! <= x[last]!))
      )
        end++
      const t = samples.x.slice(start, end)
      for (let m = 0; m < t.length; m++) t[m] = (t[m]! - x[c]!) / width
      interval = { t, f: samples.f.slice(start, end), end, known: new Map() }
      remembered.set(key, interval)
    }
    i = interval.end
    intervals.push(interval)
  }
  while (i < n) hold(1, samples.f[i++]!)
  return {
    count: x.length,
    t: intervals.map((v) => v.t),
    f: intervals.map((v) => v.f),
    known: intervals.map((v) => v.known),
    held,
    nearest: x.map((v) => samples.f[nearestIndex(samples.x, v)]!),
  }
}

/** One table within E, or undefined. */
function feasible(cells: Cells, E: number): number[] | undefined {
  const { count, t, f } = cells
  const span: [number, number][] = [endSpan(cells, 0, E)]
  for (let c = 0; c + 1 < count; c++) {
    const end = c + 2 === count ? endSpan(cells, 1, E) : FREE
    const next = passOn(t[c]!, f[c]!, E, span[c]!, end)
    if (!next) return undefined
    span.push(next)
  }
  // back from the end, staying mid-way in what is allowed
  const y = new Array<number>(count)
  y[count - 1] = middleOf(span[count - 1]!, cells.nearest[count - 1]!)
  for (let c = count - 2; c >= 0; c--) {
    let [low, high] = span[c]!
    for (let m = 0; m < t[c]!.length; m++) {
      const share = 1 - t[c]![m]!
      if (share < 1e-12) continue
      const rest = t[c]![m]! * y[c + 1]!
      low = Math.max(low, (f[c]![m]! - E - rest) / share)
      high = Math.min(high, (f[c]![m]! + E - rest) / share)
    }
    y[c] = middleOf([low, high], cells.nearest[c]!)
  }
  return y
}

const FREE: [number, number] = [-Infinity, Infinity]
const endSpan = (cells: Cells, end: 0 | 1, E: number): [number, number] => {
  const [low, high] = cells.held[end]!
  return low > high ? FREE : [high - E, low + E]
}
const middleOf = ([low, high]: [number, number], otherwise: number): number =>
  Number.isFinite(low) && Number.isFinite(high)
    ? (low + high) / 2
    : Math.min(high, Math.max(low, otherwise))

// Values y1 reachable over one interval from y0 in `from`. Highest and lowest allowed y1 both fall as y0
// rises, so the ends of the answer come from the lowest and highest y0 that leave room; each is found by
// Newton on the room, a concave function made of straight pieces.
// eslint-disable-next-line complexity -- a hot loop: its running bounds are set by both halves
function passOn(
  t: Float64Array,
  f: Float64Array,
  E: number,
  from: [number, number],
  to: [number, number],
): [number, number] | undefined {
  let [a, b] = from
  let capLow = to[0],
    capHigh = to[1]
  for (let m = 0; m < t.length; m++) {
    // at a cell itself the sample speaks of one value only
    if (t[m]! < 1e-12) {
      a = Math.max(a, f[m]! - E)
      b = Math.min(b, f[m]! + E)
    }
    if (t[m]! > 1 - 1e-12) {
      capLow = Math.max(capLow, f[m]! - E)
      capHigh = Math.min(capHigh, f[m]! + E)
    }
  }
  if (a > b || capLow > capHigh) return undefined
  let allowedLow = 0,
    allowedHigh = 0,
    slopeLow = 0,
    slopeHigh = 0
  const look = (y0: number): number => {
    allowedLow = capLow
    allowedHigh = capHigh
    slopeLow = 0
    slopeHigh = 0
    for (let m = 0; m < t.length; m++) {
      const share = t[m]!
      if (share < 1e-12) continue
      const base = f[m]! - (1 - share) * y0
      const low = (base - E) / share,
        high = (base + E) / share
      if (low > allowedLow) {
        allowedLow = low
        slopeLow = 1 - 1 / share
      }
      if (high < allowedHigh) {
        allowedHigh = high
        slopeHigh = 1 - 1 / share
      }
    }
    return allowedHigh - allowedLow
  }
  if (!Number.isFinite(a) || !Number.isFinite(b)) {
    // a free guard cell: no sample binds y0, so begin where the samples are
    const centre = f.length > 0 ? f[0]! : 0
    const wide = 1e3 * (E + (f.length > 0 ? Math.abs(f[f.length - 1]! - centre) : 0)) + 1
    if (f.length === 0) return [capLow, capHigh]
    a = Math.max(a, centre - wide)
    b = Math.min(b, centre + wide)
  }
  const ends: number[] = []
  for (const [start, side] of [
    [a, 1],
    [b, -1],
  ] as const) {
    let y0 = start,
      room = look(y0)
    for (let step = 0; room < 0; step++) {
      const slope = slopeHigh - slopeLow
      if (slope * side <= 0 || step > 60) return undefined
      const next = y0 - room / slope
      if (next < a || next > b) return undefined
      if (Math.abs(next - y0) <= 1e-15 * Math.abs(y0)) break
      y0 = next
      room = look(y0)
    }
    ends.push(side === 1 ? allowedHigh : allowedLow)
  }
  return ends[1]! <= ends[0]! ? [ends[1]!, ends[0]!] : [ends[0]!, ends[0]!]
}
