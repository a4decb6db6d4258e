import type { Crossings } from './crossings.ts'
import { COARSE, firstSure, isSure, Pattern, type Alignment } from './pattern.ts'
import { misfit, type Interval } from './swing.ts'
import type { Wheel } from './wheel.ts'

/** What went wrong in a capture, in samples from its beginning. */
export type TrackFault = { at: number; kind: 'noise' | 'missed' | 'sync-lost'; edge: number | null }

/** Edges that were given their places on the wheel. */
export type Tracked = {
  /** accepted edges, samples, and which edge of the wheel each is */
  at: Float64Array
  edge: Uint16Array
  /** speed over the interval that ends there, degrees a sample; 0 where no interval ends there */
  speed: Float64Array
  /** passings of edge 0, samples */
  starts: number[]
  faults: TrackFault[]
  /** whether the last edges were in sync */
  inSync: boolean
  /** stretches in sync, by indices of accepted edges */
  stretches: [from: number, to: number][]
}

/** The change of speed from one interval to the next that is taken without a second look, as a logarithm. */
const SMOOTH = 0.3
/** As far as that edges lead back from a sure place. */
const BACK = 0.6
/** No engine changes its speed more than this from one interval to the next. */
const BREAK = 0.9
/** Intervals that are looked at before a fault is believed: two turns of a coarse wheel, some teeth of a fine one. */
const LOOK_AHEAD = [8, 48] as const
/** What a fault costs against changes of speed squared: it is believed where it explains more than that. */
const COST = { normal: 0, missed: 0.15, extra: 0.15, missedTwo: 0.3 }

/** The interval before: how many degrees it had, and how many samples it took. */
type Before = { degrees: number; samples: number }

/** What may have happened between an edge and the one that follows it. */
type Step = { to: number; edge: number; kind: keyof typeof COST; change: number; steps: number }

/**
 * Follows edges round the wheel: from where they are sure to be, back to where it began and on to where it is lost, and
 * so on from there. An edge too many and a tooth that did not show are named where they were.
 */
export function track(crossings: Crossings, wheel: Wheel): Tracked {
  const pattern = new Pattern(wheel)
  const { at } = crossings
  const tracker = new Tracker(crossings, pattern)
  let from = 0
  for (;;) {
    const sure = pattern.symmetric
      ? from === 0 && at.length > pattern.n + 2
        ? { from: 0, edge: 0, cost: 0, second: 0 }
        : null
      : firstSure(crossings, pattern, from)
    if (!sure) break
    // what was taken back whole is not looked at from the same place again
    from = Math.max(tracker.follow(sure), sure.from + 1)
  }
  return withoutDoubtful(tracker.done(), pattern.n)
}

/** An engine that is just being started gains speed so many times over; compression alone swings it by less. */
const STARTING = 2.5
/** Of so few edges a wrong place makes the speed smooth, so that it does not tell. */
const FEW = 6

/**
 * Without the passings of edge 0 after which sync was lost within the first two turns, or that were seen while the
 * engine gained speed from rest and needed a fault within two turns to go on from: a gap and a stroke of compression
 * look alike there, and what follows does not prove them.
 */
function withoutDoubtful(tracked: Tracked, n: number): Tracked {
  const { at, speed, faults, starts } = tracked
  const early = at[Math.min(at.length - 1, 2 * n)]!
  const doubt = faults.findLast((f) => f.at <= early)
  if (!doubt) return tracked
  const speeds = speed.subarray(0, 3 * n).filter((v) => v > 0)
  const starting =
    doubt.kind === 'sync-lost' || n <= FEW || Math.max(...speeds) > STARTING * Math.min(...speeds)
  return starting ? { ...tracked, starts: starts.filter((s) => s > doubt.at) } : tracked
}

/** Where a turn began, and what had been said until then. */
type Mark = {
  k: number
  edge: number
  count: number
  starts: number
  faults: number
  rough: number
  /** what the faults since then cost, and whether the turn before it had one too */
  paid: number
  again: boolean
}
/** Changes of speed in a turn, squared and summed, from which it is asked whether it is where it was taken to be. */
const ROUGH_TURN = 0.3

class Tracker {
  private readonly out: { at: Float64Array; edge: Uint16Array; speed: Float64Array }
  private count = 0
  private readonly starts: number[] = []
  private readonly faults: TrackFault[] = []
  private readonly stretches: [number, number][] = []
  private inSync = false
  /** edges up to here are spoken for */
  private taken = 0

  private readonly at: Float64Array

  constructor(
    private readonly crossings: Crossings,
    private readonly pattern: Pattern,
  ) {
    const { at } = crossings
    this.at = at
    this.out = {
      at: new Float64Array(at.length),
      edge: new Uint16Array(at.length),
      speed: new Float64Array(at.length),
    }
  }

  done(): Tracked {
    const { at, edge, speed } = this.out
    const { count, pattern } = this
    return {
      at: at.subarray(0, count),
      edge: edge.subarray(0, count),
      speed: speed.subarray(0, count),
      // a wheel that looks the same from several sides has no beginning that can be told
      starts: pattern.symmetric ? [] : this.starts,
      faults: this.faults,
      inSync: this.inSync && !pattern.symmetric,
      stretches: this.stretches,
    }
  }

