import { refusal, orElse } from '../error.ts'
import type { CommonError, CurvePoint, Drive } from '../curve/family.ts'
import type {
  GivenByRole,
  GivenNumber,
  PointMethod,
  AskedRole,
  WorkedTruth,
} from '../curve/recipe.ts'
import type { AnyFamily } from '../curve/registry.ts'
import { readQuantity } from '../quantity/parse.ts'
import { UNITS } from '../quantity/units.ts'
import { inputOf, readsOf } from '../build/find.ts'
import type {
  Build,
  ElementSettings,
  Instrument,
  Measurement,
  Reading,
  WiredRead,
} from '../build/types.ts'

/** A point of the record made ready for a fit, with where its truth came from. */
export type TakenPoint = CurvePoint & {
  measurement: Measurement
  recipe: PointMethod | undefined
  truthFrom: string
  /** taken in the device that reads the sensor: what its ground stands off is in the signal */
  inDevice: boolean
}

/** A measured point nothing can be worked out of, and why. */
export type Unusable = { measurement: string; why: string }

const ROOT3 = Math.sqrt(3)

/**
 * Points of an element as a fit takes them: truths worked out by the recipe from what was given, probes
 * corrected for their ice check; uncertainties from the instruments, split into what each reading has alone
 * and what all readings of one instrument share. A ratiometric sensor's volts are brought to its nominal supply:
 * by the supply measured with them, or with the doubt of one that nobody measured. Where some points were taken in
 * the device and others at the sensor, the device's ground is taken off the former. Struck points are left out; of
 * what a recipe can make nothing, `onUnusable` is told why.
 */
export function takenPoints(
  build: Build,
  family: AnyFamily,
  measurements: readonly Measurement[],
  settings: ElementSettings = {},
  onUnusable: (unusable: Unusable) => void = () => undefined,
): TakenPoint[] {
  const drive = family.drive(settings)
  const standing = measurements.filter((m) => m.struck === null)
  const sitting = sittings(standing)
  const taken = standing.flatMap((measurement): TakenPoint[] => {
    const given = givenBy(build, measurement)
    const recipe = family.methods.find((m) => m.id === measurement.method)
    const { signal } = given
    const truth = truthOrWhy(recipe, given, settings, (why) =>
      onUnusable({ measurement: measurement.id, why }),
    )
    if (!signal || !truth) return []
    const inDevice =
      recipe?.includesGround === true ||
      measurement.readings.some((r) => r.role === 'signal' && r.unit === 'counts')
    const point: TakenPoint = {
      measurement,
      recipe,
      inDevice,
      truth: truth.value,
      signal: signal.value,
      truthFrom: truth.from,
      method: measurement.method,
      truthUncertainty: truth.own,
      signalUncertainty: signal.own,
      common: [...truth.common, ...commonOf(signal, signal.value)],
    }
    // counts of the converter that feeds the sensor follow its supply by themselves
    return drive.kind === 'voltage' && drive.nominalV !== null && !inDevice
      ? [atNominal(point, given, drive.nominalV, sitting.get(measurement.id)!)]
      : [point]
  })
  return withoutGround(build, drive, taken)
}

const commonOf = (given: GivenNumber, signal: number): CommonError[] =>
  given.common > 0 && given.instrument && signal !== 0
    ? [{ id: given.instrument.id, of: 'signal', sigma: given.common }]
    : []

/** A supply nobody measured, relative half-width. */
const SUPPLY_LIMIT = 0.01

/** A ratiometric sensor's volts at the supply its curve is stated for. */
function atNominal(
  point: TakenPoint,
  given: GivenByRole,
  nominalV: number,
  sitting: number,
): TakenPoint {
  const { signal, supply } = given
  if (!supply || !(supply.value > 0)) {
    const sigma = (SUPPLY_LIMIT / ROOT3) * Math.abs(point.signal)
    return {
      ...point,
      common: [...point.common!, { id: `supply ${sitting}`, of: 'signal', sigma }],
    }
  }
  const scale = nominalV / supply.value
  const volts = point.signal * scale
  const perSupply = Math.abs(volts) / supply.value
  const oneMeter = supply.instrument !== null && supply.instrument.id === signal?.instrument?.id
  const truths = point.common!.filter((c) => c.of === 'truth')
  return {
    ...point,
    signal: volts,
    signalUncertainty: Math.hypot(point.signalUncertainty! * scale, supply.own * perSupply),
    common: oneMeter
      ? // the gain of one meter is in both, and leaves their ratio alone
        [
          ...truths,
          ...commonOf(
            { ...signal!, common: Math.abs(signal!.common * scale - supply.common * perSupply) },
            volts,
          ),
        ]
      : [
          ...truths,
          ...commonOf({ ...signal!, common: signal!.common * scale }, volts),
          ...commonOf({ ...supply, common: supply.common * perSupply }, volts),
        ],
  }
}

/** Points taken hours apart were taken in another sitting, by a supply that may have moved. */
const SITTING_MS = 3 * 3600e3

function sittings(measurements: readonly Measurement[]): Map<string, number> {
  const order = measurements.toSorted((a, b) => Date.parse(a.at) - Date.parse(b.at))
  const of = new Map<string, number>()
  let sitting = 0
  order.forEach((m, i) => {
    if (i > 0 && Date.parse(m.at) - Date.parse(order[i - 1]!.at) > SITTING_MS) sitting++
    of.set(m.id, sitting)
  })
  return of
}

