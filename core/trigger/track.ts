import type { Edges } from './edges.ts'
import { hindsight } from './hindsight.ts'
import { FEWEST, isSure, type Pattern } from './pattern.ts'
import { countBefore, type Tracked, type TrackFault } from './tracked.ts'
import { followed } from './tracker.ts'

/**
 * Follows edges round the wheel: from where they are sure to be, back to where it began and on to where it is lost, and
 * so on from there. An edge too many and a tooth that did not show are named where they were.
 */
export function track(crossings: Edges, pattern: Pattern): Tracked {
  const tracked = followed(crossings, pattern)
  const told = hindsight(tracked, crossings, pattern) ?? withoutDoubtful(tracked, pattern.n)
  return isBorneOut(told, crossings, pattern) ? withSeams(told, pattern.n) : unsureOf(told)
}

/** With sync that was lost told where an edge follows another that is not the one before it, and nothing says why. */
function withSeams(tracked: Tracked, n: number): Tracked {
  const { at, edge, faults } = tracked
  const seams: TrackFault[] = []
  for (let i = 1; i < at.length; i++) {
    if (edge[i] === (edge[i - 1]! + 1) % n) continue
    const told = faults.some((f) => f.at >= at[i - 1]! && f.at <= at[i]!)
    if (!told) seams.push({ at: at[i]!, kind: 'sync-lost', edge: null })
  }
  return seams.length === 0 ? tracked : { ...tracked, faults: [...faults, ...seams] }
}

/** Places all over a capture at which a wheel of few edges is looked at once more, and votes that may differ. */
const ASKED_AT = 12
const DIFFER = 0.2
/** Mean square of the logarithms' changes of an engine that turns evenly, coarsely sampled. */
const EVENLY = 0.02

/**
 * Whether what was told of a wheel of few edges, each place of which some swing would explain, is what the rest of the
 * capture says as well.
 */
function isBorneOut(
  { at, edge, inSync, faults }: Tracked,
  crossings: Edges,
  pattern: Pattern,
): boolean {
  const { n } = pattern
  if (!inSync || pattern.symmetric || n > FEWEST) return true
  // which of a switch's edges are the teeth's decides where each stands
  if (crossings.byTeeth && crossings.polarity === 'unsure') return false
  let votes = 0
  let against = 0
  let looked = 0
  let evenElsewhere = 0
  for (let v = 0; v < ASKED_AT; v++) {
    const i = Math.floor((v * (at.length - 1)) / ASKED_AT)
    const from = countBefore(crossings.at, at[i]!)
    const end = crossings.at[from + 3 * n + 1] ?? Infinity
    // a fault that is told makes them look like another place
    if (faults.some((f) => f.at >= at[i]! && f.at <= end)) continue
    const over = 3 * n + 1
    const found = pattern.alignAny(crossings, from, over)
    if (found && isSure(found)) {
      votes++
      if (found.edge !== edge[i]) against++
    }
    // at another place the engine would turn evenly, and no swing need be thought of
    const plain = pattern.align(crossings.at, from, over)
    if (!plain) continue
    looked++
    if (plain.edge !== edge[i] && plain.cost < EVENLY) evenElsewhere++
  }
  return against <= DIFFER * votes && evenElsewhere <= DIFFER * looked
}

/** Not in sync from its beginning. */
const unsureOf = (tracked: Tracked): Tracked => ({
  ...{ ...tracked, starts: [], inSync: false },
  faults: [{ at: tracked.at[0]!, kind: 'sync-lost', edge: null }],
})

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
