import { median, sampleCovariance, sampleVariance } from 'simple-statistics'
import type { Edges } from './edges.ts'
import { hindsight } from './hindsight.ts'
import { FEW as FEW_EDGES, FEWEST, isSure, type Alignment, type Pattern } from './pattern.ts'
import { countBefore, type Tracked, type TrackFault } from './tracked.ts'
import { followed } from './tracker.ts'

/**
 * Follows edges round the wheel: from where they are sure to be, back to where it began and on to where it is lost, and
 * so on from there. An edge too many and a tooth that did not show are named where they were.
 */
export function track(crossings: Edges, pattern: Pattern): Tracked {
  const tracked = followed(crossings, pattern)
  const told = hindsight(tracked, crossings, pattern) ?? withoutDoubtful(tracked, pattern.n)
  if (!isBorneOut(told, crossings, pattern)) return unsureOf(told)
  return withSeams(withoutUnlike(told, pattern.n), pattern.n)
}

/**
 * From one interval to the next an engine changes its speed by no more than this against what it did in later turns,
 * as a logarithm; an edge that noise put beside a true one, or in its place, does.
 */
const UNLIKE = 0.25

/**
 * Without the passings of edge 0 in the first two turns up to the last interval that came as it came in none of the
 * two turns after: until then nothing is known that an interval could be held against, and noise that stands
 * where an edge might be is taken for one.
 */
function withoutUnlike(tracked: Tracked, n: number): Tracked {
  const { at, edge, starts } = tracked
  // how much slower the interval from an edge on was than so many turns later; null where nothing came then
  const slower = (i: number, turns: number): number | null => {
    const j = i + turns * n
    const alike = j + 1 < at.length && edge[i] === edge[j] && edge[i + 1] === edge[j + 1]
    return alike ? Math.log((at[i + 1]! - at[i]!) / (at[j + 1]! - at[j]!)) : null
  }
  const jumps = (i: number): number[] =>
    [1, 2].flatMap((turns) => {
      const [before, now] = [slower(i - 1, turns), slower(i, turns)]
      return before === null || now === null ? [] : [Math.abs(now - before)]
    })
  for (let i = Math.min(2 * n, at.length - 2); i > 0; i--) {
    const seen = jumps(i)
    if (seen.length === 0 || seen.some((jump) => jump < UNLIKE)) continue
    return { ...tracked, starts: starts.filter((s) => s > at[i]! - 0.5) }
  }
  return tracked
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
  if (!inSync || pattern.symmetric) return true
  if (n > FEW_EDGES) return !sinksInItsGap(crossings, { at, edge }, pattern)
  if (!showsItsSteps(crossings, { at, edge }, pattern)) return false
  if (n > FEWEST) return true
  // which of a switch's edges are the teeth's decides where each stands
  if (crossings.byTeeth && crossings.polarity === 'unsure') return false
  const over = 3 * n + 1
  const sure = { votes: 0, against: 0 }
  const even = { votes: 0, against: 0 }
  for (let v = 0; v < ASKED_AT; v++) {
    const i = Math.floor((v * (at.length - 1)) / ASKED_AT)
    const from = countBefore(crossings.at, at[i]!)
    const end = crossings.at[from + over] ?? Infinity
    // a fault that is told makes them look like another place
    if (faults.some((f) => f.at >= at[i]! && f.at <= end)) continue
    count(sure, edge[i]!, pattern.alignAny(crossings, from, over), isSure)
    // at another place the engine would turn evenly, and no swing need be thought of
    count(even, edge[i]!, pattern.align(crossings.at, from, over), (f) => f.cost < EVENLY)
  }
  return [sure, even].every(({ votes, against }) => against <= DIFFER * votes)
}

/** Of how steep its edges are in the middle, those beside a gap are as steep at least, whatever compression does. */
const SUNK = 0.35

/**
 * Whether the one gap that passed is where a coil's signal sinks: two tones that beat leave a gap as well,
 * there where they take one another away, and teeth do not sink beside theirs. A second gap proves the wheel.
 */
function sinksInItsGap(
  { at: all, steep, byTeeth }: Edges,
  { at, edge }: Pick<Tracked, 'at' | 'edge'>,
  { steps }: Pattern,
): boolean {
  if (!steep || byTeeth) return false
  const widest = steps.indexOf(Math.max(...steps))
  const gaps = [...at.keys()].filter((i) => edge[i] === widest && i + 1 < at.length)
  if (gaps.length !== 1) return false
  const beside = [at[gaps[0]!]!, at[gaps[0]! + 1]!].map((x) => steep[countBefore(all, x)]!)
  return Math.max(...beside) < SUNK * median([...steep])
}

/** By as much of what a wheel's steps differ the intervals must differ at least: compression takes no more away. */
const SHOWN = 0.3

/**
 * Whether intervals are long where the wheel's steps are, by the middle one of each: a hum whose every period
 * is as long as the next could be a wheel with a gap, before an engine that is as much quicker there, and is
 * none.
 */
function showsItsSteps(
  { at: all }: Edges,
  { at, edge }: Pick<Tracked, 'at' | 'edge'>,
  { n, log }: Pattern,
): boolean {
  const took = Array.from({ length: n }, (): number[] => [])
  for (let i = 0; i + 1 < at.length; i++) {
    // but for what was left out between two, or did not show
    const next = all[countBefore(all, at[i]!) + 1]
    if (next === at[i + 1] && edge[i + 1] === (edge[i]! + 1) % n)
      took[edge[i]!]!.push(Math.log(at[i + 1]! - at[i]!))
  }
  const known = [...took.keys()].filter((e) => took[e]!.length > 0)
  const steps = known.map((e) => log[e]!)
  const seen = known.map((e) => median(took[e]!))
  return known.length < 2 || sampleCovariance(steps, seen) >= SHOWN * sampleVariance(steps)
}

/** Counts a place that has a say, and whether it speaks for another edge. */
function count(
  of: { votes: number; against: number },
  edge: number,
  found: Alignment | null,
  says: (found: Alignment) => boolean,
): void {
  if (!found || !says(found)) return
  of.votes++
  if (found.edge !== edge) of.against++
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
