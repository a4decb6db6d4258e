import { orElse } from '../../../core/error.ts'
import { parseQuantity } from '../../../core/quantity/index.ts'

/** Ohms as they stand on a meter: `860`, `1k2`, `4 MΩ`, or `open`; null where it is neither. */
export function ohmsFromText(text: string | undefined): number | null {
  const plain = text?.trim() ?? ''
  if (plain === '') return null
  if (/^(open|ol|∞)$/i.test(plain)) return Infinity
  const ohm = orElse(() => parseQuantity(plain, 'Ω'), NaN)
  return ohm >= 0 ? ohm : null
}
