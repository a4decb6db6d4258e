import { EchtError, requireFinite, requirePositive } from '../error.ts'
import { aText, aThing, everyOf, thingWith } from '../expects.ts'

/** Ohms between two leads of a pickup that is plugged in nowhere; Infinity where the meter shows an open. */
export type LeadOhms = {
  a: string
  b: string
  ohm: number
  /** the same with the probes exchanged */
  exchangedOhm: number
}

/** What a pickup is by its meter readings. */
export type PickupKind =
  | {
      kind: 'vr'
      /** the two ends of the coil, and a third lead that is its shield */
      coil: [string, string]
      shield: string | null
    }
  | { kind: 'hall' }
  | { kind: 'unsure'; why: 'open' | 'short' | 'one-sided' | 'too-few' }

/** A coil on a magnet has so many ohms: fewer is a short, more a break or no coil at all. */
const COIL_OHM = [30, 8000] as const
/** A coil reads the same both ways to this; what does not holds a semiconductor. */
const SAME = 0.1

/**
 * Whether a pickup is a coil or a sensor that switches, by ohms between its leads with the probes both ways: a coil has
 * some hundred ohms whichever way; a switching sensor shows opens, or megohms that depend on the way. Throws
 * `not-a-number` and `not-positive` for what is no resistance.
 */
export function kindOfPickup(pairs: readonly LeadOhms[]): PickupKind {
  everyOf(thingWith({ a: aText, b: aText }))(pairs, 'The pairs of leads')
  for (const p of pairs) {
    requireOhm(p.ohm, p)
    requireOhm(p.exchangedOhm, p)
  }
  const leads = new Set(pairs.flatMap((p) => [p.a, p.b]))
  if (pairs.length === 0 || (leads.size === 3 && pairs.length < 3))
    return { kind: 'unsure', why: 'too-few' }
  const both = pairs.filter((p) => sameBothWays(p))
  const coils = both.filter((p) => p.ohm >= COIL_OHM[0] && p.ohm <= COIL_OHM[1])
  const [coil] = coils
  if (coil && coils.length === 1 && pairs.every((p) => p === coil || isOpen(p))) {
    const shield = [...leads].find((l) => l !== coil.a && l !== coil.b) ?? null
    return { kind: 'vr', coil: [coil.a, coil.b], shield }
  }
  if (both.some((p) => p.ohm < COIL_OHM[0])) return { kind: 'unsure', why: 'short' }
  if (pairs.some((p) => !sameBothWays(p)))
    return leads.size === 3 ? { kind: 'hall' } : { kind: 'unsure', why: 'one-sided' }
  if (leads.size === 3 && pairs.every((p) => p.ohm > COIL_OHM[1])) return { kind: 'hall' }
  return { kind: 'unsure', why: 'open' }
}

function requireOhm(ohm: number, { a, b }: LeadOhms): void {
  if (typeof ohm !== 'number' || Number.isNaN(ohm))
    throw new EchtError('not-a-number', `The ohms between ${a} and ${b} are no number.`)
  if (ohm < 0)
    throw new EchtError(
      'not-positive',
      `${ohm} Ω between ${a} and ${b}: a meter shows none below 0.`,
    )
}

const isOpen = ({ ohm, exchangedOhm }: LeadOhms): boolean => Math.min(ohm, exchangedOhm) > 1e5
const sameBothWays = ({ ohm, exchangedOhm }: LeadOhms): boolean =>
  ohm === exchangedOhm || Math.abs(ohm - exchangedOhm) <= SAME * Math.max(ohm, exchangedOhm)

/** One try at the pins of a sensor that switches: 5 V through 1 kΩ on one, the supply's minus on another. */
export type PinTry = {
  plus: string
  minus: string
  /** volts across the 1 kΩ: what the sensor draws, mA */
  acrossV: number
  /** volts of the third pin, pulled up to the 5 V by 10 kΩ, with steel before the sensor and without */
  withV: number
  withoutV: number
}

export type Pins = { supply: string; ground: string; signal: string }

/** 5 V through 1 kΩ lets 5 mA through at the most: it hurts no sensor, whichever way it is wired. */
export const SERIES_OHM = 1000
export const TRY_V = 5
/** What a working sensor leaves across the resistor, V: it draws something, and is no diode. */
const DRAWS_V = [0.3, 4.2] as const
/** The signal of a sensor that switches moves by so much, V. */
const SWITCHES_V = 2

/** The six ways two of three pins can be fed, each once; those of a try that lit nothing the other way round first. */
export const waysToTry = ([a, b, c]: readonly [string, string, string]): [string, string][] => [
  [a, b],
  [b, a],
  [a, c],
  [c, a],
  [b, c],
  [c, b],
]

/**
 * The pins of a three-wire switching sensor out of tries that cannot hurt it: it is wired right where it draws some
 * milliamperes and the third pin switches with steel before it. Null until one does; `ambiguous` where two do.
 */
