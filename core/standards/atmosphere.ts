import { EchtError, requireFinite } from '../error.ts'

/** 1σ of a barometer taken from altitude: the weather, kPa. */
export const WEATHER_KPA = 2

/**
 * Pressure of the standard atmosphere, kPa, at a geopotential altitude in metres. ISO 2533, troposphere.
 * Throws `EchtError` `out-of-range` outside −500 to 11,000 m, `not-a-number`.
 */
export function standardPressureKPa(altitudeM: number): number {
  requireFinite(altitudeM, 'The altitude')
  if (altitudeM < -500 || altitudeM > 11000) {
    throw new EchtError(
      'out-of-range',
      `An altitude of ${altitudeM} m is outside −500 to 11 000 m: check the unit.`,
    )
  }
  return 101.325 * (1 - (0.0065 * altitudeM) / 288.15) ** 5.25588
}
