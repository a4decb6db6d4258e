import { mean, sampleStandardDeviation } from 'simple-statistics'

/**
 * Degrees of the crank a speed may be taken over: compression changes it within more, and looks like scatter where
 * teeth are few. Where the speeds of a part differ little, it may be over more.
 */
const MOST_DEGREES = { swinging: 30, even: 180 }
/** Standard deviation of the speeds of a part, over their mean, up to which they are even. */
const EVEN = 0.05
/** Neighbours on either side that are asked at most. */
const WIDEST = 8
/** Edges that are judged together, at most. */
const TOGETHER = 48
/** Fewer say nothing of their scatter. */
const LEAST_EDGES = 8
/** Of a normal scatter: what its middle size is of σ. */
const MIDDLE_SIZE = 0.6745

/**
 * Speeds over the intervals between edges, each by the line through as many edges as serve best. Noise shifts an
 * edge, and the interval on either side with it: where samples are few a line through more edges tells the speed
 * better, but for what the speed changes within it. For some edges at a time the width is taken that leaves least of
 * both: what the speeds then differ from those between two edges, and what the scatter of the edges leaves (Stein's
 * estimate of the risk).
 *
 * @param at where the edges lie, in samples
 * @param speed degrees a sample over the interval that ends there, 0 where none does
 */
export function smoothedSpeed(at: Float64Array, speed: Float64Array): Float64Array {
  const smooth = Float64Array.from(speed)
  for (let from = 0; from < at.length;) {
    let to = from + 1
    while (to < at.length && speed[to]! > 0) to++
    if (to - from >= LEAST_EDGES)
      smoothRun(at.subarray(from, to), speed.subarray(from, to), smooth.subarray(from, to))
    from = to
  }
  return smooth
}

/** Edges in a row, between which an interval lies each. */
function smoothRun(time: Float64Array, speed: Float64Array, smooth: Float64Array): void {
  const n = time.length
  const angle = new Float64Array(n)
  for (let k = 1; k < n; k++) angle[k] = angle[k - 1]! + speed[k]! * (time[k]! - time[k - 1]!)
  const misses = missesOf(angle, time, speed)
  const lines = new Lines(angle, time)
  const parts = Math.ceil((n - 1) / TOGETHER)
  const edge = (part: number): number => 1 + Math.round((part * (n - 1)) / parts)
  const middle = Array.from({ length: parts }, (_, p) => middleMiss(misses, edge(p), edge(p + 1)))
  for (let part = 0; part < parts; part++) {
    const [from, to] = [edge(part), edge(part + 1)]
    const near = middle.slice(Math.max(0, part - PARTS), part + PARTS + 1).filter((m) => m !== null)
    const few = [...speed.subarray(from, to)]
    const even = few.length > 1 && sampleStandardDeviation(few) < EVEN * mean(few)
    lines.lay(from, to, even ? MOST_DEGREES.even : MOST_DEGREES.swinging)
    const width = lines.best(to - from, (near.length > 0 ? mean(near) : 0) / MIDDLE_SIZE)
    for (let k = from; k < to; k++) smooth[k] = 1 / lines.slope(k - from, width)
  }
}
/** Parts before and after from which the scatter of a part is known. */
const PARTS = 4

const ROW = WIDEST + 1

/** The lines through edges about each of some intervals, the narrowest first. */
class Lines {
  private readonly slopes = new Float64Array((TOGETHER + 1) * ROW)
  private readonly spreads = new Float64Array((TOGETHER + 1) * ROW)
  /** sums over the edges before each, from a few before the first interval on: of angles, times, and their products */
  private readonly sums = [0, 1, 2, 3].map(() => new Float64Array(TOGETHER + 4 * ROW + 2))

  constructor(
    private readonly angle: Float64Array,
    private readonly time: Float64Array,
  ) {}

  slope(row: number, width: number): number {
    return this.slopes[row * ROW + width]!
  }

