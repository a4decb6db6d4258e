import { EchtError, requireFinite } from '../../error.ts'
import { aThing, everyOf } from '../../expects.ts'
import { knotCurve, knotInterval, knotTruth, requireKnots, type KnotCurve } from '../knots.ts'

type LevelPoint = { signal: number; litres: number }

/** Litres over a sender's signal. */
export type LevelCurve = KnotCurve

/**
 * A monotone curve through measured fills, rising or falling. Fills that give the same signal are a dead zone,
 * kept as an interval of litres. Throws `EchtError` `too-few-points` on fewer than two signals, `reversal`
 * naming the two points where the curve turns back, `bad-point` on less than nothing, `not-a-number`.
 */
export function fitLevel(points: readonly LevelPoint[]): LevelCurve {
  everyOf(aThing)(points, 'The fills')
  points.forEach((p, i) => {
    requireFinite(p.signal, `Fill ${i + 1}: the signal`)
    if (requireFinite(p.litres, `Fill ${i + 1}: the litres`) < 0)
      throw new EchtError(
        'bad-point',
        `Fill ${i + 1} holds ${p.litres} l: a tank cannot hold less than nothing.`,
      )
  })
  return knotCurve(
    points.map((p) => ({ signal: p.signal, truth: p.litres })),
    { point: 'fill', unit: 'l' },
  )
}

/**
 * Litres that a signal may mean, [low, high]: wider than a point in a dead zone. Holds beyond the ends. Throws
 * `EchtError` `bad-curve` on what is no curve, `not-a-number`.
 */
export const levelInterval = (curve: LevelCurve, signal: number): [number, number] =>
  knotInterval(requireKnots(curve), signal)

/**
 * Litres at a signal, the middle of what it may mean. Holds beyond the ends. Throws `EchtError` `bad-curve` on a curve
 * that is no curve, `not-a-number`.
 */
export const levelLitres = (curve: LevelCurve, signal: number): number =>
  knotTruth(requireKnots(curve), signal)
