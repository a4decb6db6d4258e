import { ZERO_C_IN_K } from '../../constants.ts'
import { EchtError } from '../../error.ts'
import { aNumber, everyOf, optional, thingWith } from '../../expects.ts'
import type { ThermistorFit } from './fit.ts'
import { reciprocalGradient, thermistorOhm } from './model.ts'

/**
 * Spread of third coefficients among thermistors, rms, K⁻¹: what a beta curve leaves out. Gives
 * about 1 °C mid-way over 100 K.
 */
const THIRD_COEFFICIENT = 1.2e-7

const FIT = thingWith({
  covariance: everyOf(everyOf(aNumber)),
  modelErrorLine: optional(everyOf(aNumber)),
})

function requireCovariance(covariance: readonly (readonly number[])[], size: number): void {
  const fits = covariance.length === size && covariance.every((row) => row.length === size)
  if (!fits || !covariance.every((row) => row.every(Number.isFinite)))
    throw new EchtError(
      'bad-curve',
      `The covariance of a curve of ${size} coefficients must be ${size} by ${size} finite numbers: fit it again.`,
    )
}

/**
 * 1σ band of a fit, °C, at a temperature: the coefficients' covariance (JCGM 100), and for beta its model
 * error. Throws `EchtError` `bad-curve` where the covariance is not of this curve, and as `thermistorOhm`:
 * `beyond-curve`, `not-monotonic`, `unknown-model`, `not-a-number`, `below-absolute-zero`.
 */
export function thermistorBandC(
  fit: Omit<ThermistorFit, 'warnings'>,
  temperatureC: number,
): number {
  FIT(fit, 'The fit')
  const L = Math.log(thermistorOhm(fit.curve, temperatureC))
  const g = reciprocalGradient(fit.curve, L)
  requireCovariance(fit.covariance, g.length)
  let variance = g.reduce(
    (sum, a, i) => sum + g.reduce((s, b, j) => s + a * b * fit.covariance[i]![j]!, 0),
    0,
  )
  if (fit.modelErrorLine) {
    const [c0, c1] = fit.modelErrorLine
    variance += (THIRD_COEFFICIENT * (L ** 3 - c0 - c1 * L)) ** 2
  }
  // 1/K → °C at the temperature itself
  return Math.sqrt(Math.max(0, variance)) * (temperatureC + ZERO_C_IN_K) ** 2
}

/** 1σ, °C, of the one error the points share that moves a fit the most at a temperature. */
export function thermistorSharedBandC(fit: ThermistorFit, temperatureC: number): number {
  const g = reciprocalGradient(fit.curve, Math.log(thermistorOhm(fit.curve, temperatureC)))
  const moves = fit.sharedMoves.map((m) =>
    Math.abs(g.reduce((sum, per, i) => sum + per * m[i]!, 0)),
  )
  return Math.max(0, ...moves) * (temperatureC + ZERO_C_IN_K) ** 2
}
