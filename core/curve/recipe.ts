import { boilingPointC, standardPressureKPa, WEATHER_KPA } from '../standards/index.ts'
import { say, type Said, type Value } from '../quantity/said.ts'
import type { CommonError } from './family.ts'

/** How points are taken: what is asked, and how the truth follows from it. */

export type AskedRole =
  'truth' | 'signal' | 'altitude' | 'pressure' | 'supply' | 'gauge' | 'height' | 'mass' | 'diameter'
/** Which kind of instrument reads a role; null where none does (a number from a manual, a mark on a can). */
export type InstrumentKind = 'meter' | 'thermometer' | 'barometer' | 'gauge' | 'can'

/** One number asked for a point, in the core's unit. */
export type Ask = {
  role: AskedRole
  label: string
  unit: string
  with: InstrumentKind | null
  /** may be left out; this stands in, and is said */ otherwise?: number
  step?: number
  /** beyond these it is a slip of the pen or of the unit, core unit */
  plausible?: [number, number]
}

/** A number given, with its own 1σ and what it shares with others of its instrument. */
export type GivenNumber = {
  value: number
  typed: string
  own: number
  common: number
  instrument: { id: string; name: string } | null
}
export type GivenByRole = Partial<Record<AskedRole, GivenNumber>>

/** A truth worked out of what was given: value, 1σ of its own, shared parts, and where it came from. */
export type WorkedTruth = { value: number; own: number; common: CommonError[]; from: string }

/** A setting of an element: a number with its unit, or a choice. Kept in `settings` under its id. */
export type SettingField = {
  id: string
  label: string
  /** why it matters, a sentence */
  why: string
  /** asked when a channel is added, not only under the element */
  first?: boolean
} & (
  | {
      kind: 'number'
      /** shown and typed in; the value, its limits and what it is otherwise are in the core's unit, as its id says */
      unit: string
      otherwise: number | null
      low?: number
      high?: number
      step?: number
    }
  | {
      kind: 'choice'
      options: {
        value: string
        label: string
        /** other settings that follow from this choice */ sets?: Record<string, number>
      }[]
      otherwise: string
    }
)

export type Settings = Readonly<Record<string, unknown>>
export type FitOptions = {
  range?: [number, number]
  model?: string
  settings?: Settings
}
/** What a check found, and how grave it is. */
export type Finding = Said & { level: 'note' | 'doubt' | 'wrong' }

/** Something found, as `say` says it: `finding('wrong', 'stuck')\`It stays at ${amount(v, 'V')}.\``. */
export const finding =
  (level: Finding['level'], code: string) =>
  (text: TemplateStringsArray, ...values: Value[]): Finding => ({
    level,
    ...say(code)(text, ...values),
  })

export const numberSetting = (settings: Settings, id: string, otherwise: number): number => {
  const v = settings[id]
  return typeof v === 'number' && Number.isFinite(v) ? v : otherwise
}
export const choiceSetting = (settings: Settings, id: string, otherwise: string): string =>
  typeof settings[id] === 'string' ? settings[id] : otherwise

/** A way to take a point: what to do, what is asked, how the truth follows, what can burn. */
export type PointMethod = {
  id: string
  name: string
  /** one sentence each, in the order they are done */
  steps: string[]
  /** asked besides the signal, in order; a list inside it is one of several ways to say the same */
  asks: (Ask | Ask[])[]
  /** the truth from what was given; null while something is missing */
  truth: (given: GivenByRole, settings: Settings) => WorkedTruth | null
  /** 1σ of the method itself, truth unit */
  uncertainty: number
  cautions: string[]
  /** how the truth it works out is said; plainly if left out */
  says?: (truth: string) => string
  /** the signal is taken in the device that reads the sensor, and what its ground stands off is in it */
  includesGround?: true
  /** a typical truth this method can make, for choosing the next point; absent where it varies */
  typicalTruth?: number
}

type Recipe = Omit<PointMethod, 'asks' | 'truth'>

/** A truth that is known without measuring it. */
export const fixedAt = (value: number, recipe: Recipe): PointMethod => ({
  ...recipe,
  asks: [],
  truth: () => ({ value, own: recipe.uncertainty, common: [], from: recipe.name.toLowerCase() }),
})

/** A truth read on an instrument, or taken from a paper. */
export const readOn = (ask: Ask, recipe: Recipe): PointMethod => ({
  ...recipe,
  asks: [ask],
  truth: (given) => {
    const g = given[ask.role]
    return g ? { ...withCommon(g), own: Math.hypot(recipe.uncertainty, g.own) } : null
  },
})

export const withCommon = (
  g: GivenNumber,
  gain = 1,
): { value: number; common: CommonError[]; from: string } => ({
  value: g.value * gain,
  common:
    g.common > 0 && g.instrument
      ? [{ id: g.instrument.id, of: 'truth', sigma: Math.abs(g.common * gain) }]
      : [],
  from: g.instrument?.name ?? 'typed',
})

/** Air pressure, as a barometer shows it or by altitude (ISO 2533). */
export const AIR_PRESSURE: Ask[] = [
  {
    role: 'altitude',
    label: 'Altitude',
    unit: 'm',
    with: null,
    step: 10,
    plausible: [-500, 9000],
  },
  {
    role: 'pressure',
    label: 'Barometer',
    unit: 'kPa',
    with: 'barometer',
    step: 0.1,
    plausible: [30, 110],
  },
]

/**
 * Air pressure out of what was given, kPa. A barometer taken from altitude carries the weather,
 * which one day's points share.
 */
export function airPressure(given: GivenByRole): WorkedTruth | null {
  if (given.pressure)
    return { ...withCommon(given.pressure), own: given.pressure.own, from: given.pressure.typed }
  if (given.altitude)
    return {
      value: standardPressureKPa(given.altitude.value),
      own: 0,
      common: [{ id: 'weather', of: 'truth', sigma: WEATHER_KPA }],
      from: given.altitude.typed,
    }
  return null
}

const boilingSlope = (kPa: number): number => boilingPointC(kPa + 0.5) - boilingPointC(kPa - 0.5)

/** Boiling water: its temperature follows the air pressure (IAPWS). */
export const boiling = (recipe: Recipe): PointMethod => ({
  ...recipe,
  asks: [AIR_PRESSURE],
  says: (t) => `Water boils at ${t} here.`,
  truth: (given) => {
    const air = airPressure(given)
    if (!air) return null
    const perKPa = boilingSlope(air.value)
    return {
      value: boilingPointC(air.value),
      own: Math.hypot(recipe.uncertainty, air.own * perKPa),
      common: air.common.map((c) => ({ ...c, sigma: c.sigma * perKPa })),
      from: `boiling at ${air.from}`,
    }
  },
})
