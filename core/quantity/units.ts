import { ZERO_C_IN_K } from '../constants.ts'
import { stoichiometricAfr } from './fuel.ts'

/**
 * Every unit the core understands. A unit belongs to a dimension; each dimension has one core unit
 * (the one values are kept in) and `toCore`/`fromCore` go there and back.
 */
export type Unit = {
  /** as written in the interface */
  symbol: string
  dimension: string
  /** spellings people type, lower case; the symbol itself is always accepted */
  aliases: readonly string[]
  toCore: (value: number) => number
  fromCore: (value: number) => number
  /** SI prefixes may stand before it */
  prefixed: boolean
  /** 'a' absolute, 'g' gauge: only pressures that say so */
  face?: 'a' | 'g'
  /** its symbol begins with a prefix, whose case is not a matter of taste: MPa, mbar, mm */
  prefixCounts?: boolean
  /** understood when typed, not offered to show values in */
  onlyTyped?: boolean
}

const linear = (
  symbol: string,
  dimension: string,
  factor: number,
  aliases: string[] = [],
  prefixed = false,
): Unit => ({
  symbol,
  dimension,
  aliases,
  prefixed,
  toCore: (v) => v * factor,
  fromCore: (v) => v / factor,
})

/** A unit that is understood and not offered. */
const typed = (unit: Unit): Unit => ({ ...unit, onlyTyped: true })
/** A unit whose symbol begins with a prefix. */
const withPrefix = (unit: Unit): Unit => ({ ...unit, prefixCounts: true })

// NIST SP 811: 1 psi, 1 inHg (32 °F), 1 mmH2O (4 °C) in kPa
const KPA_PER: [symbol: string, kPa: number, aliases: string[]][] = [
  ['kPa', 1, ['kpa']],
  ['Pa', 0.001, ['pa']],
  ['hPa', 0.1, ['hpa']],
  ['MPa', 1000, []],
  ['bar', 100, []],
  ['mbar', 0.1, []],
  ['psi', 6.894757293168, []],
  ['inHg', 3.386389, ['inhg', '"hg', 'in hg']],
  ['mmHg', 0.133322387415, ['mmhg']],
  ['mmH2O', 0.00980665, ['mmh2o', 'mmh₂o']],
  ['inH2O', 0.24908891, ['inh2o', 'inh₂o', '"h2o', 'in h2o', 'inwc']],
  ['torr', 101.325 / 760, []],
  ['kg/cm²', 98.0665, ['kg/cm2', 'kgf/cm2', 'kgf/cm²', 'kg/cm^2']],
  ['atm', 101.325, []],
]
/** Pressures that are understood and not offered. */
const SELDOM = ['inH2O', 'torr', 'kg/cm²']
/** Pressures whose first letter is a prefix of another pressure. */
const PREFIXED_PRESSURES = ['MPa', 'mbar']
/** How people write that a pressure is absolute or gauge, after the unit. */
const FACES = { a: ['a', 'abs', 'absolute'], g: ['g', 'gauge', 'gage'] }

const pressures: Unit[] = KPA_PER.flatMap(([symbol, kPa, aliases]) => {
  const names = [symbol.toLowerCase(), ...aliases]
  const marks = {
    ...(PREFIXED_PRESSURES.includes(symbol) && { prefixCounts: true }),
    ...(SELDOM.includes(symbol) && { onlyTyped: true }),
  }
  const faced = (face: 'a' | 'g'): Unit => ({
    ...linear(
      `${symbol} ${face}`,
      'pressure',
      kPa,
      names.flatMap((n) =>
        FACES[face].flatMap((f) => [`${n}${f}`, `${n} ${f}`, `${n}(${f})`, `${n} (${f})`]),
      ),
    ),
    ...marks,
    face,
  })
  return [{ ...linear(symbol, 'pressure', kPa, aliases), ...marks }, faced('a'), faced('g')]
})

