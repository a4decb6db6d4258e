import { EchtError, requirePositive } from '../../error.ts'
import { quantile } from 'simple-statistics'
import { madeOnce } from '../../math/madeOnce.ts'
import { normalStream, uniformStream } from '../../math/random.ts'

/** Shown level against time: a one-pole filter, fast for a while after key-on. */
export type Damping = { tauS: number; fastTauS: number; fastForS: number }

const HZ = 10

/**
 * A driven lap's slosh, l about the true contents, 10 a second: two waves between 0.4 and 1.5 Hz whose size
 * swings, and cornering steps of several seconds. Repeatable by seed.
 */
export function slosh(seconds: number, sizeL: number, seed: number): Float64Array {
  requirePositive(seconds, 'The lap')
  const uniform = uniformStream(seed),
    normal = normalStream(uniform)
  const out = new Float64Array(Math.round(seconds * HZ))
  const waves = [0.4 + 0.3 * uniform(), 0.8 + 0.7 * uniform()].map((hz) => ({
    hz,
    phase: 2 * Math.PI * uniform(),
  }))
  let corner = 0,
    left = 0,
    swing = 0
  for (let i = 0; i < out.length; i++) {
    if (left-- <= 0) {
      corner = uniform() < 0.55 ? sizeL * (uniform() < 0.5 ? -1 : 1) * (0.4 + 0.6 * uniform()) : 0
      left = HZ * (2 + 5 * uniform())
    }
    swing += (0.25 * sizeL * normal() - swing) / (2 * HZ)
    const t = i / HZ
    out[i] =
      corner +
      waves.reduce(
        (s, w) => s + (0.35 * sizeL + swing) * Math.sin(2 * Math.PI * w.hz * t + w.phase),
        0,
      )
  }
  return out
}

/** What is shown of a series sampled 10 a second, from the first second of key-on. */
export function damped(series: Float64Array, damping: Damping): Float64Array {
  const out = new Float64Array(series.length)
  let shown = series[0] ?? 0
  for (let i = 0; i < series.length; i++) {
    const tau = i / HZ < damping.fastForS ? damping.fastTauS : damping.tauS
    // exact for a held sample; the dash wakes at what it first reads
    shown += (series[i]! - shown) * (tau > 0 ? 1 - Math.exp(-1 / (HZ * tau)) : 1)
    out[i] = shown
  }
  return out
}

export type DampingVerdict = {
  tauS: number
  /** how far the needle strays from the truth, l: 19 laps of 20 stay within it */
  swingL: number
  /** until a fill shows to 90 %, s, engine running */ fillS: number
  /** and right after key-on */ keyOnS: number
}

/** Laps driven to judge a damping by, s each, and the share of them that is to stay within what is said. */
const LAPS = 160
const LAP_S = 120
const KEPT_SHARE = 0.95
/** What was shown before a lap has died away after so many time constants. */
const SETTLED_TAUS = 4
const LONGEST_TAU_S = 60
const FIRST_LAP = 1000

/** Laps of a slosh of one litre, each with a run-up: what a tank does is in proportion to its slosh. */
const unitLaps = madeOnce(() =>
  Array.from({ length: LAPS }, (_, i) =>
    slosh(SETTLED_TAUS * LONGEST_TAU_S + LAP_S, 1, FIRST_LAP + i),
  ),
)

/** How far a needle strays that follows laps of one litre of slosh: 19 laps of 20 stay within it. */
function unitSwing(tauS: number): number {
  const runUp = Math.round(HZ * SETTLED_TAUS * Math.min(tauS, LONGEST_TAU_S))
  const follow = tauS > 0 ? 1 - Math.exp(-1 / (HZ * tauS)) : 1
  const largest = unitLaps().map((lap) => {
    let shown = 0,
      most = 0
    for (let i = 0; i < runUp + HZ * LAP_S; i++) {
      shown += (lap[i]! - shown) * follow
      if (i >= runUp) most = Math.max(most, Math.abs(shown))
    }
    return most
  })
  return quantile(largest, KEPT_SHARE)
}

/** Needle movement over many laps against seconds to show a fill, for several time constants. */
export function judgeDamping(
  taus: readonly number[],
  options: { sizeL: number; fastTauS?: number; fastForS?: number },
): DampingVerdict[] {
  const { fastTauS = 0.5, fastForS = 5 } = options
  return taus.map((tauS) => {
    if (!(tauS >= 0))
      throw new EchtError(
        'out-of-range',
        `A time constant of ${tauS} s cannot be: give seconds, 0 or more.`,
      )
    const ln10 = Math.log(10)
    const fastPart = 1 - Math.exp(-fastForS / fastTauS)
    return {
      tauS,
      swingL: options.sizeL * unitSwing(tauS),
      fillS: ln10 * tauS,
      keyOnS: fastPart >= 0.9 ? ln10 * fastTauS : fastForS + tauS * Math.log((1 - fastPart) / 0.1),
    }
  })
}

/**
 * The shortest time constant, to a tenth of a second and up to a minute, whose needle stays within a swing in 19 laps
 * of 20; null when none does.
 */
export function chooseDamping(
  allowedSwingL: number,
  options: { sizeL: number },
): DampingVerdict | null {
  const keeps = (tenths: number): boolean => options.sizeL * unitSwing(tenths / HZ) <= allowedSwingL
  let short = 0,
    long = LONGEST_TAU_S * HZ
  if (!keeps(long)) return null
  if (keeps(short)) long = short
  while (long - short > 1) {
    const middle = Math.floor((short + long) / 2)
    if (keeps(middle)) long = middle
    else short = middle
  }
  return judgeDamping([long / HZ], options)[0]!
}

/** A reserve lamp with hysteresis over a shown series: how often it changes, and seconds lit. */
export function reserveLamp(
  shown: ArrayLike<number>,
  onBelowL: number,
  hysteresisL: number,
): { changes: number; litS: number } {
  let lit = (shown[0] ?? Infinity) < onBelowL,
    changes = 0,
    samples = 0
  for (let i = 0; i < shown.length; i++) {
    const next = lit ? shown[i]! < onBelowL + hysteresisL : shown[i]! < onBelowL
    if (next !== lit) {
      changes++
      lit = next
    }
    if (lit) samples++
  }
  return { changes, litS: samples / HZ }
}
