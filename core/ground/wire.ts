import { EchtError, inMessage, requireFinite, requirePositive } from '../error.ts'
import { aThing } from '../expects.ts'
import { amount, number, say, written, type Said } from '../quantity/said.ts'
import { plainly } from '../quantity/shown.ts'
import { awgAreaMm2, wireOhm } from '../standards/wire.ts'

/**
 * A size of wire that is sold, and what it may carry all day: one wire in free air at 30 °C, insulated for 105 °C.
 * The currents follow I = 18·A^0.65, a line through the usual tables that stays below them: a bundle carries less.
 */
type WireSize = { areaMm2: number; label: string; ampere: number }

const RATED_AT_C = 30
const INSULATION_C = 105
/** What a size may carry all day in free air at 30 °C, insulated for 105 °C, A. */
export const ratedAmpere = (areaMm2: number): number => 18 * areaMm2 ** 0.65

/** Classes of insulation by ISO 19642, and the heat each holds, °C. */
export const INSULATION_CLASSES = [
  { id: 'A', upToC: 85 },
  { id: 'B', upToC: 100 },
  { id: 'C', upToC: 125 },
  { id: 'D', upToC: 150 },
  { id: 'E', upToC: 175 },
  { id: 'F', upToC: 200 },
] as const

const size = (areaMm2: number, label: string): WireSize => ({
  areaMm2,
  label,
  ampere: ratedAmpere(areaMm2),
})

/** Cross-sections of IEC 60228 and ISO 19642 that vehicles use, mm². */
const METRIC = [0.35, 0.5, 0.75, 1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50, 70, 95, 120]
/** American gauges, ASTM B258, thinnest first; −1 to −3 are written 2/0 to 4/0. */
const GAUGES = [22, 20, 18, 16, 14, 12, 10, 8, 6, 4, 2, 1, 0, -1, -2, -3]

export const WIRE_SIZES: Record<WireStandard, readonly WireSize[]> = {
  'mm²': METRIC.map((a) => size(a, `${a} mm²`)),
  awg: GAUGES.map((g) => size(awgAreaMm2(g), g > 0 ? `${g} AWG` : `${1 - g}/0 AWG`)),
}
export type WireStandard = 'mm²' | 'awg'

/** Fuses that are sold, A: blades of ISO 8820-3, then bolted strips of ISO 8820-5. */
const FUSES = [
  1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 35, 40, 50, 60, 70, 80, 100, 125, 150, 175, 200, 225, 250,
  300, 350, 400, 450, 500,
]
/** A fuse is not to run at more than so much of what stands on it. */
const FUSE_SHARE = 0.8

type WireTask = {
  ampere: number
  /** one way, m: out and back is twice that */
  oneWayM: number
  allowedDropV: number
  /** of the air around it, °C; 20 if left out */
  ambientC?: number
  /** what its insulation holds, °C; 105 if left out */
  insulationC?: number
  /** wires in its bundle that carry as much, itself among them; 1 if left out */
  bundled?: number
  standard?: WireStandard
}
export type WireChoice = {
  areaMm2: number
  label: string
  /** out and back, V */
  dropV: number
  /** largest sensible fuse, near the source, A */
  fuseA: number
  warnings: string[]
}

/** Wires in a bundle that carry as much, and the share of its current left to each (IEC 60364-5-52, table B.52.17). */
const BUNDLES: readonly [wires: number, share: number][] = [
  [1, 1],
  [2, 0.8],
  [3, 0.7],
  [4, 0.65],
  [5, 0.6],
  [6, 0.57],
  [7, 0.54],
  [8, 0.52],
  [9, 0.5],
  [12, 0.45],
  [16, 0.41],
  [20, 0.38],
]

/** Share of its current that a wire keeps among others as loaded: that of the next larger bundle listed. */
const shareInBundle = (wires: number): number =>
  (BUNDLES.find(([most]) => wires <= most) ?? BUNDLES.at(-1)!)[1]

/**
 * What a wire may carry all day where it lies, A: less in heat and among others, nothing where its insulation ends.
 */
export const carriesAmpere = (
  ampere: number,
  ambientC: number,
  insulationC: number = INSULATION_C,
  bundled = 1,
): number =>
  ampere *
  shareInBundle(bundled) *
  Math.sqrt(Math.max(0, insulationC - ambientC) / (INSULATION_C - RATED_AT_C))

