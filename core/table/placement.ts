import type { Samples } from './samples.ts'
import { leastError as roundingError } from './values.ts'

/**
 * Where the breakpoints go when they may go anywhere (or on any step): the least error `E` for which a
 * polyline of at most `intervals` pieces stays within f ± E, by bisection on E and greedy reach.
 *
 * Free values: on a convex stretch the best polyline has its knots on f − E and touches f + E between
 * them (on a concave one the other way round), so knots are tried on both walls of the tunnel, and on f for
 * the turn between; of each the furthest reachable place is kept (after Imai and Iri 1986). With `yStep` a
 * knot stands on the step nearest the wall, and nearer places are kept too when their step is closer to it.
 * On the curve: knots on f itself, or its nearest step.
 * Returns indices of places, the first and the last among them.
 */
export function placeKnots(
  samples: Samples,
  intervals: number,
  options: { onCurve: boolean; yStep?: number | undefined },
  startError: number,
): number[] {
  const free = searchError(
    samples,
    intervals,
    { onCurve: options.onCurve },
    Math.max(startError, roundingError(samples)),
    0.25,
    options.yStep === undefined ? 10 : 7,
  )
  // steps can cost up to half a step on top of what free values reach
  const { path } =
    options.yStep === undefined
      ? free
      : searchError(
          samples,
          intervals,
          options,
          free.error + options.yStep / 4,
          options.yStep / free.error / 2,
          5,
        )
  return fillUp(path, samples, intervals)
}

/**
 * Bisection on E from a first guess: widened or narrowed by `ratio` until it brackets, then halved
 * `halvings` times.
 */
function searchError(
  samples: Samples,
  intervals: number,
  options: Omit<Rule, 'E'>,
  start: number,
  ratio: number,
  halvings: number,
): { path: number[]; error: number } {
  const scratch = scratchFor(samples)
  const tryWith = (E: number): number[] | undefined =>
    reach(samples, intervals, { ...options, E }, scratch)
  const factor = 1 + Math.min(1, Math.max(0.01, ratio))
  let high = start,
    path = tryWith(high),
    low: number
  if (path) {
    low = high / factor
    for (let better = tryWith(low); better && low > roundingError(samples); better = tryWith(low)) {
      path = better
      high = low
      low /= factor
    }
  } else {
    low = high
    for (let step = 0; !path && step < 400; step++) {
      low = high
      high *= factor
      path = tryWith(high)
    }
  }
  for (let step = 0; step < halvings; step++) {
    const middle = (low + high) / 2
    const found = tryWith(middle)
    if (found) {
      high = middle
      path = found
    } else low = middle
  }
  return { path: path ?? [0, samples.x.length - 1], error: high }
}

type Rule = { onCurve: boolean; yStep?: number | undefined; E: number }
type State = { knot: number; y: number; from: State | undefined }
/** Where a knot may stand in the tunnel: on its lower wall, on the curve, on its upper wall. */
type Wall = -1 | 0 | 1

/** States kept a wall: the furthest, and nearer ones that a step fits better. */
const KEPT = 3

function reach(
  samples: Samples,
  intervals: number,
  rule: Rule,
  scratch: Scratch,
): number[] | undefined {
  const walls: readonly Wall[] = rule.onCurve
    ? [0]
    : rule.yStep === undefined
      ? [-1, 0, 1]
      : [-1, 1]
  const end = samples.knots.length - 1
  let states: State[] = []
  for (const wall of walls) {
    const y = standAt(samples.f[samples.knots[0]!]!, wall, rule)
    if (!Number.isNaN(y)) states.push({ knot: 0, y, from: undefined })
  }
  for (let k = 1; k <= intervals; k++) {
    const found = walls.map((): State[] => [])
    for (const state of states) {
      if (lookAhead(samples, state, walls, rule, found, scratch))
        return trace({ knot: end, y: 0, from: state }, samples)
    }
    states = found.flatMap((states, w) => keep(states, walls[w]!, samples, rule))
    if (states.length === 0) return undefined
  }
  return undefined
}

/** The value a knot takes at a place with value f: NaN when no step lies in the tunnel there. */
function standAt(f: number, wall: Wall, { E, yStep }: Rule): number {
  if (yStep === undefined) return f + wall * E
  const steps =
    wall < 0
      ? Math.ceil((f - E) / yStep - 1e-9)
      : wall > 0
        ? Math.floor((f + E) / yStep + 1e-9)
        : Math.round(f / yStep)
  const y = steps * yStep
  return Math.abs(y - f) <= E * (1 + 1e-9) ? y : NaN
}