  /** Follows from a place that is sure; gives the edge from which another is to be looked for. */
  follow(found: Alignment): number {
    const { at, pattern } = this
    const { n } = pattern
    const sure = this.evenFrom(found)
    const first = this.backFrom(sure)
    const begins = this.count
    let edge = (((sure.edge - (sure.from - first)) % n) + n) % n
    let k = first
    this.accept(k, edge, 0)
    let before: Before = { degrees: pattern.steps[edge]!, samples: at[k + 1]! - at[k]! }
    let mark = this.markAt(k, edge)
    while (k + 1 < at.length) {
      // nearly every edge comes when it is due: no more is asked of it
      const due = pattern.steps[edge]!
      const took = at[k + 1]! - at[k]!
      const change = (took * before.degrees) / (due * before.samples) - 1
      if (change < SMOOTH && change > -SMOOTH) {
        mark.rough += change * change
        before.degrees = due
        before.samples = took
        edge = edge + 1 === n ? 0 : edge + 1
        this.accept(++k, edge, due / took)
        if (this.count - mark.count >= n) {
          if (this.wentWrong(mark)) return this.lost(begins, mark.k, at[mark.k]!)
          mark = this.after(mark, k, edge)
        }
        continue
      }
      // what leads back from the sure place has been gone through already
      const step = k < sure.from ? this.plain(k, edge, before) : this.next(k, edge, before)
      if (!step) return this.lost(begins, k + 1, at[k + 1]!)
      const degrees = this.degreesOf(edge, step.steps)
      const samples = at[step.to]! - at[k]!
      this.named(k, edge, step, samples / degrees)
      mark.rough += step.change ** 2
      mark.paid += COST[step.kind]
      before = { degrees, samples }
      ;[k, edge] = [step.to, step.edge]
      this.accept(k, edge, degrees / samples)
      if (this.count - mark.count < n) continue
      if (this.wentWrong(mark)) return this.lost(begins, mark.k, at[mark.k]!)
      mark = this.after(mark, k, edge)
    }
    this.ends(begins, true)
    this.taken = at.length
    return at.length
  }

  private markAt(k: number, edge: number): Mark {
    const { count, starts, faults } = this
    const since = { starts: starts.length, faults: faults.length }
    return { k, edge, count, ...since, rough: 0, paid: 0, again: false }
  }

  /**
   * Whether a turn surely was at another place of the wheel than it was taken for; it is taken back then. A turn with a
   * fault in it tells nothing by itself: the one after it tells whether the fault was taken rightly. Where that one
   * needs faults as well, another place is believed that needs none and fits better than those faults cost.
   */
  private wentWrong(mark: Mark): boolean {
    const faulty = mark.paid > 0
    if (faulty ? !mark.again : mark.rough <= ROUGH_TURN) return false
    if (!this.isElsewhere(mark, faulty ? mark.paid : Infinity)) return false
    this.backTo(mark)
    return true
  }

  private after({ paid }: Mark, k: number, edge: number): Mark {
    const mark = this.markAt(k, edge)
    return paid > 0 ? { ...mark, rough: 2 * ROUGH_TURN, again: true } : mark
  }

  /** Whether the turn from a mark on surely is at another place of the wheel, at which it costs less than so much. */
  private isElsewhere({ k, edge }: Mark, most: number): boolean {
    const { n } = this.pattern
    return [n + 2, 2 * n + 1].some((intervals) => {
      const found = this.pattern.alignAny(this.crossings, k, intervals)
      if (found === null || !isSure(found) || found.edge === edge) return false
      return found.cost * intervals < most
    })
  }

  /** Takes back what was accepted since a mark. */
  private backTo(mark: Mark): void {
    this.count = mark.count
    this.starts.length = mark.starts
    this.faults.length = mark.faults
  }

  /** Sync is lost at a place: said where there was any, and looked for again from there. */
  private lost(begins: number, k: number, at: number): number {
    // one edge alone is no sync that could be lost
    if (this.count > begins + 1) {
      this.faults.push({ at, kind: 'sync-lost', edge: null })
      this.ends(begins, false)
    } else {
      this.count = begins
      this.starts.length = this.starts.filter((s) => s < this.at[k]! - 1).length
    }
    this.taken = k
    return k
  }

  /** Names what was wrong in a step: edges too many, teeth that did not show. */
  private named(k: number, edge: number, step: Step, samplesPerDegree: number): void {
    if (step.kind === 'extra')
      for (let e = k + 1; e < step.to; e++)
        this.faults.push({ at: this.at[e]!, kind: 'noise', edge: null })
    if (step.steps > 1) this.missed(k, edge, step, samplesPerDegree)
  }

  private ends(begins: number, inSync: boolean): void {
    this.stretches.push([begins, this.count])
    this.inSync = inSync
  }

  private accept(k: number, edge: number, speed: number): void {
    const { at, edge: edges, speed: speeds } = this.out
    at[this.count] = this.at[k]!
    edges[this.count] = edge
    speeds[this.count++] = speed
    if (edge === 0) this.starts.push(this.at[k]!)
  }

