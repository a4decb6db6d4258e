import Type from 'typebox'
import {
  id,
  arrayOf,
  zeroOrMore,
  anyNumber,
  object,
  oneOf,
  orNull,
  positive,
  range,
  text,
  unit,
} from './shared.ts'

/** A wheel as it is written: `36-2`, `4+1`, or its angles (`core/trigger/wheel.ts`). */
const wheel = Type.String({ minLength: 1, maxLength: 4000 })

/** What switches and the parts at hand, as its input is designed from, together with what that input is. */
const switched = {
  switches: oneOf('ground', 'battery'),
  lowV: anyNumber,
  sinkA: anyNumber,
  leastA: anyNumber,
  leakA: anyNumber,
  sensorFromV: anyNumber,
  cableF: anyNumber,
  batteryV: range,
  railTolerance: anyNumber,
  series: oneOf('E12', 'E24'),
  partTolerance: anyNumber,
}

/** A contact or switching sensor that says on or off. */
export const onOffShape = object({
  /** what kind of switch it is (`core/onOff/members.ts`) */
  member: id,
  /** unit of what it follows, and which way that moves when the contact closes */
  unit,
  closes: oneOf('rising', 'falling'),
  /** the device shows on while the contact is so */
  onWhen: oneOf('closed', 'open'),
  /** where it should switch as the truth rises, and as it falls; null where nobody asked */
  risingAt: orNull(anyNumber),
  fallingAt: orNull(anyNumber),
  /** what its input is designed from; null until somebody types of it */
  switched: orNull(object({ ...switched, /** times a second at the most */ edgesHz: anyNumber })),
})

/** A coil before its wheel: a peak that was measured, and what its reader needs. */
const coil = object({
  peakV: anyNumber,
  rpm: anyNumber,
  gapM: anyNumber,
  diameterM: anyNumber,
  /** as builds had them before its pin did */
  thresholdV: Type.Optional(anyNumber),
  limitV: Type.Optional(anyNumber),
  crankRpm: anyNumber,
  limiterRpm: anyNumber,
  runoutM: anyNumber,
  clearM: anyNumber,
  /** width of a tooth at its top and of the pole tip, m; left out until somebody measured them */
  toothM: Type.Optional(positive),
  tipM: Type.Optional(positive),
})

/** How long a coil is charged at a battery voltage. */
const dwell = object({ id, coil: text, batteryV: anyNumber, dwellS: anyNumber })

/** A trigger: a wheel, what looks at it, and what the unit that reads it was told. */
export const triggerShape = object({
  id,
  name: text,
  /** the wheel that is on the engine */
  wheel,
  /** the wheel the unit was told; null where nobody looked */
  expects: orNull(wheel),
  pickup: oneOf('vr', 'hall'),
  /** the input of the unit that reads it, and of two leads the pin the other goes to; null where nobody said */
  input: orNull(id),
  secondPin: orNull(id),
  cylinders: Type.Integer({ minimum: 1, maximum: 16 }),
  firingOrder: arrayOf(Type.Integer({ minimum: 1, maximum: 16 }), 16),
  /** which tooth the unit counts from, and which way from top dead centre it counts */
  counts: object({
    tooth: oneOf('after-gap', 'before-gap'),
    from: oneOf('before', 'after'),
  }),
  /** the angle that is entered in the unit, in its own convention, °; null where nobody looked */
  angleDeg: orNull(anyNumber),
  /** what the input of a switching sensor is designed from; null until somebody types of it */
  switched: orNull(object({ ...switched, limiterRpm: anyNumber })),
  /** what the gap of a coil follows from; null until somebody types of it */
  gap: orNull(coil),
  dwell: arrayOf(dwell, 200),
  /** ohms between two leads with the plug off, red on the first; null ohms where the meter shows none */
  leads: arrayOf(object({ id, red: text, black: text, ohm: orNull(zeroOrMore) }), 12),
  /**
   * the peak of a coil while it is cranked, and what makes edges of it where nobody named the unit: otherwise its
   * pin has them; null until somebody types of it
   */
  comparator: orNull(
    object({
      peakV: positive,
      thresholdV: Type.Optional(positive),
      hysteresisV: Type.Optional(positive),
      limitV: Type.Optional(positive),
    }),
  ),
})
