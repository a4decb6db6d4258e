/** A sentence when a number must be above zero and is not. */
export const aboveZero = (v: number): string | null => (v > 0 ? null : 'It must be above zero.')

/** A sentence when a number must not be negative and is. */
export const notNegative = (v: number): string | null => (v >= 0 ? null : 'It cannot be negative.')

/** A sentence when a rail is none that a converter or a sensor lives on. */
export const voltsCheck = (v: number): string | null =>
  v < 0.1 || v > 30 ? 'A reference or a rail of a sensor stands between 0.1 and 30 V.' : null
