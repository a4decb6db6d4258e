/**
 * Crossings of a pickup's signal, with the part of a sample at which they lie. A crossing counts where the signal goes
 * from well on one side to well on the other: noise that only touches zero is none. Where a tooth takes many samples
 * they are averaged first, so that noise does not reach the threshold in the gap; each crossing is then placed by a
 * line through the samples about it.
 */

/** A stretch of a signal: how high it goes, and how much of that is noise. */
export type Profile = {
  /** samples in a part */
  part: number
  /** highest of |v| in each part, V */
  amplitude: Float32Array
  /** 1σ of white noise in each part, V: by neighbouring samples, so too high where a tooth takes few of them */
  noise: Float32Array
}

const PARTS = 256
const LOOKS = 1024
/** Mean of |difference| of two normal numbers over σ. */
const MEAN_DIFFERENCE = 2 / Math.sqrt(Math.PI)

/** How high the signal goes from part to part, out of some hundred thousand samples of it. */
export function profileOf(samples: Float32Array): Profile {
  const parts = Math.max(1, Math.min(PARTS, Math.floor(samples.length / 64)))
  const part = Math.ceil(samples.length / parts)
  const amplitude = new Float32Array(parts)
  const noise = new Float32Array(parts)
  for (let p = 0; p < parts; p++) {
    const end = Math.min(samples.length - 1, (p + 1) * part)
    // an uneven stride meets no rhythm of the signal
    const stride = Math.max(1, Math.floor(part / LOOKS)) | 1
    let most = 0
    let differences = 0
    let count = 0
    for (let i = p * part; i < end; i += stride) {
      const v = Math.abs(samples[i]!)
      if (v > most) most = v
      differences += Math.abs(samples[i + 1]! - samples[i]!)
      count++
    }
    amplitude[p] = most
    noise[p] = count === 0 ? 0 : differences / count / MEAN_DIFFERENCE
  }
  return { part, amplitude, noise }
}

/** A signal this many σ high is a signal, and not its noise. */
const CLEAR = 6
/** Parts that reach so much of the highest are clear whatever their noise: teeth of few samples look like noise. */
const SURELY = 0.1

/** Whether a part of the signal holds teeth, and not only noise. */
export const isClear = ({ amplitude, noise }: Profile, p: number, most: number): boolean =>
  amplitude[p]! > 0 && (amplitude[p]! >= SURELY * most || amplitude[p]! > CLEAR * noise[p]!)

/** Samples that a tooth is brought down to before its crossings are looked for. */
const PER_TOOTH = 16
/** Threshold over the last peak. */
const ARM = 0.4
/** The line that places a crossing goes through samples up to so much of the peak. */
const LINE = 0.6
/** Without a crossing for so many of the longest intervals the signal has sunk, and the threshold follows it. */
const SINKS = 4
const SINK = 0.7
/** A peak follows a lower one no faster than this: a lone spike of noise does not bring the threshold down. */
const FALLS = 0.7
const RECENT = 8
/** A threshold stays so many σ of averaged noise clear of zero. */
const OVER_NOISE = 3.5

export type ScanTask = {
  /** 1: where it falls, −1: where it rises */
  sign: 1 | -1
  /** the sample it begins at, and the one it runs to: backwards where that is lower */
  from: number
  to: number
  /** samples a tooth takes and how high it goes, where the scan begins */
  period: number
  peak: number
  profile: Profile
  /** stop after so many crossings */
  most?: number
}

/** How the averages are read: from where, which way, how many samples each, and the sum one must reach to count. */
type Reading = { at: number; ahead: 1 | -1; sign: 1 | -1; by: number; least: number; most: number }

/** How many averages pass before one is above the threshold; all that may pass where none is. */
function untilAbove(samples: Float32Array, { at, ahead, sign, by, least, most }: Reading): number {
  let j = at
  for (let b = 0; b < most; b++) {
    let sum = 0
    for (let k = 0; k < by; k++, j += ahead) sum += samples[j]!
    if (sign * sum > least) return b
  }
  return most
}

/** The highest average, the last one above the threshold, and the first below its negative, as sums. */
class Descent {
  top = 0
  above = 0
  aboveSum = 0
  belowSum = 0

  /** How many averages pass before one is below; all that may pass where none is. */
  until(samples: Float32Array, { at, ahead, sign, by, least, most }: Reading): number {
    let j = at
    let { top, aboveSum } = this
    let above = -1
    for (let b = 0; b < most; b++) {
      let sum = 0
      for (let k = 0; k < by; k++, j += ahead) sum += samples[j]!
      sum *= sign
      if (sum > least) {
        if (sum > top) top = sum
        above = b
        aboveSum = sum
      } else if (sum < -least) {
        this.belowSum = sum
        this.keep(top, above, aboveSum)
        return b
      }
    }
    this.keep(top, above, aboveSum)
    return most
  }

  private keep(top: number, above: number, aboveSum: number): void {
    this.top = top
    this.above = above
    this.aboveSum = aboveSum
  }
}

