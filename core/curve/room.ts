import { K95 } from '../constants.ts'
import { linspace } from '../math/linspace.ts'
import { knotTruth, type KnotCurve } from './knots.ts'
import type { LikelyCurves } from './likely.ts'

/** 1σ, truth unit, of what the room between the points leaves open, at truths in ascending order. */
export type Room = { truth: number[]; sigma: number[] }

/** Places between two points, for so many intervals in all; at least two. */
const PLACES = 6
const FULL_PLACES = 8
/** Places of the signal at which the fitted curve is read. */
const READ_AT = 401
/** With more knots than this what is left between them is less than the meter's last digit. */
const MANY_KNOTS = 60
/** A likely curve may differ from the real one by this much in each interval, as a logarithm of its slope. */
const UNLIKE = 0.1
/** Curves that must have a say, however well a few of them match. */
const LEAST_VOICES = 30
/** Of the signal's span: what keeps the ratio of two steps finite where neither moves. */
const STILL = 0.004

/**
 * How far the curve through the knots may be from the real sensor between them. Every likely curve of the family is
 * bent to go through the same points, has a say by how little bending that took, and shows through the fitted curve
 * what would be read; the room holds 95 in 100 of what they say. `noise` is 1σ of the knots' signals.
 */
export function roomBetween(curve: KnotCurve, likely: LikelyCurves, noise: number): Room {
  const { truth, signal } = inOrder(curve)
  const span = truth.at(-1)! - truth[0]!
  const rise = signal.at(-1)! - signal[0]!
  if (truth.length > MANY_KNOTS || !(span > 0)) return { truth: [truth[0]!], sigma: [0] }
  const v = truth.map((t) => (t - truth[0]!) / span),
    u = signal.map((s) => (s - signal[0]!) / rise)
  const reading = linspace(0, 1, READ_AT).map(
    (share) => (knotTruth(curve, signal[0]! + share * rise) - truth[0]!) / span,
  )
  const rows = likely()
  const steps = rows.map((row) => {
    const at = v.map((share) => evenly(row, share))
    return at.slice(1).map((s, j) => s - at[j]!)
  })
  const unlike = unlikeness(steps, u, STILL + Math.abs(noise / rise))
  const room: Room = { truth: [], sigma: [] }
  const places = Math.max(2, Math.round((PLACES * FULL_PLACES) / Math.max(FULL_PLACES, v.length)))
  for (let j = 0; j + 1 < v.length; j++) {
    // a stretch whose ends read the same is a dead zone: what it shows there is known
    const dead = u[j + 1] === u[j]
    const heard = dead ? [] : voices(unlike, j)
    for (const part of linspace(0, 1, places + 1).slice(0, -1)) {
      const at = v[j]! + part * (v[j + 1]! - v[j]!)
      room.truth.push(truth[0]! + at * span)
      if (dead || part === 0) {
        room.sigma.push(0)
        continue
      }
      const errors = heard.map(({ row: k, weight }) => {
        const row = rows[k]!,
          step = steps[k]![j]!
        const share = step > 1e-9 ? (evenly(row, at) - evenly(row, v[j]!)) / step : part
        const error = evenly(reading, u[j]! + share * (u[j + 1]! - u[j]!)) - at
        return { size: Math.abs(error), weight }
      })
      room.sigma.push((span * quantile95(errors)) / K95)
    }
  }
  room.truth.push(truth.at(-1)!)
  room.sigma.push(0)
  return room
}

/** Value of a row kept at even places from 0 to 1. */
function evenly(row: readonly number[], share: number): number {
  const place = Math.min(1, Math.max(0, share)) * (row.length - 1)
  const i = Math.min(row.length - 2, Math.floor(place))
  return row[i]! + (row[i + 1]! - row[i]!) * (place - i)
}

/** Knots in ascending truth; a dead zone is two of one signal. */
function inOrder({ signal, low, high, rising }: KnotCurve): { truth: number[]; signal: number[] } {
  const order = signal.map((_, i) => (rising ? i : signal.length - 1 - i))
  const all = order.flatMap((i) =>
    high[i]! > low[i]!
      ? [
          { truth: low[i]!, signal: signal[i]! },
          { truth: high[i]!, signal: signal[i]! },
        ]
      : [{ truth: low[i]!, signal: signal[i]! }],
  )
  return { truth: all.map((k) => k.truth), signal: all.map((k) => k.signal) }
}

/** By how much each step of each likely curve differs from the one measured: squares of logarithms. */
const unlikeness = (
  steps: readonly (readonly number[])[],
  u: readonly number[],
  still: number,
): number[][] =>
  steps.map((row) =>
    row.map((step, j) => Math.log((u[j + 1]! - u[j]! + still) / (step + still)) ** 2),
  )

/** A curve of less weight than this is not asked. */
const HARDLY = 1e-4

/** What a step so many intervals away has to say. */
const FAR = [1, 0.7, 0.3, 0.1]

/** The likely curves that count in an interval, by how little they differ there and beside it. */
function voices(
  unlike: readonly (readonly number[])[],
  interval: number,
): { row: number; weight: number }[] {
  const first = Math.max(0, interval - FAR.length + 1)
  const cost = unlike.map((row) =>
    row
      .slice(first, interval + FAR.length)
      .reduce((sum, c, j) => sum + c * FAR[Math.abs(first + j - interval)]!, 0),
  )
  const least = Math.min(...cost)
  for (let width = UNLIKE; ; width *= 1.25) {
    const weights = cost.map((c) => Math.exp((least - c) / (2 * width ** 2)))
    const sum = weights.reduce((a, b) => a + b, 0),
      squares = weights.reduce((a, b) => a + b * b, 0)
    if (sum ** 2 / squares >= Math.min(LEAST_VOICES, cost.length / 2))
      return weights.flatMap((w, row) => (w > HARDLY * sum ? [{ row, weight: w / sum }] : []))
  }
}

/** The size that 95 in 100 of weighted errors do not pass. */
function quantile95(errors: readonly { size: number; weight: number }[]): number {
  const order = errors.toSorted((a, b) => a.size - b.size)
  let sum = 0
  for (const { size, weight } of order) {
    sum += weight
    if (sum >= 0.95) return size
  }
  return order.at(-1)!.size
}
