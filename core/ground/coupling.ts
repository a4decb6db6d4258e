import { EchtError, requireFinite, requirePositive } from '../error.ts'

/** Vacuum permittivity, F/m, and permeability, H/m. */
const EPS_0 = 8.854e-12
const MU_0 = 4e-7 * Math.PI

/** What makes noise under a bonnet: how fast its volts and its amperes change, and how much. Typical, for ranking. */
export const NOISE_SOURCES = {
  'coil primary': { voltPerS: 400 / 20e-6, amperePerS: 7 / 20e-6 },
  injector: { voltPerS: 60 / 5e-6, amperePerS: 1 / 10e-6 },
  'fan or pump': { voltPerS: 14 / 50e-6, amperePerS: 5 / 50e-6 },
  alternator: { voltPerS: 2 / 50e-6, amperePerS: 20 / 200e-6 },
  'battery cable': { voltPerS: 3 / 1e-3, amperePerS: 300 / 1e-3 },
} as const
export type NoiseSource = keyof typeof NOISE_SOURCES

/** How a signal is wired. */
export type Cable = 'single' | 'twisted' | 'shielded' | 'shielded-pair'
/** What a twist leaves of what a loop catches, and a shield of what a field does: rounded the safe way. */
const TWIST_LEAVES = 1 / 20
const SHIELD_LEAVES = 1 / 50

/** Radius of a wire with its insulation, and distance of a signal from its return where they are not twisted, m. */
const WIRE_RADIUS_M = 0.0009
const LOOP_M = 0.01

/** A length of a signal's way beside one thing that makes noise. */
export type Beside = { source: NoiseSource; lengthM: number; apartM: number }

/**
 * Estimate of the noise a signal catches on its way, V peak: by capacitance of two parallel wires into the resistance
 * it sees, and by mutual inductance into the loop it makes with its return; the larger counts for each neighbour, and
 * neighbours are taken together as squares. Good enough to rank two routes, and no more. Throws `EchtError`
 * `not-positive`, `not-a-number`, `out-of-range`.
 */
export function noiseOfRoute(
  route: readonly Beside[],
  { ohm, cable }: { ohm: number; cable: Cable },
): number {
  requirePositive(ohm, 'The resistance the signal sees')
  const twisted = cable === 'twisted' || cable === 'shielded-pair'
  const shielded = cable === 'shielded' || cable === 'shielded-pair'
  const each = route.map(({ source, lengthM, apartM }) => {
    const noise = NOISE_SOURCES[source]
    if (!noise) throw new EchtError('out-of-range', `"${source}" is no source of noise known here.`)
    if (requireFinite(lengthM, 'The length beside it') < 0)
      throw new EchtError('not-positive', `A way of ${lengthM} m is none: give its length.`)
    const d = Math.max(requirePositive(apartM, 'The distance from it'), 2.2 * WIRE_RADIUS_M)
    const perM = (Math.PI * EPS_0) / Math.acosh(d / (2 * WIRE_RADIUS_M))
    const byField = ohm * perM * lengthM * noise.voltPerS * (shielded ? SHIELD_LEAVES : 1)
    const mutual = (MU_0 / (2 * Math.PI)) * Math.log(1 + LOOP_M / d)
    const byLoop = mutual * lengthM * noise.amperePerS * (twisted ? TWIST_LEAVES : 1)
    return Math.max(byField, byLoop)
  })
  return Math.hypot(...each)
}

/** Ohms of the braid of a shielded cable, Ω/m, and of its two joints. */
const SHIELD_OHM_PER_M = 0.02
const SHIELD_JOINTS_OHM = 0.002

/** Ohms of a shield that is grounded at both ends. Throws `EchtError` `not-positive`, `not-a-number`. */
export const shieldOhm = (lengthM: number): number =>
  requirePositive(lengthM, 'The length of the shield') * SHIELD_OHM_PER_M + SHIELD_JOINTS_OHM
