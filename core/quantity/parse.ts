import { ZERO_C_IN_K } from '../constants.ts'
import { EchtError } from '../error.ts'
import { findUnit, PREFIXES, UNITS, type Unit } from './units.ts'

/** What was typed, in the core's unit. */
export type ReadQuantity = {
  value: number
  /** what one step of its last digit is worth: 0.01 kΩ of `4.71k` is 10 Ω */
  step: number
  /** the tolerance written after it, as a share: 0.05 of `4k7 5%` */
  tolerance: number | null
}

/**
 * A quantity as people write it, in the core's unit for `unit`.
 *
 * Takes `4k7`, `2.2 kΩ`, `10R`, `0,47`, `98 °F`, `30 psi`, `18 AWG`, `4/0 AWG`, `12.5:1`, `1.2e3`. A bare
 * number is in the unit asked for; a tolerance after the value is left to `readQuantity`. Throws `EchtError`:
 * `not-a-quantity`, `ambiguous-number` (`1,500`), `wrong-unit` (a unit of another quantity),
 * `gauge-or-absolute`, `below-absolute-zero`, `unknown-unit`.
 *
 * @example parseQuantity('4k7', 'Ω') // 4700
 */
export const parseQuantity = (text: string, unit: string): number => readQuantity(text, unit).value

/** As `parseQuantity`, with the tolerance where one was written after the value. Throws the same. */
export function readQuantity(text: string, unit: string): ReadQuantity {
  const asked = findUnit(unit)
  if (!asked) throw new EchtError('unknown-unit', `The unit "${unit}" is not known.`)
  const tidy = String(text)
    .normalize('NFC')
    .replace(/[\u2212\u2013]/g, '-')
    .replace(/[\u00a0\u2009\u202f]/g, ' ')
    .trim()
    .replace(/^([+-]) +/, '$1')
  if (tidy === '')
    throw new EchtError('not-a-quantity', `Nothing was typed: give a value in ${asked.symbol}.`)
  const { rest, tolerance } = splitTolerance(tidy, asked)
  const split = wireSize(rest, asked) ?? codeValue(rest, asked) ?? number(rest, asked)
  const inCore = (value: number): number => toCore(value, split.unitText, asked, tidy)
  const core = inCore(split.value)
  if (!Number.isFinite(core))
    throw new EchtError(
      'not-a-quantity',
      `"${tidy}" is too large to be a value in ${asked.symbol}.`,
    )
  if (asked.dimension === 'temperature' && core < -ZERO_C_IN_K) {
    throw new EchtError(
      'below-absolute-zero',
      `"${tidy}" is below absolute zero (-273.15 °C): check the sign and the unit.`,
    )
  }
  // no negative zero: it would be written with its sign
  const value = core === 0 ? 0 : core
  return { value, step: Math.abs(inCore(split.value + split.step) - core), tolerance }
}

/** A number, one step of its last digit, and the unit written after it, which both are in. */
type Split = { value: number; step: number; unitText: string }

/** Dimensions of parts: a tolerance is printed on them, and their values are written as codes. */
const OF_PARTS = new Set(['resistance', 'capacitance'])

function splitTolerance(
  text: string,
  asked: Unit,
): { rest: string; tolerance: ReadQuantity['tolerance'] } {
  const match = /^(.*?\S)\s*(?:\s|±|\+\/-)\s*(\d+(?:[.,]\d+)?) ?%$/.exec(text)
  if (!match || !OF_PARTS.has(asked.dimension)) return { rest: text, tolerance: null }
  const percent = Number(match[2]!.replace(',', '.'))
  if (percent > 50)
    throw new EchtError('not-a-quantity', `A tolerance of ${percent} % is no tolerance of a part.`)
  return { rest: match[1]!, tolerance: percent / 100 }
}

/** Sizes of ASTM B258 above 0 AWG: `00` or `2/0` is one above, at −1; `0` itself is `1/0`. */
function wireSize(text: string, asked: Unit): Split | null {
  if (asked.dimension !== 'area') return null
  const named = /^(?:(awg|ga) *)?(\d+|[1-4]\/0)(?: *(awg|ga|gauge))?$/i.exec(text)
  if (!named) return null
  const [, before, size, after] = named as unknown as [string, string?, string?, string?]
  const isGauge = before ?? after ?? (asked.symbol === 'AWG' || size!.includes('/'))
  if (!isGauge) return null
  const noughts = size!.includes('/') ? Number(size![0]) : /^0+$/.test(size!) ? size!.length : 0
  if (noughts > 4)
    throw new EchtError('not-a-quantity', `"${text}" is no wire: the largest size is 0000 AWG.`)
  return { value: noughts > 0 ? 1 - noughts : Number(size), step: 1, unitText: 'AWG' }
}