/** Area of a wire by its gauge, mm². ASTM B258: d = 0.127 mm · 92^((36 − n)/39). */
export const gaugeToMm2 = (gauge: number): number =>
  (Math.PI / 4) * 0.127 ** 2 * 92 ** ((36 - gauge) / 19.5)
const mm2ToGauge = (area: number): number =>
  36 - 19.5 * (Math.log(area / ((Math.PI / 4) * 0.127 ** 2)) / Math.log(92))

/** A degree with no letter after it: of what is asked for. */
const DEGREES = ['°', 'º', 'deg', 'degs', 'degree', 'degrees']

export const UNITS: readonly Unit[] = [
  linear('Ω', 'resistance', 1, ['ω', 'ohm', 'ohms', 'r'], true),
  typed(linear('megohm', 'resistance', 1e6, ['meg', 'megohms', 'megaohm', 'meg ohm'])),
  linear('V', 'voltage', 1, ['v', 'volt', 'volts', 'vdc', 'v dc'], true),
  linear('A', 'current', 1, ['a', 'amp', 'amps', 'ampere'], true),
  linear('W', 'power', 1, ['w', 'watt', 'watts'], true),
  linear('F', 'capacitance', 1, ['f', 'farad'], true),
  linear('°C', 'temperature', 1, [
    'c',
    '℃',
    'degc',
    'deg c',
    'º c',
    'ºc',
    '° c',
    'celsius',
    ...DEGREES,
  ]),
  {
    symbol: '°F',
    dimension: 'temperature',
    aliases: ['f', '℉', 'degf', 'deg f', 'ºf', '° f', 'fahrenheit', ...DEGREES],
    prefixed: false,
    toCore: (v) => (v - 32) / 1.8,
    fromCore: (v) => v * 1.8 + 32,
  },
  {
    symbol: 'K',
    dimension: 'temperature',
    aliases: ['k', 'kelvin'],
    prefixed: false,
    onlyTyped: true,
    toCore: (v) => v - ZERO_C_IN_K,
    fromCore: (v) => v + ZERO_C_IN_K,
  },
  linear('Δ°C', 'temperature difference', 1, [
    'c',
    '°c',
    '℃',
    'degc',
    'deg c',
    'k',
    'kelvin',
    ...DEGREES,
  ]),
  linear('Δ°F', 'temperature difference', 5 / 9, ['f', '°f', '℉', 'degf', 'deg f', ...DEGREES]),
  ...pressures,
  linear('λ', 'lambda', 1, ['lambda']),
  linear('l', 'volume', 1, ['litre', 'litres', 'liter', 'liters', 'l'], true),
  typed(linear('cm³', 'volume', 0.001, ['cc', 'ccm', 'cm3', 'cm^3'])),
  typed(linear('cl', 'volume', 0.01)),
  typed(linear('dl', 'volume', 0.1)),
  typed(linear('qt', 'volume', 0.946352946, ['qts', 'quart', 'quarts', 'qt us', 'us qt'])),
  typed(linear('imp qt', 'volume', 1.1365225, ['qt imp', 'qt uk', 'uk qt'])),
  linear('gal', 'volume', 3.785411784, ['gal us', 'us gal', 'gals', 'gallon', 'gallons']),
  linear('imp gal', 'volume', 4.54609, ['gal imp', 'gal uk', 'uk gal']),
  linear('s', 'time', 1, ['sec', 'secs'], true),
  withPrefix(linear('ms', 'time', 0.001)),
  linear('min', 'time', 60, []),
  linear('h', 'time', 3600, ['hr', 'hrs']),
  linear('Hz', 'frequency', 1, ['hz'], true),
  linear('m', 'length', 1, ['metre', 'metres', 'meter'], true),
  withPrefix(linear('mm', 'length', 0.001)),
  linear('cm', 'length', 0.01),
  linear('in', 'length', 0.0254, ['"', 'inch', 'inches', 'in.']),
  linear('ft', 'length', 0.3048, ["'", 'feet']),
  linear('mm²', 'area', 1, ['mm2', 'mm^2', 'sqmm']),
  {
    symbol: 'AWG',
    dimension: 'area',
    aliases: ['awg', 'ga'],
    prefixed: false,
    toCore: gaugeToMm2,
    fromCore: mm2ToGauge,
  },
  linear('kg', 'mass', 1),
  linear('g', 'mass', 0.001),
  linear('rpm', 'engine speed', 1, ['1/min', 'rev/min', 'u/min']),
  linear('°', 'angle', 1, DEGREES),
  linear('km/h', 'speed', 1, ['kph', 'kmh']),
  linear('mph', 'speed', 1.609344, ['mi/h']),
  linear('kg/h', 'mass flow', 1, ['kg/hr']),
  typed(linear('g/s', 'mass flow', 3.6, ['g/sec'])),
  typed(linear('kg/min', 'mass flow', 60)),
  typed(linear('lb/h', 'mass flow', 0.45359237, ['lb/hr', 'lbs/hr'])),
  typed(linear('lb/min', 'mass flow', 27.2155422, ['lbs/min'])),
  linear('mW/K', 'dissipation', 1, ['mw/°c', 'mw/c']),
  linear('%', 'share', 1, ['percent', 'per cent']),
  linear('counts', 'counts', 1, ['count']),
  linear('V/°C', 'volts per degree', 1, ['v/c', 'v/degc'], true),
]

