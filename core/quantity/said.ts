import { fixed, formatQuantity, significant, withUnit } from './format.ts'
import type { Write } from './shown.ts'

/**
 * What the core has to say, as data: a code for programs and tests, and a sentence as the pieces between its values.
 * Nothing in it is formatted: `written` puts the values into the units somebody reads. Plain data.
 */
export type Said = { code: string; pieces: readonly string[]; values: readonly Value[] }

/** A value in a sentence: a name or a sentence within it as it is, or a number with how it is meant. */
export type Value = string | Said | Amount | List
/** Said with or without values: a sentence that never changes is a string. */
export type Phrase = string | Said

/** Several values, joined by "and". */
type List = { list: readonly Value[] }

export type Amount = {
  value: number
  /** the core's unit */
  unit: string
  /**
   * how it is meant: a value with its unit or without; a difference with sign, with ± or with neither; an electrical
   * one in engineering notation; a bare number; a share of one, as per cent
   */
  as: 'value' | 'bare' | 'off' | 'within' | 'size' | 'engineering' | 'number' | 'percent'
  /** decimals as one would write them for °C; significant digits of `engineering` and, negative, of `number` */
  decimals: number
  /** how finely it is needed, unit of the value: what is written is that fine */
  need?: number
}

/**
 * Something said, under a code: `say('stuck')\`It stays at ${amount(v, 'V')}.\``. Codes are lower-case words with
 * hyphens, and one stands for one rule. A sentence may run over several lines: a line break with the space about it is
 * one space.
 */
export const say =
  (code: string) =>
  (text: TemplateStringsArray, ...values: Value[]): Said => ({
    code,
    pieces: piecesOf(text),
    values,
  })

const onOneLine = new WeakMap<TemplateStringsArray, string[]>()
/** A sentence is the same array each time it is said: its lines are joined once. */
function piecesOf(text: TemplateStringsArray): string[] {
  let pieces = onOneLine.get(text)
  if (!pieces) onOneLine.set(text, (pieces = text.map((t) => t.replace(/\s*\n\s*/g, ' '))))
  return [...pieces]
}

const meant =
  (as: Amount['as'], usual: number) =>
  (value: number, unit: string, decimals = usual, need?: number): Amount => ({
    value,
    unit,
    as,
    decimals,
    ...(need === undefined ? {} : { need }),
  })

/** A value with its unit: 98.3 °C. */
export const amount = meant('value', 1)
/** A value whose unit stands elsewhere in the sentence: 98.3. */
export const bare = meant('bare', 1)
/** A difference with its sign: +0.22 °C. */
export const off = meant('off', 2)
/** A half-width: ±0.22 °C. */
export const within = meant('within', 2)
/** The size of a difference: 0.22 °C. */
export const size = meant('size', 2)
/** An electrical value with four significant digits and a prefix: 4.7 kΩ. */
export const engineering = (value: number, unit: string, digits = 4): Amount =>
  meant('engineering', digits)(value, unit)
/** A number without a unit, or whose unit is written out in the sentence. */
export const number = (value: number, decimals = 0): Amount => meant('number', decimals)(value, '')
/** The same with so many significant digits. */
export const figures = (value: number, digits: number): Amount =>
  meant('number', -digits)(value, '')
/** A share of one as per cent: 0.25 is 25 %. */
export const percent = (share: number, decimals = 0): Amount =>
  meant('percent', decimals)(share, '')
/** Several values, joined by "and". */
export const list = (values: readonly Value[]): List => ({ list: values })

/** What was said, as one reads it in the units `write` chooses. */
export function written(said: Phrase, write: Write): string {
  if (typeof said === 'string') return said
  return said.pieces
    .map((piece, i) => (i === 0 ? piece : valueText(said.values[i - 1]!, write) + piece))
    .join('')
}

function valueText(value: Value, write: Write): string {
  if (typeof value === 'string') return value
  if ('list' in value) return value.list.map((v) => valueText(v, write)).join(' and ')
  return 'code' in value ? written(value, write) : amountText(value, write)
}

/** What is written beside a difference: of pressures neither gauge nor absolute, of temperatures plain degrees. */
export const besideDifference = (unit: string): string =>
  unit.replace('Δ', '').replace(/ [ag]$/, '')

function amountText({ value, unit, as, decimals, need }: Amount, write: Write): string {
  if (as === 'engineering') return formatQuantity(value, unit, { digits: decimals })
  if (as === 'percent') return `${fixed(value * 100, decimals)} %`
  if (as === 'number') return decimals < 0 ? significant(value, -decimals) : fixed(value, decimals)
  const q = write(unit, need)
  const shown = besideDifference(q.unit)
  switch (as) {
    case 'value':
      return q.text(value, decimals)
    case 'bare':
      return q.bare(value, decimals)
    case 'off':
      return withUnit(q.off(value, decimals), shown)
    case 'within':
      return withUnit(q.pm(value, decimals), shown)
    default:
      return withUnit(q.pm(value, decimals).slice(1), shown)
  }
}
