import Type from 'typebox'
import { id, list, number, object, oneOf, orNull, text } from './shared.ts'

/** A wheel as it is written: `36-2`, `4+1`, or its angles (`core/trigger/wheel.ts`). */
const wheel = Type.String({ minLength: 1, maxLength: 4000 })

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
})
