import { EchtError, requireFinite, requirePositive } from '../error.ts'
import { aThing } from '../expects.ts'
import { gaugeToMm2 } from '../quantity/units.ts'

const COPPER_OHM_M = 1.7241e-8 // at 20 °C, IEC 60028
const COPPER_PER_K = 0.00393

/**
 * Area of a wire, mm², by its American wire gauge, −3 (written 4/0) to 40. ASTM B258. Throws `EchtError`
 * `out-of-range` beyond, `not-a-number`.
 */
export function awgAreaMm2(gauge: number): number {
  requireFinite(gauge, 'The wire gauge')
  if (gauge < -3 || gauge > 40)
    throw new EchtError('out-of-range', `AWG ${gauge} is outside −3 (4/0) to 40.`)
  return gaugeToMm2(gauge)
}

/**
 * Resistance of a copper wire, Ω, one way. Area in mm², length in m, temperature in °C (20 if left out). Resistivity
 * of IEC 60028. Throws `EchtError` `not-a-number`, `not-positive` for an area of nothing or a length below nothing.
 */
export function wireOhm(wire: { areaMm2: number; lengthM: number; temperatureC?: number }): number {
  aThing(wire, 'The wire')
  requirePositive(wire.areaMm2, 'The wire area')
  if (requireFinite(wire.lengthM, 'The wire length') < 0)
    throw new EchtError(
      'not-positive',
      `The wire length is ${wire.lengthM} m: it cannot be negative.`,
    )
  const temperatureC = requireFinite(wire.temperatureC ?? 20, 'The wire temperature')
  const warm = 1 + COPPER_PER_K * (temperatureC - 20)
  return ((COPPER_OHM_M * wire.lengthM) / (wire.areaMm2 * 1e-6)) * warm
}
