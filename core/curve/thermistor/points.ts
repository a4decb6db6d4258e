import { ZERO_C_IN_K } from '../../constants.ts'
import { fixed } from '../../quantity/index.ts'
import { median } from 'simple-statistics'
import { EchtError, requireFinite, requirePositive } from '../../error.ts'
import { aSize, aText, everyOf, wordOf, optional, thingWith } from '../../expects.ts'
import { sharedColumns, type ObservationErrors } from '../../math/observationErrors.ts'

/** An error that several points share: the offset of their thermometer, the gain of their meter. */
type ThermistorCommonError = {
  id: string
  of: 'temperature' | 'resistance'
  /** 1σ: °C, or relative for resistance */ sigma: number
}

export type ThermistorPoint = {
  temperatureC: number
  resistanceOhm: number
  /** 1σ, °C, the part of its own (not shared); 0.2 if left out */
  temperatureUncertaintyC?: number
  /** 1σ, relative, the part of its own; 0.005 if left out */
  resistanceUncertainty?: number
  /** the parts shared with other points that name the same id */
  common?: ThermistorCommonError[]
}

/** 1σ of a point where none is stated: °C, and relative of its ohms. */
export const DEFAULT_TEMPERATURE_C = 0.2
export const DEFAULT_RELATIVE_OHM = 0.005

export type CleanPoint = Required<ThermistorPoint>

const POINT = thingWith({
  common: optional(
    everyOf(thingWith({ id: aText, of: wordOf('temperature', 'resistance'), sigma: aSize })),
  ),
})

/** Checks the points and subtracts the leads. */
export function cleanPoints(points: readonly ThermistorPoint[], leadOhm: number): CleanPoint[] {
  everyOf(POINT)(points, 'The points')
  if (points.length < 2) {
    throw new EchtError(
      'too-few-points',
      `${points.length} of at least 2 points: measure the resistance at ` +
        `${points.length === 1 ? 'one more temperature' : 'two temperatures'} to begin.`,
    )
  }
  if (requireFinite(leadOhm, 'The lead resistance') < 0)
    throw new EchtError('bad-point', `The lead resistance is ${leadOhm} Ω: it cannot be negative.`)
  return points.map((p, i) => {
    const where = `Point ${i + 1}`
    requireFinite(p.temperatureC, `${where}: the temperature`)
    if (p.temperatureC <= -ZERO_C_IN_K)
      throw new EchtError(
        'bad-point',
        `${where} is at ${p.temperatureC} °C, below absolute zero: check the sign and the unit.`,
      )
    requirePositive(p.resistanceOhm, `${where}: the resistance`)
    if (p.resistanceOhm <= leadOhm)
      throw new EchtError(
        'bad-point',
        `${where} reads ${p.resistanceOhm} Ω, no more than the leads alone (${leadOhm} Ω): ` +
          'the sensor is shorted or the lead value is wrong.',
      )
    const temperatureUncertaintyC = p.temperatureUncertaintyC ?? DEFAULT_TEMPERATURE_C
    const resistanceUncertainty = p.resistanceUncertainty ?? DEFAULT_RELATIVE_OHM
    for (const [value, what] of [
      [temperatureUncertaintyC, 'temperature'],
      [resistanceUncertainty, 'resistance'],
    ] as const) {
      if (requireFinite(value, `${where}: the ${what} uncertainty`) < 0)
        throw new EchtError(
          'bad-point',
          `${where}: the ${what} uncertainty is ${value}: it cannot be negative.`,
        )
    }
    return {
      temperatureC: p.temperatureC,
      resistanceOhm: p.resistanceOhm - leadOhm,
      temperatureUncertaintyC,
      resistanceUncertainty,
      common: p.common ?? [],
    }
  })
}

/** A thermistor's ohms fall as it warms: where they rise from the coldest point to the hottest, it is another kind. */
export function requireFalling(points: readonly CleanPoint[]): void {
  const byTemperature = [...points].sort((a, b) => a.temperatureC - b.temperatureC)
  const cold = byTemperature[0]!,
    hot = byTemperature.at(-1)!
  if (hot.temperatureC - cold.temperatureC < 5 || hot.resistanceOhm < cold.resistanceOhm) return
  throw new EchtError(
    'not-monotonic',
    `Resistance rises from ${cold.resistanceOhm} Ω at ${fixed(cold.temperatureC, 0)} °C to ` +
      `${hot.resistanceOhm} Ω at ${fixed(hot.temperatureC, 0)} °C: this is no thermistor of ` +
      'the falling kind, or temperatures and ohms were exchanged.',
  )
}

/** How many temperatures the points really stand at: nearer than 1 °C, or three uncertainties, is one. */
export function distinctTemperatures(points: readonly CleanPoint[]): number {
  const gap = Math.min(3, Math.max(1, 3 * median(points.map((p) => p.temperatureUncertaintyC))))
  let count = 0,
    last = -Infinity
  for (const t of points.map((p) => p.temperatureC).sort((a, b) => a - b)) {
    if (t - last > gap) {
      count++
      last = t
    }
  }
  return count
}

/** Errors of the observed 1/T: each point's own, and those it shares with points that name the same id. */
export function observationErrors(
  points: readonly CleanPoint[],
  slopes: readonly number[],
): ObservationErrors {
  const perC = points.map((p) => -1 / (p.temperatureC + ZERO_C_IN_K) ** 2)
  return {
    // exact points (all uncertainties zero) still need a weight
    own: points.map((p, i) =>
      Math.max(
        (perC[i]! * p.temperatureUncertaintyC) ** 2 + (slopes[i]! * p.resistanceUncertainty) ** 2,
        1e-22,
      ),
    ),
    shared: sharedColumns(
      points.map((p) => p.common),
      (c) => `${c.of} ${c.id}`,
      (c, i) => c.sigma * (c.of === 'temperature' ? perC[i]! : -slopes[i]!),
    ),
  }
}
