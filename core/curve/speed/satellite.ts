import { EchtError, requirePositive } from '../../error.ts'

/**
 * A log of frequency and satellite speed: the factor by regression through zero, with its 1σ, rows
 * of steady driving only.
 */
export function factorFromLog(
  hertz: ArrayLike<number>,
  kmh: ArrayLike<number>,
  options: { leastKmh?: number; lagRows?: number } = {},
): { hertzPerKmh: number; sigma: number; rows: number; worstPercent: number } {
  const least = options.leastKmh ?? 20
  let sxy = 0,
    sxx = 0,
    rows = 0
  const kept: [number, number][] = []
  const lag = options.lagRows ?? 0
  for (let i = 1; i + lag < Math.min(hertz.length, kmh.length); i++) {
    const h = hertz[i]!,
      v = kmh[i + lag]!
    // satellite speed lags by its own filter: only steady rows compare like with like
    if (!(v >= least) || !Number.isFinite(h) || Math.abs(v - kmh[i + lag - 1]!) > 0.02 * v) continue
    sxy += h * v
    sxx += v * v
    rows++
    kept.push([h, v])
  }
  if (rows < 10)
    throw new EchtError(
      'too-few-points',
      `${rows} steady rows above ${least} km/h: hold a speed for ten seconds, or choose the right columns.`,
    )
  const k = sxy / sxx
  let squares = 0,
    worst = 0
  for (const [h, v] of kept) {
    squares += (h - k * v) ** 2
    worst = Math.max(worst, Math.abs(h / (k * v) - 1))
  }
  return {
    hertzPerKmh: k,
    sigma: Math.sqrt(squares / (rows - 1) / sxx),
    rows,
    worstPercent: 100 * worst,
  }
}

/**
 * Rolling circumference, m, from a roll-out of whole turns over a measured distance; 1σ from
 * reading the tape to 5 mm.
 */
export function rollOut(
  distanceM: number,
  turns: number,
): { circumferenceM: number; sigmaM: number } {
  requirePositive(distanceM, 'The distance')
  requirePositive(turns, 'The turns')
  const circumferenceM = distanceM / turns
  if (circumferenceM < 0.3 || circumferenceM > 4)
    throw new EchtError(
      'out-of-range',
      `${circumferenceM.toFixed(2)} m for one turn is no tyre: check the count of turns.`,
    )
  return { circumferenceM, sigmaM: (0.005 * Math.SQRT2) / turns }
}
