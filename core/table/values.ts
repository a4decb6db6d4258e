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

/** What the samples of one interval leave for its far value once the near one is chosen. */
class Room {
  low = 0
  high = 0
  /** how both move with the near value */
  lowSlope = 0
  highSlope = 0
  private readonly t: Float64Array
  private readonly f: Float64Array
  private readonly E: number
  private readonly cap: readonly [number, number]
  constructor(t: Float64Array, f: Float64Array, E: number, cap: readonly [number, number]) {
    this.t = t
    this.f = f
    this.E = E
    this.cap = cap
  }
  /** With the near value at y0: how much room there is, negative where there is not any. */
  look(y0: number): number {
    const { t, f, E } = this
    let [low, high] = this.cap,
      lowSlope = 0,
      highSlope = 0
    for (let m = 0; m < t.length; m++) {
      const share = t[m]!
      if (share < AT_CELL) continue
      const base = f[m]! - (1 - share) * y0
      const from = (base - E) / share,
        to = (base + E) / share
      if (from > low) {
        low = from
        lowSlope = 1 - 1 / share
      }
      if (to < high) {
        high = to
        highSlope = 1 - 1 / share
      }
    }
    this.low = low
    this.high = high
    this.lowSlope = lowSlope
    this.highSlope = highSlope
    return high - low
  }
  /** Newton from an end of [a, b] towards the other, `side` 1 or −1, to where there is room; false where it ends. */
  find(start: number, side: 1 | -1, [a, b]: readonly [number, number]): boolean {
    let y0 = start,
      room = this.look(y0)
    for (let step = 0; room < 0; step++) {
      const slope = this.highSlope - this.lowSlope
      if (slope * side <= 0 || step > 60) return false
      const next = y0 - room / slope
      if (next < a || next > b) return false
      if (Math.abs(next - y0) <= 1e-15 * Math.abs(y0)) break
      y0 = next
      room = this.look(y0)
    }
    return true
  }
}

/** A sample so near to a cell speaks of that cell's value only. */
const AT_CELL = 1e-12

/** Both values of an interval, kept within E of the samples that stand at its cells. */
function atCells(
  { t, f }: { t: Float64Array; f: Float64Array },
  E: number,
  [a, b]: readonly [number, number],
  [low, high]: readonly [number, number],
): { near: [number, number]; far: [number, number] } {
  const near: [number, number] = [a, b],
    far: [number, number] = [low, high]
  for (let m = 0; m < t.length; m++) {
    const of = t[m]! < AT_CELL ? near : t[m]! > 1 - AT_CELL ? far : null
    if (!of) continue
    of[0] = Math.max(of[0], f[m]! - E)
    of[1] = Math.min(of[1], f[m]! + E)
  }
  return { near, far }
}

/** A free guard cell is bound by no sample: it begins where the samples are. */
function nearSamples(f: Float64Array, E: number, [a, b]: [number, number]): [number, number] {
  if (Number.isFinite(a) && Number.isFinite(b)) return [a, b]
  const centre = f[0]!
  const wide = 1e3 * (E + Math.abs(f[f.length - 1]! - centre)) + 1
  return [Math.max(a, centre - wide), Math.min(b, centre + wide)]
}

// Values y1 reachable over one interval from y0 in `from`. Highest and lowest allowed y1 both fall as y0
// rises, so the ends of the answer come from the lowest and highest y0 that leave room; each is found by
// Newton on the room, a concave function made of straight pieces.
function passOn(
  t: Float64Array,
  f: Float64Array,
  E: number,
  from: [number, number],
  to: [number, number],
): [number, number] | undefined {
  const { near, far } = atCells({ t, f }, E, from, to)
  if (near[0] > near[1] || far[0] > far[1]) return undefined
  if (f.length === 0 && !near.every(Number.isFinite)) return far
  const begin = nearSamples(f, E, near)
  const room = new Room(t, f, E, far)
  if (!room.find(begin[0], 1, begin)) return undefined
  const high = room.high
  if (!room.find(begin[1], -1, begin)) return undefined
  return room.low <= high ? [room.low, high] : [high, high]
}
