import { ZERO_C_IN_K } from '../../constants.ts'
import { orElse } from '../../error.ts'
import { linspace } from '../../math/linspace.ts'
import { weighed } from '../../math/observationErrors.ts'
import type { FitCandidate, LibraryCurve } from '../family.ts'
import { someOf } from '../grouped.ts'
import { observationErrors, cleanPoints, type ThermistorPoint } from './points.ts'
import { reciprocalSlope, thermistorC, thermistorOhm, type ThermistorCurve } from './model.ts'

/** χ² a point may cost on average before a type is said not to fit: 99.7 % for one point, generous for more. */
const FITS_BELOW = 9

/**
 * The curves of a library by how well they explain measured points, best first: Gaussian likelihood in
 * 1/T, with the points' uncertainties (shared parts too) and the part-to-part tolerance of the type,
 * which moves all points together. The best names the temperature that would part it from the runner-up.
 */
export function identifyThermistor(
  points: readonly ThermistorPoint[],
  library: readonly LibraryCurve<ThermistorCurve>[],
  options: { leadOhm?: number } = {},
): FitCandidate[] {
  // one point is enough to rank by; prepare() wants two, since a fit does
  const clean =
    points.length === 1
      ? cleanPoints([points[0]!, points[0]!], options.leadOhm ?? 0).slice(1)
      : // of very many points some say which type it is
        cleanPoints(someOf(points), options.leadOhm ?? 0)
  const scored = library
    .map((entry) => {
      const miss = clean.map((p) => missC(entry.curve, p.resistanceOhm, p.temperatureC))
      const slopes = clean.map((p) => reciprocalSlope(entry.curve, Math.log(p.resistanceOhm)))
      const withTolerance = clean.map((p) => ({
        ...p,
        common: [...p.common, { id: 'part', of: 'resistance' as const, sigma: entry.tolerance }],
      }))
      // 1/T miss from the °C miss at the measured temperature
      const { chiSquared, logDeterminant } = weighed(
        miss.map((m, i) => -m / (clean[i]!.temperatureC + ZERO_C_IN_K) ** 2),
        observationErrors(withTolerance, slopes),
      )
      return {
        entry,
        score: -0.5 * (chiSquared + logDeterminant),
        fits: chiSquared / clean.length < FITS_BELOW,
        missRms: Math.hypot(...miss) / Math.sqrt(miss.length),
      }
    })
    .sort((a, b) => b.score - a.score)
  const weights = scored.map((s) => Math.exp(s.score - scored[0]!.score))
  const total = weights.reduce((a, b) => a + b, 0)
  return scored.map(({ entry, fits, missRms }, i) => ({
    id: entry.id,
    name: entry.name,
    fits,
    missRms,
    probability: weights[i]! / total,
    ...(i === 0 && scored[1]
      ? { partAt: partingTemperatureC(entry.curve, scored[1].entry.curve) }
      : {}),
  }))
}

const missC = (curve: ThermistorCurve, ohm: number, temperatureC: number): number => {
  return orElse(() => temperatureC - thermistorC(curve, ohm), 1000)
}

/** Where, between 0 and 100 °C, two curves differ the most in °C beyond the common factor a tolerance explains. */
export function partingTemperatureC(one: ThermistorCurve, other: ThermistorCurve): number {
  let best = 0,
    widest = -1
  for (const t of linspace(0, 100, 21)) {
    const apart = Math.abs(missC(other, thermistorOhm(one, t), t))
    if (apart > widest) {
      widest = apart
      best = t
    }
  }
  return best
}