// resistor code of IEC 60062: the prefix (or R, V) stands where the decimal point would: 4k7, 0R47, R47
const CODE = /^([+-]?)(\d*)([pnuµμmkKMGRrV])(\d+)\s*(.*)$/
/** Dimensions whose values are written as codes: 1m90 of a length or 1m30 of a time mean something else. */
const CODED = new Set(['resistance', 'capacitance', 'voltage', 'current', 'power', 'frequency'])

function codeValue(text: string, asked: Unit): Split | null {
  const code = CODE.exec(text)
  if (!code) return null
  const [, sign, whole, letter, part, rest] = code as unknown as [
    string,
    string,
    string,
    string,
    string,
    string,
  ]
  const isUnit = /[rV]/i.test(letter)
  if (whole === '' && !/r/i.test(letter)) return null
  // R47 needs no digit before it; the point has been set: what follows may be the unit, and no second prefix
  const implied = letter === 'V' ? 'V' : isUnit ? 'Ω' : ''
  const number = `${sign}${whole || '0'}.${part}`
  requireOneUnit({ text, number, rest, implied, prefix: isUnit ? '' : letter }, asked)
  const scale = isUnit ? 1 : PREFIXES[letter]!
  return {
    value: Number(number) * scale,
    step: 10 ** -part.length * scale,
    unitText: rest || implied,
  }
}

/** A value written as a code: its number, the unit its letter implies or the prefix it is, and what follows it. */
type Coded = { text: string; number: string; rest: string; implied: string; prefix: string }

/** Throws where a code has a second prefix or another unit behind it, or what is asked for is never written so. */
function requireOneUnit({ text, number, rest, implied, prefix }: Coded, asked: Unit): void {
  const coded = implied === '' ? asked : findUnit(implied)!
  const twice = PREFIXES[rest[0]!] !== undefined && !namesPlainly(coded, rest)
  if (twice && (rest.length === 1 || namesPlainly(coded, rest.slice(1).trim())))
    throw new EchtError(
      'not-a-quantity',
      `"${text}" has a prefix twice: write ${[...new Set([number + prefix, number + rest[0]])].join(' or ')}.`,
    )
  if (implied !== '' && rest !== '' && !namesPlainly(coded, rest))
    throw new EchtError(
      'wrong-unit',
      `"${text}" is written in ${implied} and says "${rest}" too: write ${number} ${implied}.`,
    )
  if (implied === '' && !CODED.has(asked.dimension))
    throw new EchtError(
      'not-a-quantity',
      `"${text}" is written as the value of a part; a ${asked.dimension} is asked for: write ` +
        `for example ${exampleFor(asked)}.`,
    )
}

/** Whether a text is a unit's symbol or one of its spellings, with no prefix. */
const namesPlainly = (unit: Unit, text: string): boolean => matchUnit(text, [unit])?.scale === 1

const NUMBER = /^([+-]?)((?:\d[\d., ]*\d|\d)(?:[.,](?!\d))?|[.,]\d+)(?:e([+-]?\d+))?/i

function number(text: string, asked: Unit): Split {
  // 11.7E10 is an AFR of E10, and no power of ten
  const ofFuel = asked.dimension === 'lambda' && /^([^eE]*\d) *E(\d{1,3})$/.exec(text)
  if (ofFuel) return { ...number(ofFuel[1]!, asked), unitText: `AFR E${ofFuel[2]}` }
  const match = NUMBER.exec(text)
  if (!match)
    throw new EchtError(
      'not-a-quantity',
      `"${text}" is not a number: write for example ${exampleFor(asked)}.`,
    )
  const digits = readDigits(match[2]!.trim(), text)
  const exponent = Number(match[3] ?? 0)
  const value = Number(`${match[1]}${digits}e${exponent}`)
  const step = 10 ** (exponent - (digits.split('.')[1]?.length ?? 0))
  const unitText = text.slice(match[0].length).trim()
  // so many parts of air to one of fuel
  const ratio = /^: *1(?: |$)/.exec(unitText)
  if (asked.dimension !== 'lambda' || !ratio) return { value, step, unitText }
  return { value, step, unitText: unitText.slice(ratio[0].length).trim() || asAfr(asked) }
}

/** What an air-to-fuel ratio without a fuel is: of the fuel asked for, where one is. */
const asAfr = (asked: Unit): string => (asked.symbol === 'λ' ? 'AFR' : asked.symbol)

