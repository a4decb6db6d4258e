import { MOST } from '../../core/build/index.ts'
import {
  convertFromCore,
  formatQuantity,
  readQuantity,
  roundFigures,
  significant,
} from '../../core/quantity/index.ts'
import { inWords } from '../store/problem.ts'

/** A number as it was typed: its value in the core's unit, the text, and the unit it was asked in. */
export type Typed = { value: number; typed: string; unit: string }

/** Why what was typed is not taken; `typed` where it could be understood and is only doubted. */
export type Against = { why: string; typed: Typed | null }

/** Beyond this a number is a slip, whatever its unit. */
const MOST_VALUE = 1e15
/** What stands in the record for an open circuit, Ω. */
const OPEN_OHM = 1e9

/** What a text says: a number, why it is none or is doubted, and a tolerance written after it, as a share. */
type ReadText = { typed: Typed | null; error: string | null; tolerance: number | null }

/**
 * Reads a text as a number in a unit. An empty one says nothing, and nothing is wrong with it; `allowOpen` takes OL
 * and the like as an open circuit; `check` says what speaks against a value that could be read.
 */
export function readText(
  raw: string,
  unit: string,
  { allowOpen, check }: { allowOpen?: boolean; check?: (value: number) => string | null } = {},
): ReadText {
  const text = raw.trim()
  const none = (error: string | null): ReadText => ({ typed: null, error, tolerance: null })
  if (text === '') return none(null)
  if (text.length > MOST.typed)
    return none(`Too long for a number: at most ${MOST.typed} characters.`)
  if (allowOpen && /^(o\.?l\.?|open|∞)$/i.test(text))
    return { typed: { value: OPEN_OHM, typed: text, unit: 'Ω' }, error: null, tolerance: null }
  try {
    const { value, tolerance } = readQuantity(raw, unit)
    if (!Number.isFinite(value) || Math.abs(value) > MOST_VALUE)
      return none('That number is larger than anything in a vehicle.')
    return {
      typed: { value, typed: text, unit },
      error: check?.(value) ?? null,
      tolerance: tolerance ?? null,
    }
  } catch (error) {
    return none(inWords(error, 'Reading this number'))
  }
}

/** A value of the core as one would type it in a unit: five figures where the unit is the reader's own, else seven. */
export function typedText(value: number | null, core: string, unit: string): string {
  if (value === null) return ''
  // in a unit of the reader's own a round number of the core's is not round: five figures say enough
  const shown = convertFromCore(value, unit)
  const n = roundFigures(shown, unit === core ? 7 : 5)
  if (n === 0 || Math.abs(n) >= 1e-4) return String(n)
  // 1e-9 F is written 1n
  return formatQuantity(shown, unit, { digits: 6 })
    .replace(/\s/g, '')
    .replace(unit, '')
    .replace('−', '-')
}

/** What was understood of a text, beneath its box. */
export const understoodText = ({ value }: Typed, unit: string): string =>
  value === OPEN_OHM
    ? '= open circuit'
    : `= ${formatQuantity(convertFromCore(value, unit), unit, { digits: 5 })}`

/** One step up or down from a value, as text in the unit shown. */
export const steppedText = (value: number, unit: string, by: number): string =>
  significant(convertFromCore(value, unit) + by, 10)
