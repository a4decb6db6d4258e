import type { Crossings } from './crossings.ts'
import type { Pattern } from './pattern.ts'
import { COST } from './steps.ts'
import {
  between,
  countBefore,
  joined,
  lastAlike,
  turnedRound,
  type Tracked,
  type TrackFault,
} from './tracked.ts'
import { followed, Tracker } from './tracker.ts'
import { provenTurning, type Turning } from './turning.ts'

/** After so many turns it is known how the engine turns as it goes. */
const EARLY_TURNS = 6

/**
 * What happened before it was known how an engine turns, told by how it turned after: from the first turns that prove
 * it edges are followed back in time, each interval held against the turns that came later. Null where there is nothing
 * to tell, and where what was told as it went explains more.
 */
export function hindsight(
  tracked: Tracked,
  crossings: Crossings,
  pattern: Pattern,
): Tracked | null {
  const { n } = pattern
  const { at } = crossings
  const first = Math.min(...tracked.faults.map((f) => f.at))
  if (first < Infinity && first > (tracked.at[EARLY_TURNS * n] ?? Infinity)) return null
  const turning = provenTurning(crossings, pattern, Math.min(first, at[n] ?? Infinity))
  if (!turning) return null
  const end = at[turning.to]!
  // every edge until then has its place, and nothing was wrong
  if (first > end && tracked.at[0] === at[0]) return null
  const back = followedBack(crossings, pattern, turning)
  const joint = lastAlike(tracked, back, Math.min(first, back.faults[0]?.at ?? -Infinity))
  // what agrees with nothing must lead back to the beginning itself
  if (joint === -Infinity && !(back.at[0]! <= at[n]!)) return null
  const told = joined(between(tracked, -Infinity, joint), between(back, joint, end))
  if (!explainsMore(told, tracked, { at, n, turning })) return null
  return joined(told, between(followedOn(tracked, crossings, pattern, turning), end, Infinity))
}

/** Back in time from turns that are proven to where edges lead, each held against the turns after it. */
function followedBack(
  { at, steep }: Crossings,
  pattern: Pattern,
  { to, edge, took }: Turning,
): Tracked {
  const { n } = pattern
  const end = at[to]!
  const begin = (n - edge) % n
  const reversed = {
    at: at
      .slice(0, to + 1)
      .map((x) => end - x)
      .reverse(),
    steep: steep && steep.slice(0, to + 1).reverse(),
  }
  const bySlot = took.map((_, slot) => took[(slot - begin + 2 * n) % (2 * n)]!)
  const tracker = new Tracker(reversed, pattern.turnedBack(), bySlot)
  tracker.follow({ from: 0, edge: begin, cost: 0, second: 0 })
  const back = tracker.done()
  // where edges lead no further is no loss of sync: there it began
  const faults = back.faults.filter((f) => f.kind !== 'sync-lost')
  return turnedRound({ ...back, faults }, end, n)
}

/** On from turns that are proven: as it was followed where that took them for the same, anew where it did not. */
function followedOn(
  tracked: Tracked,
  { at, steep }: Crossings,
  pattern: Pattern,
  { from, to, edge }: Turning,
): Tracked {
  const was = between(tracked, at[from]! - 1, at[to]!)
  const same = was.at[0] === at[from] && was.edge[0] === edge
  if (same && was.faults.length === 0) return tracked
  const rest = { at: at.subarray(from), steep: steep && steep.subarray(from) }
  return followed(rest, pattern, { from: 0, edge, cost: 0, second: 0 })
}

/** What it counts that sync was lost, and that an edge has no place at all, beside the faults of `COST`. */
const LOST = 0.5
const PLACELESS = 0.1
/** Speed held against turns that were seen is rough by faults alone: it counts so much more than against degrees. */
const HELD = 2
/** What costs no more than this apart explains alike: then it is told by the turns that were seen. */
const ALIKE = 0.01

/** Whether one telling of the time before turns that are proven explains it as well as another, or better. */
function explainsMore(
  told: Tracked,
  than: Tracked,
  { at, n, turning }: { at: Float64Array; n: number; turning: Turning },
): boolean {
  const since = Math.max(than.at[0] ?? Infinity, told.at[0]!)
  const span = { since, end: at[turning.to]!, n, took: turning.took }
  const placeless = countBefore(at, than.at[0] ?? Infinity) - countBefore(at, told.at[0]!)
  const other = costOf(than, span) + Math.min(LOST, PLACELESS * Math.max(0, placeless))
  return costOf(told, span) <= other + ALIKE
}

/** What went wrong until a place, and how rough the speed is from another on against how the engine turned after. */
function costOf(
  { at, edge, faults }: Tracked,
  { since, end, n, took }: { since: number; end: number; n: number; took: Float64Array },
): number {
  let cost = 0
  for (const fault of faults) if (fault.at < end) cost += costOfFault(fault)
  let [slot, before] = [0, 0]
  const last = countBefore(at, end)
  for (let k = last; k > 0 && at[k - 1]! >= since - 1; k--) {
    const steps = (((edge[k]! - edge[k - 1]!) % n) + n) % n || n
    let due = 0
    for (let s = 0; s < steps; s++) due += took[(slot + s) % (2 * n)]!
    slot = (slot + steps) % (2 * n)
    const slower = Math.log((at[k]! - at[k - 1]!) / due)
    if (k < last) cost += HELD * (slower - before) ** 2
    before = slower
  }
  return cost
}

const costOfFault = ({ kind }: TrackFault): number =>
  kind === 'sync-lost' ? LOST : kind === 'noise' ? COST.extra : COST.missed
