import { COARSE, type Pattern } from './pattern.ts'
import { misfit, type Interval } from './swing.ts'

/** The change of speed from one interval to the next that is taken without a second look, as a logarithm. */
export const SMOOTH = 0.3
/** No engine changes its speed more than this from one interval to the next. */
const BREAK = 0.9
/** Intervals that are looked at before a fault is believed: two turns of a coarse wheel, some teeth of a fine one. */
const LOOK_AHEAD = [8, 48] as const
/** So many intervals after a step are looked at first, and what is an engine's until then leaves less than this. */
const SHORTLY = 2
const PLAINLY = 0.05
/** Of fewer intervals than these nothing is plain. */
const ENOUGH = 10
/** What a fault costs against changes of speed squared: it is believed where it explains more than that. */
export const COST = { normal: 0, missed: 0.15, extra: 0.15, missedTwo: 0.3 }

/** The interval before: how many degrees it had, and how many samples it took. */
export type Before = { degrees: number; samples: number }

/** What may have happened between an edge and the one that follows it. */
export type Step = {
  to: number
  edge: number
  kind: keyof typeof COST
  change: number
  steps: number
}

/** What was accepted so far: edges, samples, and the speed over the interval that ends there, degrees a sample. */
type Accepted = { at: Float64Array; speed: Float64Array }

/** What follows an edge: the next one, one too many before it, or teeth that did not show. */
export class Steps {
  constructor(
    private readonly at: Float64Array,
    private readonly pattern: Pattern,
    private readonly accepted: Accepted,
  ) {}

  /** The next edge, taken as it comes. */
  plain(k: number, edge: number, { degrees, samples }: Before): Step {
    const { at, pattern } = this
    const change = Math.log(((at[k + 1]! - at[k]!) / pattern.steps[edge]!) * (degrees / samples))
    return { kind: 'normal', to: k + 1, steps: 1, edge: (edge + 1) % pattern.n, change }
  }

  /**
   * The next edge and what it is; null where nothing fits.
   *
   * @param place.seen edges accepted so far
   */
  next(place: { k: number; edge: number; before: Before; seen: number }): Step | null {
    const { k, edge, before, seen } = place
    const { at, pattern } = this
    const { n } = pattern
    const rate = before.samples / before.degrees
    const step = (kind: Step['kind'], to: number, steps: number): Step | null =>
      to < at.length
        ? {
            ...{ kind, to, steps, edge: (edge + steps) % n },
            change: Math.log((at[to]! - at[k]!) / this.degreesOf(edge, steps) / rate),
          }
        : null
    const normal = this.plain(k, edge, before)
    if (Math.abs(normal.change) < SMOOTH) return normal
    // a fault further on makes every way look bad: what is an engine's until shortly after it is taken as it comes
    if (n <= COARSE) {
      const about = this.about(seen, normal, this.over(k, edge, normal), SHORTLY)
      if (about.length >= ENOUGH && misfit(about) * about.length < PLAINLY) return normal
    }
    const all = [
      normal,
      step('extra', k + 2, 1),
      step('extra', k + 3, 1),
      ...(n > 1 ? [step('missed', k + 1, 2), step('missedTwo', k + 1, 3)] : []),
    ]
    let best: Step | null = null
    let least = Infinity
    for (const s of all) {
      if (!s || Math.abs(s.change) > BREAK) continue
      const cost =
        COST[s.kind] +
        (n <= COARSE ? this.misfitAbout(seen, k, edge, s) : this.roughness(k, edge, s))
      if (cost < least) [best, least] = [s, cost]
    }
    return best
  }

  /** The interval a step goes over. */
  over(k: number, edge: number, { to, steps }: Step): Before {
    return { degrees: this.degreesOf(edge, steps), samples: this.at[to]! - this.at[k]! }
  }

  private degreesOf(edge: number, steps: number): number {
    const { steps: all, n } = this.pattern
    let sum = 0
    for (let s = 0; s < steps; s++) sum += all[(edge + s) % n]!
    return sum
  }

  /** How badly the speeds of two turns before a step, its own, and two turns after it are an engine's, summed. */
  private misfitAbout(seen: number, k: number, edge: number, step: Step): number {
    const about = this.about(seen, step, this.over(k, edge, step), 2 * this.pattern.n)
    const fit = misfit(about)
    return Number.isFinite(fit) ? fit * about.length : 0
  }

  /** The intervals of two turns before a step, its own, and so many after it; it ends at 0°. */
  private about(seen: number, { to, edge }: Step, own: Before, after: number): Interval[] {
    const { at, pattern, accepted } = this
    const { n, log, steps } = pattern
    const all: Interval[] = []
    let back = -own.degrees
    for (let h = seen - 1; h >= 0 && h > seen - 1 - 2 * n && accepted.speed[h]! > 0; h--) {
      const speed = accepted.speed[h]!
      const width = speed * (accepted.at[h]! - accepted.at[h - 1]!)
      all.unshift({ logSpeed: Math.log(speed), middle: back - width / 2, width })
      back -= width
    }
    const { degrees, samples } = own
    all.push({ logSpeed: Math.log(degrees / samples), middle: -degrees / 2, width: degrees })
    let ahead = 0
    for (let s = 0; s < after && to + s + 1 < at.length; s++) {
      const e = (edge + s) % n
      const width = steps[e]!
      const logSpeed = log[e]! - Math.log(at[to + s + 1]! - at[to + s]!)
      all.push({ logSpeed, middle: ahead + width / 2, width })
      ahead += width
    }
    return all
  }

  /** How rough the speed is over a step and some teeth after it: its logarithms' changes, squared and summed. */
  private roughness(k: number, from: number, step: Step): number {
    const { at, pattern } = this
    const { n, log } = pattern
    const { to, edge, change } = step
    const { degrees, samples } = this.over(k, from, step)
    const ahead = Math.min(Math.max(2 * n, LOOK_AHEAD[0]), LOOK_AHEAD[1])
    let sum = change * change
    let before = Math.log(samples / degrees)
    for (let s = 0; s < ahead && to + s + 1 < at.length; s++) {
      const now = Math.log(at[to + s + 1]! - at[to + s]!) - log[(edge + s) % n]!
      sum += (now - before) ** 2
      before = now
    }
    return sum
  }
}
