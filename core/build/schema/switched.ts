import { anyNumber, object, oneOf, orNull, positive } from './shared.ts'

/** An input calls it low below, high above, V. */
export const thresholds = object({ lowV: anyNumber, highV: anyNumber })

/** Parts before an input of what switches, by their school: to the rail, and to ground where it divides. */
export const fitted = object({
  school: oneOf('pull-up', 'divider', 'trimmed', 'sensor-on-5v', 'from-battery'),
  upOhm: positive,
  downOhm: orNull(positive),
})
