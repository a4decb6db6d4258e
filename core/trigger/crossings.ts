import { grown } from './grown.ts'
import type { Profile } from './profile.ts'
import { sumOfSamples } from './samples.ts'

/**
 * Crossings of a pickup's signal, with the part of a sample at which they lie. A crossing counts where the signal goes
 * from well on one side to well on the other: noise that only touches zero is no crossing. Where a tooth takes many
 * samples they are averaged first, so that noise does not reach the threshold in the gap; each crossing is then placed
 * by a line through the samples about it.
 */

/** Samples that a tooth is brought down to before its crossings are looked for. */
const PER_TOOTH = 16
/** Threshold over the last peak, where teeth take few samples; and where it is averages that are looked at. */
export const ARM = 0.4
const ARM_AVERAGES = 0.25
/** From so many samples an average holds little noise: compression and runout may make a tooth that much lower. */
const AVERAGES = 4
/** The line that places a crossing goes through samples up to so much of the peak. */
const LINE = 0.6
/** Part of its own top at which the width of a crossing is taken. */
const WIDTH_AT = 0.4
/** A signal that takes so much of a tooth from one flank to the other rests between them. */
const FLAT = 0.25
/** Without a crossing for so many of the longest intervals the signal has sunk, and the threshold follows it. */
const SINKS = 4
const SINK = 0.7
/** Crossings nearer than so much of a tooth are one. */
const APART = 0.05
/** A peak follows a lower one no faster than this: a lone spike of noise does not bring the threshold down. */
const FALLS = 0.7
const RECENT = 8
/** A threshold stays so many σ of averaged noise clear of zero. */
const OVER_NOISE = 3.5

