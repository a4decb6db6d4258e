import type { ReadCapture } from './decode.ts'
import { stepsOf, type Wheel } from './wheel.ts'

/** Where a tooth stands against where it should, ° late, over many turns; `se` is 1σ of the mean. */
export type ToothOffset = { edge: number; lateDeg: number; se: number; turns: number }

/** A tooth this far off is a fault of the wheel where it is so every turn, °. */
const BENT_DEG = 0.3
const SURE_SE = 5

/**
 * Each tooth against where it should be, by the two beside it, as the mean of all turns: a tooth that is late every turn
 * is bent, and not noise. Teeth beside a late one seem half as early, so that the one is named that stands out the most.
 */
export function toothOffsets({ tracked }: ReadCapture, wheel: Wheel): ToothOffset[] {
  const steps = stepsOf(wheel)
  const n = steps.length
  const sums = Array.from({ length: n }, () => ({ sum: 0, squares: 0, turns: 0 }))
  const { at, edge, speed } = tracked
  for (let k = 1; k + 1 < at.length; k++) {
    const j = edge[k]!
    // all three follow one another on the wheel, in sync
    if (speed[k] === 0 || speed[k + 1] === 0) continue
    if ((edge[k - 1]! + 1) % n !== j || (j + 1) % n !== edge[k + 1]) continue
    const [before, after] = [steps[(j - 1 + n) % n]!, steps[j]!]
    const due = (at[k - 1]! * after + at[k + 1]! * before) / (before + after)
    const degrees = ((at[k]! - due) * (before + after)) / (at[k + 1]! - at[k - 1]!)
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

/** The tooth that stands off its place every turn, if one does. */
export function bentTooth(offsets: readonly ToothOffset[]): ToothOffset | null {
  const clear = offsets.filter(
    (o) => o.turns > 2 && Math.abs(o.lateDeg) > Math.max(BENT_DEG, SURE_SE * o.se),
  )
  return clear.reduce<ToothOffset | null>(
    (worst, o) => (worst && Math.abs(worst.lateDeg) >= Math.abs(o.lateDeg) ? worst : o),
    null,
  )
}

/** How long the gap is in a capture, in intervals beside it: 3 where two teeth are missing. Null where none is seen. */
export function gapRatio({ tracked }: ReadCapture, wheel: Wheel): number | null {
  const steps = stepsOf(wheel)
  const gap = steps.indexOf(Math.max(...steps))
  const ratios: number[] = []
  const { at, edge } = tracked
  for (let k = 2; k + 1 < at.length; k++)
    if (edge[k - 1] === gap && edge[k] === (gap + 1) % steps.length)
      ratios.push((2 * (at[k]! - at[k - 1]!)) / (at[k - 1]! - at[k - 2]! + at[k + 1]! - at[k]!))
  ratios.sort((a, b) => a - b)
  return ratios[Math.floor(ratios.length / 2)] ?? null
}

/** Lowest and highest of a signal over blocks of samples, so that any stretch of it is drawn at once. */
export type Envelope = { block: number; low: Float32Array; high: Float32Array }

export function envelopeOf(samples: Float32Array, block = 256): Envelope {
  const n = Math.ceil(samples.length / block)
  const low = new Float32Array(n)
  const high = new Float32Array(n)
  for (let b = 0; b < n; b++) {
    const end = Math.min(samples.length, (b + 1) * block)
    let [least, most] = [Infinity, -Infinity]
    for (let i = b * block; i < end; i++) {
      const v = samples[i]!
      if (v < least) least = v
      if (v > most) most = v
    }
    low[b] = least
    high[b] = most
  }
  return { block, low, high }
}

/**
 * A stretch of a signal as a line of at most so many points a picture has room for: samples themselves where they fit,
 * else the lowest and highest of each column.
 */
export function drawnStretch(
  samples: Float32Array,
  { block, low, high }: Envelope,
  [from, to]: readonly [number, number],
  columns: number,
): { at: number[]; v: number[] } {
  const first = Math.max(0, Math.floor(from))
  const last = Math.min(samples.length, Math.ceil(to) + 1)
  const at: number[] = []
  const v: number[] = []
  if (last - first <= 2 * columns) {
    for (let i = first; i < last; i++) {
      at.push(i)
      v.push(samples[i]!)
    }
    return { at, v }
  }
  const by = (last - first) / columns
  for (let c = 0; c < columns; c++) {
    const [a, b] = [Math.floor(first + c * by), Math.min(last, Math.floor(first + (c + 1) * by))]
    let [least, most] = [Infinity, -Infinity]
    const take = (x: number, y: number): void => {
      if (x < least) least = x
      if (y > most) most = y
    }
    if (by < 2 * block) for (let i = a; i < b; i++) take(samples[i]!, samples[i]!)
    else for (let k = Math.floor(a / block); k < Math.ceil(b / block); k++) take(low[k]!, high[k]!)
    at.push(a, (a + b) / 2)
    v.push(least, most)
  }
  return { at, v }
}
