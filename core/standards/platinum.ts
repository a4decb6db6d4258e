import { EchtError, requireFinite, requirePositive } from '../error.ts'
import { findRoot } from '../math/roots.ts'

// IEC 60751, Callendar-Van Dusen, for platinum of 3851 ppm/K
const A = 3.9083e-3,
  B = -5.775e-7,
  C = -4.183e-12
const LOW_C = -200,
  HIGH_C = 850

const ratio = (t: number): number => 1 + A * t + B * t * t + (t < 0 ? C * (t - 100) * t ** 3 : 0)

/**
 * Resistance, Ω, of a platinum thermometer of `r0Ohm` at 0 °C (100 if left out). IEC 60751, −200 to
 * 850 °C; throws `EchtError` `out-of-range` beyond, `not-a-number`, `not-positive` for the ohms at 0 °C.
 */
export function platinumOhm(temperatureC: number, r0Ohm = 100): number {
  requirePositive(r0Ohm, 'The resistance at 0 °C')
  requireFinite(temperatureC, 'The temperature')
  if (temperatureC < LOW_C || temperatureC > HIGH_C)
    throw new EchtError(
      'out-of-range',
      `${temperatureC} °C is outside −200 to 850 °C, where IEC 60751 holds: check the unit.`,
    )
  return r0Ohm * ratio(temperatureC)
}

/**
 * Temperature, °C, of a platinum thermometer. IEC 60751 inverted: closed form above 0 °C, root
 * below. Throws `EchtError` `out-of-range`, `not-a-number`, `not-positive`.
 */
export function platinumC(resistanceOhm: number, r0Ohm = 100): number {
  requirePositive(r0Ohm, 'The resistance at 0 °C')
  const r = requirePositive(resistanceOhm, 'The resistance') / r0Ohm
  // a hair of slack, so that the ends themselves come back
  if (r < ratio(LOW_C) - 1e-9 || r > ratio(HIGH_C) + 1e-9) {
    throw new EchtError(
      'out-of-range',
      `${resistanceOhm} Ω is outside what a ${r0Ohm} Ω platinum thermometer gives from −200 ` +
        'to 850 °C: check R0, the leads and the plug.',
    )
  }
  return r >= 1
    ? (-A + Math.sqrt(A * A - 4 * B * (1 - r))) / (2 * B)
    : findRoot((t) => ratio(t) - r, LOW_C - 1, 0.001, 1e-10)
}
