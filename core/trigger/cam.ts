import { levelsOf, switchings } from './levels.ts'
import type { ReadCapture } from './decode.ts'
import { degreesBetween, type Wheel } from './wheel.ts'

/** An edge of the cam against the crank. */
export type CamEdge = {
  /** the mean of where it passes, ° after the crank's edge 0 */
  afterDeg: number
  /** 1σ of that from passing to passing, ° */
  spreadDeg: number
  /** passings that were seen */
  count: number
  /** 1: in every turn of the crank; 2: in every second */
  everyTurns: 1 | 2
}

export type CamPhase = {
  edges: CamEdge[]
  /**
   * turns of the crank with a cam edge at their edge 0's side and without, told apart: the phase of the cycle is
   * known
   */
  tellsTurns: boolean
}

/** Edges nearer than this are one that scatters, °. */
const ONE_EDGE = 8
/** Of the turns it could have been seen in, an edge is seen in so many at least. */
const OFTEN = 0.5

/**
 * Where the edges of a cam sensor pass, by the crank that was read beside it on the same clock: which turn of the two
 * of a cycle, how many degrees after edge 0, and how much that scatters. Falling edges of what switches between two
 * levels. Stretches in which the crank is out of sync say nothing. Empty where the signal does not switch.
 */
export function camPhase(crank: ReadCapture, cam: Float32Array, wheel: Wheel): CamPhase {
  const levels = levelsOf(cam)
  const falls = levels ? switchings(cam, levels).falls : new Float64Array(0)
  const seen = passings(crank, falls, wheel)
  const turns = Math.max(1, crank.tracked.starts.length - 1)
  const edges = clustersOf(seen.map((s) => s.degrees))
    .map((own): CamEdge => {
      const mean = own.reduce((s, v) => s + v, 0) / own.length
      const spread = Math.sqrt(own.reduce((s, v) => s + (v - mean) ** 2, 0) / own.length)
      return {
        afterDeg: ((mean % 360) + 360) % 360,
        spreadDeg: spread,
        count: own.length,
        everyTurns: 2,
      }
    })
    .filter((e) => e.count > (OFTEN * turns) / 2 - 1)
  const joined = joinTurns(edges)
  return { edges: joined, tellsTurns: joined.some((e) => e.everyTurns === 2) }
}

/** Every cam edge that fell while the crank was in sync: degrees of a cycle of 720. */
function passings(
  { tracked }: ReadCapture,
  falls: Float64Array,
  { edgesDegrees }: Wheel,
): { degrees: number }[] {
  const { at, edge, speed, starts } = tracked
  const out: { degrees: number }[] = []
  let k = 0
  let turn = -1
  for (const x of falls) {
    while (k + 1 < at.length && at[k + 1]! <= x) k++
    while (turn + 1 < starts.length && starts[turn + 1]! <= x + 1e-9) turn++
    // between two edges that follow one another, and after the first edge 0
    if (turn < 0 || k + 1 >= at.length || !(speed[k + 1]! > 0) || at[k]! > x) continue
    const since = (x - at[k]!) * speed[k + 1]!
    out.push({ degrees: 360 * (turn % 2) + edgesDegrees[edge[k]!]! + since })
  }
  return out
}

/** Angles of a cycle of 720° that stand together, each with its own turned so that none lies across the end. */
function clustersOf(degrees: readonly number[]): number[][] {
  const sorted = [...degrees].sort((a, b) => a - b)
  const clusters: number[][] = []
  for (const d of sorted) {
    const last = clusters.at(-1)
    if (last && d - last.at(-1)! < ONE_EDGE) last.push(d)
    else clusters.push([d])
  }
  const [first, last] = [clusters[0], clusters.at(-1)]
  if (first && last && first !== last && first[0]! + 720 - last.at(-1)! < ONE_EDGE) {
    clusters.shift()
    last.push(...first.map((d) => d + 720))
  }
  return clusters
}

/** Edges that stand alike in both turns are of a wheel that turns with the crank. */
function joinTurns(edges: readonly CamEdge[]): CamEdge[] {
  const left = [...edges]
  const out: CamEdge[] = []
  for (let e = left.shift(); e; e = left.shift()) {
    const own = e
    const same = left.findIndex((o) => Math.abs(turned(o.afterDeg - own.afterDeg)) < ONE_EDGE)
    if (same < 0) {
      out.push(own)
      continue
    }
    const [other] = left.splice(same, 1)
    const count = own.count + other!.count
    const afterDeg = own.afterDeg + (turned(other!.afterDeg - own.afterDeg) * other!.count) / count
    out.push({
      afterDeg: (afterDeg + 360) % 360,
      spreadDeg: Math.hypot(own.spreadDeg, other!.spreadDeg) / Math.SQRT2,
      ...{ count, everyTurns: 1 },
    })
  }
  return out.sort((a, b) => a.afterDeg - b.afterDeg)
}

/** A difference of angles, −180 to 180. */
const turned = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180

/** The gap of a wheel an angle falls beside: how many degrees after it begins; null where it falls in none. */
export function inGap(afterDeg: number, wheel: Wheel): boolean {
  const steps = degreesBetween(wheel)
  const widest = Math.max(...steps)
  const at = steps.indexOf(widest)
  const from = wheel.edgesDegrees[at]!
  return widest > 1.4 * Math.min(...steps) && afterDeg >= from && afterDeg <= from + widest
}
