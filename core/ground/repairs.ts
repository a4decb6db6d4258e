import { nodeVolts } from './cost.ts'
import { groundNet, reachedFrom, type GroundLoad, type GroundWire } from './net.ts'
import type { Watched } from './estimate.ts'

/** One change of the ground wiring. */
export type Repair =
  | { kind: 'move-return'; load: string; to: string }
  | { kind: 'clean-joint'; wire: string }
  | { kind: 'double-wire'; wire: string }
  | { kind: 'new-strap'; a: string; b: string }
  | { kind: 'move-ground'; node: string; to: string }
  | { kind: 'move-sensor'; reader: string; to: string }
  | { kind: 'lift-shield'; wire: string }

/** How much work a change is, in hours of a careful person with the parts at hand. */
export const EFFORT_H: Record<Repair['kind'], number> = {
  'clean-joint': 0.3,
  'lift-shield': 0.2,
  'double-wire': 1,
  'new-strap': 1,
  'move-sensor': 1.5,
  'move-return': 1,
  'move-ground': 1.2,
}

/** Ohms of a new strap of 16 mm² and a metre, with clean joints. */
export const NEW_STRAP_OHM = 0.0021
/** Ohms of a device's new ground wire: 2.5 mm² and two metres. */
const NEW_GROUND_OHM = 0.0148

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

/** A plan with a change carried out; null where it would leave something hanging from nothing. */
export function repaired(plan: GroundPlan, repair: Repair): GroundPlan | null {
  switch (repair.kind) {
    case 'move-return':
      return {
        ...plan,
        loads: plan.loads.map((l) => (l.id === repair.load ? { ...l, into: repair.to } : l)),
      }
    case 'clean-joint':
      return withWire(plan, repair.wire, (w) => ({
        ...w,
        ohm: Math.min(w.ohm, w.cleanOhm ?? w.ohm),
      }))
    case 'double-wire':
      return withWire(plan, repair.wire, (w) => ({ ...w, ohm: w.ohm / 2 }))
    case 'new-strap':
      return {
        ...plan,
        wires: [...plan.wires, { id: 'a new strap', a: repair.a, b: repair.b, ohm: NEW_STRAP_OHM }],
      }
    case 'move-ground':
      return movedGround(plan, repair.node, repair.to)
    case 'lift-shield':
      return { ...plan, wires: plan.wires.filter((w) => w.id !== repair.wire) }
    case 'move-sensor':
      return {
        ...plan,
        readers: plan.readers.map((r) => (r.id === repair.reader ? { ...r, plus: repair.to } : r)),
      }
  }
}

const withWire = (
  plan: GroundPlan,
  id: string,
  change: (w: GroundPlan['wires'][number]) => GroundPlan['wires'][number],
): GroundPlan => ({ ...plan, wires: plan.wires.map((w) => (w.id === id ? change(w) : w)) })

/** The one wire a device's ground hangs from goes elsewhere, new. */
function movedGround(plan: GroundPlan, node: string, to: string): GroundPlan | null {
  const own = plan.wires.filter((w) => w.a === node || w.b === node)
  // what hangs from it in turn keeps hanging from it
  const up = own.find((w) => w.a === node) ?? own[0]
  if (!up || node === to) return null
  const wires = plan.wires.map((w) =>
    w.id === up.id ? { id: w.id, a: node, b: to, ohm: NEW_GROUND_OHM } : w,
  )
  return { ...plan, wires }
}

/** Every single change of a plan. */
export function repairsOf({
  reference,
  wires,
  loads,
  readers,
  studs,
  grounds,
}: GroundPlan): Repair[] {
  const places = [reference, ...studs]
  return [
    ...loads.flatMap((l): Repair[] =>
      l.into === reference ? [] : [{ kind: 'move-return', load: l.id, to: reference }],
    ),
    ...wires.flatMap((w): Repair[] => [
      ...(w.shield ? [{ kind: 'lift-shield' as const, wire: w.id }] : []),
      ...(w.cleanOhm !== undefined && w.cleanOhm < 0.8 * w.ohm
        ? [{ kind: 'clean-joint' as const, wire: w.id }]
        : []),
      ...(w.shield ? [] : [{ kind: 'double-wire' as const, wire: w.id }]),
    ]),
    ...places.flatMap((a, i) =>
      places.slice(i + 1).map((b): Repair => ({ kind: 'new-strap', a, b })),
    ),
    ...grounds.flatMap((node) =>
      places.filter((to) => to !== node).map((to): Repair => ({ kind: 'move-ground', node, to })),
    ),
    ...readers.flatMap((r): Repair[] =>
      r.plus === r.minus ? [] : [{ kind: 'move-sensor', reader: r.id, to: r.minus }],
    ),
  ]
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
    return [{ repair, before, after: worstShare(after), effortH: EFFORT_H[repair.kind] }]
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
