import { candidatesOf, explainedBy } from './candidates.ts'
import type { Crossings } from './crossings.ts'
import { Pattern } from './pattern.ts'
import type { Tracked } from './tracked.ts'
import { degreesBetween, type Wheel } from './wheel.ts'

/** Turns after which it is asked whether the edges are of this wheel at all. */
const TURNS = 3
/** Share of turns with faults from which it is doubted. */
const FAULTY = 0.5
/** Share of the turns there are edges for that are followed at least. */
const FOLLOWED = 0.5
/** Another wheel is believed where it leaves so much of what this one leaves. */
const BETTER = 0.25
/** What may be left of the speed by a wheel that is believed at all. */
const POOR = 0.02
/** Steps of two wheels nearer than this are the same, °. */
const SAME_DEG = 1
/** Edges nearer than this share of the nearest step are the same: compression moves them in the capture. */
const NEAR = 0.3

/**
 * What edges are of, that are not of the wheel they were to be: another wheel, or this one with the same teeth
 * gone in every turn.
 */
export type OtherWheel = {
  /** its shorthand; null for angles of its own, which may be noise that came back as well */
  name: string | null
  /**
   * teeth that do not show, by their numbers from edge 0; several ways where it cannot be told which gap is the
   * wheel’s own
   */
  gone: number[][]
}

/**
 * The wheel these edges are of, where it surely is not the one they were followed by: another explains them where
 * this one does much worse, needs faults in many a turn, or fits nowhere. Null where there is no such wheel. It is
 * looked for only where the edges fit badly.
 */
export function otherWheel(
  crossings: Crossings,
  wheel: Wheel,
  tracked: Tracked,
): OtherWheel | null {
  const { at } = crossings
  const pattern = new Pattern(wheel)
  const turns = at.length / pattern.n
  const doubt = turns < TURNS ? null : doubtOf(tracked, pattern, turns)
  if (!doubt) return null
  const [best] = candidatesOf(crossings)
  // noise is of no wheel
  if (!best || best.cost > POOR)
    return doubt.many && doubt.own > POOR ? { name: null, gone: [] } : null
  if (isSame(best.wheel, wheel)) return null
  const explains = best.cost < explainedBy(best.wheel.edgesDegrees.length)
  if (best.cost > doubt.own * BETTER && !(doubt.many && best.named && explains)) return null
  return {
    name: best.named ? best.name : null,
    gone: best.named ? [] : (goneOf(best.wheel, wheel) ?? oneGone(at, wheel, best.wheel)),
  }
}

/**
 * What speaks against a wheel: what it leaves of the speed, and whether it needs many faults; null where nothing
 * does.
 */
function doubtOf(
  tracked: Tracked,
  pattern: Pattern,
  turns: number,
): { own: number; many: boolean } | null {
  const { length } = tracked.starts
  if (pattern.symmetric) return null
  if (length === 0) return { own: Infinity, many: true }
  const many = length < FOLLOWED * turns || faultyTurns(tracked, pattern.n) > FAULTY * length
  const own = roughnessOf(tracked, pattern)
  return many || own > explainedBy(pattern.n) ? { own, many } : null
}

/** In how many turns, counted by the edges, something was wrong. */
function faultyTurns({ at, faults }: Tracked, n: number): number {
  const turns = faults.map((f) => Math.floor(at.findLastIndex((x) => x < f.at) / n))
  return new Set(turns).size
}

const LEAST_SPAN = 8

/**
 * What is left of the speed over two turns at a time, at the places the edges were taken for: of some the quarter that
 * fits best, since a fault or the start from rest says nothing of the wheel.
 */
function roughnessOf({ at, edge }: Tracked, pattern: Pattern): number {
  // a swing takes some intervals to be seen
  const span = Math.max(LEAST_SPAN, 2 * pattern.n + 1)
  const windows = 7
  const apart = Math.max(1, Math.floor((at.length - span) / windows))
  const left: number[] = []
  for (let k = 0; k + span < at.length; k += apart)
    left.push(pattern.misfitFrom({ at, steep: null }, k, edge[k]!, span))
  left.sort((a, b) => a - b)
  return left[Math.floor(left.length / 4)] ?? 0
}

const isSame = (a: Wheel, b: Wheel): boolean => {
  const [x, y] = [degreesBetween(a), degreesBetween(b)]
  return x.length === y.length && x.every((step, i) => Math.abs(step - y[i]!) < SAME_DEG)
}

/**
 * Which edges the second has and the first has not, by every way the first lies on it; null where it lies on it
 * in no way.
 */
function goneOf(part: Wheel, whole: Wheel): number[][] | null {
  const { cycleDegrees: cycle, edgesDegrees: edges } = whole
  const near = NEAR * Math.min(...degreesBetween(whole))
  const isAt = (a: number, b: number): boolean => {
    const apart = (((a - b) % cycle) + cycle) % cycle
    return Math.min(apart, cycle - apart) < near
  }
  const ways = edges.flatMap((turn) => {
    const there = part.edgesDegrees.map((e) => edges.findIndex((f) => isAt(e + turn, f)))
    return there.includes(-1) ? [] : [[...edges.keys()].filter((k) => !there.includes(k))]
  })
  return ways.length > 0 ? ways : null
}

/**
 * The tooth without which the wheel explains the edges, where there is one edge a turn too few: compression moves
 * them too far to be told by their angles. Several where they explain alike.
 */
function oneGone(
  at: Float64Array,
  { cycleDegrees, edgesDegrees }: Wheel,
  found: Wheel,
): number[][] {
  const n = edgesDegrees.length
  if (found.edgesDegrees.length !== n - 1) return []
  const span = 2 * n
  const from = Math.max(0, Math.floor((at.length - span) / 2))
  // edge 0 follows the gap: without it the wheel is another
  const costs = edgesDegrees.slice(1, -1).map((_, i) => {
    const left = edgesDegrees.filter((__, j) => j !== i + 1)
    const pattern = new Pattern({ cycleDegrees, edgesDegrees: left })
    return (
      pattern.alignSwinging({ at, steep: null }, from, Math.min(span, at.length - from - 1))
        ?.cost ?? Infinity
    )
  })
  const least = Math.min(...costs)
  if (least > explainedBy(n)) return []
  return costs.flatMap((cost, i) => (cost < ALIKE * least ? [[i + 1]] : []))
}
/** Two teeth explain alike where one leaves no more than so many times what the other leaves. */
const ALIKE = 1.05