/** Settles decimal points and commas; refuses what could be read two ways. */
function readDigits(raw: string, text: string): string {
  const spaced = raw.replace(/ /g, '')
  if (raw.includes(' ') && !/^\d{1,3}( \d{3})+([.,]\d+)?$/.test(raw)) {
    throw new EchtError(
      'not-a-quantity',
      `"${text}" holds a space inside its number: write it without.`,
    )
  }
  const commas = spaced.split(',').length - 1
  const dots = spaced.split('.').length - 1
  if (commas === 0 && dots <= 1) return spaced
  if (commas === 1 && dots === 0) {
    const [whole, part] = spaced.split(',') as [string, string]
    if (part.length === 3 && /^[1-9]\d{0,2}$/.test(whole)) {
      throw new EchtError(
        'ambiguous-number',
        `"${text}" could be ${whole}.${part} or ${whole}${part}: write ${whole}.${part} or ${whole}${part}.`,
      )
    }
    return `${whole || '0'}.${part}`
  }
  if (/^\d{1,3}(,\d{3})+(\.\d+)?$/.test(spaced) && (commas > 1 || dots === 1))
    return spaced.replace(/,/g, '')
  if (/^\d{1,3}(\.\d{3})+(,\d+)?$/.test(spaced)) return spaced.replace(/\./g, '').replace(',', '.')
  throw new EchtError('not-a-quantity', `"${text}" mixes points and commas: use one decimal point.`)
}

function toCore(value: number, unitText: string, asked: Unit, typed: string): number {
  if (unitText === '') return asked.toCore(value)
  const own = matchUnit(unitText, [asked, ...UNITS.filter((u) => u.dimension === asked.dimension)])
  if (own) {
    requireSameFace(own.unit, asked, typed)
    return own.unit.toCore(value * own.scale)
  }
  const named =
    asked.dimension === 'lambda' ? findUnit(unitText.replace(/^afr\s*e/i, 'AFR E')) : undefined
  if (named?.dimension === 'lambda') return named.toCore(value)
  if (asked.dimension === 'lambda' && /^afr$/i.test(unitText))
    throw new EchtError(
      'wrong-unit',
      `"${typed}" names no fuel: write for example ${value} AFR E10, or choose AFR of the ` +
        'fuel in the tank under Vehicle and instruments.',
    )
  // a bare prefix: 2.2k
  if (asked.prefixed && PREFIXES[unitText] !== undefined)
    return asked.toCore(value * PREFIXES[unitText]!)
  const other = matchUnit(unitText, UNITS)
  if (other) {
    throw new EchtError(
      'wrong-unit',
      `"${typed}" is a ${other.unit.dimension}; here a ${asked.dimension} in ${asked.symbol} is asked for.`,
    )
  }
  throw new EchtError(
    'unknown-unit',
    `"${unitText}" in "${typed}" is not a unit of ${asked.dimension}: write for example ${exampleFor(asked)}.`,
  )
}

/** Throws where a gauge pressure is typed and an absolute one is asked for, or the other way round. */
function requireSameFace({ face }: Unit, asked: Unit, typed: string): void {
  if (!asked.face || !face || face === asked.face) return
  const [is, wanted] = face === 'g' ? ['gauge', 'absolute'] : ['absolute', 'gauge']
  throw new EchtError(
    'gauge-or-absolute',
    `"${typed}" is ${is} and ${wanted} pressure is asked for: ` +
      `${is === 'gauge' ? 'add' : 'subtract'} the barometer, about 101 kPa at sea level.`,
  )
}

/** Symbols by their exact letters first, then people's spellings in any case: but milli and mega are told apart. */
function matchUnit(
  text: string,
  among: readonly Unit[],
): { unit: Unit; scale: number } | undefined {
  const exact = among.find((u) => u.symbol === text)
  if (exact) return { unit: exact, scale: 1 }
  const lower = text.toLowerCase()
  for (const unit of among)
    if (unit.symbol.toLowerCase() === lower || unit.aliases.includes(lower)) {
      // 0.1 mPa is no 0.1 MPa
      if (!unit.prefixCounts || unit.symbol[0] === text[0]) return { unit, scale: 1 }
    }
  const scale = PREFIXES[text[0]!]
  const rest = text.slice(1).trim()
  if (scale === undefined || rest === '') return undefined
  const unit = among.find(
    (u) => u.prefixed && (u.symbol === rest || u.aliases.includes(rest.toLowerCase())),
  )
  return unit && { unit, scale }
}

const EXAMPLES: Readonly<Record<string, string>> = {
  resistance: '4k7, 2.2 kΩ or 10R',
  voltage: '0.5 V or 500 mV',
  temperature: '98 °F or 36.7',
  pressure: '30 psi or 2.1 bar',
  area: '18 AWG or 0.8',
}
const exampleFor = (unit: Unit): string => EXAMPLES[unit.dimension] ?? `12.5 ${unit.symbol}`
