import { requirePositive } from '../error.ts'

/** First-order input filter: cut-off, Hz, `1/(2πRC)`, R being the Thevenin resistance at the node. */
export const cutOffHz = (ohm: number, farad: number): number => 1 / (2 * Math.PI * requirePositive(ohm, 'The source resistance') * requirePositive(farad, 'The capacitor'))

/** Time, s, for an RC input to settle to half a count of an n-bit converter: `RC·ln 2^(n+1)`. */
export const settlingS = (ohm: number, farad: number, bits: number): number =>
  requirePositive(ohm, 'The source resistance') * requirePositive(farad, 'The capacitor') * Math.LN2 * (requirePositive(bits, 'The bits') + 1)
