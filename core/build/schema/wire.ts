import { id, object, oneOf, orNull, positive, statedNotNegative, text } from './shared.ts'

/** A wire that somebody drew: from a pin or a ground post to another. Whose it is follows from what it reaches. */
export const drawnWire = object({
  id,
  name: text,
  kind: oneOf('signal', 'ground', 'supply', 'shield'),
  /** pins of devices and sensors, or ground posts */
  from: id,
  to: id,
  ohm: statedNotNegative,
  /** how far its ohms may be off, Ω, where that is known; null: half of what was stated, or the meter's last digits */
  doubtOhm: orNull(positive),
  colour: text,
})
