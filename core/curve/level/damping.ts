import { EchtError, requirePositive } from '../../error.ts'
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
  /** largest swing of the needle over the lap, l from the truth */ swingL: number
  /** until a fill shows to 90 %, s, engine running */ fillS: number
  /** and right after key-on */ keyOnS: number
}

/** Needle movement against seconds to show a fill, for several time constants on one lap. */
export function judgeDamping(
  taus: readonly number[],
  options: { sizeL: number; lapS?: number; seed?: number; fastTauS?: number; fastForS?: number },
): DampingVerdict[] {
  const lap = slosh(options.lapS ?? 120, options.sizeL, options.seed ?? 1)
  const fast = { fastTauS: options.fastTauS ?? 0.5, fastForS: options.fastForS ?? 5 }
  return taus.map((tauS) => {
    if (!(tauS >= 0)) throw new EchtError('out-of-range', `A time constant of ${tauS} s is none.`)
    const shown = damped(lap, { tauS, ...fast, fastForS: 0 })
    const settled = shown.subarray(Math.min(shown.length - 1, Math.round(HZ * 3 * tauS)))
    const ln10 = Math.log(10)
    const fastPart = 1 - Math.exp(-fast.fastForS / fast.fastTauS)
    return {
      tauS,
      swingL: settled.reduce((m, v) => Math.max(m, Math.abs(v)), 0),
      fillS: ln10 * tauS,
      keyOnS:
        fastPart >= 0.9
          ? ln10 * fast.fastTauS
          : fast.fastForS + tauS * Math.log((1 - fastPart) / 0.1),
    }
  })
}

/** The shortest time constant whose needle stays within a swing, of 0.5 to 60 s; null when none does. */
export function chooseDamping(
  allowedSwingL: number,
  options: { sizeL: number; seed?: number },
): DampingVerdict | null {
  const taus = Array.from({ length: 40 }, (_, i) => 0.5 * 1.13 ** i)
  return (
    judgeDamping(taus, { ...options, lapS: 400 }).find((v) => v.swingL <= allowedSwingL) ?? null
  )
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
