import { ZERO_C_IN_K } from '../constants.ts'
import { EchtError, requireFinite } from '../error.ts'
import { findRoot } from '../math/roots.ts'

// IAPWS SR1-86(1992), saturation pressure of ordinary water substance
const CRITICAL_K = 647.096,
  CRITICAL_KPA = 22064
const A = [-7.85951783, 1.84408259, -11.7866497, 22.6807411, -15.9618719, 1.80122502] as const
const POWERS = [1, 1.5, 3, 3.5, 4, 7.5] as const

/** Saturation pressure of water, kPa absolute, at a temperature in °C (0.01 to 373.9). IAPWS SR1-86(1992). */
export function saturationPressureKPa(temperatureC: number): number {
  const kelvin = temperatureC + ZERO_C_IN_K
  const tau = 1 - kelvin / CRITICAL_K
  return (
    CRITICAL_KPA *
    Math.exp((CRITICAL_K / kelvin) * A.reduce((sum, a, i) => sum + a * tau ** POWERS[i]!, 0))
  )
}

/**
 * Temperature at which water boils, °C, under an absolute pressure in kPa.
 * IAPWS SR1-86(1992) inverted. Throws `EchtError` `out-of-range` outside 1 to 2,000 kPa, `not-a-number`.
 */
export function boilingPointC(pressureKPa: number): number {
  requireFinite(pressureKPa, 'The pressure')
  if (pressureKPa < 1 || pressureKPa > 2000) {
    throw new EchtError(
      'out-of-range',
      `A pressure of ${pressureKPa} kPa is outside 1 to 2000 kPa absolute: a barometer on ` +
        'the ground reads 50 to 108 kPa.',
    )
  }
  return findRoot((t) => Math.log(saturationPressureKPa(t) / pressureKPa), 0.01, 300, 1e-9)
}
