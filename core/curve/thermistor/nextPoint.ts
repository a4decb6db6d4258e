import { median } from 'simple-statistics'
import { EchtError, requireRange, orElse } from '../../error.ts'
import { aNumber, aThing, everyOf } from '../../expects.ts'
import { linspace } from '../../math/linspace.ts'
import { grouped, MANY, someOf } from '../grouped.ts'
import { COEFFICIENT_COUNT, thermistorOhm } from './model.ts'
import { thermistorBandC } from './band.ts'
import { fitModel, fitPoints, type ThermistorFit } from './fit.ts'
import {
  DEFAULT_RELATIVE_OHM,
  DEFAULT_TEMPERATURE_C,
  distinctTemperatures,
  cleanPoints,
  type CleanPoint,
  type ThermistorPoint,
} from './points.ts'

/**
 * Of the temperatures that can be made, the one whose point shrinks the widest part of the band over the
 * range of use the most. Bands are 1σ, °C. The new point is given the median uncertainties of those
 * measured; what it would read is taken from the curve so far. Throws `EchtError` `nothing-makeable` when the list is
 * empty, and as `fitThermistor`: `too-few-points`, `bad-point`, `degenerate-points`, `not-monotonic`, `bad-range`,
 * `not-a-number`, `not-positive`.
 */
export function bestNextPoint(
  points: readonly ThermistorPoint[],
  makeableC: readonly number[],
  rangeC: [number, number],
): { temperatureC: number; worstBandBeforeC: number; worstBandAfterC: number } {
  everyOf(aThing)(points, 'The points')
  const range = requireRange(rangeC, 'The range of use')
  everyOf(aNumber)(makeableC, 'The temperatures that can be made')
  if (makeableC.length === 0)
    throw new EchtError('nothing-makeable', 'Give at least one temperature that can be made.')
  const few = fewer(points)
  const now = fitPoints(few)
  const clean = cleanPoints(few, 0)
  const own = {
    temperatureUncertaintyC: median(clean.map((p) => p.temperatureUncertaintyC)),
    resistanceUncertainty: median(clean.map((p) => p.resistanceUncertainty)),
  }
  const before = worstBand(now, range)
  const spare = clean.length - COEFFICIENT_COUNT[now.curve.model]
  const scale =
    spare > 0 ? Math.max(1, fitModel(clean, now.curve.model).squares.chiSquared / spare) : 1
  let best = { temperatureC: makeableC[0]!, worstBandBeforeC: before, worstBandAfterC: Infinity }
  for (const temperatureC of makeableC) {
    const after = worstBand(
      withPoint(
        now,
        clean,
        {
          temperatureC,
          resistanceOhm: readingAt(now, temperatureC),
          ...own,
          common: sharedByAll(clean),
        },
        scale,
      ),
      range,
    )
    if (after < best.worstBandAfterC)
      best = { temperatureC, worstBandBeforeC: before, worstBandAfterC: after }
  }
  return best
}

/** Points that stand for all, where there are very many. */
function fewer(points: readonly ThermistorPoint[]): readonly ThermistorPoint[] {
  if (points.length <= MANY) return points
  const { curve } = fitPoints(someOf(points))
  const asCurvePoints = points.map((p) => ({
    ...p,
    truth: p.temperatureC,
    signal: p.resistanceOhm,
    truthUncertainty: p.temperatureUncertaintyC ?? DEFAULT_TEMPERATURE_C,
    signalUncertainty: p.resistanceUncertainty ?? DEFAULT_RELATIVE_OHM,
    common: [],
    shared: p.common,
  }))
  return grouped(asCurvePoints, (t) => thermistorOhm(curve, t)).map((g) => ({
    temperatureC: g.truth,
    resistanceOhm: g.signal,
    temperatureUncertaintyC: g.truthUncertainty,
    resistanceUncertainty: g.signalUncertainty,
    ...(g.shared ? { common: g.shared } : {}),
  }))
}

const readingAt = (fit: ThermistorFit, temperatureC: number): number => {
  return orElse(() => thermistorOhm(fit.curve, temperatureC), NaN)
}

// a thermometer or meter that took every point so far will take the next one too
const sharedByAll = (points: readonly CleanPoint[]) =>
  points[0]!.common.filter((c) =>
    points.every((p) => p.common.some((d) => d.id === c.id && d.of === c.of)),
  )

function withPoint(
  now: ThermistorFit,
  points: readonly CleanPoint[],
  added: CleanPoint,
  scale: number,
): ThermistorFit {
  if (Number.isNaN(added.resistanceOhm)) return now
  const all = [...points, added]
  // a third temperature ends the beta curve and its model error
  const model =
    now.curve.model === 'beta' && distinctTemperatures(all) > 2 ? 'steinhart-hart' : now.curve.model
  const { curve, covariance, sharedMoves } = fitModel(all, model)
  const fit: ThermistorFit = {
    ...now,
    curve,
    covariance: covariance.map((row) => row.map((v) => v * scale)),
    sharedMoves,
  }
  if (model !== 'beta') delete fit.modelErrorLine
  return fit
}

/** Largest 1σ band over a range, °C; Infinity where the curve does not reach. */
export function worstBand(fit: ThermistorFit, range: readonly [number, number]): number {
  return Math.max(
    ...linspace(range[0], range[1], 28).map((t) => {
      return orElse(() => thermistorBandC(fit, t), Infinity)
    }),
  )
}
