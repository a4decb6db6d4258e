import { ARM } from './crossings.ts'

/** Averages over more and more samples are tried, until the crossings are those of teeth and no longer of noise. */
const MOST_HALVINGS = 14
/** Crossings that stay the same to this part from one average to the next are those of teeth. */
const SAME_COUNT = 0.04
/** So many crossings make a rhythm. */
const RHYTHM = 4
/** Of all |v|, the one that is taken for a peak: teeth fill a tenth of the signal at least. */
const HIGH = 0.98

/**
 * What a tooth takes in a stretch of a signal, samples, and how high it goes, V; null where no rhythm can be seen. The
 * stretch is averaged by twos; noise makes fewer and fewer crossings, teeth the same number over several halvings.
 */
export function rhythmOf(
  samples: Float32Array,
  from: number,
  to: number,
): { period: number; peak: number } | null {
  let level = samples.subarray(from, to)
  let best: { period: number; peak: number; lasts: number } | null = null
  let before: { count: number; lasts: number } = { count: 0, lasts: 0 }
  for (let h = 0; h < MOST_HALVINGS && level.length > 4 * RHYTHM; h++) {
    const { at, peak } = plainCrossings(level)
    const same = Math.abs(at.length - before.count) <= Math.max(1, SAME_COUNT * before.count)
    const lasts = same ? before.lasts + 1 : 0
    before = { count: at.length, lasts }
    if (at.length >= RHYTHM && (best === null || lasts > best.lasts)) {
      const intervals = at.slice(1).map((x, i) => x - at[i]!)
      intervals.sort((a, b) => a - b)
      best = { period: intervals[Math.floor(intervals.length / 4)]! * 2 ** h, peak, lasts }
    }
    const half = new Float32Array(level.length >> 1)
    for (let i = 0; i < half.length; i++) half[i] = (level[2 * i]! + level[2 * i + 1]!) / 2
    level = half
  }
  return best && { period: best.period, peak: best.peak }
}

/** Where a signal falls from well above to well below zero, its thresholds held. */
function plainCrossings(level: Float32Array): { at: number[]; peak: number } {
  const stride = Math.max(1, Math.floor(level.length / 4096)) | 1
  const heights = new Float32Array(Math.ceil(level.length / stride))
  for (let i = 0; i < heights.length; i++) heights[i] = Math.abs(level[i * stride]!)
  heights.sort()
  const peak = heights[Math.floor(HIGH * (heights.length - 1))]!
  const arm = ARM * peak
  const at: number[] = []
  let high = false
  for (let i = 0; i < level.length; i++) {
    const v = level[i]!
    if (v > arm) high = true
    else if (high && v < -arm) {
      high = false
      at.push(i)
    }
  }
  return { at, peak }
}
