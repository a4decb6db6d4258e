import { roundTo } from '../quantity/index.ts'
import { sampleVariance } from 'simple-statistics'
import type { Crossings } from './crossings.ts'
import { Pattern } from './pattern.ts'
import { BY_STEEPNESS } from './swing.ts'
import { nameOfWheel, parseWheel, type Wheel } from './wheel.ts'

/** More edges than this say no more of the wheel. */
const ENOUGH = 2400
/** Most edges a wheel is looked for with. */
const MOST_EDGES = 240
/** What is left of a rhythm after a turn over what there is of it: below this it repeats. */
const REPEATS = 0.35
/** Teeth that may be missing side by side. */
const MOST_MISSING = 5
/** A wheel that has a shorthand goes before one of its own angles that fits a little better. */
const OWN_ANGLES = 2e-3
/** Mean square of the changes of speed, as logarithms, of an engine that turns evenly. */
const STEADY = 1e-3
/** What may be left of the speed once compression is taken off, for a wheel that has a shorthand to be the one. */
const EXPLAINED = { few: 2e-3, many: 3e-3 }
/** Angles are said to so much, °. */
const ANGLE_STEP = 0.1
/** Turns that are folded into one. */
const FOLDED = 40

/**
 * `named`: it has a shorthand, and is not told by its own angles. `seenOnce`: its gap was seen once only, so that it
 * may have more teeth than these.
 */
type WheelCandidate = {
  wheel: Wheel
  name: string
  named: boolean
  cost: number
  seenOnce?: boolean
}

/** Wheels that the edges may be of, best first. */
export function candidatesOf(all: Crossings): WheelCandidate[] {
  const crossings = middleOf(all)
  const { at } = crossings
  // a ring without a gap, such as a wheel's speed has
  if (standingOut(at) === 0) return littleUneven(crossings)
  const n = repeatsAfter(at)
  if (n !== null) return inOneTurn(crossings, n) ?? withEdges(crossings, n)
  const once = gapSeenOnce(crossings)
  if (once.length > 0) return once
  const standing = standingOut(at)
  // two turns of few teeth repeat too little to be seen to: every number of them is tried
  const tried: WheelCandidate[] = []
  for (let few = 2; few <= Math.min(FEW_EDGES, at.length - 3); few++) {
    // its gap changes the step twice in a turn, and compression hides no more than half of that
    if (standing < at.length / few - 1) continue
    for (const c of withEdges(crossings, few)) {
      // angles of its own fit one turn by themselves: they are believed where two turns are there, and hardly more
      if (!c.named && at.length < 2 * few) continue
      const most = SURELY + (c.named || at.length > 2.5 * few + 1 ? 0 : OWN_ANGLES)
      if (c.cost < most) tried.push({ ...c, cost: c.cost + few * SIMPLER })
    }
  }
  return tried.length > 0 ? bestFirst(tried) : littleUneven(crossings)
}
const FEW_EDGES = 12

/**
 * Wheels with half as many edges as the rhythm has: a cylinder fires every second turn, so that with one, three or
 * five of them the speed repeats after two turns of a wheel. Null where compression does not explain them.
 */
function inOneTurn(crossings: Crossings, n: number): WheelCandidate[] | null {
  if (n % 2 !== 0 || n < 4) return null
  const half = withEdges(crossings, n / 2)
  return half[0] && half[0].named && half[0].cost < explainedBy(n / 2) ? half : null
}
/** What may be left of the speed by a wheel of so many edges that explains a capture. */
export const explainedBy = (n: number): number => (n < FEW_EDGES ? EXPLAINED.few : EXPLAINED.many)

/**
 * The wheel of just two turns from edge 0 on: its gap shows once, with all its edges before it and after it. The least
 * wheel of so many is taken, of an engine that turns evenly; with a gap that shows twice there is no need to.
 */
function gapSeenOnce(crossings: Crossings): WheelCandidate[] {
  const { at } = crossings
  let gap = 0
  for (let k = 1; k + 1 < at.length; k++) if (at[k + 1]! - at[k]! > at[gap + 1]! - at[gap]!) gap = k
  const [before, after] = [gap + 1, at.length - gap - 1]
  if (Math.abs(before - after) > 1 || standingOut(at) > 2) return []
  const found = withEdges(crossings, Math.max(before, after)).filter((c) => c.named)
  return found[0] && found[0].cost < STEADY ? found.map((c) => ({ ...c, seenOnce: true })) : []
}

/**
 * The ring of a few teeth whose steps differ too little to stand out of compression: told where the signal is as steep
 * at every tooth, so that it is not the engine that turns unevenly.
 */