/** How warm the copper gets, °C: by the square of its current, up to what its rating heats it by. */
const copperC = (
  ampere: number,
  ratedA: number,
  { ambientC, bundled }: { ambientC: number; bundled: number },
): number =>
  ambientC + (INSULATION_C - RATED_AT_C) * (ampere / (ratedA * shareInBundle(bundled))) ** 2

/**
 * The smallest wire of a standard whose drop, out and back, is allowed and that carries the current where it lies, and
 * the fuse for it, one that is sold: a quarter above the current where the wire allows one, never above what the wire
 * carries. Copper of IEC 60028 as warm as its current makes it. Throws `EchtError` `not-a-number`, `not-positive`,
 * `bad-input`, `out-of-range` where no size of the standard will do or the air is hotter than its insulation may be.
 *
 * @example wireFor({ ampere: 18, oneWayM: 3, allowedDropV: 0.5 }).label // '4 mm²'
 */
export function wireFor(task: WireTask): WireChoice {
  aThing(task, 'The task')
  const { warnings, ...chosen } = chooseWire(task)
  return { ...chosen, warnings: warnings.map((w) => written(w, plainly)) }
}

/** As `wireFor`, its warnings as data. */
export function chooseWire(task: WireTask): Omit<WireChoice, 'warnings'> & { warnings: Said[] } {
  const ampere = requirePositive(task.ampere, 'The current')
  const oneWayM = requirePositive(task.oneWayM, 'The length one way')
  const allowedV = requirePositive(task.allowedDropV, 'The allowed drop')
  const ambientC = requireFinite(task.ambientC ?? 20, 'The temperature around the wire')
  const standard = task.standard ?? 'mm²'
  const sizes = Object.hasOwn(WIRE_SIZES, standard) ? WIRE_SIZES[standard] : null
  if (!sizes)
    throw new EchtError(
      'out-of-range',
      `${inMessage(standard)} is no standard of wires: mm² or awg.`,
    )
  const insulationC = requireHolds(ambientC, task.insulationC)
  const bundled = requireBundle(task.bundled)
  const dropOf = (s: WireSize): number => {
    const temperatureC = copperC(ampere, s.ampere, { ambientC, bundled })
    return ampere * wireOhm({ areaMm2: s.areaMm2, lengthM: 2 * oneWayM, temperatureC })
  }
  const carriedBy = (s: WireSize): number => carriesAmpere(s.ampere, ambientC, insulationC, bundled)
  // what carries less than the thinnest fuse cannot be protected
  const found = sizes.find(
    (s) => carriedBy(s) >= Math.max(ampere, FUSES[0]!) && dropOf(s) <= allowedV,
  )
  if (!found)
    throw new EchtError(
      'out-of-range',
      `No wire up to ${sizes.at(-1)!.label} carries ${ampere} A over ${oneWayM} m with ` +
        `${allowedV} V: shorten it, allow more, or run two.`,
    )
  const carries = carriedBy(found)
  const fuseA = fuseFor(ampere, carries)
  return {
    areaMm2: found.areaMm2,
    label: found.label,
    dropV: dropOf(found),
    fuseA: fuseA ?? FUSES.findLast((f) => f <= carries)!,
    warnings: warningsOf({ ampere, carries, fuseA, ambientC }),
  }
}

function requireBundle(given = 1): number {
  const bundled = requirePositive(given, 'The wires of the bundle')
  if (!Number.isInteger(bundled))
    throw new EchtError('out-of-range', `${bundled} wires in a bundle: give a whole number.`)
  return bundled
}

/** What the insulation holds, where the air lets it. */
function requireHolds(ambientC: number, given = INSULATION_C): number {
  const insulationC = requireFinite(given, 'What the insulation holds')
  if (ambientC >= insulationC || ambientC < -60)
    throw new EchtError(
      'out-of-range',
      `${ambientC} °C around the wire is outside −60 to ${insulationC} °C, where this ` +
        'insulation holds: lay it somewhere cooler, or ask for a wire of a higher class.',
    )
  return insulationC
}

