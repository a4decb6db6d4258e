import type { Crossings } from './crossings.ts'
import { TIGHT } from './due.ts'
import { isSure, type Pattern } from './pattern.ts'

/** How an engine turned without a fault, over two turns of the wheel. */
export type Turning = {
  /** the crossings over which it is proven, and which edge of the wheel both are */
  from: number
  to: number
  edge: number
  /** samples that each interval of the last two turns took, from the last one back */
  took: Float64Array
}

/** Four turns are proven: two, and two that came like them. */
const TURNS = 4
/** At so many places, half a turn apart, such turns are looked for. */
const TRIES = 40

/**
 * The first turns, from a place in samples on, that came alike two after two and at a place of the wheel that is sure:
 * no fault hides in them, whatever the engine's compression does. Null where there are none soon.
 */
export function provenTurning(
  crossings: Crossings,
  pattern: Pattern,
  time: number,
): Turning | null {
  const { at } = crossings
  const { n } = pattern
  const begin = at.findIndex((x) => x >= time)
  if (begin < 0) return null
  const stride = Math.max(1, Math.floor(n / 2))
  for (let t = 0; t < TRIES; t++) {
    const from = begin + t * stride
    const to = from + TURNS * n
    if (to >= at.length) return null
    if (!cameAlike(at, from, n)) continue
    const found = pattern.alignAny(crossings, from, 3 * n + 1)
    if (!found || !(n === 1 || isSure(found))) continue
    const took = Float64Array.from({ length: 2 * n }, (_, k) => at[to - k]! - at[to - k - 1]!)
    return { from, to, edge: found.edge, took }
  }
  return null
}

/** Whether the intervals of two turns from an edge on follow one another as those of the two turns after them do. */
function cameAlike(at: Float64Array, from: number, n: number): boolean {
  const took = (k: number): number => at[k + 1]! - at[k]!
  for (let k = from + 1; k < from + 2 * n; k++) {
    const after = k + 2 * n
    const off = (took(after) * took(k - 1)) / (took(k) * took(after - 1)) - 1
    if (!(Math.abs(off) < TIGHT)) return false
  }
  return true
}
