import { EchtError } from '../error.ts'
import { findUnit, type Unit } from './units.ts'

export type FormatOptions = {
  /** unit to show it in, of the same dimension; the core's unit if left out */
  as?: string
  /** significant digits, trailing zeros dropped; 4 if left out */
  digits?: number
  /** fixed decimals instead of significant digits; no prefix is used then */
  decimals?: number
  /** leave the unit out */
  bare?: boolean
}

const STEPS: readonly [number, string][] = [
  [1e9, 'G'],
  [1e6, 'M'],
  [1e3, 'k'],
  [1, ''],
  [1e-3, 'm'],
  [1e-6, 'µ'],
  [1e-9, 'n'],
  [1e-12, 'p'],
]
// only these are read more easily with a prefix; 1 200 m or 0.2 l stay as they are
const ENGINEERING = new Set(['Ω', 'V', 'A', 'W', 'F', 'Hz', 's'])

/**
 * A value of the core's unit as text a person reads, in engineering notation where the field writes it so.
 * Throws `EchtError` `unknown-unit`. Infinity is written `open` for ohms and `∞` elsewhere.
 *
 * @example formatQuantity(4700, 'Ω') // '4.7 kΩ'
 */
export function formatQuantity(value: number, unit: string, options: FormatOptions = {}): string {
  const { core, shown } = unitsFor(unit, options.as ?? unit)
  const n = shown.fromCore(core.toCore(value))
  const symbol = shown.symbol.replace('Δ', '')
  if (Number.isNaN(n)) return '–'
  if (!Number.isFinite(n)) return unit === 'Ω' ? 'open' : `${n < 0 ? '−' : ''}∞`
  if (symbol === 'AWG' && isNamedByNoughts(n))
    return join(`${1 - Math.round(n)}/0`, symbol, options.bare)
  if (options.decimals !== undefined) return join(fixed(n, options.decimals), symbol, options.bare)
  const digits = options.digits ?? 4
  if (options.bare || !ENGINEERING.has(symbol) || n === 0)
    return join(significant(n, digits), symbol, options.bare)
  // round first, so that 999.96 becomes 1 k and not 1000
  const rounded = Math.abs(roundFigures(n, digits))
  const [scale, prefix] = STEPS.find(([s]) => rounded >= s) ?? STEPS.at(-1)!
  return join(significant(n / scale, digits), prefix + symbol, false)
}

function unitsFor(unit: string, as: string): { core: Unit; shown: Unit } {
  const core = findUnit(unit),
    shown = findUnit(as)
  if (!core || !shown)
    throw new EchtError('unknown-unit', `The unit "${core ? as : unit}" is not known.`)
  if (shown.dimension !== core.dimension)
    throw new EchtError(
      'wrong-unit',
      `A ${core.dimension} cannot be shown in ${shown.symbol}, a unit of ${shown.dimension}.`,
    )
  return { core, shown }
}

/** Sizes above 0 AWG are named by their noughts: 4/0 is −3. */
function isNamedByNoughts(gauge: number): boolean {
  const size = Math.round(gauge)
  return size < 0 && size >= -3 && Math.abs(gauge - size) < 0.005
}

const join = (number: string, symbol: string, bare = false): string =>
  bare ? number : withUnit(number, symbol)

/** A number and its unit: a space between, but none before a degree of an angle (ISO 80000-1). */
export const withUnit = (number: string, unit: string): string =>
  unit === '°' ? `${number}°` : `${number} ${unit}`

const minus = (text: string): string => text.replace('-', '−')

/** Fixed decimals with a true minus sign and without a negative zero; a dash where there is no number. */
export function fixed(value: number, decimals: number): string {
  if (Number.isNaN(value)) return '–'
  // the language writes at most a hundred decimals and throws beyond
  const text = value.toFixed(Math.min(20, Math.max(0, Math.round(decimals) || 0)))
  return minus(Number(text) === 0 ? text.replace('-', '') : text)
}

/** So many significant digits with a true minus sign, trailing zeros dropped. */
export const significant = (value: number, digits: number): string =>
  Number.isNaN(value) ? '–' : minus(String(roundFigures(value, digits)))

/** A count with its thousands parted: 12,300. */
export const counted = (count: number): string => count.toLocaleString('en')

/** A number as one digit, decimals and a power of ten, as a device takes coefficients: 1.20000000e-3. */
export const scientific = (value: number, decimals: number): string => value.toExponential(decimals)

/** A number rounded to decimals, for a place in a drawing or for a record: still a number. */
export const roundTo = (value: number, decimals: number): number => Number(value.toFixed(decimals))

/** A number rounded to so many significant digits: still a number. */
export const roundFigures = (value: number, digits: number): number =>
  Number(value.toPrecision(digits))

/** A signed difference, `+0.22` or `−1.62`. */
export function signed(value: number, decimals: number): string {
  const text = fixed(value, decimals)
  return text.startsWith('−') || Number(text) === 0 ? text : `+${text}`
}

/** Decimals that a value of a unit is usually written with: as fine as 0.1 °C is of a temperature. */
const DECIMALS: Readonly<Record<string, number>> = {
  λ: 3,
  AFR: 2,
  bar: 3,
  'bar a': 3,
  'bar g': 3,
  psi: 2,
  'psi a': 2,
  'psi g': 2,
  inHg: 2,
  'inHg a': 2,
  'inHg g': 2,
  V: 3,
  counts: 0,
  Ω: 1,
  gal: 2,
  'imp gal': 2,
}
export const decimalsOf = (unit: string): number =>
  DECIMALS[unit] ?? (unit.startsWith('AFR') ? DECIMALS.AFR! : 1)

/** Words as a sentence of their own. */
export const asSentence = (words: string): string => `${words[0]!.toUpperCase()}${words.slice(1)}.`

const MONTHS = 'Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec'.split(' ')

/** The day of a time (ISO 8601) as one says it: `12 Nov`. */
export const dayOf = (at: string): string =>
  `${Number(at.slice(8, 10))} ${MONTHS[Number(at.slice(5, 7)) - 1]}`
