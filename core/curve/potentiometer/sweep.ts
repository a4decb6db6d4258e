import { median } from 'simple-statistics'
import { figures, number, percent, say, type Said } from '../../quantity/said.ts'
import { EchtError } from '../../error.ts'

/** One thing wrong in a recorded sweep. */
export type SweepFault = {
  kind: 'jump' | 'reversal' | 'dropout' | 'worn'
  at: number
  timeS: number
  says: Said
}
export type Sweep = {
  direction: 'rising' | 'falling'
  closed: number
  open: number
  faults: SweepFault[]
  travelled: number
}

/**
 * A slow sweep of a pedal or throttle, recorded as it was read: jumps, reversals, dropouts and worn spots,
 * each with its place in the travel. `signal` in any unit (V, counts, %), `rate` of samples per second. A clean
 * potentiometer moves one way within its noise. Throws `EchtError` `too-short`, `no-movement`.
 */
export function checkSweep(signal: ArrayLike<number>, rate: number): Sweep {
  const n = signal.length
  if (n < 10)
    throw new EchtError(
      'too-short',
      `${n} samples are no sweep: record a slow one, five seconds from closed to open.`,
    )
  const first = middleOf(signal, 0, Math.min(10, n)),
    last = middleOf(signal, Math.max(0, n - 10), n)
  const sign = last >= first ? 1 : -1
  const travel = Math.abs(last - first)
  const steps = Array.from({ length: n - 1 }, (_, i) => (signal[i + 1]! - signal[i]!) * sign)
  const noise = deviation(steps)
  if (!(travel > 8 * noise) || travel === 0)
    throw new EchtError(
      'no-movement',
      'The signal does not move from first to last: was the pedal swept, and is this the right column?',
    )
  const usual = travel / n
  const jump = Math.max(0.04 * travel, 8 * noise + 4 * usual)
  const faults: SweepFault[] = []
  const share = (i: number): number =>
    Math.min(1, Math.max(0, ((signal[i]! - first) * sign) / travel))
  const found = (kind: SweepFault['kind'], i: number, says: Said): void => {
    faults.push({ kind, at: share(i), timeS: i / rate, says })
  }
  let i = 0,
    highest = signal[0]! * sign
  while (i < n - 1) {
    const step = steps[i]!
    if (step < -jump) {
      // down and back up again within a blink is a lost contact, not a hand
      const back = Math.min(n - 1, i + Math.max(2, Math.round(0.15 * rate)))
      let k = i + 1
      while (k <= back && signal[k]! * sign < highest - jump) k++
      if (k <= back) {
        found(
          'dropout',
          i,
          say(
            'dropout',
          )`It falls away by ${figures(Math.abs(step), 3)} for ${number(((k - i - 1) / rate) * 1000)} ms near ${percent(share(i))} of the travel: a lost contact.`,
        )
        i = k
        continue
      }
      found(
        'reversal',
        i,
        say('reversal')`It turns back by ${figures(Math.abs(step), 3)} near ${percent(share(i))}.`,
      )
      highest = signal[i + 1]! * sign
    } else if (step > jump)
      found(
        'jump',
        i,
        say(
          'jump',
        )`It jumps by ${figures(step, 3)} near ${percent(share(i))}: a break in the track, or the sweep was too fast.`,
      )
    else {
      const fallen = highest - signal[i + 1]! * sign
      if (
        fallen > Math.max(0.02 * travel, 8 * noise) &&
        !faults.some((f) => f.kind === 'reversal' && Math.abs(f.timeS - i / rate) < 0.3)
      ) {
        found(
          'reversal',
          i,
          say('reversal')`It turns back by ${figures(fallen, 3)} near ${percent(share(i))}.`,
        )
        highest = signal[i + 1]! * sign
      }
    }
    highest = Math.max(highest, signal[i + 1]! * sign)
    i++
  }
  // a worn spot is rougher than the rest of the track
  const windowSize = Math.max(8, Math.round(n / 40))
  for (let start = 0; start + windowSize < n; start += windowSize) {
    const part = steps.slice(start, start + windowSize)
    const rough = deviation(part)
    if (
      rough > Math.max(5 * noise, 0.004 * travel) &&
      !faults.some((f) => f.kind === 'worn' && Math.abs(f.at - share(start)) < 0.06)
    )
      found(
        'worn',
        start + (windowSize >> 1),
        noise > 0
          ? say(
              'worn',
            )`It is ${number(rough / noise)} times rougher near ${percent(share(start))}: a worn spot, where the pedal spends its time.`
          : say(
              'worn',
            )`It is rougher near ${percent(share(start))}: a worn spot, where the pedal spends its time.`,
      )
  }
  return {
    direction: sign > 0 ? 'rising' : 'falling',
    closed: first,
    open: last,
    faults: faults.sort((a, b) => a.timeS - b.timeS),
    travelled: travel,
  }
}

/** Spread about the median, as σ of a normal: outliers do not count. */
const deviation = (values: number[]): number => {
  const middle = median(values)
  return 1.4826 * median(values.map((v) => Math.abs(v - middle)))
}
const middleOf = (signal: ArrayLike<number>, from: number, to: number): number =>
  median(Array.from({ length: to - from }, (_, i) => signal[from + i]!))

export type TrackRelation = 'sum' | 'ratio'
export type TwoTracks = {
  relation: TrackRelation
  constant: number
  worstPercent: number
  worstAt: number
  plausible: boolean
  says: Said
}

/**
 * Two tracks of an electric throttle or pedal: they must add up to one supply, or stand in one ratio, all the way.
 * Volts of both at the same moments. `limitPercent` of the supply is the most they may disagree.
 */
export function checkTracks(
  one: ArrayLike<number>,
  other: ArrayLike<number>,
  supplyV: number,
  limitPercent = 5,
): TwoTracks {
  const n = Math.min(one.length, other.length)
  if (n < 5)
    throw new EchtError(
      'too-short',
      `${n} pairs are too few: read both tracks together, closed, open and between.`,
    )
  const sums = Array.from({ length: n }, (_, i) => one[i]! + other[i]!),
    ratios = Array.from({ length: n }, (_, i) => one[i]! / other[i]!).filter(Number.isFinite)
  const spread = (v: number[]): number =>
    (Math.max(...v) - Math.min(...v)) / Math.max(1e-9, Math.abs(median(v)))
  const relation: TrackRelation = spread(sums) <= spread(ratios) ? 'sum' : 'ratio'
  const constant = relation === 'sum' ? median(sums) : median(ratios)
  let worst = 0,
    worstAt = 0
  for (let i = 0; i < n; i++) {
    const off = relation === 'sum' ? one[i]! + other[i]! - constant : one[i]! - constant * other[i]!
    if (Math.abs(off) > Math.abs(worst)) {
      worst = off
      worstAt = i
    }
  }
  const worstPercent = (100 * worst) / supplyV
  const plausible = Math.abs(worstPercent) <= limitPercent
  const law =
    relation === 'sum'
      ? say('sum')`add up to ${number(constant, 2)} V`
      : say('ratio')`stand as ${number(constant, 2)} to 1`
  return {
    relation,
    constant,
    worstPercent,
    worstAt,
    plausible,
    says: plausible
      ? say(
          'tracks-agree',
        )`The tracks ${law}, within ${percent(Math.abs(worstPercent) / 100, 1)} of the supply.`
      : say(
          'tracks-part',
        )`The tracks ${law} except at sample ${number(worstAt + 1)}, where they part by ${percent(Math.abs(worstPercent) / 100, 1)}: do not drive. Have it checked by a qualified person.`,
  }
}
