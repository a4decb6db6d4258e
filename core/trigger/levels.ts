import { grown } from './grown.ts'

/** The two levels of a signal that switches; null where it does not. */
export function levelsOf(samples: Float32Array): { low: number; high: number } | null {
  const stride = Math.max(1, Math.floor(samples.length / 65_536)) | 1
  const some = new Float32Array(Math.ceil(samples.length / stride))
  for (let i = 0; i < some.length; i++) some[i] = samples[i * stride]!
  some.sort()
  const at = (share: number): number => some[Math.floor(share * (some.length - 1))]!
  const middle = (at(0.002) + at(0.998)) / 2
  const mean = (of: Float32Array): number => of.reduce((s, v) => s + v, 0) / of.length
  const upper = some.findIndex((v) => v >= middle)
  if (upper <= 0) return null
  const [low, high] = [mean(some.subarray(0, upper)), mean(some.subarray(upper))]
  return high - low > 0 ? { low, high } : null
}

/** Crossings of a signal that switches between two levels, in samples: down and up. */
export function switchings(
  samples: Float32Array,
  { low, high }: { low: number; high: number },
): { falls: Float64Array; rises: Float64Array } {
  const down = low + 0.25 * (high - low)
  const up = low + 0.75 * (high - low)
  const middle = (low + high) / 2
  let falls: Float64Array = new Float64Array(1024)
  let rises: Float64Array = new Float64Array(1024)
  let [f, r] = [0, 0]
  let state = samples[0]! > middle
  // the last sample on the side that is being left
  let side = 0
  const placed = (i: number): number => {
    const before = samples[i - 1]!
    const now = samples[i]!
    return i - 1 + Math.min(1, Math.max(0, (before - middle) / (before - now)))
  }
  for (let i = 1; i < samples.length; i++) {
    const v = samples[i]!
    if (state) {
      if (v > middle) side = i
      else if (v < down) {
        state = false
        if (f === falls.length) falls = grown(falls)
        falls[f++] = placed(side + 1)
        side = i
      }
    } else if (v < middle) side = i
    else if (v > up) {
      state = true
      if (r === rises.length) rises = grown(rises)
      rises[r++] = placed(side + 1)
      side = i
    }
  }
  return { falls: falls.subarray(0, f), rises: rises.subarray(0, r) }
}
