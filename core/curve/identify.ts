import { orElse } from '../error.ts'
import { sharedColumns, weighed } from '../math/observationErrors.ts'
import { slopeAt } from '../math/slope.ts'
import type { FitCandidate, CurvePoint, LibraryCurve } from './family.ts'
import { someOf } from './grouped.ts'

/** χ² a point may cost on average before a type is said not to fit. */
const FITS_BELOW = 9

/**
 * Which of many look-alikes gave these points, best first: Gaussian likelihood of the signals, with the
 * points' uncertainties (shared parts too) and each type's part-to-part tolerance, `tolerance` of `spanSignal`,
 * which moves all points together. The best names the truth, of `places`, that parts it from the runner-up,
 * counted in their tolerance.
 */
export function identifyBy<Curve>(
  points: readonly CurvePoint[],
  library: readonly LibraryCurve<Curve>[],
  places: readonly number[],
  spanSignal: number,
  family: {
    forward: (curve: Curve, truth: number) => number
    inverse: (curve: Curve, signal: number) => number
    reach: (curve: Curve) => [number, number]
  },
): FitCandidate[] {
  if (points.length === 0) return []
  // of very many points some say which type it is
  const some = someOf(points)
  const step = 1e-4 * (Math.max(...places) - Math.min(...places))
  const scored = library
    .flatMap((entry) => {
      return orElse(() => {
        const slopes = some.map((p) =>
          slopeAt((t) => family.forward(entry.curve, t), p.truth, step, family.reach(entry.curve)),
        )
        const part = entry.tolerance * spanSignal
        const { chiSquared, logDeterminant } = weighed(
          some.map((p) => p.signal - family.forward(entry.curve, p.truth)),
          {
            own: some.map(
              (p, i) =>
                0.25 * part ** 2 +
                (p.signalUncertainty ?? 0) ** 2 +
                (slopes[i]! * (p.truthUncertainty ?? 0)) ** 2,
            ),
            shared: [
              some.map(() => part),
              ...sharedColumns(
                some.map((p) => p.common ?? []),
                (c) => `${c.of} ${c.id}`,
                (c, i) => c.sigma * (c.of === 'truth' ? -slopes[i]! : 1),
              ),
            ],
          },
        )
        const misses = some.map((p) =>
          orElse(() => p.truth - family.inverse(entry.curve, p.signal), Infinity),
        )
        return [
          {
            entry,
            score: -0.5 * (chiSquared + logDeterminant),
            fits: chiSquared / some.length < FITS_BELOW,
            missRms: Math.hypot(...misses) / Math.sqrt(misses.length),
          },
        ]
      }, [])
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
      ? { partAt: partingTruth(entry.curve, scored[1].entry.curve, places, family) }
      : {}),
  }))
}

/** Where two curves give the most different signals, of the places that can be made. */
function partingTruth<Curve>(
  one: Curve,
  other: Curve,
  places: readonly number[],
  family: { forward: (curve: Curve, truth: number) => number },
): number {
  const apart = (t: number): number => {
    return orElse(() => Math.abs(family.forward(one, t) - family.forward(other, t)), 0)
  }
  return places.reduce((best, t) => (apart(t) > apart(best) ? t : best), places[0]!)
}
