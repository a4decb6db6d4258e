import { EchtError, requireFinite, requirePositive } from '../error.ts'
import { aThing, everyOf, wordOf, thingWith } from '../expects.ts'

/** Vacuum permittivity, F/m, and permeability, H/m. */
const EPS_0 = 8.854e-12
const MU_0 = 4e-7 * Math.PI

/**
 * What makes noise under a bonnet: by how much its volts and its amperes jump, and how long that takes. Typical, for
 * ranking.
 */
export const NOISE_SOURCES = {
  'coil primary': { volt: 400, ampere: 7, voltS: 20e-6, ampereS: 20e-6 },
  injector: { volt: 60, ampere: 1, voltS: 5e-6, ampereS: 10e-6 },
  'fan or pump': { volt: 14, ampere: 5, voltS: 50e-6, ampereS: 50e-6 },
  alternator: { volt: 2, ampere: 20, voltS: 50e-6, ampereS: 200e-6 },
  'battery cable': { volt: 3, ampere: 300, voltS: 1e-3, ampereS: 1e-3 },
} as const
export type NoiseSource = keyof typeof NOISE_SOURCES

/** How a signal is wired. */
export type Cable = 'single' | 'twisted' | 'shielded' | 'shielded-pair'
/** What a twist leaves of what a loop catches, and a shield of what a field does: rounded the safe way. */
const TWIST_LEAVES = 1 / 20
const SHIELD_LEAVES = 1 / 50

/** Of a signal's wire against its return and the body, F/m: it divides what comes through the capacitance beside it. */
const OWN_F_PER_M: Record<Cable, number> = {
  single: 30e-12,
  twisted: 60e-12,
  shielded: 120e-12,
  'shielded-pair': 120e-12,
}

/** Radius of a wire with its insulation, and distance of a signal from its return where they are not twisted, m. */
const WIRE_RADIUS_M = 0.0009
const LOOP_M = 0.01

/** A length of a signal's way beside one thing that makes noise. */
export type Beside = { source: NoiseSource; lengthM: number; apartM: number }

/**
 * Estimate of the noise a signal catches on its way, V peak: by capacitance of two parallel wires into the resistance
 * it sees, never more than the two capacitances divide, and by mutual inductance into the loop it makes with its
 * return; the larger counts for each neighbour, and
 * neighbours are taken together as squares. Good enough to rank two routes, and no more. Throws `EchtError`
 * `not-positive`, `not-a-number`, `out-of-range`.
 */
export function noiseOfRoute(
  route: readonly Beside[],
  signal: { ohm: number; cable: Cable },
): number {
  thingWith({ cable: wordOf(...Object.keys(OWN_F_PER_M)) })(signal, 'The signal')
  everyOf(aThing)(route, 'The way')
  const { ohm, cable } = signal
  requirePositive(ohm, 'The resistance the signal sees')
  const twisted = cable === 'twisted' || cable === 'shielded-pair'
  const shielded = cable === 'shielded' || cable === 'shielded-pair'
  const each = route.map(({ source, lengthM, apartM }) => {
    const noise = Object.hasOwn(NOISE_SOURCES, source) ? NOISE_SOURCES[source] : null
    if (!noise) throw new EchtError('out-of-range', `"${source}" is no source of noise known here.`)
    if (requireFinite(lengthM, 'The length beside it') < 0)
      throw new EchtError(
        'not-positive',
        `A way of ${lengthM} m is no length: give metres above zero.`,
      )
    const d = Math.max(requirePositive(apartM, 'The distance from it'), 2.2 * WIRE_RADIUS_M)
    const perM = (Math.PI * EPS_0) / Math.acosh(d / (2 * WIRE_RADIUS_M))
    const { volt, voltS, ampere, ampereS } = noise
    // a ramp through a capacitor into a resistor with one beside it: R·C·dV/dt at first, its share of V at last
    const tau = ohm * (perM + OWN_F_PER_M[cable]) * lengthM
    const ramp = tau > 0 ? 1 - Math.exp(-voltS / tau) : 1
    const byField = ohm * perM * lengthM * (volt / voltS) * ramp * (shielded ? SHIELD_LEAVES : 1)
    const mutual = (MU_0 / (2 * Math.PI)) * Math.log(1 + LOOP_M / d)
    const byLoop = mutual * lengthM * (ampere / ampereS) * (twisted ? TWIST_LEAVES : 1)
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
