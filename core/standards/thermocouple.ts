import { EchtError, requireFinite } from '../error.ts'
import { findRoot } from '../math/roots.ts'

// ITS-90 reference function of type K, mV over °C (IEC 60584-1)
const BELOW = [
  0, 0.039450128025, 2.3622373598e-5, -3.2858906784e-7, -4.9904828777e-9, -6.7509059173e-11,
  -5.7410327428e-13, -3.1088872894e-15, -1.0451609365e-17, -1.9889266878e-20, -1.6322697486e-23,
]
const ABOVE = [
  -0.017600413686, 0.038921204975, 1.8558770032e-5, -9.9457592874e-8, 3.1840945719e-10,
  -5.6072844889e-13, 5.6075059059e-16, -3.2020720003e-19, 9.7151147152e-23, -1.2104721275e-26,
]
const BUMP = [0.1185976, -1.183432e-4, 126.9686] as const
const LOW_C = -270,
  HIGH_C = 1372

const polynomial = (c: readonly number[], t: number): number =>
  c.reduceRight((sum, a) => sum * t + a, 0)
const emf = (t: number): number =>
  t < 0
    ? polynomial(BELOW, t)
    : polynomial(ABOVE, t) + BUMP[0] * Math.exp(BUMP[1] * (t - BUMP[2]) ** 2)

/**
 * EMF, mV, of a type K couple between `temperatureC` and a junction at `referenceC` (0 if left
 * out). ITS-90; throws `EchtError` `out-of-range` outside −270 to 1,372 °C, `not-a-number`.
 */
export function thermocoupleMv(temperatureC: number, referenceC = 0): number {
  for (const [t, what] of [
    [temperatureC, 'The temperature'],
    [referenceC, 'The reference junction'],
  ] as const) {
    requireFinite(t, what)
    if (t < LOW_C || t > HIGH_C)
      throw new EchtError(
        'out-of-range',
        `${what} of ${t} °C is outside −270 to 1372 °C, where type K is defined.`,
      )
  }
  return emf(temperatureC) - emf(referenceC)
}

/**
 * Temperature, °C, of a type K couple: the cold junction is added in millivolts, not in degrees,
 * then the reference function is inverted. Throws `EchtError` `out-of-range`, `not-a-number`.
 */
export function thermocoupleC(millivolts: number, referenceC: number): number {
  requireFinite(millivolts, 'The EMF')
  const total = millivolts + thermocoupleMv(referenceC)
  if (total < emf(LOW_C) || total > emf(HIGH_C)) {
    throw new EchtError(
      'out-of-range',
      `${millivolts} mV with the junction at ${referenceC} °C is no temperature of type K: ` +
        'check the polarity and the amplifier.',
    )
  }
  return findRoot((t) => emf(t) - total, LOW_C, HIGH_C, 1e-9)
}
