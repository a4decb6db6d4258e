import type { Samples } from './samples.ts'

/** Cells that can be told apart: a bit for each piece. */
export const MOST_JOINT = 31
/** Work (states × places) up to which every placement on the steps is tried. */
const AFFORDABLE = 3e6

/**
 * Breakpoints and values on coarse steps chosen together: for an error E, every (place, value) on the steps
 * within f ± E is reached or not with exactly k pieces (a bit for each k), found in one sweep from the left;
 * bisection on E. Exact over the samples. Undefined when the problem is too large for that or when
 * nothing beats `startError`.
 */
export function jointOnSteps(
  samples: Samples,
  cells: number,
  yStep: number,
  startError: number,
): { x: number[]; y: number[] } | undefined {
  const states = samples.knots.length * ((2 * startError) / yStep + 1)
  if (cells > MOST_JOINT || states * samples.x.length > AFFORDABLE) return undefined
  let low = 0,
    high = startError,
    found: { x: number[]; y: number[] } | undefined
  for (let step = 0; step < 24; step++) {
    const E = step === 0 ? high : (low + high) / 2
    const table = reachOnSteps(samples, cells, yStep, E)
    if (table) {
      found = table
      high = E
    } else {
      if (step === 0) return undefined
      low = E
    }
  }
  return found
}

/** One breakpoint and its value, as the number of its knot and of its step above the first that is allowed there. */
type At = { knot: number; level: number }

/** All (place, value) on the steps within f ± E: first step and how many at each knot, and where its states begin. */
class OnSteps {
  readonly count: number
  readonly levels: Int32Array
  readonly base: Int32Array
  private readonly first: Int32Array
  private readonly samples: Samples
  private readonly yStep: number
  private readonly E: number
  constructor(samples: Samples, yStep: number, E: number) {
    const { f, knots } = samples
    this.samples = samples
    this.yStep = yStep
    this.E = E
    this.count = knots.length
    this.first = new Int32Array(this.count)
    this.levels = new Int32Array(this.count)
    this.base = new Int32Array(this.count + 1)
    for (let k = 0; k < this.count; k++) {
      const v = f[knots[k]!]!
      this.first[k] = Math.ceil((v - E) / yStep - 1e-9)
      this.levels[k] = Math.max(0, Math.floor((v + E) / yStep + 1e-9) - this.first[k]! + 1)
      this.base[k + 1] = this.base[k]! + this.levels[k]!
    }
  }
  valueAt = ({ knot, level }: At): number => (this.first[knot]! + level) * this.yStep
  placeAt = ({ knot }: At): number => this.samples.x[this.samples.knots[knot]!]!
  stateOf = ({ knot, level }: At): number => this.base[knot]! + level

  /** Visits every state reachable in one straight piece from another, until a visit says to stop. */
  sweep(from: At, visit: (state: number, knot: number) => boolean | void): void {
    const { E, yStep, samples } = this
    const { x, f, knots } = samples
    const i = knots[from.knot]!,
      x0 = x[i]!,
      y0 = this.valueAt(from)
    let low = -Infinity,
      high = Infinity,
      next = from.knot + 1
    for (let j = i + 1; j < x.length; j++) {
      const dx = x[j]! - x0
      low = Math.max(low, (f[j]! - E - y0) / dx - (1e-12 * E) / dx)
      high = Math.min(high, (f[j]! + E - y0) / dx + (1e-12 * E) / dx)
      if (low > high) return
      if (knots[next] !== j) continue
      const slack = (1e-9 * yStep) / dx
      for (let l = 0; l < this.levels[next]!; l++) {
        const slope = ((this.first[next]! + l) * yStep - y0) / dx
        if (slope >= low - slack && slope <= high + slack && visit(this.base[next]! + l, next))
          return
      }
      next++
    }
  }
}

function reachOnSteps(
  samples: Samples,
  cells: number,
  yStep: number,
  E: number,
): { x: number[]; y: number[] } | undefined {
  const steps = new OnSteps(samples, yStep, E)
  const { count, levels, base } = steps
  // a bit for each number of pieces a state is reached by
  const mask = new Int32Array(base[count]!)
  for (let l = 0; l < levels[0]!; l++) mask[l] = 1
  for (let knot = 0; knot + 1 < count; knot++)
    for (let level = 0; level < levels[knot]!; level++) {
      const here = mask[base[knot]! + level]!
      if (here !== 0)
        steps.sweep({ knot, level }, (state) => {
          mask[state]! |= here << 1
        })
    }
  const wanted = 1 << (cells - 1)
  let at: At = { knot: count - 1, level: -1 }
  for (let l = 0; l < levels[at.knot]!; l++)
    if (mask[base[at.knot]! + l]! & wanted) at = { ...at, level: l }
  if (at.level < 0) return undefined
  const path = [at]
  for (let pieces = cells - 2; pieces >= 0; pieces--) {
    at = before(steps, mask, pieces, at)
    path.unshift(at)
  }
  return { x: path.map(steps.placeAt), y: path.map(steps.valueAt) }
}

/** The nearest state before another that is reached by so many pieces and reaches it by one. */
function before(steps: OnSteps, mask: Int32Array, pieces: number, to: At): At {
  const target = steps.stateOf(to)
  for (let knot = to.knot - 1; knot >= 0; knot--)
    for (let level = 0; level < steps.levels[knot]!; level++) {
      if (!(mask[steps.base[knot]! + level]! & (1 << pieces))) continue
      let hit = false
      steps.sweep({ knot, level }, (state, at) => {
        hit ||= state === target
        return hit || at > to.knot
      })
      if (hit) return { knot, level }
    }
  return to
}
