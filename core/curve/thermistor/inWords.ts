import { written } from '../../quantity/said.ts'
import { plainly } from '../../quantity/shown.ts'
import * as fit from './fit.ts'
import type { ThermistorFit, ThermistorFitOptions, ThermistorPoint } from './fit.ts'

/**
 * A thermistor curve through points, as `fitThermistor` of `fit.ts`, its warnings as text in °C and Ω for callers
 * outside. Throws `EchtError` `too-few-points`, `bad-point`, `degenerate-points`, `not-monotonic`, `bad-range`.
 */
export function fitThermistor(
  points: ThermistorPoint[],
  options?: ThermistorFitOptions,
): Omit<ThermistorFit, 'warnings'> & { warnings: string[] } {
  const fitted = fit.fitThermistor(points, options)
  return { ...fitted, warnings: fitted.warnings.map((w) => written(w, plainly)) }
}