  /** The width that leaves least of the risk, of so many intervals; `scatter` is 1σ of an edge in degrees. */
  best(rows: number, scatter: number): number {
    const risk = new Float64Array(ROW)
    for (let at = 0; at < rows * ROW; at++) {
      const w = at % ROW
      const differs = this.slopes[at]! / this.slopes[at - w]! - 1
      risk[w]! += differs ** 2 + (2 * scatter ** 2) / this.spreads[at]!
    }
    return risk.indexOf(Math.min(...risk))
  }

  /** Lays them about the intervals that end at edges `from` to before `to`, over so many degrees at most. */
  lay(from: number, to: number, most: number): void {
    const { angle, time, slopes, spreads } = this
    const [sx, sy, sxx, sxy] = this.sums as [Float64Array, Float64Array, Float64Array, Float64Array]
    const base = Math.max(0, from - 1 - 2 * ROW)
    const end = Math.min(time.length, to + 2 * ROW)
    for (let i = base; i < end; i++) {
      const at = i - base
      const x = angle[i]! - angle[base]!
      const y = time[i]! - time[base]!
      sx[at + 1] = sx[at]! + x
      sy[at + 1] = sy[at]! + y
      sxx[at + 1] = sxx[at]! + x * x
      sxy[at + 1] = sxy[at]! + x * y
    }
    for (let k = from; k < to; k++) {
      let a = k - 1 - base
      let b = k + 1 - base
      for (let w = 0; w < ROW; w++) {
        // one more on either side, where a run ends both from the other; too far apart they stay as they are
        if (w > 0) {
          const first = Math.max(0, Math.min(a - 1, end - base - (b - a) - 2))
          const last = first + (b - a) + 1
          const fits = last + base < end && angle[last + base]! - angle[first + base]! <= most
          if (fits) {
            a = first
            b = last + 1
          }
        }
        const x = sx[b]! - sx[a]!
        const count = b - a
        const spread = sxx[b]! - sxx[a]! - (x * x) / count
        const slope = (sxy[b]! - sxy[a]! - (x * (sy[b]! - sy[a]!)) / count) / spread
        slopes[(k - from) * ROW + w] = slope
        spreads[(k - from) * ROW + w] = spread
      }
    }
  }
}

/** Neighbours on either side through which an edge's place is foretold. */
const BESIDE = 3

/**
 * How far each edge lies from where its neighbours foretell it, degrees, as its share of that: the weights of a curve
 * through six places are known to have so much of their scatter. 0 at the ends of a run.
 */
function missesOf(angle: Float64Array, time: Float64Array, speed: Float64Array): Float64Array {
  const misses = new Float64Array(time.length)
  for (let k = BESIDE; k < time.length - BESIDE; k++) {
    const here = angle[k]!
    let apart = 1
    for (let j = k - BESIDE; j <= k + BESIDE; j++) if (j !== k) apart *= here - angle[j]!
    let off = 0
    let squares = 1
    for (let i = k - BESIDE; i <= k + BESIDE; i++) {
      if (i === k) continue
      const there = angle[i]!
      let others = here - there
      for (let j = k - BESIDE; j <= k + BESIDE; j++)
        if (j !== i && j !== k) others *= there - angle[j]!
      const share = apart / others
      off += share * (time[i]! - time[k]!)
      squares += share * share
    }
    misses[k] = (Math.abs(off) * speed[k]!) / Math.sqrt(squares)
  }
  return misses
}

/** The middle one of the misses of edges `from` to before `to`; null where they are too few. */
function middleMiss(misses: Float64Array, from: number, to: number): number | null {
  const sizes = misses
    .slice(Math.max(BESIDE, from), Math.max(BESIDE, Math.min(misses.length - BESIDE, to)))
    .sort()
  return sizes.length < LEAST_EDGES ? null : sizes[sizes.length >> 1]!
}
