import { number, say } from '../quantity/said.ts'
import { EchtError, requireFinite } from '../error.ts'
import { mean, median } from 'simple-statistics'
import { lookUp } from '../table/interpolate.ts'
import type { LikelyCurves } from './likely.ts'
import { roomBetween, type Room } from './room.ts'
import { sharedColumns } from '../math/observationErrors.ts'
import { findRoot } from '../math/roots.ts'
import type { CurvePoint, FamilyFit } from './family.ts'
import {
  knotCurve,
  knotInterval,
  knotTruth,
  throughKnots,
  type KnotCurve,
  type Words,
} from './knots.ts'

/** A monotone curve through points of a family that has no formula, with what is known of each knot. */
export type MonotoneFit = FamilyFit<KnotCurve> & {
  /** at each knot, 1σ of its own, truth unit */
  own: number[]
  /** of each error the points share, 1σ at each knot, truth unit */
  shared: number[][]
  /** what the room between the points leaves open */
  room: Room
}

/** Where only the curve is wanted. */
const NO_ROOM: Room = { truth: [0], sigma: [0] }

/** Two readings are one signal when they differ by less than this many of their own uncertainties. */
const SAME_SIGNAL = 1.5

/**
 * A monotone cubic through points of any family whose curve has no formula. Readings that turn back within their
 * scatter are pooled (isotonic regression); a true reversal is refused with its two points named. Points whose
 * signals are one within the meter's scatter, at truths that differ by more than theirs, are a dead zone.
 * Throws `EchtError` `too-few-points`, `reversal`.
 */
export function fitMonotone(
  points: readonly CurvePoint[],
  words: Words,
  likely: LikelyCurves | null,
): MonotoneFit {
  points.forEach((p, i) => {
    requireFinite(p.truth, `Point ${i + 1}: the truth`)
    requireFinite(p.signal, `Point ${i + 1}: the signal`)
  })
  if (points.length < 2)
    throw new EchtError(
      'too-few-points',
      `${points.length} of at least 2 points: take one more at another value.`,
    )
  const knots = withDeadZones(pooledAlong(points, words), points).flatMap((b) => knotsOf(b, points))
  if (new Set(knots.map((k) => k.signal)).size < 2)
    throw new EchtError(
      'too-few-points',
      `All ${points.length} points give one signal within its scatter: the sensor does not ` +
        'answer, or the points lie too close together.',
    )
  const curve = knotCurve(knots, words)
  return {
    curve,
    ...doubtOfKnots(curve, knots),
    suspects: [],
    room:
      likely === null
        ? NO_ROOM
        : roomBetween(curve, likely, median(points.map((p) => p.signalUncertainty ?? 0))),
    residuals: points.map((p) => {
      const [low, high] = knotInterval(curve, p.signal)
      return p.truth < low ? p.truth - low : p.truth > high ? p.truth - high : 0
    }),
    warnings:
      knots.length < 4
        ? [
            say(
              'few-points',
            )`${number(knots.length)} points: between them the curve is a guess, and the band says how good.`,
          ]
        : [],
  }
}

/** Points that count as one signal, by their indices; `weight` is 1/σ² of it. */
type Block = { members: number[]; signal: number; weight: number }
/** A knot of the curve and the points it is made of. */
type Knot = { signal: number; truth: number; of: CurvePoint[] }

/** +1 where the signal rises with the truth, and the points in the order of the truth. */
function alongTruth(points: readonly CurvePoint[]): { rising: 1 | -1; order: number[] } {
  const truths = points.map((p) => p.truth)
  const meanAt = (truth: number): number =>
    mean(points.filter((p) => p.truth === truth).map((p) => p.signal))
  const rising = meanAt(Math.max(...truths)) >= meanAt(Math.min(...truths)) ? 1 : -1
  // one truth read twice stands in the order the curve goes
  const order = points
    .map((_, i) => i)
    .sort(
      (a, b) =>
        points[a]!.truth - points[b]!.truth || rising * (points[a]!.signal - points[b]!.signal),
    )
  return { rising, order }
}

/**
 * Pools adjacent violators along the truth: signals that turn back within their scatter become one. Throws `EchtError`
 * `reversal` where they turn back beyond it.
 */
