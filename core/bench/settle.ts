import { linearRegression, linearRegressionLine, standardDeviation } from 'simple-statistics'

export type Settling = {
  state: 'waiting' | 'moving' | 'settled'
  /** unit per second */ rate: number
  mean: number
  noise: number
}

/**
 * Whether a stream of readings has come to rest: over the last `windowS` seconds its straight-line drift is
 * below `rateLimit` per second, or too small to tell from its noise. `waiting` until there are five readings.
 */
export function settling(
  readings: readonly { timeS: number; value: number }[],
  options: { windowS: number; rateLimit: number },
): Settling {
  const last = readings.at(-1)?.timeS ?? 0
  const recent = readings.filter(
    (r) => last - r.timeS <= options.windowS && Number.isFinite(r.value),
  )
  if (recent.length < 5) return { state: 'waiting', rate: NaN, mean: NaN, noise: NaN }
  const line = linearRegression(recent.map((r) => [r.timeS, r.value]))
  const at = linearRegressionLine(line)
  const noise = standardDeviation(recent.map((r) => r.value - at(r.timeS)))
  const span = last - recent[0]!.timeS
  // standard error of a slope through n even readings: noise·√12/(span·√n)
  const uncertain =
    span > 0 ? (noise * Math.sqrt(12)) / (span * Math.sqrt(recent.length)) : Infinity
  const still =
    span > 0.6 * options.windowS &&
    (Math.abs(line.m) < options.rateLimit ||
      (Math.abs(line.m) < 2 * uncertain && uncertain < 3 * options.rateLimit))
  return {
    state: still ? 'settled' : 'moving',
    rate: line.m,
    mean: recent.reduce((s, r) => s + r.value, 0) / recent.length,
    noise,
  }
}
