import { boilingPointC, standardPressureKPa, WEATHER_KPA } from '../standards/index.ts'
import type { CurvePoint, PointMethod } from '../curve/family.ts'
import type { AnyFamily } from '../curve/registry.ts'
import { parseQuantity } from '../quantity/parse.ts'
import type { Build, Instrument, Measurement, Reading } from '../build/types.ts'

/** A point of the record made ready for a fit, with where its truth came from. */
export type TakenPoint = CurvePoint & { measurement: Measurement; method: PointMethod | undefined; truthFrom: string }

const ROOT3 = Math.sqrt(3)

/**
 * Points of an element as a fit takes them: truths corrected for the ice check, fixed or worked out from the
 * air pressure where the method says so; uncertainties from the instruments, split into what each reading
 * has alone and what all readings of one instrument share. Struck points are left out.
 */
export function takenPoints(build: Build, family: AnyFamily, measurements: readonly Measurement[]): TakenPoint[] {
  return measurements.filter((m) => m.struck === null).flatMap((measurement) => {
    const signal = measurement.readings.find((r) => r.role === 'signal')
    const method = family.methods.find((m) => m.id === measurement.method)
    const truth = truthOf(build, measurement, method)
    if (!signal || !truth) return []
    const own = readingUncertainty(build, signal)
    const signalValue = signal.value
    return [{
      measurement, method, truth: truth.value, signal: signalValue, truthFrom: truth.from,
      truthUncertainty: truth.own,
      signalUncertainty: own.own / Math.abs(signalValue),
      common: [
        ...truth.common,
        ...(own.common > 0 && signal.instrument ? [{ id: signal.instrument, of: 'signal' as const, sigma: own.common / Math.abs(signalValue) }] : []),
      ],
    }]
  })
}

type Truth = { value: number; own: number; common: NonNullable<CurvePoint['common']>; from: string }

function truthOf(build: Build, measurement: Measurement, method: PointMethod | undefined): Truth | undefined {
  const reading = (role: Reading['role']): Reading | undefined => measurement.readings.find((r) => r.role === role)
  const own = method?.uncertainty ?? 0
  if (method?.truthFrom === 'fixed' && !reading('truth')) return { value: method.fixedTruth!, own, common: [], from: method.name.toLowerCase() }
  if (method?.truthFrom === 'pressure') {
    const pressure = reading('pressure'), altitude = reading('altitude')
    if (pressure) {
      const { own: alone, common } = readingUncertainty(build, pressure)
      const value = boilingPointC(pressure.value)
      const perKPa = boilingSlope(pressure.value)
      return { value, own: Math.hypot(own, alone * perKPa), common: pressure.instrument ? [{ id: pressure.instrument, of: 'truth', sigma: common * perKPa }] : [], from: `boiling at ${pressure.typed}` }
    }
    if (altitude) {
      const kPa = standardPressureKPa(altitude.value)
      // one day's weather is shared by every point that was taken from the altitude
      return { value: boilingPointC(kPa), own, common: [{ id: 'weather', of: 'truth', sigma: WEATHER_KPA * boilingSlope(kPa) }], from: `boiling at ${altitude.typed}` }
    }
  }
  const truth = reading('truth')
  if (!truth) return undefined
  const instrument = build.instruments.find((i) => i.id === truth.instrument)
  const { own: alone, common } = readingUncertainty(build, truth)
  return {
    value: truth.value - (instrument?.iceCheck?.readC ?? 0), own: Math.hypot(own, alone),
    common: common > 0 && instrument ? [{ id: instrument.id, of: 'truth', sigma: common }] : [], from: instrument?.name ?? 'typed',
  }
}

const boilingSlope = (kPa: number): number => (boilingPointC(kPa + 0.5) - boilingPointC(kPa - 0.5))

/** Accuracy taken when a reading names no instrument: a cheap hand-held one. */
const UNNAMED = { signalPercent: 0.8, truth: 0.5 }

/** 1σ of one reading in the core's unit: its own part, and the part shared with all of its instrument. */
export function readingUncertainty(build: Build, reading: Reading): { own: number; common: number } {
  const instrument = build.instruments.find((i) => i.id === reading.instrument)
  const digit = lastPlace(reading)
  if (!instrument) {
    const limit = reading.role === 'signal' ? (UNNAMED.signalPercent / 100) * Math.abs(reading.value) : reading.role === 'truth' ? UNNAMED.truth : 0
    return { own: Math.hypot(limit, digit) / ROOT3, common: 0 }
  }
  const { percent, digits, commonShare } = instrument.accuracy
  const scaled = (percent / 100) * Math.abs(reading.value) + offsetLimit(instrument)
  const randomLimit = (1 - commonShare) * scaled + digits * digit
  return { own: Math.max(randomLimit, digit / 2) / ROOT3, common: (commonShare * scaled) / ROOT3 }
}

/** In checked ice a probe's offset is known to the ice itself, 0.1 °C, and no longer to its data sheet. */
const offsetLimit = (instrument: Instrument): number =>
  instrument.iceCheck ? Math.min(instrument.accuracy.offset, 0.1 * ROOT3) : instrument.accuracy.offset

/** What one step of the last typed digit is worth, in the core's unit: 0.01 kΩ of "4.71k" is 10 Ω. */
export function lastPlace(reading: Pick<Reading, 'typed' | 'unit'>): number {
  const at = [...reading.typed].findLastIndex((c, i, all) => /\d/.test(c) && !/[a-zA-Z²³]/.test(all[i - 1] ?? '') || (/\d/.test(c) && /[kKMmRrµu]/.test(all[i - 1] ?? '')))
  if (at < 0) return 0
  const digit = Number(reading.typed[at])
  const other = digit === 9 ? 8 : digit + 1
  try {
    return Math.abs(parseQuantity(`${reading.typed.slice(0, at)}${other}${reading.typed.slice(at + 1)}`, reading.unit) - parseQuantity(reading.typed, reading.unit))
  } catch { return 0 }
}