function pooledAlong(points: readonly CurvePoint[], words: Words): Block[] {
  const { rising, order } = alongTruth(points)
  const first = points[order[0]!]!,
    last = points[order.at(-1)!]!
  const slope =
    Math.abs(last.truth - first.truth) / Math.max(1e-12, Math.abs(last.signal - first.signal))
  const sigma = (p: CurvePoint): number =>
    Math.max(p.signalUncertainty ?? 0, (p.truthUncertainty ?? 0) / Math.max(slope, 1e-12), 1e-12)
  const blocks: Block[] = []
  for (const i of order) {
    const p = points[i]!
    blocks.push({ members: [i], signal: p.signal, weight: 1 / sigma(p) ** 2 })
    while (blocks.length > 1) {
      const [a, b] = blocks.slice(-2) as [Block, Block]
      if (rising * (b.signal - a.signal) >= 0) break
      const limit = 4 * Math.hypot(1 / Math.sqrt(a.weight), 1 / Math.sqrt(b.weight))
      if (rising * (a.signal - b.signal) > limit)
        refuseReversal(points, [a.members.at(-1)!, b.members[0]!], words)
      blocks.splice(-2, 2, together(a, b))
    }
  }
  return blocks
}

const together = (a: Block, b: Block): Block => ({
  members: [...a.members, ...b.members],
  signal: pooled(a, b),
  weight: a.weight + b.weight,
})

function refuseReversal(
  points: readonly CurvePoint[],
  [one, other]: [number, number],
  words: Words,
): never {
  const [a, b] = [points[one]!, points[other]!]
  throw new EchtError(
    'reversal',
    `The ${words.point}s of ${a.truth} ${words.unit} (signal ${a.signal}) and ${b.truth} ` +
      `${words.unit} (signal ${b.signal}) turn back beyond their scatter: one of them was read ` +
      'wrong, or something caught. Measure both again.',
    [one, other],
  )
}

/** Neighbours whose signals are one within the meter's scatter are a dead zone: one block. */
function withDeadZones(blocks: readonly Block[], points: readonly CurvePoint[]): Block[] {
  const sigmaOf = (members: readonly number[]): number =>
    Math.hypot(...members.map((i) => points[i]!.signalUncertainty ?? 0))
  const merged: Block[] = []
  for (const b of blocks) {
    const a = merged.at(-1)
    const known = b.members.every((i) => (points[i]!.signalUncertainty ?? 0) > 0)
    const alike =
      a !== undefined &&
      (a.signal === b.signal ||
        (known &&
          Math.abs(b.signal - a.signal) <
            (SAME_SIGNAL * sigmaOf([...a.members, ...b.members])) / Math.sqrt(2)))
    if (alike) merged.splice(-1, 1, together(a, b))
    else merged.push(b)
  }
  return merged
}

/** One truth measured twice is one knot; several truths at one signal stay an interval, two knots. */
function knotsOf({ members, signal }: Block, points: readonly CurvePoint[]): Knot[] {
  const of = members.map((i) => points[i]!)
  const truths = of.map((p) => p.truth),
    lowest = Math.min(...truths),
    highest = Math.max(...truths)
  const scatter = 2 * Math.max(...of.map((p) => p.truthUncertainty ?? 0)) + 1e-12
  return highest - lowest <= scatter
    ? [{ signal, truth: mean(truths), of }]
    : [
        { signal, truth: lowest, of },
        { signal, truth: highest, of },
      ]
}

/** What each knot is not known by, truth unit: its own 1σ, and the errors it shares with others. */
function doubtOfKnots(
  curve: KnotCurve,
  knots: readonly Knot[],
): Pick<MonotoneFit, 'own' | 'shared'> {
  const bySignal = new Map(knots.toReversed().map((k) => [k.signal, k]))
  const at = curve.signal.map((s) => bySignal.get(s)!)
  const own = at.map(({ of }, i) =>
    Math.hypot(
      Math.hypot(...of.map((p) => p.truthUncertainty ?? 0)) / of.length,
      (localSlope(curve, i) * Math.hypot(...of.map((p) => p.signalUncertainty ?? 0))) / of.length,
    ),
  )
  const shared = sharedColumns(
    at.map((k) => k.of[0]!.common ?? []),
    (c) => `${c.of} ${c.id}`,
    (c, i) => (c.of === 'truth' ? c.sigma : c.sigma * localSlope(curve, i)),
  )
  return { own, shared }
}