// The units asked for by name; a symbol that two dimensions share is settled by the dimension asked for.
const bySymbol = new Map(UNITS.map((u) => [u.symbol, u]))

/**
 * The unit of λ in which a fuel's mixture is written as air to fuel by mass: `AFR E30` for 30 % of
 * ethanol by volume.
 */
export const afrUnit = (ethanolFraction: number): string =>
  `AFR E${Number((100 * ethanolFraction).toFixed(1))}`

/**
 * The unit with this symbol, or undefined. An AFR names its fuel, `AFR E0` to `AFR E100`: without
 * one it says nothing of λ.
 */
export function findUnit(symbol: string): Unit | undefined {
  const afr = /^AFR E(\d{1,3}(?:\.\d)?)$/.exec(symbol)
  if (!afr) return bySymbol.get(symbol)
  return Number(afr[1]) > 100
    ? undefined
    : linear(symbol, 'lambda', 1 / stoichiometricAfr(Number(afr[1]) / 100), ['afr'])
}

/** Fuels whose AFR a device may believe in, share of ethanol: petrol, pump blends. */
const FUELS = [0, 0.05, 0.1, 0.85]

/**
 * Symbols of every unit a value of this unit may be shown in, gauge and absolute kept apart; of λ
 * the AFR of usual fuels and of the one named.
 */
export function unitsLike(symbol: string, ethanolFraction?: number): string[] {
  const like = findUnit(symbol)
  const same = UNITS.filter(
    (u) => u.dimension === like?.dimension && u.face === like.face && !u.onlyTyped,
  ).map((u) => u.symbol)
  return like?.dimension === 'lambda'
    ? [
        ...same,
        ...[
          ...new Set([...FUELS, ...(ethanolFraction === undefined ? [] : [ethanolFraction])]),
        ].map(afrUnit),
      ]
    : same
}

/** A value of the core's unit in another unit of the same dimension, by symbol. */
export function convertFromCore(value: number, symbol: string): number {
  const unit = findUnit(symbol)
  return unit ? unit.fromCore(value) : value
}

/** SI prefixes as typed. `K` is taken for kilo, as resistor codes are often written. */
export const PREFIXES: Readonly<Record<string, number>> = {
  p: 1e-12,
  n: 1e-9,
  u: 1e-6,
  µ: 1e-6,
  μ: 1e-6,
  m: 1e-3,
  k: 1e3,
  K: 1e3,
  M: 1e6,
  G: 1e9,
}
