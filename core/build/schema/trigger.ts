import Type from 'typebox'
import { id, list, number, object, oneOf, orNull, range, text } from './shared.ts'

/** A wheel as it is written: `36-2`, `4+1`, or its angles (`core/trigger/wheel.ts`). */
const wheel = Type.String({ minLength: 1, maxLength: 4000 })

/** The sensor, the input that reads it and the parts at hand, as a switching sensor's input is designed from. */
const switching = object({
  lowV: number,
  sinkA: number,
  leakA: number,
  sensorFromV: number,
  cableF: number,
  thresholdLowV: number,
  thresholdHighV: number,
  limitV: number,
  batteryV: range,
  railTolerance: number,
  series: oneOf('E12', 'E24'),
  partTolerance: number,
  limiterRpm: number,
})

/** A coil before its wheel: a peak that was measured, and what its reader needs. */
const coil = object({
  peakV: number,
  rpm: number,
  gapM: number,
  diameterM: number,
  thresholdV: number,
  limitV: number,
  crankRpm: number,
  limiterRpm: number,
  runoutM: number,
  clearM: number,
})

/** How long a coil is charged at a battery voltage. */
const dwell = object({ id, coil: text, batteryV: number, dwellS: number })

/** A trigger: a wheel, what looks at it, and what the unit that reads it was told. */
export const trigger = object({
  id,
  name: text,
  /** the wheel that is on the engine */
  wheel,
  /** the wheel the unit was told; null where nobody looked */
  expects: orNull(wheel),
  pickup: oneOf('vr', 'hall'),
  device: orNull(id),
  /** pins of the unit its leads go to, as they are named there */
  pins: text,
  cylinders: Type.Integer({ minimum: 1, maximum: 16 }),
  firingOrder: list(Type.Integer({ minimum: 1, maximum: 16 }), 16),
  /** which tooth the unit counts from, and which way from top dead centre it counts */
  counts: object({
    tooth: oneOf('after-gap', 'before-gap'),
    from: oneOf('before', 'after'),
  }),
  /** the angle that is entered in the unit, in its own convention, °; null where nobody looked */
  angleDeg: orNull(number),
  /** what the input of a switching sensor is designed from; null until somebody types of it */
  input: orNull(switching),
  /** what the gap of a coil follows from; null until somebody types of it */
  gap: orNull(coil),
  dwell: list(dwell, 200),
})
