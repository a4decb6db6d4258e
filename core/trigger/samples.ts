import { EchtError } from '../error.ts'

/** Samples by their kind; what they hold is left to `requireNumbers`. Throws `EchtError` `bad-capture`. */
export function requireSamples(samples: unknown): Float32Array {
  if (!(samples instanceof Float32Array))
    throw new EchtError('bad-capture', 'A capture is a Float32Array of samples, in volts.')
  return samples
}

/**
 * Refuses what holds anything but numbers, by the place of the first; `sum` is what all of it comes to, where somebody
 * has added it up: one that is no number makes the sum none. Throws `EchtError` `bad-capture`.
 */
export function requireNumbers(
  samples: Float32Array,
  sum = sumOfSamples(samples, 0, samples.length),
) {
  if (Number.isFinite(sum)) return
  const at = samples.findIndex((v) => !Number.isFinite(v))
  throw new EchtError(
    'bad-capture',
    `Sample ${at} is ${samples[at]}: a capture holds numbers only. Cut it before that place.`,
  )
}

/** Sum of so many samples from one on: singles cannot add up to more than a double holds. */
export function sumOfSamples(samples: Float32Array, from: number, count: number): number {
  const end = from + count
  // four at a time, each on its own, so that none waits for the one before it
  let a = 0
  let b = 0
  let c = 0
  let d = 0
  let i = from
  for (; i + 3 < end; i += 4) {
    a += samples[i]!
    b += samples[i + 1]!
    c += samples[i + 2]!
    d += samples[i + 3]!
  }
  for (; i < end; i++) a += samples[i]!
  return a + b + (c + d)
}
