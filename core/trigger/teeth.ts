import { median } from 'simple-statistics'
import type { ReadCapture } from './decode.ts'
import { degreesBetween, type Wheel } from './wheel.ts'

/** Where a tooth stands against where it should, ° late, over many turns; `se` is 1σ of the mean. */
export type ToothOffset = { edge: number; lateDeg: number; se: number; turns: number }

/** A tooth this far off is a fault of the wheel where it is so every turn, °, and as a share of the teeth's pitch. */
const BENT = { deg: 0.3, pitches: 0.04 }
const SURE_SE = 5
/** It stands out from the others by so many times what they miss. */
const STANDS_OUT = 4
/** Fewer teeth stand too far apart to tell one that is bent from a compression stroke. */
const LEAST_TEETH = 8
/** The two teeth on either side. */
const BESIDE = [-2, -1, 1, 2]

/**
 * Each tooth against where it should be, by the two on either side of it, as the mean of all turns: a tooth that is
 * late every turn is bent, and not noise. A cubic goes through the four, since a speed that swings over compression
 * brings teeth late at the same places in each turn. Teeth beside a late one seem early, so that the one is named
 * that stands out the most.
 */
export function toothOffsets({ tracked }: ReadCapture, wheel: Wheel): ToothOffset[] {
  const n = wheel.edgesDegrees.length
  const beside = wheel.edgesDegrees.map((_, j) => besideOf(wheel, j))
  const sums = beside.map(() => ({ sum: 0, squares: 0, turns: 0 }))
  const { at, edge, speed } = tracked
  for (let k = 2; k + 2 < at.length; k++) {
    const j = edge[k]!
    // all of them follow one another on the wheel, in sync
    const follow = [-1, 0, 1, 2].every(
      (i) => speed[k + i]! > 0 && (edge[k + i - 1]! + 1) % n === edge[k + i],
    )
    if (!follow) continue
    const { shares, spanDeg } = beside[j]!
    const late = shares.reduce((sum, share, i) => sum + share * (at[k]! - at[k + BESIDE[i]!]!), 0)
    const degrees = (late * spanDeg) / (at[k + 1]! - at[k - 1]!)
    const s = sums[j]!
    s.sum += degrees
    s.squares += degrees * degrees
    s.turns++
  }
  return sums.map(({ sum, squares, turns }, i) => {
    const mean = turns === 0 ? 0 : sum / turns
    const spread = turns < 2 ? Infinity : Math.sqrt(Math.max(0, squares / turns - mean * mean))
    return { edge: i, lateDeg: mean, se: spread / Math.sqrt(Math.max(1, turns)), turns }
  })
}

/**
 * How the teeth beside a tooth foretell it: the shares of a cubic through them, the degrees from the one before to
 * the one after, and the product of their distances, with which goes what a swing leaves of it.
 */
function besideOf(
  { edgesDegrees: edges, cycleDegrees: cycle }: Wheel,
  j: number,
): { shares: number[]; spanDeg: number; reach: number } {
  const n = edges.length
  const apart = BESIDE.map((i) => {
    const turns = Math.floor((j + i) / n)
    return edges[j + i - turns * n]! + turns * cycle - edges[j]!
  })
  const shares = apart.map((a, i) =>
    apart.reduce((share, b, other) => (other === i ? share : (share * -b) / (a - b)), 1),
  )
  const [, before, after] = apart
  return {
    shares,
    spanDeg: after! - before!,
    reach: Math.abs(apart.reduce((product, a) => product * a, 1)),
  }
}

/** The tooth that stands off its place every turn, if one does; null for wheels of too few teeth to tell. */
export function bentTooth(offsets: readonly ToothOffset[], wheel: Wheel): ToothOffset | null {
  if (offsets.length < LEAST_TEETH) return null
  const reach = offsets.map((o) => besideOf(wheel, o.edge).reach)
  const least = Math.max(BENT.deg, BENT.pitches * median(degreesBetween(wheel)))
  const usual = median(offsets.map((o) => Math.abs(o.lateDeg)))
  // beside a gap a swing of the speed leaves more
  const of = (j: number): number => Math.max(1, reach[j]! / median(reach))
  const clear = offsets.filter(
    (o, j) =>
      o.turns > 2 &&
      Math.abs(o.lateDeg) > Math.max(least, SURE_SE * o.se, STANDS_OUT * usual * of(j)),
  )
  return clear.reduce<ToothOffset | null>(
    (worst, o) => (worst && Math.abs(worst.lateDeg) >= Math.abs(o.lateDeg) ? worst : o),
    null,
  )
}

/** How long the gap is in a capture, in intervals beside it: 3 where two teeth are missing. Null where none is seen. */
export function gapRatio({ tracked }: ReadCapture, wheel: Wheel): number | null {
  const steps = degreesBetween(wheel)
  const gap = steps.indexOf(Math.max(...steps))
  const ratios: number[] = []
  const { at, edge } = tracked
  for (let k = 2; k + 1 < at.length; k++)
    if (edge[k - 1] === gap && edge[k] === (gap + 1) % steps.length)
      ratios.push((2 * (at[k]! - at[k - 1]!)) / (at[k - 1]! - at[k - 2]! + at[k + 1]! - at[k]!))
  ratios.sort((a, b) => a - b)
  return ratios[Math.floor(ratios.length / 2)] ?? null
}
