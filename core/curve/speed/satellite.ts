import { K95 } from '../../constants.ts'
import { fixed } from '../../quantity/index.ts'
import { EchtError, requirePositive } from '../../error.ts'

/**
 * Driving counts as steady where the frequency of one half of so many seconds and of the other differ by less than
 * this.
 */
const STEADY_S = 4
const STEADY_SHARE = 0.006
/** Longest that satellite speed is taken to lag, s. */
const LONGEST_LAG_S = 3
/** Errors of satellite speed hang together over seconds: stretches of so many s count as one each. */
const STRETCH_S = 6
/** Fewest stretches that make a factor. */
const LEAST_STRETCHES = 3
/** 1σ of the lag that was found, in rows at least, and s at least. */
const LAG_SIGMA_S = 0.15

type FactorFromLog = {
  hertzPerKmh: number
  /** 1σ */
  sigma: number
  /** steady rows it was taken from, and the stretches they make */
  rows: number
  stretches: number
  /** by how much satellite speed was found to lag, s */
  lagS: number
  /** largest miss of a single row, per cent */
  worstPercent: number
}

/**
 * The factor of a speed signal from a log of frequency and satellite speed, both `rowS` seconds apart: a regression
 * through zero over steady driving, judged over seconds, with the lag of satellite speed found from all of the log
 * and taken out. Its 1σ is from the scatter of whole stretches, since neighbouring rows err together.
 * Throws `EchtError` `too-few-points`.
 */
export function factorFromLog(
  hertz: ArrayLike<number>,
  kmh: ArrayLike<number>,
  options: { rowS: number; leastKmh?: number },
): FactorFromLog {
  const rowS = requirePositive(options.rowS, 'The seconds between two rows')
  const leastKmh = options.leastKmh ?? 20
  const lag = bestLag(hertz, kmh, leastKmh, Math.ceil(LONGEST_LAG_S / rowS))
  const steady = steadyRows(hertz, Math.max(2, Math.round(STEADY_S / rowS)))
  const kept: { row: number; h: number; v: number }[] = []
  for (const row of steady) {
    const v = kmh[row + lag]
    if (v !== undefined && v >= leastKmh) kept.push({ row, h: hertz[row]!, v })
  }
  const stretches = inStretches(kept, Math.max(1, Math.round(STRETCH_S / rowS)))
  if (kept.length < 10 || stretches.length < LEAST_STRETCHES)
    throw new EchtError(
      'too-few-points',
      `${kept.length} steady rows above ${leastKmh} km/h in ${stretches.length} stretches: ` +
        'hold a speed for ten seconds, several times, or choose the right columns.',
    )
  const sxx = kept.reduce((s, p) => s + p.v * p.v, 0)
  const k = kept.reduce((s, p) => s + p.h * p.v, 0) / sxx
  // every stretch pulls the factor its own way (a sandwich over stretches), and the lag all of them
  const n = stretches.length
  const pulls = stretches.map((of) => of.reduce((s, p) => s + (p.h - k * p.v) * p.v, 0))
  const scatter = Math.sqrt((pulls.reduce((s, p) => s + p * p, 0) * n) / (n - 1)) / sxx
  const drift = kept.reduce((s, p) => s + slopeOf(hertz, p.row) * p.v, 0) / sxx / rowS
  return {
    hertzPerKmh: k,
    sigma: Math.hypot(fewWiden(n - 1) * scatter, drift * Math.max(LAG_SIGMA_S, rowS / 2)),
    rows: kept.length,
    stretches: n,
    lagS: lag * rowS,
    worstPercent: 100 * kept.reduce((w, p) => Math.max(w, Math.abs(p.h / (k * p.v) - 1)), 0),
  }
}

/** How much wider 95 % of Student's t is than of a normal, for so many degrees of freedom (its expansion in 1/ν). */
const fewWiden = (freedom: number): number => (K95 + 2.37 / freedom + 2.82 / freedom ** 2) / K95

/** Change of a series from the row before to the row after, halved; nothing at its ends. */
const slopeOf = (series: ArrayLike<number>, row: number): number => {
  const [before, after] = [series[row - 1], series[row + 1]]
  return before === undefined || after === undefined ? 0 : (after - before) / 2
}

/** Rows by which satellite speed follows: the shift at which one factor explains the whole log best. */
function bestLag(
  hertz: ArrayLike<number>,
  kmh: ArrayLike<number>,
  leastKmh: number,
  most: number,
): number {
  let best = 0,
    least = Infinity
  for (let lag = 0; lag <= most; lag++) {
    let hh = 0,
      hv = 0,
      vv = 0
    for (let i = 0; i + most < Math.min(hertz.length, kmh.length); i++) {
      const h = hertz[i]!,
        v = kmh[i + lag]!
      if (!(v >= leastKmh) || !Number.isFinite(h)) continue
      hh += h * h
      hv += h * v
      vv += v * v
    }
    // what is left of the frequency, as a share: 1 − r² of a line through zero
    const left = hh > 0 && vv > 0 ? 1 - hv ** 2 / (hh * vv) : Infinity
    if (left < least - 1e-12) {
      least = left
      best = lag
    }
  }
  return best
}

/** Rows in the middle of so many over which the frequency hardly changes. */
function steadyRows(hertz: ArrayLike<number>, window: number): number[] {
  const n = hertz.length,
    half = Math.max(1, Math.floor(window / 2))
  const sums = new Float64Array(n + 1)
  const missing = new Int32Array(n + 1)
  for (let i = 0; i < n; i++) {
    const known = Number.isFinite(hertz[i]!)
    sums[i + 1] = sums[i]! + (known ? hertz[i]! : 0)
    missing[i + 1] = missing[i]! + (known ? 0 : 1)
  }
  const rows: number[] = []
  for (let i = half; i + half <= n; i++) {
    if (missing[i + half]! - missing[i - half]! > 0) continue
    const before = (sums[i]! - sums[i - half]!) / half,
      after = (sums[i + half]! - sums[i]!) / half
    if (Math.abs(after - before) <= STEADY_SHARE * Math.abs((after + before) / 2)) rows.push(i)
  }
  return rows
}

/** Kept rows in stretches of so many rows of the log. */
function inStretches<Row extends { row: number }>(kept: readonly Row[], rows: number): Row[][] {
  const by = new Map<number, Row[]>()
  for (const p of kept) {
    const key = Math.floor(p.row / rows)
    by.set(key, [...(by.get(key) ?? []), p])
  }
  return [...by.values()]
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
      `${fixed(circumferenceM, 2)} m for one turn is no tyre: check the count of turns.`,
    )
  return { circumferenceM, sigmaM: (0.005 * Math.SQRT2) / turns }
}