/**
 * Points of one kind, so that one curve goes through them. Where all were taken in the device they stay as they are,
 * and the curve is the sensor's as that device reads it (`groundInCurve`); where some were, its ground is taken off
 * those, with what it is not known by.
 */
function withoutGround(build: Build, drive: Drive, points: TakenPoint[]): TakenPoint[] {
  if (points.every((p) => p.inDevice) || !points.some((p) => p.inDevice)) return points
  const element = elementOfPoint(points[0]!)
  const read = readerInPoints(build, element)
  if (!read || drive.kind !== 'voltage') return points
  const offset = groundOf(build, read)
  return points.map((p) => {
    if (!p.inDevice) return p
    // of a sensor that follows the converter's rail only what its share leaves arrives
    const arrives = drive.nominalV === null ? 1 : 1 - p.signal / drive.nominalV
    return {
      ...p,
      inDevice: false,
      signal: p.signal - offset.value * arrives,
      common: [
        ...p.common!,
        { id: 'ground offset', of: 'signal', sigma: Math.abs(offset.sigma * arrives) },
      ],
    }
  })
}

const elementOfPoint = ({ measurement: { about } }: TakenPoint): string | null =>
  about.kind === 'point' ? about.element : null

/** The reader in whose device points are taken: the first of the sensor. */
export const readerInPoints = (build: Build, element: string | null): WiredRead | undefined =>
  element === null ? undefined : readsOf(build, [element])[0]

/**
 * A ground offset nobody measured, V: what a tidy sensor ground stays within; and one measured on a millivolt range.
 */
export const UNMEASURED_GROUND_V = 0.005
export const MEASURED_GROUND_V = 0.0005

function groundOf(build: Build, read: WiredRead): { value: number; sigma: number } {
  if (inputOf(build, read.input).input.differential) return { value: 0, sigma: 0 }
  const { value, basis } = read.wire.groundOffsetV
  return {
    value,
    sigma: (basis === 'measured' ? MEASURED_GROUND_V : UNMEASURED_GROUND_V) / ROOT3,
  }
}

/** A truth worked out; where the recipe refuses what was given, null and why. */
function truthOrWhy(
  recipe: PointMethod | undefined,
  given: GivenByRole,
  settings: ElementSettings,
  refused: (why: string) => void,
): WorkedTruth | null {
  try {
    const worked = truthOf(recipe, given, settings)
    if (!worked || (Number.isFinite(worked.value) && Number.isFinite(worked.own))) return worked
    refused('No finite value follows from what was given for it.')
  } catch (error) {
    refused(refusal(error).message)
  }
  return null
}

function truthOf(
  recipe: PointMethod | undefined,
  given: GivenByRole,
  settings: ElementSettings,
): WorkedTruth | null {
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

/** Roles that are of no point of a sensor's curve. */
const ELSEWHERE: ReadonlySet<string> = new Set([
  'shown',
  'pinV',
  'drop',
  'zero',
  'ampere',
  'rpm',
  'commanded',
  'seen',
] satisfies Exclude<Reading['role'], AskedRole>[])
const isOfPoint = (role: Reading['role']): role is AskedRole => !ELSEWHERE.has(role)

/** The readings of a measurement by role, each with its uncertainty. */
export function givenBy(build: Build, measurement: Pick<Measurement, 'readings'>): GivenByRole {
  const given: GivenByRole = {}
  for (const reading of measurement.readings) {
    const { role } = reading
    if (!isOfPoint(role)) continue
    const instrument = build.instruments.find((i) => i.id === reading.instrument)
    const { own, common } = readingUncertainty(build, reading)
    given[role] = {
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
  const { own, shared } = limitsOf(instrument, reading.value, digit)
  return { own: Math.max(own, digit / 2) / ROOT3, common: shared / ROOT3 }
}

/**
 * How far an instrument may be off at a value, as limits in the unit: what each reading has of its own, and what all
 * its readings share. `digit` is one step of its last place.
 */
export function limitsOf(
  instrument: Pick<Instrument, 'accuracy' | 'iceCheck'>,
  value: number,
  digit: number,
): { own: number; shared: number } {
  const { percent, digits, commonShare } = instrument.accuracy
  const scaled = (percent / 100) * Math.abs(value) + offsetLimit(instrument)
  return { own: (1 - commonShare) * scaled + digits * digit, shared: commonShare * scaled }
}

/** In checked ice a probe's offset is known to the ice itself, 0.1 °C, and no longer to its data sheet. */
const offsetLimit = (instrument: Pick<Instrument, 'accuracy' | 'iceCheck'>): number =>
  instrument.iceCheck
    ? Math.min(instrument.accuracy.offset, 0.1 * ROOT3)
    : instrument.accuracy.offset

/** What one step of the last typed digit is worth, in the core's unit: 0.01 kΩ of "4.71k" is 10 Ω. */
export function lastPlace(reading: Pick<Reading, 'typed' | 'unit'> & { value?: number }): number {
  return orElse(() => {
    const { value, step } = readQuantity(reading.typed, reading.unit)
    // raw counts of a converter are kept beside the volts they stood for
    return reading.unit === 'counts' && reading.value !== undefined && value !== 0
      ? (step * reading.value) / value
      : step
  }, 0)
}