/** Crossings of a variable-reluctance signal, in samples. */
export class VrScan {
  private store: Float64Array = new Float64Array(1024)
  private count = 0
  private readonly intervals = new Float64Array(RECENT)
  private seen = 0
  private peak: number
  private period: number
  private longest: number

  constructor(
    private readonly samples: Float32Array,
    private readonly task: ScanTask,
  ) {
    this.peak = task.peak
    this.period = task.period
    this.longest = task.period
  }

  /** Runs the scan; what it found is a view of its own store. */
  run(): Float64Array {
    const { samples, task } = this
    const { from, most = Infinity } = task
    const ahead = task.to >= from ? 1 : -1
    const length = Math.abs(task.to - from)
    // backwards what falls rises
    const sign = (task.sign * ahead) as 1 | -1
    const descent = new Descent()
    // samples from where it begins, whichever way it goes
    let i = 0
    let by = this.step()
    let arm = this.armAt(from, by)
    let high = false
    let above = 0
    let last = from
    let patience = SINKS * this.longest
    while (i + by <= length && this.count < most) {
      const blocks = Math.floor((Math.min(length, Math.max(patience, i + by)) - i) / by)
      const reading = {
        at: from + ahead * i,
        ahead,
        sign,
        by,
        least: arm * by,
        most: Math.max(1, blocks),
      } as const
      if (!high) {
        const passed = untilAbove(samples, reading)
        i += passed * by
        high = passed < reading.most
        if (high) descent.top = 0
      } else {
        const passed = descent.until(samples, reading)
        if (descent.above >= 0) above = i + descent.above * by
        i += passed * by
        if (passed < reading.most) {
          high = false
          const middle = (by - 1) / 2
          const x = this.placed({
            above: from + ahead * (above + middle),
            aboveV: descent.aboveSum / by,
            below: from + ahead * (i + middle),
            belowV: descent.belowSum / by,
          })
          this.keep(x)
          this.passed(Math.abs(x - last), descent.top / by)
          last = x
          by = this.step()
          arm = this.armAt(from + ahead * i, by)
          patience = i + SINKS * this.longest
        }
      }
      if (i + by > patience) {
        // what was the peak is no more
        this.peak *= SINK
        arm = this.armAt(from + ahead * Math.min(i, length - 1), by)
        patience = i + this.longest
        high &&= i - above < this.longest
      }
    }
    return this.store.subarray(0, this.count)
  }

  private keep(x: number): void {
    if (this.count === this.store.length) this.store = grown(this.store)
    this.store[this.count++] = x
  }

  /** How many samples are averaged. */
  private step(): number {
    return Math.max(1, Math.floor(this.period / PER_TOOTH))
  }

  /** The threshold: a share of the last peak, and clear of the noise of what is averaged. */
  private armAt(i: number, by: number): number {
    const { part, noise } = this.task.profile
    const sigma = noise[Math.min(noise.length - 1, Math.floor(i / part))]!
    // where teeth take few samples the noise cannot be told by its neighbours, and the peak stands clear of it anyway
    const floor = by < 2 ? 0 : (OVER_NOISE * sigma) / Math.sqrt(by)
    return Math.max(ARM * this.peak, floor)
  }

  /** A crossing came: how long it took, and how high it was. */
  private passed(interval: number, top: number): void {
    // a spike is no tooth: what it lifts the threshold by is bounded
    this.peak = Math.min(Math.max(top, FALLS * this.peak), 2 * this.peak)
    this.intervals[this.seen++ % RECENT] = interval
    const n = Math.min(this.seen, RECENT)
    let [least, second, longest] = [Infinity, Infinity, 0]
    for (let k = 0; k < n; k++) {
      const d = this.intervals[k]!
      if (d < least) [least, second] = [d, least]
      else if (d < second) second = d
      if (d > longest) longest = d
    }
    // one short interval may be noise
    this.period = n < 3 ? this.period : Math.min(second, 2 * this.period)
    this.longest = Math.max(longest, this.period)
  }

  /** Where a signal that was above and is below went through zero. */
  private placed(c: { above: number; aboveV: number; below: number; belowV: number }): number {
    const { samples } = this
    const { sign } = this.task
    const slope = (c.aboveV - c.belowV) / Math.abs(c.below - c.above)
    const rough = c.above + (Math.sign(c.below - c.above) * c.aboveV) / slope
    const half = Math.min(Math.max(1, (LINE * this.peak) / slope), Math.max(1, 0.2 * this.period))
    const from = Math.max(0, Math.ceil(rough - half))
    const to = Math.min(samples.length - 1, Math.floor(rough + half))
    const n = to - from + 1
    if (n < 2) return rough
    let [sx, sy, sxx, sxy] = [0, 0, 0, 0]
    for (let i = from; i <= to; i++) {
      const x = i - rough
      const y = sign * samples[i]!
      sx += x
      sy += y
      sxx += x * x
      sxy += x * y
    }
    const b = (n * sxy - sx * sy) / (n * sxx - sx * sx)
    const x = -(sy - b * sx) / n / b
    return b < 0 && Math.abs(x) <= half + 1 ? rough + x : rough
  }
}

