import { K95 } from '../constants.ts'
import { EchtError, requireFinite, requirePositive } from '../error.ts'
import { linspace } from '../math/linspace.ts'
import type { Family, FamilyFit, PartAt } from './family.ts'
import {
  knotCurve,
  knotInterval,
  knotPartSigma,
  knotReach,
  knotTruth,
  type KnotCurve,
} from './knots.ts'
import { monotoneBand, monotoneSignal, type MonotoneFit } from './monotone.ts'
import { trustBand } from './trust.ts'

/** How two resistive sensors hang on one wire. */
export type Wiring = 'series' | 'parallel'

/**
 * Two monotone sensors read as one. Their truths add (litres of two halves); `level` is the joint signal against
 * the sum while both are filled to the same share. Where nothing keeps them level (`linked` false) one joint signal
 * fits a whole bar of sums. Plain data.
 */
export type JoinedCurve = {
  wiring: Wiring
  linked: boolean
  halves: [KnotCurve, KnotCurve]
  level: KnotCurve
}

/** What is known of one half: its fit, or 1σ as a share of the signal where its curve is taken on trust. */
type HalfKnown = { fit: MonotoneFit | null; tolerance: number }
export type JoinedFit = FamilyFit<JoinedCurve> & { known: [HalfKnown, HalfKnown] }

const PLACES = 121

/** The signal of both together. */
export const joinedSignal = (wiring: Wiring, a: number, b: number): number =>
  wiring === 'series' ? a + b : (a * b) / (a + b)
/** What the other must give when one gives this; NaN where nothing can. */
const otherSignal = (wiring: Wiring, joint: number, one: number): number => {
  const other = wiring === 'series' ? joint - one : 1 / (1 / joint - 1 / one)
  return other > 0 && Number.isFinite(other) ? other : NaN
}

/**
 * The joint curve of two halves. Throws `EchtError` `opposite-halves` when one rises and the other falls, since
 * level they would hardly move the reading, and `not-positive` on a signal of nothing.
 */
export function joinHalves(
  halves: [KnotCurve, KnotCurve],
  options: { wiring: Wiring; linked: boolean },
): JoinedCurve {
  if (halves[0].rising !== halves[1].rising)
    throw new EchtError(
      'opposite-halves',
      'The ohms of one half rise as it fills and those of the other fall: joined they hide ' +
        'each other. Exchange the ends of one, or read them on two inputs.',
    )
  const reach = halves.map(knotReach)
  const places = linspace(0, 1, PLACES).map((share) => {
    const at = reach.map(([low, high]) => low + share * (high - low))
    const [a, b] = halves.map((c, i) =>
      requirePositive(
        monotoneSignal(c, at[i]!),
        i === 0 ? 'The first half’s ohms' : 'The second half’s ohms',
      ),
    ) as [number, number]
    return { truth: at[0]! + at[1]!, signal: joinedSignal(options.wiring, a, b) }
  })
  return { ...options, halves, level: knotCurve(places, { point: 'fill', unit: 'l' }) }
}

/**
 * What each half holds of a sum: filled to the same share, or with `shift` moved from the second into the first as
 * far as there is room.
 */
export function shareSum(
  { halves }: Pick<JoinedCurve, 'halves'>,
  sum: number,
  shift = 0,
): [number, number] {
  const [[lowA, highA], [lowB, highB]] = halves.map(knotReach) as [
    [number, number],
    [number, number],
  ]
  const share = Math.min(
    1,
    Math.max(0, (requireFinite(sum, 'The sum') - lowA - lowB) / (highA + highB - lowA - lowB)),
  )
  const a = lowA + share * (highA - lowA),
    b = lowB + share * (highB - lowB)
  const moved = Math.min(highA - a, b - lowB, Math.max(lowA - a, b - highB, shift))
  return [a + moved, b - moved]
}

/** What each half holds and gives at a sum, and what they give together. */
export function splitSum(
  curve: Pick<JoinedCurve, 'halves' | 'wiring'>,
  sum: number,
  shift: number,
): { parts: PartAt[]; signal: number } {
  const [a, b] = shareSum(curve, sum, shift).map((truth, i) => ({
    truth,
    signal: monotoneSignal(curve.halves[i]!, truth),
  })) as [PartAt, PartAt]
  return { parts: [a, b], signal: joinedSignal(curve.wiring, a.signal, b.signal) }
}

/** The level sum at which one half gives a signal. */
export function sumAtHalf(
  { halves }: Pick<JoinedCurve, 'halves'>,
  half: number,
  signal: number,
): number {
  const own = knotReach(halves[half]!),
    other = knotReach(halves[1 - half]!)
  const share = (knotTruth(halves[half]!, signal) - own[0]) / (own[1] - own[0])
  return own[0] + other[0] + share * (own[1] - own[0] + other[1] - other[0])
}

/**
 * The least and most that may be there at a joint signal, whatever each half holds. For each truth of one half the
 * other's signal follows, and so its truth; both ways round, since in parallel a hair of the lower is worth much of
 * the higher. Null where no two fills give that signal.
 */
