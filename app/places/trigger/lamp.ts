import type { Build, Measurement, Trigger } from '../../../core/build/index.ts'
import { orElse } from '../../../core/error.ts'
import { lampFit, type LampFit, type LampReading } from '../../../core/trigger/index.ts'

export type LampMeasurement = Measurement & {
  about: Extract<Measurement['about'], { kind: 'lamp' }>
}

/** The lamp readings of a trigger, struck ones among them. */
export const lampsOf = (build: Build, { id }: Trigger): LampMeasurement[] =>
  build.measurements.filter(
    (m): m is LampMeasurement => m.about.kind === 'lamp' && m.about.trigger === id,
  )

/** A lamp measurement as a reading; null where one of its numbers is missing. */
export function readingOf({ readings }: Measurement): LampReading | null {
  const of = (role: string): number | undefined => readings.find((r) => r.role === role)?.value
  const [rpm, commandedDeg, seenDeg] = [of('rpm'), of('commanded'), of('seen')]
  return rpm === undefined || commandedDeg === undefined || seenDeg === undefined
    ? null
    : { rpm, commandedDeg, seenDeg }
}

/** What counts of a trigger's lamp readings, and the offset and delay they say; no fit without one. */
export function lampNow(
  build: Build,
  trigger: Trigger,
): { readings: LampReading[]; fit: LampFit | null } {
  const readings = lampsOf(build, trigger)
    .filter((m) => !m.struck)
    .flatMap((m) => readingOf(m) ?? [])
  return { readings, fit: orElse(() => lampFit(readings), null) }
}