/** Of all states found for one wall: the furthest, then nearer ones that stand closer to the wall. */
function keep(found: State[], wall: Wall, samples: Samples, rule: Rule): State[] {
  const kept: State[] = []
  let closest = Infinity
  for (const state of found.sort((a, b) => b.knot - a.knot)) {
    const off = Math.abs(state.y - samples.f[samples.knots[state.knot]!]! - wall * rule.E)
    if (off >= closest) continue
    closest = off
    kept.push(state)
    if (rule.yStep === undefined || kept.length === KEPT) break
  }
  return kept
}

const trace = (end: State, samples: Samples): number[] => {
  const path: number[] = []
  for (let s: State | undefined = end; s; s = s.from) path.unshift(samples.knots[s.knot]!)
  return path
}

/** Knots looked at behind the furthest one for a step that fits the wall better. */
const LOOK_BACK = 48

// The slopes of lines from the state's point that pass all places so far between the walls form one
// interval; it only shrinks. The sweep is the inner loop of everything, so it only notes the interval at each
// place, in scratch arrays that are made once; which knots can be reached is then read off from the far end.
// Returns true when the last place can be reached.
function lookAhead(
  samples: Samples,
  state: State,
  walls: readonly Wall[],
  rule: Rule,
  found: State[][],
  scratch: Scratch,
): boolean {
  const { x, f, knots } = samples
  const { E, yStep } = rule
  const { lows, highs } = scratch
  const i = knots[state.knot]!,
    x0 = x[i]!,
    y0 = state.y,
    last = x.length - 1
  let low = -Infinity,
    high = Infinity,
    end = i + 1
  for (; end <= last; end++) {
    const dx = x[end]! - x0,
      rise = f[end]! - y0
    lows[end] = low
    highs[end] = high
    const down = (rise - E) / dx,
      up = (rise + E) / dx
    if (down > low) low = down
    if (up < high) high = up
    if (low > high) break
  }
  if (
    end > last &&
    !rule.onCurve &&
    (yStep === undefined || endStepFits(y0, x[last]! - x0, low, high, yStep))
  )
    return true
  const farthest = scratch.knotBefore[Math.min(end, last)]!
  return walls.some((wall, w) =>
    noteReached(samples, state, wall, rule, found[w]!, scratch, farthest),
  )
}

/**
 * Of the knots that a state reaches, from the farthest on, those that stand nearer to a wall; true at the end of the
 * curve.
 */
function noteReached(
  { x, f, knots }: Samples,
  state: State,
  wall: Wall,
  rule: Rule,
  found: State[],
  { lows, highs }: Scratch,
  farthest: number,
): boolean {
  const { E, yStep } = rule
  const x0 = x[knots[state.knot]!]!
  let closest = Infinity,
    kept = 0,
    seen = 0
  for (let knot = farthest; knot > state.knot && kept < KEPT && seen < LOOK_BACK; knot--) {
    const j = knots[knot]!,
      dx = x[j]! - x0
    const y = standAt(f[j]!, wall, rule)
    const slope = (y - state.y) / dx,
      slack = (1e-12 * E) / dx
    if (slope >= lows[j]! - slack && slope <= highs[j]! + slack) {
      const off = yStep === undefined ? 0 : Math.abs(y - f[j]! - wall * E)
      if (off < closest) {
        closest = off
        kept++
        found.push({ knot, y, from: state })
      }
      // on the curve the end is a knot like any other
      if (rule.onCurve && knot === knots.length - 1) return true
    }
    if (kept > 0) {
      seen++
      if (yStep === undefined) break
    }
  }
  return false
}

type Scratch = {
  lows: Float64Array
  highs: Float64Array
  /** last knot at or before each place */ knotBefore: Int32Array
}

function scratchFor(samples: Samples): Scratch {
  const n = samples.x.length
  const knotBefore = new Int32Array(n)
  for (let j = 0, k = 0; j < n; j++) {
    while (k + 1 < samples.knots.length && samples.knots[k + 1]! <= j) k++
    knotBefore[j] = k
  }
  return { lows: new Float64Array(n), highs: new Float64Array(n), knotBefore }
}

const endStepFits = (y0: number, dx: number, low: number, high: number, yStep: number): boolean =>
  Math.floor((y0 + high * dx) / yStep + 1e-9) >= Math.ceil((y0 + low * dx) / yStep - 1e-9)

/** Spare intervals split the widest ones, counted in places, which lie closest where the curve bends. */
function fillUp(path: number[], samples: Samples, intervals: number): number[] {
  const out = path.slice()
  const places = [...samples.knots]
  while (out.length - 1 < intervals) {
    const widest = out
      .slice(1)
      .map((end, i) => ({ i, start: out[i]!, end }))
      .sort((a, b) => b.end - b.start - (a.end - a.start))
    const split = widest
      .map(({ i, start, end }) => {
        const inside = places.filter((p) => p > start && p < end)
        return { i, at: inside[Math.floor(inside.length / 2)] }
      })
      .find((s) => s.at !== undefined)
    if (!split) break
    out.splice(split.i + 1, 0, split.at!)
  }
  return out
}
