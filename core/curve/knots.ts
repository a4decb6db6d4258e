import { EchtError, requireFinite } from '../error.ts'
import { aNumber, everyOf, thingWith } from '../expects.ts'

type SignalTruth = { signal: number; truth: number }

/**
 * Truth over signal: knots in ascending signal, each with the truths it may mean (an interval where several
 * give one signal) and the slope on either side. Plain data.
 */
export type KnotCurve = {
  signal: number[]
  low: number[]
  high: number[]
  slopeIn: number[]
  slopeOut: number[]
  rising: boolean
}

const KNOTS = thingWith(
  Object.fromEntries(
    ['signal', 'low', 'high', 'slopeIn', 'slopeOut'].map((name) => [name, everyOf(aNumber)]),
  ),
)

/** Throws `EchtError` `bad-curve` unless its lists are equally long, of finite numbers, and the signals ascend. */
export function requireKnots(curve: KnotCurve): KnotCurve {
  KNOTS(curve, 'The curve')
  const { signal, low, high, slopeIn, slopeOut } = curve
  const whole = [signal, low, high, slopeIn, slopeOut].every(
    (list) => list.length === signal.length && list.every(Number.isFinite),
  )
  if (!whole || signal.length < 2 || signal.some((s, i) => i > 0 && s <= signal[i - 1]!))
    throw new EchtError(
      'bad-curve',
      'The curve is damaged: its knots are not finite numbers in ascending signal. Fit it again.',
    )
  return curve
}

/** How points are spoken of in messages: "Fill", "l". */
export type Words = { point: string; unit: string }

/**
 * A monotone curve through points (Fritsch and Carlson 1980), rising or falling. Truths that give the same
 * signal are a dead zone, kept as an interval. Throws `EchtError` `too-few-points` on fewer than two signals,
 * `reversal` naming the two points where the curve turns back.
 */
export function knotCurve(points: readonly SignalTruth[], words: Words): KnotCurve {
  const bySignal = new Map<number, number[]>()
  for (const p of points) bySignal.set(p.signal, [...(bySignal.get(p.signal) ?? []), p.truth])
  const signal = [...bySignal.keys()].sort((a, b) => a - b)
  if (signal.length < 2)
    throw new EchtError(
      'too-few-points',
      `${points.length} ${words.point}s give ${signal.length} different ` +
        `${signal.length === 1 ? 'signal' : 'signals'}: measure at two ${words.point}s that ` +
        'differ.',
    )
  const low = signal.map((s) => Math.min(...bySignal.get(s)!)),
    high = signal.map((s) => Math.max(...bySignal.get(s)!))
  const last = signal.length - 1
  const rising = low[last]! + high[last]! >= low[0]! + high[0]!
  for (let i = 0; i < last; i++) {
    // what is left at a knot, and what is met at the next, in the direction of the signal
    const from = rising ? high[i]! : low[i]!,
      to = rising ? low[i + 1]! : high[i + 1]!
    if (rising ? to < from : to > from) {
      throw new EchtError(
        'reversal',
        `The ${words.point}s of ${from} ${words.unit} (signal ${signal[i]}) and ${to} ` +
          `${words.unit} (signal ${signal[i + 1]}) turn back: one of them was read wrong, or ` +
          'something caught. Measure both again.',
      )
    }
  }
  return throughKnots(signal, low, high, rising)
}

