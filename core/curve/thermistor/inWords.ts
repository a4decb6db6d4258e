import { written } from '../../quantity/said.ts'
import { plainly } from '../../quantity/shown.ts'
import * as fit from './fit.ts'
import type { ThermistorFit, ThermistorFitOptions } from './fit.ts'
import type { ThermistorPoint } from './points.ts'

/**
 * A thermistor curve through points, as `fitThermistor` of `fit.ts`, its warnings as text in °C and Ω for callers
 * outside. Uncertainties left out are 0.2 °C and 0.5 %, 1σ; `covariance` is of the coefficients in their order.
 * Throws `EchtError` `too-few-points`, `bad-point`, `degenerate-points`, `not-monotonic`, `bad-range`, `not-a-number`,
 * `not-positive`, `unknown-model`.
 */
export function fitThermistor(
  points: ThermistorPoint[],
  options?: ThermistorFitOptions,
): Omit<ThermistorFit, 'warnings'> & { warnings: string[] } {
  const fitted = fit.fitPoints(points, options)
  return { ...fitted, warnings: fitted.warnings.map((w) => written(w, plainly)) }
}
