import {
  inForceOf,
  type Build,
  type Edited,
  type Id,
  type Measurement,
  type Reading,
} from '../../../core/build/index.ts'
import { readingUncertainty } from '../../../core/chain/index.ts'
import type { Observable, Observed } from '../../../core/prove/index.ts'
import type { Typed } from '../QuantityInput.tsx'

/** What was typed of each thing that can be read; what was not read is left out. */
export type TypedReadings = Partial<Record<Observable, Typed>>

/** The truth as it was read, with the instrument that says it. */
export const truthReading = (typed: Typed, instrument: string): Reading => ({
  role: 'truth',
  ...typed,
  instrument: instrument || null,
})

/**
 * The truth of a check and its 1σ, truth unit: the reading less what its probe showed in ice, with the instrument's
 * uncertainty and `familySigma`, how far sensor and surroundings differ even so.
 */
export function knownTruth(
  build: Build,
  reading: Reading,
  familySigma: number,
): { truth: number; sigma: number } {
  const { own, common } = readingUncertainty(build, reading)
  const probe = build.instruments.find((i) => i.id === reading.instrument)
  return {
    truth: reading.value - (probe?.iceCheck?.readC ?? 0),
    sigma: Math.hypot(own, common, familySigma),
  }
}

/** The values that were read, for the check. */
export const observedOf = (typed: TypedReadings): Observed =>
  Object.fromEntries(
    Object.entries(typed).flatMap(([what, t]) => (t ? [[what, t.value]] : [])),
  ) as Observed

/** The readings of a check as the record keeps them: the truth first. */
export function checkReadings(truth: Reading, typed: TypedReadings): Reading[] {
  const read = Object.entries(typed) as [Observable, Typed | undefined][]
  return [
    truth,
    ...read.flatMap(([what, t]): Reading[] =>
      t ? [{ role: what === 'ohm' ? 'signal' : what, ...t, instrument: null }] : [],
    ),
  ]
}

/** The change that records a check, as a proof of what the reader rests on now or as a measurement alone. */
export function recordCheck(
  build: Build,
  check: { read: Id; readings: Reading[]; prove: boolean },
  stamp: { measurement: Id; proof: Id; at: string },
): Edited {
  const measurement: Measurement = {
    id: stamp.measurement,
    at: stamp.at,
    by: '',
    about: { kind: 'keyOn', read: check.read },
    method: 'keyOn',
    readings: check.readings,
    note: '',
    struck: null,
  }
  if (!check.prove) return { kind: 'addMeasurement', args: { measurement } }
  const proof = {
    id: stamp.proof,
    read: check.read,
    measurements: [measurement.id],
    dependsOn: null,
    inForce: inForceOf(build, check.read),
    at: stamp.at,
    by: '',
  }
  return { kind: 'prove', args: { measurement, proof } }
}
