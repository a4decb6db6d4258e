import { EchtError } from '../error.ts'
import { findUnit, PREFIXES, UNITS, type Unit } from './units.ts'

/**
 * A quantity as people write it, in the core's unit for `unit`.
 *
 * Takes `4k7`, `2.2 kΩ`, `10R`, `0,47`, `98 °F`, `30 psi`, `18 AWG`, `1.2e3`. A bare number is in the
 * unit asked for. Throws `EchtError`: `not-a-quantity`, `ambiguous-number` (`1,500`), `wrong-unit`
 * (a unit of another quantity), `gauge-or-absolute`, `below-absolute-zero`, `unknown-unit`.
 *
 * @example parseQuantity('4k7', 'Ω') // 4700
 */
export function parseQuantity(text: string, unit: string): number {
  const asked = findUnit(unit)
  if (!asked) throw new EchtError('unknown-unit', `The unit "${unit}" is not known.`)
  const tidy = String(text)
    .normalize('NFC')
    .replace(/[\u2212\u2013]/g, '-')
    .replace(/[\u00a0\u2009\u202f]/g, ' ')
    .trim()
  if (tidy === '')
    throw new EchtError('not-a-quantity', `Nothing was typed: give a value in ${asked.symbol}.`)
  const gaugeFirst = /^(awg)\s*(\d+)$/i.exec(tidy)
  const { value, unitText } = splitNumber(gaugeFirst ? `${gaugeFirst[2]} AWG` : tidy, asked)
  const core = toCore(value, unitText, asked, tidy)
  if (!Number.isFinite(core))
    throw new EchtError(
      'not-a-quantity',
      `"${tidy}" is too large to be a value in ${asked.symbol}.`,
    )
  if (asked.dimension === 'temperature' && core < -273.15) {
    throw new EchtError(
      'below-absolute-zero',
      `"${tidy}" is below absolute zero (-273.15 °C): check the sign and the unit.`,
    )
  }
  return core
}

const NUMBER = /^([+-]?)((?:\d[\d., ]*\d|\d)(?:[.,](?!\d))?|[.,]\d+)(?:e([+-]?\d+))?/i
// resistor code of IEC 60062: the prefix (or R, V) stands where the decimal point would: 4k7, 0R47, R47
const CODE = /^([+-]?)(\d*)([pnuµμmkKMGRrV])(\d+)\s*(.*)$/

function splitNumber(text: string, asked: Unit): { value: number; unitText: string } {
  const code = CODE.exec(text)
  if (code && (code[2] !== '' || /r/i.test(code[3]!))) {
    const [, sign, whole, letter, part, rest] = code as unknown as [
      string,
      string,
      string,
      string,
      string,
      string,
    ]
    const scale = /r/i.test(letter) || letter === 'V' ? 1 : PREFIXES[letter]!
    const implied = letter === 'V' ? 'V' : /r/i.test(letter) ? 'Ω' : ''
    const value = Number(`${sign}${whole || '0'}.${part}`) * scale
    return { value, unitText: rest.trim() || implied }
  }
  const match = NUMBER.exec(text)
  if (!match)
    throw new EchtError(
      'not-a-quantity',
      `"${text}" is not a number: write for example ${exampleFor(asked)}.`,
    )
  const digits = readDigits(match[2]!.trim(), text)
  const value = Number(`${match[1]}${digits}${match[3] === undefined ? '' : `e${match[3]}`}`)
  return { value, unitText: text.slice(match[0].length).trim() }
}

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
    if (asked.face && own.unit.face && own.unit.face !== asked.face) {
      const [is, wanted] = own.unit.face === 'g' ? ['gauge', 'absolute'] : ['absolute', 'gauge']
      throw new EchtError(
        'gauge-or-absolute',
        `"${typed}" is ${is} and ${wanted} pressure is asked for: ${is === 'gauge' ? 'add' : 'subtract'} the barometer, about 101 kPa at sea level.`,
      )
    }
    return own.unit.toCore(value * own.scale)
  }
  const named =
    asked.dimension === 'lambda' ? findUnit(unitText.replace(/^afr\s*e/i, 'AFR E')) : undefined
  if (named?.dimension === 'lambda') return named.toCore(value)
  if (asked.dimension === 'lambda' && /^afr$/i.test(unitText))
    throw new EchtError(
      'wrong-unit',
      `"${typed}" names no fuel: write for example ${value} AFR E10, or choose AFR of the fuel in the tank in the logbook.`,
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

/** Symbols by their exact letters first (mV is not MV), then people's spellings in any case. */
function matchUnit(
  text: string,
  among: readonly Unit[],
): { unit: Unit; scale: number } | undefined {
  const exact = among.find((u) => u.symbol === text)
  if (exact) return { unit: exact, scale: 1 }
  const lower = text.toLowerCase()
  for (const unit of among)
    if (unit.symbol.toLowerCase() === lower || unit.aliases.includes(lower))
      return { unit, scale: 1 }
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