/** What a wire that lies there already may carry and loses, and its fuse. */
export type ThereAlready = {
  /** all day, A */
  carriesA: number
  /** out and back at the current asked for, V */
  dropV: number
  /** largest fuse that protects it, A; null where the thinnest that is sold does not */
  fuseA: number | null
  /** whether it carries the current asked for */
  enough: boolean
  /** the lowest class of insulation that lets it carry that there; null where none does */
  insulation: (typeof INSULATION_CLASSES)[number]['id'] | null
}

/**
 * What a wire of a size and length may carry where it lies, what it drops out and back, and the largest fuse that
 * protects it. Throws `EchtError` `not-a-number`, `not-positive`, `out-of-range` where the air is hotter than the
 * insulation may be.
 *
 * @example wireThere({ areaMm2: 0.75, oneWayM: 1.9, ampere: 8.4 }).dropV // 0.73
 */
export function wireThere(
  task: Omit<WireTask, 'allowedDropV' | 'standard'> & { areaMm2: number },
): ThereAlready {
  aThing(task, 'The task')
  const areaMm2 = requirePositive(task.areaMm2, 'The size of the wire')
  const ampere = requirePositive(task.ampere, 'The current')
  const oneWayM = requirePositive(task.oneWayM, 'The length one way')
  const ambientC = requireFinite(task.ambientC ?? 20, 'The temperature around the wire')
  const insulationC = requireHolds(ambientC, task.insulationC)
  const bundled = requireBundle(task.bundled)
  const ratedA = ratedAmpere(areaMm2)
  const carries = (upToC: number): number => carriesAmpere(ratedA, ambientC, upToC, bundled)
  const carriesA = carries(insulationC)
  return {
    carriesA,
    dropV:
      ampere *
      wireOhm({
        areaMm2,
        lengthM: 2 * oneWayM,
        temperatureC: copperC(ampere, ratedA, { ambientC, bundled }),
      }),
    fuseA: FUSES.filter((f) => f <= carriesA).at(-1) ?? null,
    enough: carriesA >= ampere,
    insulation: INSULATION_CLASSES.find((c) => carries(c.upToC) >= ampere)?.id ?? null,
  }
}

/**
 * Ohms of a strap or joint by itself: volts across it at a known current, less what the meter shows with its probes
 * held together. Throws `EchtError` `not-a-number`, `not-positive` where the current or what is left of the volts is
 * not above zero.
 *
 * @example ohmByVolts({ volt: 0.0312, zeroV: 0.0002, ampere: 10 }) // 0.0031
 */
export function ohmByVolts(read: { volt: number; zeroV?: number; ampere: number }): number {
  aThing(read, 'What was read')
  const ampere = requirePositive(read.ampere, 'The current')
  const left =
    requireFinite(read.volt, 'The volts across it') -
    requireFinite(read.zeroV ?? 0, 'The meter with its probes together')
  return requirePositive(left, 'The volts that are left') / ampere
}

/** The smallest fuse a quarter above a current, or the largest a wire allows; null where there is none between. */
export function fuseFor(ampere: number, carries: number): number | null {
  const allowed = FUSES.filter((f) => f <= carries && f >= ampere)
  return allowed.find((f) => f * FUSE_SHARE >= ampere) ?? allowed.at(-1) ?? null
}

function warningsOf(about: {
  ampere: number
  carries: number
  fuseA: number | null
  ambientC: number
}): Said[] {
  const { ampere, carries, fuseA, ambientC } = about
  const warnings: Said[] = []
  if (fuseA === null)
    warnings.push(
      say('no-fuse-between')`No fuse that is sold lies between ${amount(ampere, 'A')} and the
        ${amount(carries, 'A')} this wire carries: the one below it opens. Take the next size.`,
    )
  else if (fuseA * FUSE_SHARE < ampere)
    warnings.push(
      say(
        'fuse-near-load',
      )`A fuse of ${amount(fuseA, 'A')} runs close to the load of ${amount(ampere, 'A')}: it
        ages and may open. The next size of wire takes a larger one.`,
    )
  if (ambientC > 60)
    warnings.push(
      say(
        'hot-place',
      )`At ${amount(ambientC, '°C', 0)} the wire carries ${number((carries / ampere) * 100)} %
        of this current at most: use insulation of class C (125 °C) or better near an exhaust.`,
    )
  return warnings
}