const grown = (store: Float64Array): Float64Array => {
  const larger = new Float64Array(Math.ceil(store.length * 1.6))
  larger.set(store)
  return larger
}

/** Averages over more and more samples are tried, until the crossings are those of teeth and no longer of noise. */
const MOST_HALVINGS = 14
/** Crossings that stay the same to this part from one average to the next are those of teeth. */
const SAME_COUNT = 0.04
/** So many crossings make a rhythm. */
const RHYTHM = 4
/** Of all |v|, the one that is taken for a peak: teeth fill a tenth of the signal at least. */
const HIGH = 0.98

/**
 * What a tooth takes in a stretch of a signal, samples, and how high it goes, V; null where no rhythm can be seen. The
 * stretch is averaged by twos; noise makes fewer and fewer crossings, teeth the same number over several halvings.
 */
export function rhythmOf(
  samples: Float32Array,
  from: number,
  to: number,
): { period: number; peak: number } | null {
  let level = samples.subarray(from, to)
  let best: { period: number; peak: number; lasts: number } | null = null
  let before: { count: number; lasts: number } = { count: 0, lasts: 0 }
  for (let h = 0; h < MOST_HALVINGS && level.length > 4 * RHYTHM; h++) {
    const { at, peak } = plainCrossings(level)
    const same = Math.abs(at.length - before.count) <= Math.max(1, SAME_COUNT * before.count)
    const lasts = same ? before.lasts + 1 : 0
    before = { count: at.length, lasts }
    if (at.length >= RHYTHM && (best === null || lasts > best.lasts)) {
      const intervals = at.slice(1).map((x, i) => x - at[i]!)
      intervals.sort((a, b) => a - b)
      best = { period: intervals[Math.floor(intervals.length / 4)]! * 2 ** h, peak, lasts }
    }
    const half = new Float32Array(level.length >> 1)
    for (let i = 0; i < half.length; i++) half[i] = (level[2 * i]! + level[2 * i + 1]!) / 2
    level = half
  }
  return best && { period: best.period, peak: best.peak }
}

/** Where a signal falls from well above to well below zero, its thresholds held. */
function plainCrossings(level: Float32Array): { at: number[]; peak: number } {
  const stride = Math.max(1, Math.floor(level.length / 4096)) | 1
  const some: number[] = []
  for (let i = 0; i < level.length; i += stride) some.push(Math.abs(level[i]!))
  const heights = some.sort((a, b) => a - b)
  const peak = heights[Math.floor(HIGH * (heights.length - 1))]!
  const arm = ARM * peak
  const at: number[] = []
  let high = false
  for (let i = 0; i < level.length; i++) {
    const v = level[i]!
    if (v > arm) high = true
    else if (high && v < -arm) {
      high = false
      at.push(i)
    }
  }
  return { at, peak }
}

/** The two levels of a signal that switches; null where it does not. */
export function levelsOf(samples: Float32Array): { low: number; high: number } | null {
  const stride = Math.max(1, Math.floor(samples.length / 65_536)) | 1
  const some: number[] = []
  for (let i = 0; i < samples.length; i += stride) some.push(samples[i]!)
  some.sort((a, b) => a - b)
  const at = (share: number): number => some[Math.floor(share * (some.length - 1))]!
  const middle = (at(0.002) + at(0.998)) / 2
  const mean = (of: number[]): number => of.reduce((s, v) => s + v, 0) / of.length
  const [below, above] = [some.filter((v) => v < middle), some.filter((v) => v >= middle)]
  if (below.length === 0 || above.length === 0) return null
  const [low, high] = [mean(below), mean(above)]
  return high - low > 0 ? { low, high } : null
}

/** Crossings of a signal that switches between two levels, in samples: down and up. */
export function switchings(
  samples: Float32Array,
  { low, high }: { low: number; high: number },
): { falls: Float64Array; rises: Float64Array } {
  const down = low + 0.25 * (high - low)
  const up = low + 0.75 * (high - low)
  const middle = (low + high) / 2
  let falls: Float64Array = new Float64Array(1024)
  let rises: Float64Array = new Float64Array(1024)
  let [f, r] = [0, 0]
  let state = samples[0]! > middle
  // the last sample on the side that is being left
  let side = 0
  const placed = (i: number): number => {
    const before = samples[i - 1]!
    const now = samples[i]!
    return i - 1 + Math.min(1, Math.max(0, (before - middle) / (before - now)))
  }
  for (let i = 1; i < samples.length; i++) {
    const v = samples[i]!
    if (state) {
      if (v > middle) side = i
      else if (v < down) {
        state = false
        if (f === falls.length) falls = grown(falls)
        falls[f++] = placed(side + 1)
        side = i
      }
    } else if (v < middle) side = i
    else if (v > up) {
      state = true
      if (r === rises.length) rises = grown(rises)
      rises[r++] = placed(side + 1)
      side = i
    }
  }
  return { falls: falls.subarray(0, f), rises: rises.subarray(0, r) }
}