/** Weighted mean of two signals; equal ones stay just what they are, so that they are found again. */
const pooled = (
  a: { signal: number; weight: number },
  b: { signal: number; weight: number },
): number =>
  a.signal === b.signal
    ? a.signal
    : (a.signal * a.weight + b.signal * b.weight) / (a.weight + b.weight)

const localSlope = (curve: KnotCurve, i: number): number => {
  const { signal, low, high } = curve,
    last = signal.length - 1
  const a = Math.max(0, i - 1),
    b = Math.min(last, i + 1)
  return Math.abs((low[b]! + high[b]! - low[a]! - high[a]!) / 2 / (signal[b]! - signal[a]!))
}

/** Beyond the outermost points by no more than this share of what lies between them is at the point: a digit typed. */
const AT_END = 0.005

/**
 * Signal at a truth: the curve turned round; at an outermost point also for a truth that is beyond it by a digit.
 * Throws `beyond-curve` further outside the points.
 */
export function monotoneSignal(curve: KnotCurve, truth: number): number {
  requireFinite(truth, 'The value')
  const { signal, low, high, rising } = curve,
    last = signal.length - 1
  const least = rising ? low[0]! : low[last]!,
    most = rising ? high[last]! : high[0]!
  const span = Math.abs(most - least),
    slack = 1e-9 * Math.max(1, span)
  if (truth < least - AT_END * span - slack || truth > most + AT_END * span + slack)
    throw new EchtError(
      'beyond-curve',
      `${truth} lies outside the measured points, ${least} to ${most}: take a point beyond it.`,
    )
  if (truth <= least) return signal[rising ? 0 : last]!
  if (truth >= most) return signal[rising ? last : 0]!
  const knot = signal.findIndex((_, i) => truth >= low[i]! - slack && truth <= high[i]! + slack)
  if (knot >= 0) return signal[knot]!
  const i = signal.findIndex(
    (_, k) =>
      k < last &&
      (rising ? truth > high[k]! && truth < low[k + 1]! : truth < low[k]! && truth > high[k + 1]!),
  )
  return findRoot(
    (s) => knotTruth(curve, s) - truth,
    signal[i]!,
    signal[i + 1]!,
    1e-9 * (signal[last]! - signal[0]!),
  )
}

/**
 * 1σ of a monotone curve at a truth: its knots' uncertainties through the cubic, and the room between them. What a
 * dead zone leaves open is no part of it: what stands there is known (`knotInterval`).
 */
export function monotoneBand(fit: MonotoneFit, truth: number): number {
  const { curve, own, room } = fit
  const s = monotoneSignal(curve, truth),
    last = curve.signal.length - 1
  const i = Math.min(
    last - 1,
    Math.max(
      0,
      curve.signal.findLastIndex((v) => v <= s),
    ),
  )
  const here = knotTruth(curve, s)
  // a knot moves the cubic in its own and the neighbouring intervals: each is moved by its 1σ in turn, in the
  // stretch of the curve that its slopes depend on
  const from = Math.max(0, i - 4)
  const to = Math.min(last, i + 5)
  const part = <T>(list: readonly T[]): T[] => list.slice(from, to + 1)
  const moves = [i - 1, i, i + 1, i + 2]
    .filter((k) => k >= 0 && k <= last)
    .map((k) => {
      const by = (v: number, j: number): number => (j + from === k ? v + own[k]! : v)
      const { signal, low: lows, high: highs, rising } = curve
      const moved = throughKnots(part(signal), part(lows).map(by), part(highs).map(by), rising)
      return knotTruth(moved, s) - here
    })
  const common = sharedAt(fit, s)
  // where between two points this is, is known no better than the points' truths
  const astray = Math.hypot(own[i]!, ...common)
  const between = Math.max(
    ...[-astray, 0, astray].map((by) =>
      lookUp({ x: room.truth, y: room.sigma }, truth + by, 'hold'),
    ),
  )
  return Math.hypot(...moves, ...common, between)
}

/** 1σ, truth unit, of the one error the points share that counts most at a truth. */
export const monotoneSharedBand = (fit: MonotoneFit, truth: number): number =>
  Math.max(0, ...sharedAt(fit, monotoneSignal(fit.curve, truth)))

/** 1σ of each error the points share at a signal: straight between the knots. */
const sharedAt = ({ curve, shared }: MonotoneFit, signal: number): number[] =>
  shared.map((sigmas) => lookUp({ x: curve.signal, y: sigmas }, signal, 'hold'))
