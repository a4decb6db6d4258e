import { EchtError, requireFinite } from '../../error.ts'
import type { CurvePoint, FitCandidate } from '../family.ts'
import { identifyBy } from '../identify.ts'
import { lineOf, type PressureType } from './types.ts'

const SPAN_V = 4,
  PART_TOLERANCE = 0.01

/**
 * Which of many look-alikes is in the hand: volts at one or more known absolute pressures, against absolute and
 * gauge ranges alike (a gauge sensor feels the pressure less the air outside). `partAt` is the one absolute
 * pressure, of those a hand pump makes, that parts the best two. Volts are at a 5 V supply.
 * Throws `EchtError` `too-few-points`, `beyond-rail`.
 */
export function lookAlikes(
  points: readonly CurvePoint[],
  types: readonly PressureType[],
  airKPa: number,
): (FitCandidate & { type: PressureType })[] {
  requireFinite(airKPa, 'The air pressure')
  if (points.length === 0)
    throw new EchtError(
      'too-few-points',
      'Give the volts at one known pressure at least: open to the air is one.',
    )
  points.forEach((p, i) => {
    if (p.signal < -0.05 || p.signal > 5.25)
      throw new EchtError(
        'beyond-rail',
        `Point ${i + 1}: ${p.signal} V is beyond a 5 V supply: the plug is miswired, or the ` +
          'meter stood on another range.',
        [i],
      )
  })
  const library = types.map((t) => {
    const { slope, offset } = lineOf(t)
    return {
      id: t.id,
      name: t.name,
      tolerance: PART_TOLERANCE,
      curve: { slope, offset: t.face === 'gauge' ? offset - slope * airKPa : offset },
    }
  })
  // what vacuum and a hand pump reach, absolute; above its full scale a sensor only sticks at the rail
  const places = [
    airKPa - 60,
    airKPa - 30,
    airKPa,
    airKPa + 50,
    airKPa + 100,
    airKPa + 200,
    airKPa + 400,
  ].filter((p) => p > 5)
  const clip = (v: number): number => Math.min(4.9, Math.max(0.1, v))
  return identifyBy(points, library, places, SPAN_V, {
    forward: (c, kPa) => clip(c.offset + c.slope * kPa),
    inverse: (c, v) => (v - c.offset) / c.slope,
    reach: () => [-Infinity, Infinity],
  }).map((c) => ({ ...c, type: types.find((t) => t.id === c.id)! }))
}

/**
 * What the engine would see with one range loaded and another fitted, at true absolute pressures
 * such as idle and full load, kPa.
 */
export function wrongRange(
  fitted: PressureType,
  loaded: PressureType,
  trueKPa: readonly number[],
  airKPa: number,
): { trueKPa: number; shownKPa: number }[] {
  const a = lineOf(fitted),
    b = lineOf(loaded)
  return trueKPa.map((kPa) => {
    const volt = Math.min(
      4.9,
      Math.max(0.1, a.offset + a.slope * (fitted.face === 'gauge' ? kPa - airKPa : kPa)),
    )
    const shown = (volt - b.offset) / b.slope
    return { trueKPa: kPa, shownKPa: loaded.face === 'gauge' ? shown + airKPa : shown }
  })
}

/** Fuel pressure that pushes through the injector: the rail's gauge pressure against the manifold's absolute, kPa. */
export const fuelOverManifoldKPa = (
  railGaugeKPa: number,
  manifoldAbsoluteKPa: number,
  airKPa: number,
): number =>
  requireFinite(railGaugeKPa, 'The rail pressure') +
  requireFinite(airKPa, 'The air pressure') -
  requireFinite(manifoldAbsoluteKPa, 'The manifold pressure')