export function pinsOf(
  pins: readonly [string, string, string],
  tries: readonly PinTry[],
): Pins | null {
  everyOf(aText)(pins, 'The pins')
  everyOf(thingWith({ plus: aText, minus: aText }))(tries, 'The tries')
  const right = tries.filter(
    ({ acrossV, withV, withoutV }) =>
      requireFinite(acrossV, 'The volts across the resistor') >= DRAWS_V[0] &&
      acrossV <= DRAWS_V[1] &&
      Math.abs(
        requireFinite(withV, 'The signal with steel') -
          requireFinite(withoutV, 'The signal without'),
      ) >= SWITCHES_V,
  )
  const [found, other] = right
  if (!found) return null
  if (other && (other.plus !== found.plus || other.minus !== found.minus))
    throw new EchtError(
      'ambiguous',
      `It seems to switch both with plus on ${found.plus} and with plus on ${other.plus}: ` +
        'try those two again, with the steel held for a second.',
    )
  const signal = pins.find((p) => p !== found.plus && p !== found.minus)!
  return { supply: found.plus, ground: found.minus, signal }
}

/** A coil before a toothed wheel: one peak that was measured, and what its reader needs. */
export type GapTask = {
  /** peak, V, that was measured at a speed, rpm, and a gap, m */
  peakV: number
  rpm: number
  gapM: number
  /** the wheel over its teeth, m, and the pitches around it, missing ones counted */
  diameterM: number
  pitches: number
  /** width of a tooth at its top, and of the pickup's pole tip, m; those of a usual wheel and pickup if left out */
  toothM?: number
  tipM?: number
  /** the reader: its threshold, and the most it may see, V */
  thresholdV: number
  limitV: number
  /** slowest while cranking, and the limiter, rpm */
  crankRpm: number
  limiterRpm: number
  /** how far the wheel runs out of true, from its nearest to its farthest, and what must stay free of it at speed, m */
  runoutM: number
  clearM: number
}

export type GapWindow = {
  /** nearest and farthest gap, to the middle of the runout, m; far below near where none serves */
  nearM: number
  farM: number
  /** what sets each end */
  near: 'touches' | 'too-many-volts'
  /** peak at a gap and a speed, V */
  peakAt: (gapM: number, rpm: number) => number
}

/** A reader wants so many times its threshold at the worst tooth: noise takes the rest. */
const OVER_THRESHOLD = 2

/** A pole tip where nobody measured one, m, and the widest a tooth is taken to be then. */
const USUAL_TIP_M = 0.005
const USUAL_TOOTH_M = 0.007

/** Metres from a tooth to the next, were none missing. */
const pitchOf = ({ diameterM, pitches }: Pick<GapTask, 'diameterM' | 'pitches'>): number =>
  (Math.PI * diameterM) / pitches

/** Width of tooth and tip as they were measured, or as is usual: a tooth as wide as the space beside it, or narrow. */
export const widthsOf = (
  task: Pick<GapTask, 'diameterM' | 'pitches' | 'toothM' | 'tipM'>,
): { toothM: number; tipM: number } => ({
  toothM: task.toothM ?? Math.min(pitchOf(task) / 2, USUAL_TOOTH_M),
  tipM: task.tipM ?? USUAL_TIP_M,
})

/**
 * Over how many metres more gap the volts fall by e: the pitch over 2π above a row of teeth (Wallace 1951).
 * Where teeth stand far apart each is alone: what counts then is the wider of tooth and pole tip, twice over.
 */
function fallOf(task: GapTask): number {
  const { toothM, tipM } = widthsOf(task)
  return Math.min(pitchOf(task), 2 * Math.max(toothM, tipM)) / (2 * Math.PI)
}

/**
 * The gap a pickup may have. Its volts go with the speed, and fall with the gap as the field of its teeth does
 * (`fallOf`). Near, the wheel touches at its runout or the reader sees too much at the
 * limiter; far, a tooth at its farthest gives less than twice the threshold at cranking. Throws `not-positive`,
 * `not-a-number`.
 *
 * @example a 36-2 of 150 mm: every millimetre more gap halves its volts (pitch 13.1 mm)
 */
export function gapWindow(task: GapTask): GapWindow {
  aThing(task, 'The task')
  const { peakV, rpm, gapM, diameterM, pitches, thresholdV, limitV, crankRpm, limiterRpm } = task
  const widths = widthsOf(task)
  for (const [value, what] of [
    [peakV, 'The measured peak'],
    [rpm, 'The speed it was measured at'],
    [gapM, 'The gap it was measured at'],
    [diameterM, 'The diameter of the wheel'],
    [pitches, 'The teeth of the wheel'],
    [thresholdV, 'The threshold'],
    [limitV, 'The most the reader may see'],
    [crankRpm, 'The cranking speed'],
    [limiterRpm, 'The limiter'],
    [widths.toothM, 'The width of a tooth'],
    [widths.tipM, 'The width of the pole tip'],
  ] as const)
    requirePositive(value, what)
  const half = requireFinite(task.runoutM, 'The runout') / 2
  const clear = requireFinite(task.clearM, 'What must stay free')
  if (half < 0 || clear < 0)
    throw new EchtError(
      'not-positive',
      'Runout and clearance are distances: type them above nothing.',
    )
  const fall = fallOf(task)
  const peakAt = (gap: number, speed: number): number =>
    peakV * (speed / rpm) * Math.exp((gapM - gap) / fall)
  // the gap at which a peak is so high at a speed
  const gapFor = (volt: number, speed: number): number =>
    gapM + fall * Math.log((peakV * (speed / rpm)) / volt)
  const touches = half + clear
  const tooHigh = gapFor(limitV, limiterRpm) + half
  return {
    nearM: Math.max(touches, tooHigh),
    farM: gapFor(OVER_THRESHOLD * thresholdV, crankRpm) - half,
    near: tooHigh > touches ? 'too-many-volts' : 'touches',
    peakAt,
  }
}