export function sumsThatFit(
  { wiring, halves }: Pick<JoinedCurve, 'wiring' | 'halves'>,
  signal: number,
): [number, number] | null {
  let least = Infinity,
    most = -Infinity
  for (const [held, swept] of [
    [halves[0], halves[1]],
    [halves[1], halves[0]],
  ] as const) {
    const from = swept.signal[0]!,
      to = swept.signal.at(-1)!,
      slack = 1e-9 * (to - from)
    for (const truth of linspace(...knotReach(held), PLACES)) {
      const other = otherSignal(wiring, signal, monotoneSignal(held, truth))
      if (!(other >= from - slack && other <= to + slack)) continue
      const [low, high] = knotInterval(swept, other)
      least = Math.min(least, truth + low)
      most = Math.max(most, truth + high)
    }
  }
  return least > most ? null : [least, most]
}

/** Two sensors of one family as a family of their own; its points and recipes stay those of the halves. */
export function joinedFamily(of: Family<KnotCurve, MonotoneFit>): Family<JoinedCurve, JoinedFit> {
  const none = (): never => {
    throw new EchtError('two-sensors', 'Two sensors joined are measured one by one: choose a half.')
  }
  return {
    id: joinedId(of.id),
    name: `${of.name}, two joined`,
    quantity: of.quantity,
    truthUnit: of.truthUnit,
    signalUnit: of.signalUnit,
    signal: of.signal,
    drive: of.drive,
    needs: of.needs,
    plausible: of.plausible,
    settings: [],
    keyOn: of.keyOn,
    firstSteps: of.firstSteps,
    cautions: of.cautions,
    methods: [],
    library: [],
    models: [],
    leastPoints: Infinity,
    assume: () => undefined,
    fit: none,
    bestNext: none,
    identify: () => [],
    describe: () => [],
    checks: () => [],
    forward: ({ level }, sum) => monotoneSignal(level, sum),
    inverse: ({ level }, signal) => knotTruth(level, signal),
    interval: joinedInterval,
    band: joinedBand,
    reach: ({ level }) => knotReach(level),
    parts: { count: 2, at: splitSum, truthOf: sumAtHalf },
  }
}

/** The id a family has when two of it are joined. */
export const joinedId = (id: string): string => `two-${id}`

/** What a joint signal leaves open: dead zones while the halves stand level, else every sum that fits. */
function joinedInterval(curve: JoinedCurve, signal: number): [number, number] {
  const level = knotInterval(curve.level, signal)
  const bar = curve.linked ? null : sumsThatFit(curve, signal)
  return bar ? [Math.min(bar[0], level[0]), Math.max(bar[1], level[1])] : level
}

/**
 * 1σ of the sum: each half's own doubt as far as it moves the joint signal, and where nothing keeps the halves level
 * all that sharing the sum unevenly does to the reading.
 */
function joinedBand({ curve, known }: JoinedFit, sum: number): number {
  const at = shareSum(curve, sum),
    reach = curve.halves.map(knotReach),
    signals = curve.halves.map((c, i) => monotoneSignal(c, at[i]!))
  // how the joint signal answers to each half per unit of its truth, and to the sum while they stay level
  const answers = curve.halves.map((c, i) => {
    const [low, high] = reach[i]!,
      step = (high - low) / 500
    const from = Math.max(low, at[i]! - step),
      to = Math.min(high, at[i]! + step)
    const joint = (t: number): number =>
      joinedSignal(curve.wiring, monotoneSignal(c, t), signals[1 - i]!)
    return (joint(to) - joint(from)) / (to - from)
  })
  const whole = reach.reduce((s, [low, high]) => s + high - low, 0)
  const perSum = answers.reduce((s, a, i) => s + (a * (reach[i]![1] - reach[i]![0])) / whole, 0)
  const own = curve.halves.map(
    (c, i) => halfBand(c, known[i]!, at[i]!) * (perSum === 0 ? 1 : answers[i]! / perSum),
  )
  return Math.hypot(...own, curve.linked ? 0 : strayed(curve, sum, at) / K95)
}

/** Ways to share a sum between two halves that are tried. */
const SHIFTS = 25

/** How far from a sum the reading may be while one half may be fuller than the other, to either side. */
function strayed(curve: JoinedCurve, sum: number, [a, b]: readonly number[]): number {
  const [[lowA, highA], [lowB, highB]] = curve.halves.map(knotReach) as [
    [number, number],
    [number, number],
  ]
  const shifts = linspace(Math.max(lowA - a!, b! - highB), Math.min(highA - a!, b! - lowB), SHIFTS)
  return Math.max(
    ...shifts.map((shift) =>
      Math.abs(knotTruth(curve.level, splitSum(curve, sum, shift).signal) - sum),
    ),
  )
}

const halfBand = (curve: KnotCurve, { fit, tolerance }: HalfKnown, truth: number): number =>
  fit
    ? monotoneBand(fit, truth)
    : trustBand(
        { forward: monotoneSignal, inverse: knotTruth, partSigma: knotPartSigma },
        curve,
        tolerance,
        truth,
      )
