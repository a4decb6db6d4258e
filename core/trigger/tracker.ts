import type { Crossings } from './crossings.ts'
import { ASKED, DueTimes, type Passed } from './due.ts'
import { firstSure, isSure, Pattern, type Alignment } from './pattern.ts'
import { COST, SMOOTH, WheelSteps, type WheelPlace, type WheelStep } from './steps.ts'
import type { Tracked, TrackFault } from './tracked.ts'

/** Edges followed from where they are sure to be to where they are lost, and so on from there. */
export function followed(crossings: Crossings, pattern: Pattern, begin?: Alignment): Tracked {
  const { at } = crossings
  const tracker = new Tracker(crossings, pattern)
  let from = begin ? tracker.follow(begin) : 0
  const patience = { left: PLACES }
  for (;;) {
    const sure = pattern.symmetric
      ? from === 0 && at.length > pattern.n + 2
        ? { from: 0, edge: 0, cost: 0, second: 0 }
        : null
      : firstSure(crossings, pattern, from, patience)
    if (!sure) return tracker.done()
    const before = tracker.followed
    // what was taken back whole is not looked at from the same place again
    from = Math.max(tracker.follow(sure), sure.from + 1)
    // what was followed for some turns is an engine: after it the search begins anew
    if (tracker.followed - before > TURNS * pattern.n) patience.left = PLACES
  }
}

/** Places that are looked at for an engine before what follows is taken for noise, and turns that show one. */
const PLACES = 120
const TURNS = 3

/** As far as that edges lead back from a sure place. */
const BACK = 0.6

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

export class Tracker {
  private readonly out: { at: Float64Array; edge: Uint16Array; speed: Float64Array }
  private count = 0
  private readonly starts: number[] = []
  private readonly faults: TrackFault[] = []
  private inSync = false
  /** edges up to here are spoken for */
  private taken = 0
  private readonly at: Float64Array
  private readonly steps: WheelSteps

  constructor(
    private readonly crossings: Crossings,
    private readonly pattern: Pattern,
    private readonly seen: Float64Array | null = null,
  ) {
    const { at } = crossings
    this.at = at
    this.out = {
      at: new Float64Array(at.length),
      edge: new Uint16Array(at.length),
      speed: new Float64Array(at.length),
    }
    this.steps = new WheelSteps(at, pattern, this.out)
  }

  /** edges that were accepted so far */
  get followed(): number {
    return this.count
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
    }
  }

  /** Follows from a place that is sure; gives the edge from which another is to be looked for. */
  follow(found: Alignment): number {
    const { at, pattern } = this
    const { n } = pattern
    const sure = this.evenFrom(found)
    const first = this.backFrom(sure)
    const begins = this.count
    const due = new DueTimes(pattern, this.seen)
    let slot = (((sure.edge - (sure.from - first)) % n) + n) % n
    let k = first
    this.accept(k, slot, 0)
    let before: Passed = { slot, steps: 1, samples: at[k + 1]! - at[k]! }
    let mark = this.markAt(k, slot)
    while (k + 1 < at.length) {
      // nearly every edge comes when it is due: no more is asked of it
      const took = at[k + 1]! - at[k]!
      const { values } = due
      const held = before.steps === 1 ? values[before.slot]! : due.of(before.slot, before.steps)
      const change = (took * held) / (values[slot]! * before.samples) - 1
      const most = due.known ? ASKED : SMOOTH
      if (change < most && change > -most) {
        mark.rough += change * change
        const now = { slot, steps: 1, samples: took }
        due.came(before, now)
        before = now
        if (++slot === 2 * n) slot = 0
        const edge = slot < n ? slot : slot - n
        this.accept(++k, edge, pattern.steps[edge === 0 ? n - 1 : edge - 1]! / took)
      } else {
        if (this.isUnproven(k, change)) break
        // what leads back from the sure place has been gone through already
        const step = this.stepped({ k, slot, before, seen: this.count }, due, k < sure.from)
        if (!step) return this.lost(begins, k + 1, at[k + 1]!)
        mark.rough += step.change ** 2
        mark.paid += COST[step.kind]
        before = { slot, steps: step.steps, samples: at[step.to]! - at[k]! }
        ;[k, slot] = [step.to, step.slot]
      }
      if (this.count - mark.count < n) continue
      // what leads to the sure place is not doubted by what it leads to
      if (mark.k >= sure.from && this.wentWrong(mark))
        // the edge where the turn began keeps its place
        return this.lost(begins, mark.k + 1, at[mark.k]!)
      mark = this.after(mark, k, slot % n)
    }
    this.inSync = true
    this.taken = at.length
    return at.length
  }

  /** An edge after which nothing comes cannot be borne out: one that is not where it is due is left out. */
  private isUnproven(k: number, change: number): boolean {
    return !this.seen && k + 2 === this.at.length && Math.abs(Math.log1p(change)) > SMOOTH
  }

  /** A step that is not as it was due, with what went wrong in it named; null where nothing fits. */
  private stepped(place: WheelPlace, due: DueTimes, plain: boolean): WheelStep | null {
    const { k, slot, before } = place
    const step = plain ? this.steps.plain(place, due) : this.steps.next(place, due)
    if (!step) return null
    const samples = this.at[step.to]! - this.at[k]!
    this.named(k, slot, step, due)
    if (step.kind === 'normal') due.came(before, { slot, steps: step.steps, samples })
    const degrees = this.steps.degreesOf(slot, step.steps)
    this.accept(step.to, step.slot % this.pattern.n, degrees / samples)
    return step
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
    // what follows the turn may hold a fault itself: both must say so
    const places = [n + 2, 2 * n + 1].flatMap((intervals) => {
      const found = this.pattern.alignAny(this.crossings, k, intervals)
      if (found === null) return []
      return [isSure(found) && found.cost * intervals < most ? found.edge : edge]
    })
    return places.length > 0 && places.every((p) => p !== edge && p === places[0])
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
      this.inSync = false
    } else {
      this.count = begins
      this.starts.length = this.starts.filter((s) => s < this.at[k]! - 1).length
    }
    this.taken = k
    return k
  }

  /** Names what was wrong in a step: edges too many, teeth that did not show. */
  private named(k: number, slot: number, step: WheelStep, due: DueTimes): void {
    if (step.kind === 'extra')
      for (let e = k + 1; e < step.to; e++)
        this.faults.push({ at: this.at[e]!, kind: 'noise', edge: null })
    if (step.steps > 1) this.missed(k, slot, step, due)
  }

  private accept(k: number, edge: number, speed: number): void {
    const { at, edge: edges, speed: speeds } = this.out
    at[this.count] = this.at[k]!
    edges[this.count] = edge
    speeds[this.count++] = speed
    if (edge === 0) this.starts.push(this.at[k]!)
  }

  /** Teeth that did not show, where they were due; edge 0 passed all the same. */
  private missed(k: number, slot: number, { to, steps }: WheelStep, due: DueTimes): void {
    const { n } = this.pattern
    const rate = (this.at[to]! - this.at[k]!) / due.of(slot, steps)
    for (let s = 1; s < steps; s++) {
      const at = this.at[k]! + due.of(slot, s) * rate
      const edge = (slot + s) % n
      this.faults.push({ at, kind: 'missed', edge })
      if (edge === 0) this.starts.push(at)
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
}
