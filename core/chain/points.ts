import { EchtError } from '../error.ts'
import type { CurvePoint } from '../curve/family.ts'
import type { Given, PointMethod, Role, Worked } from '../curve/recipe.ts'
import type { AnyFamily } from '../curve/registry.ts'
import { readQuantity } from '../quantity/parse.ts'
import { UNITS } from '../quantity/units.ts'
import type { Build, ElementSettings, Instrument, Measurement, Reading } from '../build/types.ts'

/** A point of the record made ready for a fit, with where its truth came from. */
export type TakenPoint = CurvePoint & {
  measurement: Measurement
  recipe: PointMethod | undefined
  truthFrom: string
}

/** A measured point nothing can be worked out of, and why. */
export type Unusable = { measurement: string; why: string }

const ROOT3 = Math.sqrt(3)

/**
 * Points of an element as a fit takes them: truths worked out by the recipe from what was given, probes
 * corrected for their ice check; uncertainties from the instruments, split into what each reading has alone
 * and what all readings of one instrument share. A ratiometric sensor's volts are brought to its nominal supply
 * where the supply was measured with them. Struck points are left out; of what a recipe can make nothing,
 * `onUnusable` is told why.
 */
export function takenPoints(
  build: Build,
  family: AnyFamily,
  measurements: readonly Measurement[],
  settings: ElementSettings = {},
  onUnusable: (unusable: Unusable) => void = () => undefined,
): TakenPoint[] {
  const drive = family.drive(settings)
  return measurements
    .filter((m) => m.struck === null)
    .flatMap((measurement) => {
      const given = givenBy(build, measurement)
      const recipe = family.methods.find((m) => m.id === measurement.method)
      const { signal } = given
      const truth = truthOrWhy(recipe, given, settings, (why) =>
        onUnusable({ measurement: measurement.id, why }),
      )
      if (!signal || !truth) return []
      const nominal =
        drive.kind === 'voltage' &&
        drive.nominalV !== null &&
        given.supply &&
        given.supply.value > 0
          ? drive.nominalV / given.supply.value
          : 1
      return [
        {
          measurement,
          recipe,
          truth: truth.value,
          signal: signal.value * nominal,
          truthFrom: truth.from,
          method: measurement.method,
          truthUncertainty: truth.own,
          signalUncertainty: signal.own * nominal,
          common: [
            ...truth.common,
            ...(signal.common > 0 && signal.instrument
              ? [
                  {
                    id: signal.instrument.id,
                    of: 'signal' as const,
                    sigma: signal.common * nominal,
                  },
                ]
              : []),
          ],
        },
      ]
    })
}

/** A truth worked out; where the recipe refuses what was given, null and why. */
function truthOrWhy(
  recipe: PointMethod | undefined,
  given: Given,
  settings: ElementSettings,
  refused: (why: string) => void,
): Worked | null {
  try {
    const worked = truthOf(recipe, given, settings)
    if (!worked || (Number.isFinite(worked.value) && Number.isFinite(worked.own))) return worked
    refused('No finite value follows from what was given for it.')
  } catch (error) {
    if (!(error instanceof EchtError)) throw error
    refused(error.message)
  }
  return null
}

function truthOf(
  recipe: PointMethod | undefined,
  given: Given,
  settings: ElementSettings,
): Worked | null {
  // a truth that was typed stands, whatever the recipe would have worked out
  if (recipe && (recipe.asks.length > 0 || !given.truth)) return recipe.truth(given, settings)
  const t = given.truth
  return t
    ? {
        value: t.value,
        own: t.own,
        common:
          t.common > 0 && t.instrument
            ? [{ id: t.instrument.id, of: 'truth', sigma: t.common }]
            : [],
        from: t.instrument?.name ?? 'typed',
      }
    : null
}