function littleUneven(crossings: Crossings): WheelCandidate[] {
  const { at, steep } = crossings
  if (!steep || at.length < 5) return []
  const intervals = Array.from(at.subarray(1), (x, k) => Math.log(x - at[k]!))
  const differ = sampleVariance(intervals)
  if (differ < LITTLE || sampleVariance(Array.from(steep, halfLog)) > EVENLY * differ) return []
  for (let n = 3; n <= FEW_EDGES && 2 * n <= at.length; n++) {
    const again = intervals.slice(n).map((v, k) => v - intervals[k]!)
    if (sampleVariance(again) < EXACTLY * differ) return ofOwnAngles(crossings, n, [])
  }
  return []
}

/**
 * Whether the signal is as steep at every tooth, though the speed were to swing were it a wheel of few edges, and at
 * its teeth as well: a swing that comes back with the teeth is the same at each.
 */
function turnedMoreEvenly(all: Crossings, wheel: Wheel): boolean {
  const pattern = new Pattern(wheel)
  const { n, log } = pattern
  if (!all.steep || n > FEW_EDGES) return false
  // some turns say it
  const at = all.at.subarray(0, 3 * n + 1)
  const steep = all.steep.subarray(0, 3 * n + 1)
  const intervals = at.length - 1
  const found = pattern.alignSwinging({ at, steep }, 0, intervals)
  if (!found) return false
  const swings = sampleVariance(
    Array.from(at.subarray(1), (x, k) => log[(found.edge + k) % n]! - Math.log(x - at[k]!)),
  )
  if (swings < LITTLE || sampleVariance(Array.from(steep, halfLog)) > EVENLY * swings) return false
  const byIntervals = pattern.misfitFrom({ at, steep: null }, 0, found.edge, intervals)
  return found.cost - byIntervals > BY_STEEPNESS * EVENLY * swings
}
const halfLog = (v: number): number => Math.log(v) / 2

/** Mean square by which the steps of a ring differ at least, as logarithms, for it not to be a ring of equal teeth. */
const LITTLE = 0.03 ** 2
/** What steepness may differ by, over what the steps do; and what may be left of them from turn to turn. */
const EVENLY = 0.2
const EXACTLY = 0.02

/** How often a step is much longer or shorter than the one before. */
function standingOut(at: Float64Array): number {
  let count = 0
  for (let k = 0; k + 2 < at.length; k++) {
    const change = Math.log((at[k + 2]! - at[k + 1]!) / (at[k + 1]! - at[k]!))
    if (Math.abs(change) > ALIKE) count++
  }
  return count
}
/** As a logarithm: a gap or one tooth more changes a step by 0.4 and more. */
const ALIKE = 0.25
const SURELY = 2e-3
/** Of two that fit alike the one of fewer edges. */
const SIMPLER = 1e-5

/** Wheels with so many edges that the edges may be of, best first. */
function withEdges(crossings: Crossings, n: number): WheelCandidate[] {
  const names = Array.from({ length: MOST_MISSING }, (_, i) => `${n + i + 1}-${i + 1}`)
  // with two teeth and one more the steps are those of 4-1
  if (n > 3) names.push(`${n - 1}+1`)
  const known = (swinging: boolean): WheelCandidate[] =>
    names.flatMap((name) => {
      const wheel = parseWheel(name)
      const cost = costOf(crossings, new Pattern(wheel), swinging)
      return cost === null ? [] : [{ wheel, name, named: true, cost }]
    })
  const own = ofOwnAngles(crossings, n, names)
  const steady = bestFirst(known(false))
  if (n < 2 || (steady[0]?.cost ?? Infinity) < STEADY) return bestFirst([...steady, ...own])
  // the engine does not turn evenly, or the wheel is another: with its compression taken off it is seen which
  const swung = bestFirst(known(true)).filter((c) => !turnedMoreEvenly(crossings, c.wheel))
  // angles of its own explain what compression does as well: how much worse they are says how sure it is
  const [first, ...others] = swung
  if (first && first.cost < explainedBy(n)) return [first, ...bestFirst([...others, ...own])]
  const best = bestFirst([...own, ...swung, ...steady])
  return best.filter((c, i) => best.findIndex((d) => d.name === c.name) === i)
}

/** The wheel by the angles the capture itself shows; none where they come out as one that has a name already. */
function ofOwnAngles(crossings: Crossings, n: number, names: readonly string[]): WheelCandidate[] {
  const wheel = ownAngles(crossings.at, n)
  const cost = wheel && costOf(crossings, new Pattern(wheel), false)
  if (!wheel || cost === null) return []
  const name = nameOfWheel(wheel)
  return names.includes(name) ? [] : [{ wheel, name, named: false, cost: cost + OWN_ANGLES }]
}

const bestFirst = (all: WheelCandidate[]): WheelCandidate[] => all.sort((a, b) => a.cost - b.cost)

/** The later edges of a capture: at its beginning the engine is just being started. */
const middleOf = ({ at, steep }: Crossings): Crossings => {
  const from = Math.max(0, at.length - ENOUGH)
  return { at: at.subarray(from), steep: steep && steep.subarray(from) }
}

