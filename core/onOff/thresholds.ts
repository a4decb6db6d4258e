import { K95 } from '../constants.ts'
import { elementOf, pointsOf } from '../build/find.ts'
import type { Build, Channel, Measurement, OnOff } from '../build/types.ts'
import { readingUncertainty } from '../chain/index.ts'
import { amount, say, type Said } from '../quantity/said.ts'

export type Way = 'rising' | 'falling'

/** Where it switches as the truth moves one way, in the truth's unit. */
export type Threshold = {
  truth: number
  /** half of the 95 % interval; null after one reading, since nothing is known of how it scatters */
  half: number | null
  count: number
}

/** Student's factor for 95 % by degrees of freedom (JCGM 100:2008, table G.2). */
const T95 = [12.71, 4.3, 3.18, 2.78, 2.57, 2.45, 2.36, 2.31, 2.26, 2.23]
const t95 = (freedom: number): number => T95[freedom - 1] ?? K95 + 2.4 / freedom

/** A threshold read several times: its readings, and 1σ of what all of them share, in the truth's unit. */
export function thresholdOf(
  readings: readonly { truth: number; own: number; common: number }[],
): Threshold | null {
  const count = readings.length
  if (count === 0) return null
  const mean = (of: (r: (typeof readings)[number]) => number): number =>
    readings.reduce((sum, r) => sum + of(r), 0) / count
  const truth = mean((r) => r.truth)
  if (count === 1) return { truth, half: null, count }
  const scatter = Math.sqrt(
    readings.reduce((sum, r) => sum + (r.truth - truth) ** 2, 0) / (count - 1),
  )
  // readings that agree better than they can be read are no better than that
  const own = Math.max(
    (t95(count - 1) * scatter) / Math.sqrt(count),
    (K95 * mean((r) => r.own)) / Math.sqrt(count),
  )
  return { truth, half: Math.hypot(own, K95 * mean((r) => r.common)), count }
}

/** Which way the truth moved as a reading of a switch was taken. */
export const wayOf = ({ method }: Measurement): Way => (method === 'falling' ? 'falling' : 'rising')

/** Readings of a channel's switch that stand, in the order they were taken. */
export const switchedAt = (build: Build, channel: Channel): readonly Measurement[] =>
  channel.elements.flatMap((id) => pointsOf(build, elementOf(build, id).id))

/** Where a channel's switch switches each way, by what was measured of it. */
export function thresholdsOf(build: Build, channel: Channel): Record<Way, Threshold | null> {
  const standing = switchedAt(build, channel).filter((m) => m.struck === null)
  const of = (way: Way) =>
    thresholdOf(
      standing
        .filter((m) => wayOf(m) === way)
        .flatMap((m) => m.readings.filter((r) => r.role === 'truth'))
        .map((r) => ({ truth: r.value, ...readingUncertainty(build, r) })),
    )
  return { rising: of('rising'), falling: of('falling') }
}

/** What the two thresholds say of each other. */
export function thresholdFindings(
  { rising, falling }: Record<Way, Threshold | null>,
  { unit }: Pick<OnOff, 'unit'>,
  accuracy: number,
): Said[] {
  if (!rising || !falling) return []
  const between = rising.truth - falling.truth
  const doubt = Math.hypot(rising.half ?? accuracy, falling.half ?? accuracy)
  const by = (v: number) => amount(v, unit, 1, accuracy)
  if (between < -doubt)
    return [
      say(
        'crossed',
      )`It switches at ${by(rising.truth)} on the way up and only at ${by(falling.truth)} on
        the way down: were the two noted the wrong way round, or was it too quick for the
        thermometer or gauge?`,
    ]
  if (between < doubt)
    return [
      say(
        'no-hysteresis',
      )`Both thresholds may be the same: then it chatters as the truth stands there.`,
    ]
  return []
}

/** Whether the contact is closed at a truth; `before` is what it was, which stays between the two thresholds. */
export function isClosed(
  { closes }: Pick<OnOff, 'closes'>,
  { rising, falling }: Record<Way, number>,
  truth: number,
  before: boolean,
): boolean {
  const past = truth >= rising ? true : truth <= falling ? false : before === (closes === 'rising')
  return past === (closes === 'rising')
}