/** The curve through knots that are known to be in order, whatever they say. */
export function throughKnots(
  signal: number[],
  low: number[],
  high: number[],
  rising: boolean,
): KnotCurve {
  const last = signal.length - 1
  // truth on leaving a knot upward in signal, and on meeting it
  const out = signal.map((_, i) => (rising ? high[i]! : low[i]!)),
    into = signal.map((_, i) => (rising ? low[i]! : high[i]!))
  const h = signal.slice(1).map((s, i) => s - signal[i]!),
    d = h.map((w, i) => (into[i + 1]! - out[i]!) / w)
  const slopes = signal.map((_, i) => slopeAt(i, h, d))
  // a dead zone is a cliff: the curve on each side of it ends by itself
  const cliff = signal.map((_, i) => high[i]! > low[i]!)
  const slopeOut = signal.map((_, i) =>
    i === last ? 0 : cliff[i] ? endSlope(h, d, i, 1) : slopes[i]!,
  )
  const slopeIn = signal.map((_, i) =>
    i === 0 ? 0 : cliff[i] ? endSlope(h, d, i - 1, -1) : slopes[i]!,
  )
  return { signal, low, high, slopeIn, slopeOut, rising }
}

function slopeAt(i: number, h: number[], d: number[]): number {
  if (i === 0) return endSlope(h, d, 0, 1)
  if (i === h.length) return endSlope(h, d, h.length - 1, -1)
  const a = d[i - 1]!,
    b = d[i]!
  if (a * b <= 0) return 0
  // the parabola through three fills, kept where the cubic stays monotone: at most three times either secant
  const parabola = (h[i]! * a + h[i - 1]! * b) / (h[i - 1]! + h[i]!)
  return Math.sign(a) * Math.min(Math.abs(parabola), 3 * Math.abs(a), 3 * Math.abs(b))
}

/** Three-point slope at an end, kept monotone: never against the interval, never steeper than three times it. */
function endSlope(h: number[], d: number[], interval: number, towards: 1 | -1): number {
  const here = d[interval]!,
    next = d[interval + towards],
    width = h[interval]!,
    beyond = h[interval + towards]
  if (next === undefined || beyond === undefined) return here
  const slope = ((2 * width + beyond) * here - width * next) / (width + beyond)
  if (slope * here <= 0) return 0
  return Math.abs(slope) > 3 * Math.abs(here) ? 3 * here : slope
}

/** Truths that a signal may mean, [low, high]: wider than a point in a dead zone. Holds beyond the ends. */
export function knotInterval(curve: KnotCurve, signal: number): [number, number] {
  requireFinite(signal, 'The signal')
  const { signal: s, low, high, rising } = curve,
    last = s.length - 1
  if (signal <= s[0]!) return [low[0]!, high[0]!]
  if (signal >= s[last]!) return [low[last]!, high[last]!]
  const i = s.findLastIndex((v) => v <= signal)
  if (s[i] === signal) return [low[i]!, high[i]!]
  const from = rising ? high[i]! : low[i]!,
    to = rising ? low[i + 1]! : high[i + 1]!
  const w = s[i + 1]! - s[i]!,
    t = (signal - s[i]!) / w
  // cubic Hermite between the knots
  const value =
    from * (1 + 2 * t) * (1 - t) ** 2 +
    to * t * t * (3 - 2 * t) +
    w * (curve.slopeOut[i]! * t * (1 - t) ** 2 + curve.slopeIn[i + 1]! * t * t * (t - 1))
  const clamped = Math.min(Math.max(from, to), Math.max(Math.min(from, to), value))
  return [clamped, clamped]
}

/** Truth at a signal, the middle of what it may mean. Holds beyond the ends. */
export function knotTruth(curve: KnotCurve, signal: number): number {
  const [low, high] = knotInterval(curve, signal)
  return (low + high) / 2
}

/** Least and most truth a monotone curve knows. */
export const knotReach = ({ low, high }: KnotCurve): [number, number] => [
  Math.min(...low),
  Math.max(...high),
]

/** Stretches of truth that give one signal: an arm on its stop. */
export const knotDeadZones = ({ low, high }: KnotCurve): [number, number][] =>
  low.flatMap((l, i): [number, number][] => (high[i]! > l ? [[l, high[i]!]] : []))

/** 1σ of parts of one type, signal unit: a share of the signal from end to end, wherever on it. */
export const knotPartSigma = ({ signal }: KnotCurve, tolerance: number): number =>
  tolerance * Math.abs(signal.at(-1)! - signal[0]!)
