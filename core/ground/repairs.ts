import { nodeVolts } from './cost.ts'
import { groundNet, reachedFrom, type GroundLoad, type GroundWire } from './net.ts'
import type { Watched } from './estimate.ts'
import { effortOf, repaired, repairsOf, type Repair } from './repairKinds.ts'

export type GroundPlan = {
  reference: string
  wires: readonly (GroundWire & {
    /** what it would have with clean joints, Ω */
    cleanOhm?: number
    /** the shield of a cable grounded at both ends: one of them can be lifted */
    shield?: boolean
  })[]
  loads: readonly GroundLoad[]
  readers: readonly (Watched & {
    /** error over the need at a difference, where that is no straight line */
    shareAt?: (volt: number) => number
  })[]
  /** nodes a new strap or a moved bolt may go to, besides the reference */
  studs: readonly string[]
  /** grounds of devices: the nodes whose own wire may be moved */
  grounds: readonly string[]
}

/** Volts of every node in each state that a reader is watched in. */
function voltsByState({
  reference,
  wires,
  loads,
  readers,
}: GroundPlan): Map<string, Record<string, number>> {
  const net = groundNet({ reference, wires, loads })
  const running = (state: string) => loads.filter((l) => l.states.includes(state))
  const states = [...new Set(readers.map((r) => r.state))]
  return new Map(states.map((s) => [s, nodeVolts(net, running(s))]))
}

/** The worst error of a reader over what it needs, all states that are watched together. */
export function worstShare(plan: GroundPlan): number {
  const { readers } = plan
  const volts = voltsByState(plan)
  return Math.max(
    0,
    ...readers.map((r) => {
      const v = volts.get(r.state)!
      const between = v[r.plus]! - v[r.minus]!
      return r.shareAt?.(between) ?? Math.abs(r.factor * between) / r.needV
    }),
  )
}

export type TriedRepair = {
  repair: Repair
  /** worst error of a reader over its need, before and after */
  before: number
  after: number
  effortH: number
}

/** Changes that bring so much of what the best one brings are as good: the least work of them is proposed. */
const AS_GOOD = 0.95
/** A change must take so much off the worst error to be worth saying. */
const WORTH = 0.02

/** Straps that are tried, at most: of a vehicle with very many places those across the most volts. */
const MOST_STRAPS = 400
/** A wire that drops less, V, or a strap that would lie across less, changes nothing anybody can read. */
const NO_DROP_V = 1e-6

/** Without the changes that can bring nothing, since no current flows or would flow there. */
function worthTrying(plan: GroundPlan): Repair[] {
  const volts = [...voltsByState(plan).values()]
  const across = (a: string, b: string): number =>
    Math.max(...volts.map((v) => Math.abs(v[a]! - v[b]!)))
  const dropOf = new Map(plan.wires.map((w) => [w.id, across(w.a, w.b)]))
  const every = repairsOf(plan).filter(
    (r) =>
      (r.kind !== 'double-wire' && r.kind !== 'clean-joint') || dropOf.get(r.wire)! > NO_DROP_V,
  )
  const straps = every
    .flatMap((r) => (r.kind === 'new-strap' ? [{ r, volt: across(r.a, r.b) }] : []))
    .filter(({ volt }) => volt > NO_DROP_V)
    .sort((p, q) => q.volt - p.volt)
    .slice(0, MOST_STRAPS)
  return [...every.filter((r) => r.kind !== 'new-strap'), ...straps.map(({ r }) => r)]
}

/**
 * Single changes of the ground wiring by what they bring, each tried on the network: first the one with the least work
 * among those that bring 95 % of what the best brings, then the others by what they bring for an hour. Throws as
 * `groundCost`.
 */
export function proposeRepairs(plan: GroundPlan, most = 6): TriedRepair[] {
  if (plan.readers.length === 0) return []
  const before = worstShare(plan)
  const tried = worthTrying(plan).flatMap((repair): TriedRepair[] => {
    const after = repaired(plan, repair)
    if (!after || !standsWhole(after)) return []
    return [{ repair, before, after: worstShare(after), effortH: effortOf(repair) }]
  })
  const brings = (t: TriedRepair): number => before - t.after
  const helping = tried.filter((t) => brings(t) > WORTH * before)
  if (helping.length === 0) return []
  const best = Math.max(...helping.map(brings))
  const [first] = helping
    .filter((t) => brings(t) >= AS_GOOD * best)
    .sort((a, b) => a.effortH - b.effortH || a.after - b.after)
  const others = helping
    .filter((t) => t !== first)
    .sort((a, b) => brings(b) / b.effortH - brings(a) / a.effortH)
  return [first!, ...others].slice(0, most)
}

/** Whether every node still leads to the reference. */
function standsWhole({ reference, wires, loads, readers }: GroundPlan): boolean {
  const tied = reachedFrom(reference, wires)
  return (
    wires.every((w) => tied.has(w.a)) &&
    loads.every((l) => tied.has(l.into)) &&
    readers.every((r) => tied.has(r.plus) && tied.has(r.minus))
  )
}
