import { ASKED, type DueTimes, type Passed } from './due.ts'
import { COARSE, type Pattern } from './pattern.ts'
import { misfit, type Timed } from './swing.ts'

/** The change of speed from one interval to the next that is taken without a second look, as a logarithm. */
export const SMOOTH = 0.3
/** No engine changes its speed more than this from one interval to the next. */
const BREAK = 0.9
/** An engine that takes so many times as long as some turns before, over so many intervals, is started or stopped. */
const SLOW = 1.5
const AHEAD = 3
/** Its speed then changes by so much from one interval to the next, as a logarithm. */
const STARTS = 0.6
/** Intervals that are looked at before a fault is believed: as far as beyond the next gap, where a turn ends. */
const LOOK_AHEAD = { least: 8, beyond: 4 }
/** So many intervals after a step are looked at first, and what is an engine's until then leaves less than this. */
const SHORTLY = 2
const PLAINLY = 0.03
/** Of fewer intervals than these nothing is plain. */
const ENOUGH = 10
/** What a fault costs against changes of speed squared: it is believed where it explains more than that. */
export const COST = { normal: 0, missed: 0.15, extra: 0.15, missedTwo: 0.3 }

/** What may have happened between an edge and the one that follows it, which lies at a place on two turns. */
export type WheelStep = {
  to: number
  slot: number
  kind: keyof typeof COST
  change: number
  steps: number
}

/** What was accepted so far: edges, samples, and the speed over the interval that ends there, degrees a sample. */
type Accepted = { at: Float64Array; speed: Float64Array }

/** Where the wheel is: the crossing, its place on two turns, the interval before, and how many were accepted so far. */
export type WheelPlace = { k: number; slot: number; before: Passed; seen: number }

/** What follows an edge: the next one, one too many before it, or teeth that did not show. */
export class WheelSteps {
  constructor(
    private readonly at: Float64Array,
    private readonly pattern: Pattern,
    private readonly accepted: Accepted,
  ) {}

  /** The next edge, taken as it comes. */
  plain(place: WheelPlace, due: DueTimes): WheelStep {
    return this.step(place, due, { kind: 'normal', to: place.k + 1, steps: 1 })
  }

  /** The next edge and what it is; null where nothing fits. */
  next(place: WheelPlace, due: DueTimes): WheelStep | null {
    const { at, pattern } = this
    const { k } = place
    const normal = this.plain(place, due)
    if (Math.abs(normal.change) < (due.known ? ASKED : SMOOTH)) return normal
    if (due.known && this.slowAhead(place, due))
      return Math.abs(normal.change) < STARTS ? normal : null
    const coarse = pattern.n <= COARSE
    const byMisfit = coarse && !due.known
    // a fault further on makes every way look bad: what is an engine's until shortly after it is taken as it comes
    if (byMisfit) {
      const about = this.about(place, normal, SHORTLY)
      if (about.length >= ENOUGH && misfit(about) * about.length < PLAINLY) return normal
    }
    const others = [
      { kind: 'extra', to: k + 2, steps: 1 },
      { kind: 'extra', to: k + 3, steps: 1 },
      ...(pattern.n > 1
        ? ([
            { kind: 'missed', to: k + 1, steps: 2 },
            { kind: 'missedTwo', to: k + 1, steps: 3 },
          ] as const)
        : []),
    ] as const
    const all = [
      normal,
      ...others.filter((o) => o.to < at.length).map((o) => this.step(place, due, o)),
    ]
    let best: WheelStep | null = null
    let least = Infinity
    for (const s of all) {
      if (Math.abs(s.change) > BREAK) continue
      const cost =
        COST[s.kind] + (byMisfit ? this.misfitAbout(place, s) : this.roughness(place, due, s))
      if (cost < least) [best, least] = [s, cost]
    }
    return best
  }

  private step(
    { k, slot, before }: WheelPlace,
    due: DueTimes,
    { kind, to, steps }: Pick<WheelStep, 'kind' | 'to' | 'steps'>,
  ): WheelStep {
    const took = (this.at[to]! - this.at[k]!) / due.of(slot, steps)
    const change = Math.log((took / before.samples) * due.of(before.slot, before.steps))
    return { kind, to, steps, slot: (slot + steps) % (2 * this.pattern.n), change }
  }

  /**
   * Whether the intervals that follow all take far longer than they did some turns before: the engine stops, or, back
   * in time, starts. Where too few follow nothing tells, but that it starts there.
   */
  private slowAhead({ k, slot }: WheelPlace, due: DueTimes): boolean {
    const { at } = this
    const seen = Math.min(AHEAD, at.length - k - 2)
    for (let s = 1; s <= seen; s++)
      if (at[k + s + 1]! - at[k + s]! < SLOW * due.of(slot + s, 1)) return false
    return seen > 1 || due.fromElsewhere
  }

  degreesOf(slot: number, steps: number): number {
    const { steps: all, n } = this.pattern
    let sum = 0
    for (let s = 0; s < steps; s++) sum += all[(slot + s) % n]!
    return sum
  }

  /** How badly the speeds of two turns before a step, its own, and two turns after it are an engine's, summed. */
  private misfitAbout(place: WheelPlace, step: WheelStep): number {
    const about = this.about(place, step, this.pattern.n + LOOK_AHEAD.beyond)
    const fit = misfit(about)
    return Number.isFinite(fit) ? fit * about.length : 0
  }

  /** The intervals of two turns before a step, its own, and so many after it; it ends at 0°. */
  private about(place: WheelPlace, step: WheelStep, after: number): Timed[] {
    const { at, pattern, accepted } = this
    const { n, log, steps } = pattern
    const { k, slot: from, seen } = place
    const { to, slot } = step
    const own = this.degreesOf(from, step.steps)
    const all: Timed[] = []
    let back = -own
    for (let h = seen - 1; h >= 0 && h > seen - 1 - 2 * n && accepted.speed[h]! > 0; h--) {
      const speed = accepted.speed[h]!
      const width = speed * (accepted.at[h]! - accepted.at[h - 1]!)
      all.unshift({ logSpeed: Math.log(speed), middle: back - width / 2, width })
      back -= width
    }
    all.push({ logSpeed: Math.log(own / (at[to]! - at[k]!)), middle: -own / 2, width: own })
    let ahead = 0
    for (let s = 0; s < after && to + s + 1 < at.length; s++) {
      const e = (slot + s) % n
      const width = steps[e]!
      const logSpeed = log[e]! - Math.log(at[to + s + 1]! - at[to + s]!)
      all.push({ logSpeed, middle: ahead + width / 2, width })
      ahead += width
    }
    return all
  }

  /** How rough the speed is over a step and some teeth after it: its logarithms' changes, squared and summed. */
  private roughness({ k, slot: from }: WheelPlace, due: DueTimes, step: WheelStep): number {
    const { at, pattern } = this
    const { to, slot, change } = step
    const ahead = Math.max(pattern.n + LOOK_AHEAD.beyond, LOOK_AHEAD.least)
    let sum = change * change
    let before = Math.log((at[to]! - at[k]!) / due.of(from, step.steps))
    for (let s = 0; s < ahead && to + s + 1 < at.length; s++) {
      const now = Math.log((at[to + s + 1]! - at[to + s]!) / due.of(slot + s, 1))
      sum += (now - before) ** 2
      before = now
    }
    return sum
  }
}
