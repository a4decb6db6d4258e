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

// eslint-disable-next-line max-lines-per-function -- one table of states, filled, then read back
function reachOnSteps(
  samples: Samples,
  cells: number,
  yStep: number,
  E: number,
): { x: number[]; y: number[] } | undefined {
  const { x, f, knots } = samples
  const count = knots.length
  // values allowed at each knot: first step and how many
  const first = new Int32Array(count),
    levels = new Int32Array(count),
    base = new Int32Array(count + 1)
  for (let k = 0; k < count; k++) {
    const v = f[knots[k]!]!
    first[k] = Math.ceil((v - E) / yStep - 1e-9)
    levels[k] = Math.max(0, Math.floor((v + E) / yStep + 1e-9) - first[k]! + 1)
    base[k + 1] = base[k]! + levels[k]!
  }
  const mask = new Int32Array(base[count]!)
  for (let l = 0; l < levels[0]!; l++) mask[l] = 1
  // visits every state reachable in one straight piece from (knot, level)
  const sweep = (
    knot: number,
    level: number,
    visit: (state: number, knot: number) => boolean | void,
  ): void => {
    const i = knots[knot]!,
      x0 = x[i]!,
      y0 = (first[knot]! + level) * yStep
    let low = -Infinity,
      high = Infinity,
      next = knot + 1
    for (let j = i + 1; j < x.length; j++) {
      const dx = x[j]! - x0
      low = Math.max(low, (f[j]! - E - y0) / dx - (1e-12 * E) / dx)
      high = Math.min(high, (f[j]! + E - y0) / dx + (1e-12 * E) / dx)
      if (low > high) return
      if (knots[next] !== j) continue
      for (let l = 0; l < levels[next]!; l++) {
        const slope = ((first[next]! + l) * yStep - y0) / dx
        if (
          slope >= low - (1e-9 * yStep) / dx &&
          slope <= high + (1e-9 * yStep) / dx &&
          visit(base[next]! + l, next)
        )
          return
      }
      next++
    }
  }
  for (let k = 0; k + 1 < count; k++)
    for (let l = 0; l < levels[k]!; l++) {
      const here = mask[base[k]! + l]!
      if (here !== 0)
        sweep(k, l, (state) => {
          mask[state]! |= here << 1
        })
    }
  let knot = count - 1,
    level = -1
  const wanted = 1 << (cells - 1)
  for (let l = 0; l < levels[knot]!; l++) if (mask[base[knot]! + l]! & wanted) level = l
  if (level < 0) return undefined
  const out = { x: [x[knots[knot]!]!], y: [(first[knot]! + level) * yStep] }
  for (let pieces = cells - 2; pieces >= 0; pieces--) {
    const target = base[knot]! + level
    search: for (let k = knot - 1; k >= 0; k--)
      for (let l = 0; l < levels[k]!; l++) {
        if (!(mask[base[k]! + l]! & (1 << pieces))) continue
        let hit = false
        sweep(k, l, (state, at) => {
          hit ||= state === target
          return hit || at > knot
        })
        if (hit) {
          knot = k
          level = l
          break search
        }
      }
    out.x.unshift(x[knots[knot]!]!)
    out.y.unshift((first[knot]! + level) * yStep)
  }
  return out
}
