import type { Crossings } from './crossings.ts'
import { hindsight } from './hindsight.ts'
import type { Pattern } from './pattern.ts'
import type { Tracked } from './tracked.ts'
import { followed } from './tracker.ts'

/**
 * Follows edges round the wheel: from where they are sure to be, back to where it began and on to where it is lost, and
 * so on from there. An edge too many and a tooth that did not show are named where they were.
 */
export function track(crossings: Crossings, pattern: Pattern): Tracked {
  const tracked = followed(crossings, pattern)
  return hindsight(tracked, crossings, pattern) ?? withoutDoubtful(tracked, pattern.n)
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