type ScanTask = {
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

/**
 * Crossings of a signal, samples, and how steep it is at each, V a sample; null where that says nothing, as with a
 * switch. A pickup's voltage goes as its speed, so that its slope goes as the square of it.
 */
export type Crossings = {
  at: Float64Array
  steep: Float64Array | null
  /** steepness is that of how quickly teeth pass, which need not be equally wide */
  byTeeth?: true
}

/**
 * What a scan found; `read`: what all it went over comes to; `widths`, of a scan of so many crossings: how
 * wide what each goes over is, of any unit.
 */
type Scanned = Crossings & {
  steep: Float64Array
  read: number
  widths: Float64Array | null
}

/** The last average that is above, the first that is below, V; how high it went before, and samples averaged. */
type Passage = {
  above: number
  aboveV: number
  below: number
  belowV: number
  top: number
  by: number
}

/** How the averages are read: from where, which way, how many samples each, and the sum one must reach to count. */
type Reading = { at: number; ahead: 1 | -1; sign: 1 | -1; by: number; least: number; most: number }

/** The lowest sample of the first of the averages, and how far it is to that of the next. */
const inSteps = ({ at, ahead, by }: Reading): { first: number; step: number } => ({
  first: ahead > 0 ? at : at - by + 1,
  step: ahead * by,
})

/**
 * The way over a signal: the highest average, the last one above the threshold, and the first below its negative, as
 * sums; and what all that was read comes to.
 */
class Descent {
  read = 0
  top = 0
  above = 0
  aboveSum = 0
  belowSum = 0

  /** How many averages pass before one is above the threshold; all that may pass where none is. */
  untilAbove(samples: Float32Array, reading: Reading): number {
    const { sign, by, least, most } = reading
    const { first, step } = inSteps(reading)
    let read = 0
    let b = 0
    for (; b < most; b++) {
      const sum = sumOfSamples(samples, first + b * step, by)
      read += sum
      if (sign * sum > least) break
    }
    this.read += read
    return b
  }

  /** How many averages pass before one is below; all that may pass where none is. */
  untilBelow(samples: Float32Array, reading: Reading): number {
    const { sign, by, least, most } = reading
    const { first, step } = inSteps(reading)
    let { read, top, aboveSum } = this
    let above = -1
    let b = 0
    for (; b < most; b++) {
      const sum = sign * sumOfSamples(samples, first + b * step, by)
      read += sum
      if (sum > least) {
        if (sum > top) top = sum
        above = b
        aboveSum = sum
      } else if (sum < -least) {
        this.belowSum = sum
        break
      }
    }
    this.read = read
    this.top = top
    this.above = above
    this.aboveSum = aboveSum
    return b
  }
}

/** Crossings of a variable-reluctance signal, in samples. */
export class VrScan {
  private at: Float64Array = new Float64Array(1024)
  private steep: Float64Array = new Float64Array(1024)
  private count = 0
  private readonly widths: Float64Array | null
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
    this.widths = task.most === undefined ? null : new Float64Array(task.most)
  }

  /** Runs the scan; what it found are views of its own stores. */
  run(): Scanned {
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
        const passed = descent.untilAbove(samples, reading)
        i += passed * by
        high = passed < reading.most
        if (high) descent.top = 0
      } else {
        const passed = descent.untilBelow(samples, reading)
        if (descent.above >= 0) above = i + descent.above * by
        i += passed * by
        if (passed < reading.most) {
          high = false
          const middle = (by - 1) / 2
          this.crossed(ahead, {
            above: from + ahead * (above + middle),
            aboveV: descent.aboveSum / by,
            below: from + ahead * (i + middle),
            belowV: descent.belowSum / by,
            ...{ top: descent.top / by, by },
          })
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
    // less than one average is left, unless it was enough before
    const rest = i + by > length ? length - i : 0
    const read =
      descent.read + sumOfSamples(samples, ahead > 0 ? from + i : from - length + 1, rest)
    const { at, steep, widths, count } = this
    return {
      ...{ at: at.subarray(0, count), steep: steep.subarray(0, count), read },
      widths: widths && widths.subarray(0, count),
    }
  }

  /**
   * How wide what a crossing goes over is, whatever the speed: from where the signal is last so high before it
   * as a part of its top, to where it is as low after it.
   */
  private widthAt(x: number, by: number, top: number): number {
    const level = WIDTH_AT * top
    const took = this.reaches(x, by, { level, way: -1 }) + this.reaches(x, by, { level, way: 1 })
    // the signal is as high as it passes quickly
    return took * top
  }

  /** Over a wide tooth a signal rests at zero, and noise crosses it anywhere: its middle is between its two flanks. */
  private halfway(rough: number, { by, top }: Passage): number {
    const level = WIDTH_AT * top
    const [before, after] = ([-1, 1] as const).map((way) => this.reaches(rough, by, { level, way }))
    const off = (after! - before!) / 2
    return Math.abs(off) < this.period / 2 ? rough + off : rough
  }

  /**
   * How far from a crossing averages reach a level: before it above, after it below, by a line between the
   * last two.
   */
  private reaches(x: number, by: number, { level, way }: { level: number; way: 1 | -1 }): number {
    const { samples } = this
    const { sign } = this.task
    let before = 0
    for (let step = 0; ; step++) {
      const from = Math.round(x + way * step * by - by / 2)
      // what holds no number leads nowhere
      if (!(from >= 0 && from + by <= samples.length)) return NaN
      const now = (-way * sign * sumOfSamples(samples, from, by)) / by
      if (now >= level) return Math.max(0.1, step - (now - level) / (now - before || 1)) * by
      before = now
    }
  }

  /** A crossing came: it is placed and kept, unless it is the last one again, in two parts by its noise. */
  private crossed(ahead: 1 | -1, c: Passage): void {
    const { x, slope } = this.placed(c)
    const last = this.count === 0 ? this.task.from : this.at[this.count - 1]!
    const apart = (x - last) * ahead > APART * this.period
    if (this.count > 0 && !apart) return
    if (this.widths) this.widths[this.count] = this.widthAt(x, c.by, c.top)
    this.keep(x, slope)
    this.passed(Math.abs(x - last), c.top)
  }

  private keep(x: number, slope: number): void {
    if (this.count === this.at.length) {
      this.at = grown(this.at)
      this.steep = grown(this.steep)
    }
    this.at[this.count] = x
    this.steep[this.count++] = slope
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
    return Math.max((by < AVERAGES ? ARM : ARM_AVERAGES) * this.peak, floor)
  }

  /** A crossing came: how long it took, and how high it was. */
  private passed(interval: number, top: number): void {
    // a spike is no tooth: what it lifts the threshold by is bounded
    this.peak = Math.min(Math.max(top, FALLS * this.peak), 2 * this.peak)
    this.intervals[this.seen++ % RECENT] = interval
    const n = Math.min(this.seen, RECENT)
    let least = Infinity
    let second = Infinity
    let longest = 0
    for (let k = 0; k < n; k++) {
      const d = this.intervals[k]!
      if (d < least) {
        second = least
        least = d
      } else if (d < second) second = d
      if (d > longest) longest = d
    }
    // one short interval may be noise
    this.period = n < 3 ? this.period : Math.min(second, 2 * this.period)
    this.longest = Math.max(longest, this.period)
  }

  /** Where a signal that was above and is below went through zero, and how steeply. */
  private placed(c: Passage): { x: number; slope: number } {
    const { samples } = this
    const { sign } = this.task
    const slope = (c.aboveV - c.belowV) / Math.abs(c.below - c.above)
    const rough = c.above + (Math.sign(c.below - c.above) * c.aboveV) / slope
    if (LINE * this.peak > FLAT * this.period * slope) return { x: this.halfway(rough, c), slope }
    const half = Math.min(Math.max(1, (LINE * this.peak) / slope), Math.max(1, 0.2 * this.period))
    const from = Math.max(0, Math.ceil(rough - half))
    const to = Math.min(samples.length - 1, Math.floor(rough + half))
    const n = to - from + 1
    if (n < 2) return { x: rough, slope }
    // the places are whole numbers in a row: about their middle only the readings are left to add up
    const middle = (from + to) / 2
    let sy = 0
    let sxy = 0
    for (let i = from; i <= to; i++) {
      const y = samples[i]!
      sy += y
      sxy += (i - middle) * y
    }
    const b = (sign * sxy) / ((n * (n * n - 1)) / 12)
    const x = middle - rough - (sign * sy) / n / b
    return b < 0 && Math.abs(x) <= half + 1 ? { x: rough + x, slope: -b } : { x: rough, slope }
  }
}
