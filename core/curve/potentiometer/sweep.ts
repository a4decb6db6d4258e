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
  const swept = sweptOf(signal, rate)
  const found = [...broken(swept), ...worn(swept)]
  return {
    direction: swept.sign > 0 ? 'rising' : 'falling',
    closed: swept.first,
    open: swept.last,
    faults: found.sort((a, b) => a.timeS - b.timeS),
    travelled: swept.travel,
  }
}

/** A sweep, and what it is judged by: its ends, which way it goes, and the noise of its steps. */
type Swept = {
  signal: ArrayLike<number>
  rate: number
  first: number
  last: number
  sign: 1 | -1
  travel: number
  /** from each sample to the next, along the sweep */
  steps: number[]
  noise: number
}

function sweptOf(signal: ArrayLike<number>, rate: number): Swept {
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
  return { signal, rate, first, last, sign, travel, steps, noise }
}

/** Share of the travel at a sample, 0 closed to 1 open. */
const shareAt = ({ signal, first, sign, travel }: Swept, i: number): number =>
  Math.min(1, Math.max(0, ((signal[i]! - first) * sign) / travel))

const faultAt = (swept: Swept, kind: SweepFault['kind'], i: number, says: Said): SweepFault => ({
  kind,
  at: shareAt(swept, i),
  timeS: i / swept.rate,
  says,
})

const reversal = (swept: Swept, i: number, by: number): SweepFault =>
  faultAt(
    swept,
    'reversal',
    i,
    say('reversal')`It turns back by ${figures(by, 3)} near ${percent(shareAt(swept, i))}.`,
  )

/** Jumps, reversals and dropouts, in the order they come. */
function broken(swept: Swept): SweepFault[] {
  const { signal, rate, sign, travel, steps, noise } = swept
  const n = signal.length
  const jump = Math.max(0.04 * travel, 8 * noise + 4 * (travel / n))
  const turned = Math.max(0.02 * travel, 8 * noise)
  const faults: SweepFault[] = []
  let i = 0,
    highest = signal[0]! * sign
  while (i < n - 1) {
    const step = steps[i]!,
      next = signal[i + 1]! * sign
    if (step < -jump) {
      const back = contactBack(swept, i, highest - jump)
      if (back !== null) {
        faults.push(dropout(swept, i, back))
        i = back
        continue
      }
      faults.push(reversal(swept, i, Math.abs(step)))
      highest = next
    } else if (step > jump) faults.push(jumpAt(swept, i))
    else if (highest - next > turned && !isBeside(faults, i / rate)) {
      faults.push(reversal(swept, i, highest - next))
      highest = next
    }
    highest = Math.max(highest, next)
    i++
  }
  return faults
}

/** One turning back is said once, however many samples it lasts. */
const isBeside = (faults: readonly SweepFault[], timeS: number): boolean =>
  faults.some((f) => f.kind === 'reversal' && Math.abs(f.timeS - timeS) < 0.3)

/** Down and back up again within a blink is a lost contact, not a hand: where it is back, or null. */
function contactBack({ signal, rate, sign }: Swept, i: number, level: number): number | null {
  const latest = Math.min(signal.length - 1, i + Math.max(2, Math.round(0.15 * rate)))
  for (let k = i + 1; k <= latest; k++) if (signal[k]! * sign >= level) return k
  return null
}

const dropout = (swept: Swept, i: number, back: number): SweepFault =>
  faultAt(
    swept,
    'dropout',
    i,
    say('dropout')`It falls away by ${figures(Math.abs(swept.steps[i]!), 3)} for
      ${number(((back - i - 1) / swept.rate) * 1000)} ms near ${percent(shareAt(swept, i))} of
      the travel: a lost contact.`,
  )

const jumpAt = (swept: Swept, i: number): SweepFault =>
  faultAt(
    swept,
    'jump',
    i,
    say(
      'jump',
    )`It jumps by ${figures(swept.steps[i]!, 3)} near ${percent(shareAt(swept, i))}: a break in
      the track, or the sweep was too fast.`,
  )

/** Where the track is rougher than the rest of it. */
function worn(swept: Swept): SweepFault[] {
  const { signal, travel, steps, noise } = swept
  const faults: SweepFault[] = []
  const size = Math.max(8, Math.round(signal.length / 40))
  for (let start = 0; start + size < signal.length; start += size) {
    const rough = deviation(steps.slice(start, start + size))
    const known = faults.some((f) => Math.abs(f.at - shareAt(swept, start)) < 0.06)
    if (!(rough > Math.max(5 * noise, 0.004 * travel)) || known) continue
    const near = percent(shareAt(swept, start))
    const says =
      noise > 0
        ? say(
            'worn',
          )`It is ${number(rough / noise)} times rougher near ${near}: a worn spot, where the pedal spends its time.`
        : say('worn')`It is rougher near ${near}: a worn spot, where the pedal spends its time.`
    faults.push(faultAt(swept, 'worn', start + (size >> 1), says))
  }
  return faults
}

/** Spread about the median, as σ of a normal: outliers do not count. */
const deviation = (values: number[]): number => {
  const middle = median(values)
  return 1.4826 * median(values.map((v) => Math.abs(v - middle)))
}
const middleOf = (signal: ArrayLike<number>, from: number, to: number): number =>
  median(Array.from({ length: to - from }, (_, i) => signal[from + i]!))

type TrackRelation = 'sum' | 'ratio'
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
        )`The tracks ${law} except at sample ${number(worstAt + 1)}, where they part by
          ${percent(Math.abs(worstPercent) / 100, 1)}: do not drive. Have it checked by a
          qualified person.`,
  }
}
