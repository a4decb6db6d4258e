import { median } from 'simple-statistics'
import { EchtError, requireFinite, requireRange } from '../../error.ts'
import { linspace } from '../../math/linspace.ts'
import { COEFFICIENT_COUNT, thermistorOhm } from './model.ts'
import {
  distinctTemperatures,
  fitModel,
  fitThermistor,
  prepare,
  thermistorBandC,
  type CleanPoint,
  type ThermistorFit,
  type ThermistorPoint,
} from './fit.ts'

/**
 * Of the temperatures that can be made, the one whose point shrinks the widest part of the band over the
 * range of use the most. Bands are 1σ, °C. The new point is given the median uncertainties of those
 * measured; what it would read is taken from the curve so far. Throws as `fitThermistor`, and
 * `nothing-makeable` when the list is empty.
 */
export function bestNextPoint(
  points: readonly ThermistorPoint[],
  makeableC: readonly number[],
  rangeC: [number, number],
): { temperatureC: number; worstBandBeforeC: number; worstBandAfterC: number } {
  const range = requireRange(rangeC, 'The range of use')
  if (makeableC.length === 0)
    throw new EchtError('nothing-makeable', 'Give at least one temperature that can be made.')
  makeableC.forEach((t) => requireFinite(t, 'A temperature to make'))
  const now = fitThermistor(points)
  const clean = prepare(points, 0)
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

const readingAt = (fit: ThermistorFit, temperatureC: number): number => {
  try {
    return thermistorOhm(fit.curve, temperatureC)
  } catch {
    return NaN
  }
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
  const { curve, covariance } = fitModel(all, model)
  const fit: ThermistorFit = {
    ...now,
    curve,
    covariance: covariance.map((row) => row.map((v) => v * scale)),
  }
  if (model !== 'beta') delete fit.modelErrorLine
  return fit
}

/** Largest 1σ band over a range, °C; Infinity where the curve does not reach. */
export function worstBand(fit: ThermistorFit, range: readonly [number, number]): number {
  return Math.max(
    ...linspace(range[0], range[1], 28).map((t) => {
      try {
        return thermistorBandC(fit, t)
      } catch {
        return Infinity
      }
    }),
  )
}