/** After how many edges the rhythm repeats; null where it does not. */
function repeatsAfter(at: Float64Array): number | null {
  const changes = new Float64Array(Math.max(0, at.length - 2))
  for (let k = 0; k < changes.length; k++)
    changes[k] = Math.log((at[k + 2]! - at[k + 1]!) / (at[k + 1]! - at[k]!))
  let total = 0
  for (const d of changes) total += d * d
  const ratios: { n: number; left: number }[] = []
  // as many of them must come again as two turns have
  for (let n = 1; n <= Math.min(MOST_EDGES, (changes.length + 3) / 2); n++) {
    let [left, there] = [0, 0]
    for (let k = 0; k + n < changes.length; k++) {
      const [a, b] = [changes[k]!, changes[k + n]!]
      left += (a - b) ** 2
      there += a * a + b * b
    }
    // a stretch in which nothing stands out repeats after any number
    const share = (2 * (changes.length - n)) / changes.length
    if (there < 0.3 * share * total || there < STANDS_OUT) continue
    ratios.push({ n, left: left / there })
  }
  const least = Math.min(...ratios.map((r) => r.left))
  if (!(least < REPEATS)) return null
  const first = ratios.find((r) => r.left < Math.max(1.6 * least, 0.06))!
  // in two turns: what comes again nearly is not the rhythm where another comes again to the point
  const exact = ratios.find((r) => r.left <= 2 * least)!
  const few = TWO_TURNS * exact.n > changes.length && SOME_TURNS * first.n >= changes.length
  return few && first.left > NEARLY && first.left > TO_THE_POINT * exact.left ? exact.n : first.n
}
const TWO_TURNS = 2.6
const SOME_TURNS = 6
const NEARLY = 5e-4
const TO_THE_POINT = 20
/** Squares of the intervals' changes below which there is no rhythm. */
const STANDS_OUT = 0.2

/**
 * How rough the speed is over the edges were they of a wheel: over two turns at a time, the median. From a little after
 * the beginning, where an engine is just being started.
 */
function costOf(crossings: Crossings, pattern: Pattern, swinging: boolean): number | null {
  const { at } = crossings
  const turns = Math.max(1, Math.min(2, Math.floor((at.length - 2) / pattern.n) - 1))
  const intervals = Math.min(at.length - 1, Math.max(3, turns * pattern.n + 1))
  const last = at.length - 1 - intervals
  const parts = swinging ? 3 : 7
  const places = Array.from({ length: parts }, (_, i) => Math.floor(((i + 1) * last) / parts))
  const costs = [...new Set(places)]
    .flatMap((k) => {
      if (swinging) {
        const found = pattern.alignSwinging(crossings, k, intervals)
        return found ? [found.cost] : []
      }
      const found = pattern.align(at, k, intervals)
      if (!found) return []
      return [found.cost + pattern.steepnessApart(crossings, { from: k, j: found.edge, intervals })]
    })
    .sort((x, y) => x - y)
  return costs[Math.floor(costs.length / 2)] ?? null
}
/** The wheel by its own angles: the share of a turn each step takes, the middle one of many turns. */
function ownAngles(at: Float64Array, n: number): Wheel | null {
  const turns = Math.min(FOLDED, Math.floor((at.length - 1) / n))
  if (turns < 1 || n < 2) return null
  const shares = Array.from({ length: n }, () => [] as number[])
  for (let t = 0; t < turns; t++) {
    const from = t * n
    const took = at[from + n]! - at[from]!
    // the speed from this turn to the one before and after, as a slope within it
    const before = t > 0 ? at[from]! - at[from - n]! : took
    const after = from + 2 * n < at.length ? at[from + 2 * n]! - at[from + n]! : took
    const slope = Math.log(after / before) / (t > 0 && from + 2 * n < at.length ? 2 : 1)
    const steps = Array.from({ length: n }, (_, j) => {
      const middle = ((at[from + j]! + at[from + j + 1]!) / 2 - at[from]!) / took - 0.5
      return (at[from + j + 1]! - at[from + j]!) * Math.exp(-slope * middle)
    })
    const sum = steps.reduce((s, v) => s + v, 0)
    steps.forEach((v, j) => shares[j]!.push(v / sum))
  }
  const middle = shares.map((s) => s.sort((a, b) => a - b)[Math.floor(s.length / 2)]!)
  const sum = middle.reduce((s, v) => s + v, 0)
  // edge 0 follows the longest gap
  const longest = middle.indexOf(Math.max(...middle))
  const turned = middle.map((_, j) => middle[(longest + 1 + j) % n]! / sum)
  const edges: number[] = []
  let angle = 0
  for (const share of turned) {
    edges.push(roundTo(Math.round(angle / ANGLE_STEP) * ANGLE_STEP, 1))
    angle += 360 * share
  }
  const rises = edges.every((e, i) => i === 0 || e > edges[i - 1]!)
  return rises ? { cycleDegrees: 360, edgesDegrees: edges } : null
}