  /** Teeth that did not show, by the speed about them; edge 0 passed all the same. */
  private missed(k: number, edge: number, step: Step, samplesPerDegree: number): void {
    let at = this.at[k]!
    for (let s = 0; s < step.steps - 1; s++) {
      const passed = (edge + s + 1) % this.pattern.n
      at += this.pattern.steps[(edge + s) % this.pattern.n]! * samplesPerDegree
      this.faults.push({ at, kind: 'missed', edge: passed })
      if (passed === 0) this.starts.push(at)
    }
  }

  /**
   * The first edge of a sure turn from which the speed goes on evenly: an engine that is just being started changes it
   * from the first interval to the second as a fault would.
   */
  private evenFrom(found: Alignment): Alignment {
    const { at, pattern } = this
    const { n, log } = pattern
    for (let s = 0; s < n && found.from + s + 2 < at.length; s++) {
      const [k, j] = [found.from + s, (found.edge + s) % n]
      const change =
        Math.log((at[k + 2]! - at[k + 1]!) / (at[k + 1]! - at[k]!)) - (log[(j + 1) % n]! - log[j]!)
      if (Math.abs(change) < SMOOTH) return { ...found, from: k, edge: j }
    }
    return found
  }

  /** How far back the edges before a sure place follow from it. */
  private backFrom({ from, edge }: Alignment): number {
    const { at, pattern } = this
    const { n, log } = pattern
    let k = from
    let j = edge
    while (k > this.taken) {
      const back = (j - 1 + n) % n
      const change =
        Math.log((at[k + 1]! - at[k]!) / (at[k]! - at[k - 1]!)) - (log[j]! - log[back]!)
      if (Math.abs(change) > BACK) break
      k--
      j = back
    }
    return k
  }

  private degreesOf(edge: number, steps: number): number {
    const { steps: all, n } = this.pattern
    let sum = 0
    for (let s = 0; s < steps; s++) sum += all[(edge + s) % n]!
    return sum
  }

  /** The next edge, taken as it comes. */
  private plain(k: number, edge: number, { degrees, samples }: Before): Step {
    const { at, pattern } = this
    const change = Math.log(((at[k + 1]! - at[k]!) / pattern.steps[edge]!) * (degrees / samples))
    return { kind: 'normal', to: k + 1, steps: 1, edge: (edge + 1) % pattern.n, change }
  }

  /** The next edge and what it is; null where nothing fits. */
  private next(k: number, edge: number, before: { degrees: number; samples: number }): Step | null {
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
    const normal = step('normal', k + 1, 1)!
    if (Math.abs(normal.change) < SMOOTH) return normal
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
      const now = { degrees: this.degreesOf(edge, s.steps), samples: at[s.to]! - at[k]! }
      const cost =
        COST[s.kind] + (n <= COARSE ? this.misfitAbout(s, now) : this.roughness(k, s, now.degrees))
      if (cost < least) [best, least] = [s, cost]
    }
    return best
  }

  /**
   * How badly the speeds about a step are an engine's, summed: of two turns before it, its own, and two turns after.
   */
  private misfitAbout({ to, edge }: Step, now: Before): number {
    const { at, pattern, out } = this
    const { n, log, steps } = pattern
    const seen: Interval[] = []
    let back = -now.degrees
    for (let h = this.count - 1; h >= 0 && h > this.count - 1 - 2 * n && out.speed[h]! > 0; h--) {
      const degrees = out.speed[h]! * (out.at[h]! - out.at[h - 1]!)
      seen.unshift({
        logSpeed: Math.log(out.speed[h]!),
        middle: back - degrees / 2,
        width: degrees,
      })
      back -= degrees
    }
    seen.push({
      logSpeed: Math.log(now.degrees / now.samples),
      middle: -now.degrees / 2,
      width: now.degrees,
    })
    let ahead = 0
    for (let s = 0; s < 2 * n && to + s + 1 < at.length; s++) {
      const e = (edge + s) % n
      const width = steps[e]!
      seen.push({
        logSpeed: log[e]! - Math.log(at[to + s + 1]! - at[to + s]!),
        middle: ahead + width / 2,
        width,
      })
      ahead += width
    }
    const fit = misfit(seen)
    return Number.isFinite(fit) ? fit * seen.length : 0
  }

  /** How rough the speed is over a step and some teeth after it: its logarithms' changes, squared and summed. */
  private roughness(k: number, { to, edge, change }: Step, degrees: number): number {
    const { at, pattern } = this
    const { n, log } = pattern
    const ahead = Math.min(Math.max(2 * n, LOOK_AHEAD[0]), LOOK_AHEAD[1])
    let sum = change * change
    let before = Math.log((at[to]! - at[k]!) / degrees)
    for (let s = 0; s < ahead && to + s + 1 < at.length; s++) {
      const now = Math.log(at[to + s + 1]! - at[to + s]!) - log[(edge + s) % n]!
      sum += (now - before) ** 2
      before = now
    }
    return sum
  }
}