/** The readings of a measurement by role, each with its uncertainty. */
export function givenBy(build: Build, measurement: Pick<Measurement, 'readings'>): Given {
  const given: Given = {}
  for (const reading of measurement.readings) {
    if (reading.role === 'shown' || reading.role === 'pinV') continue
    const instrument = build.instruments.find((i) => i.id === reading.instrument)
    const { own, common } = readingUncertainty(build, reading)
    given[reading.role satisfies Role] = {
      value: reading.value - (reading.role === 'truth' ? (instrument?.iceCheck?.readC ?? 0) : 0),
      typed: reading.typed,
      own,
      common,
      instrument: instrument ? { id: instrument.id, name: instrument.name } : null,
    }
  }
  return given
}

/** Limits taken when a reading names no instrument: a cheap hand-held one, by what it reads. */
const UNNAMED: Partial<Record<string, { share: number; offset: number }>> = {
  Ω: { share: 0.008, offset: 0 },
  V: { share: 0.008, offset: 0.002 },
  Hz: { share: 0.001, offset: 0 },
  '°C': { share: 0, offset: 0.5 },
  kPa: { share: 0.01, offset: 1 },
  l: { share: 0.01, offset: 0 },
  'km/h': { share: 0, offset: 0.3 },
  m: { share: 0, offset: 0 },
  'kg/h': { share: 0.02, offset: 0 },
}
const dimensionOf = (unit: string): string => UNITS.find((u) => u.symbol === unit)?.dimension ?? ''
/** A device's own converter, read as raw counts, is as good as its last count. */
const OWN_CONVERTER = { share: 0, offset: 0 }
const unnamed = (unit: string): { share: number; offset: number } =>
  unit === 'counts'
    ? OWN_CONVERTER
    : (UNNAMED[unit] ??
      Object.entries(UNNAMED).find(
        ([symbol]) => dimensionOf(symbol) === dimensionOf(unit),
      )?.[1] ?? { share: 0, offset: 0 })

/** What a cheap hand-held instrument may be off at a value, as limits, in the unit. */
export function handHeld(unit: 'Ω' | 'V', value: number): number {
  const limits = unnamed(unit)
  return limits.share * Math.abs(value) + limits.offset
}

/** 1σ of one reading in the core's unit: its own part, and the part shared with all of its instrument. */
export function readingUncertainty(
  build: Build,
  reading: Reading,
): { own: number; common: number } {
  const instrument = build.instruments.find((i) => i.id === reading.instrument)
  const digit = lastPlace(reading)
  if (!instrument) {
    const { share, offset } = unnamed(reading.unit)
    // air pressure typed by altitude carries the weather instead; a barometer nobody named is believed
    const limit =
      reading.role === 'altitude' || reading.role === 'pressure'
        ? 0
        : share * Math.abs(reading.value) + offset
    return { own: Math.hypot(limit, digit) / ROOT3, common: 0 }
  }
  const { percent, digits, commonShare } = instrument.accuracy
  const scaled = (percent / 100) * Math.abs(reading.value) + offsetLimit(instrument)
  const randomLimit = (1 - commonShare) * scaled + digits * digit
  return { own: Math.max(randomLimit, digit / 2) / ROOT3, common: (commonShare * scaled) / ROOT3 }
}

/** In checked ice a probe's offset is known to the ice itself, 0.1 °C, and no longer to its data sheet. */
const offsetLimit = (instrument: Instrument): number =>
  instrument.iceCheck
    ? Math.min(instrument.accuracy.offset, 0.1 * ROOT3)
    : instrument.accuracy.offset

/** What one step of the last typed digit is worth, in the core's unit: 0.01 kΩ of "4.71k" is 10 Ω. */
export function lastPlace(reading: Pick<Reading, 'typed' | 'unit'> & { value?: number }): number {
  try {
    const { value, step } = readQuantity(reading.typed, reading.unit)
    // raw counts of a converter are kept beside the volts they stood for
    return reading.unit === 'counts' && reading.value !== undefined && value !== 0
      ? (step * reading.value) / value
      : step
  } catch {
    return 0
  }
}
