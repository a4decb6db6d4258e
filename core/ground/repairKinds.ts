import { findPath } from '../build/find.ts'
import type { Build, Id, Strap } from '../build/types.ts'
import type { GroundChange } from '../build/groundChanges.ts'
import type { GroundPlan } from './repairs.ts'
import { strapOhms } from './strapOhms.ts'

/** One change of the ground wiring. */
export type Repair =
  | { kind: 'move-return'; load: string; to: string }
  | { kind: 'clean-joint'; wire: string }
  | { kind: 'double-wire'; wire: string }
  | { kind: 'new-strap'; a: string; b: string }
  | { kind: 'move-ground'; node: string; to: string }
  | { kind: 'move-sensor'; reader: string; to: string }
  | { kind: 'lift-shield'; wire: string }

/** Where a change is carried out on the record: `newId` gives ids that no other thing has. */
export type Recorded = { build: Build; newId: () => Id }

/**
 * All that is known of one kind of change: how much work, which there are, what it does to the
 * model and to the record.
 */
type RepairKind<R extends Repair> = {
  /** hours of a careful person with the parts at hand */
  effortH: number
  /** every one of a plan that could help */
  candidates: (plan: GroundPlan) => R[]
  /** the plan with it carried out; null where that cannot be */
  onPlan: (plan: GroundPlan, repair: R) => GroundPlan | null
  /** the same on the record; null where what it is about has gone */
  onRecord: (where: Recorded, repair: R) => GroundChange | null
  /** as one says it to whoever does it */
  words: (build: Build, repair: R) => string
}

type Laid = Pick<Strap, 'wire' | 'jointA' | 'jointB' | 'ohm'>
const laid = (lengthM: number, areaMm2: number): Laid => ({
  ...{ wire: { lengthM, areaMm2 }, jointA: 'clean', jointB: 'clean', ohm: null },
})
/** A new strap, and a device's new ground wire, as they are laid. */
const NEW_STRAP = laid(1, 16)
const NEW_GROUND = laid(2, 2.5)
const ohmsOf = (strap: Laid): number => strapOhms(strap).ohm
/** Ohms of a new strap. */
export const NEW_STRAP_OHM = ohmsOf(NEW_STRAP)

/** Joints that would have no less than this share of what there is are not worth cleaning. */
const CLEANER = 0.8

const postName = (build: Build, id: Id): string =>
  build.posts.find((p) => p.id === id)?.name ?? 'a post since removed'
const strapName = (build: Build, id: Id): string =>
  build.straps.find((s) => s.id === id)?.name || 'a wire'

/** The places a strap or a bolt may go to. */
const placesOf = ({ reference, studs }: GroundPlan): string[] => [reference, ...studs]

const withWire = (
  plan: GroundPlan,
  id: string,
  change: (w: GroundPlan['wires'][number]) => GroundPlan['wires'][number],
): GroundPlan => ({ ...plan, wires: plan.wires.map((w) => (w.id === id ? change(w) : w)) })

/** The one wire a device's ground hangs from, whichever way round it was drawn. */
const ownWire = <W extends { a: string; b: string }>(
  wires: readonly W[],
  node: string,
): W | undefined => {
  const own = wires.filter((w) => w.a === node || w.b === node)
  // what hangs from it in turn keeps hanging from it
  return own.find((w) => w.a === node) ?? own[0]
}

export const REPAIRS: { [K in Repair['kind']]: RepairKind<Extract<Repair, { kind: K }>> } = {
  'move-return': {
    effortH: 1,
    candidates: ({ loads, reference }) =>
      loads.flatMap((l) =>
        l.into === reference ? [] : [{ kind: 'move-return', load: l.id, to: reference }],
      ),
    onPlan: (plan, { load, to }) => ({
      ...plan,
      loads: plan.loads.map((l) => (l.id === load ? { ...l, into: to } : l)),
    }),
    onRecord: ({ build }, { load, to }) =>
      build.loads.some((l) => l.id === load)
        ? { kind: 'editLoad', args: { id: load, patch: { into: to } } }
        : null,
    words: (build, { load, to }) =>
      `Take the return of ${build.loads.find((l) => l.id === load)?.name ?? 'a load'} to ${postName(build, to)}`,
  },
  'clean-joint': {
    effortH: 0.3,
    candidates: ({ wires }) =>
      wires.flatMap((w) =>
        w.cleanOhm !== undefined && w.cleanOhm < CLEANER * w.ohm
          ? [{ kind: 'clean-joint', wire: w.id }]
          : [],
      ),
    onPlan: (plan, { wire }) =>
      withWire(plan, wire, (w) => ({ ...w, ohm: Math.min(w.ohm, w.cleanOhm ?? w.ohm) })),
    onRecord: ({ build }, { wire }) =>
      build.straps.some((s) => s.id === wire)
        ? {
            kind: 'editStrap',
            args: { id: wire, patch: { jointA: 'clean', jointB: 'clean', ohm: null } },
          }
        : null,
    words: (build, { wire }) => `Clean both joints of ${strapName(build, wire)}`,
  },
  'double-wire': {
    effortH: 1,
    candidates: ({ wires }) =>
      wires.flatMap((w) => (w.shield ? [] : [{ kind: 'double-wire', wire: w.id }])),
    onPlan: (plan, { wire }) => withWire(plan, wire, (w) => ({ ...w, ohm: w.ohm / 2 })),
    onRecord: ({ build, newId }, { wire }) => {
      const strap = build.straps.find((s) => s.id === wire)
      if (!strap) return null
      // of the same ohms, which nobody measured of it
      const ohm = strap.ohm && { ...strap.ohm, basis: 'assumed' as const, from: [] }
      const second = { ...strap, id: newId(), name: `${strap.name}, second`, ohm }
      return { kind: 'addStrap', args: { strap: second } }
    },
    words: (build, { wire }) => `Run a second wire beside ${strapName(build, wire)}`,
  },
  'new-strap': {
    effortH: 1,
    candidates: (plan) =>
      placesOf(plan).flatMap((a, i, places) =>
        places.slice(i + 1).map((b) => ({ kind: 'new-strap', a, b }) as const),
      ),
    onPlan: (plan, { a, b }) => ({
      ...plan,
      wires: [...plan.wires, { id: 'a new strap', a, b, ohm: NEW_STRAP_OHM }],
    }),
    onRecord: ({ build, newId }, { a, b }) => {
      const name = `${postName(build, a)} to ${postName(build, b)}`
      const strap = { id: newId(), name, a, b, ...NEW_STRAP, shield: false }
      return { kind: 'addStrap', args: { strap } }
    },
    words: (build, { a, b }) =>
      `Add a strap of 16 mm² from ${postName(build, a)} to ${postName(build, b)}`,
  },
  'move-ground': {
    effortH: 1.2,
    candidates: (plan) =>
      plan.grounds.flatMap((node) =>
        placesOf(plan)
          .filter((to) => to !== node)
          .map((to) => ({ kind: 'move-ground', node, to }) as const),
      ),
    onPlan: (plan, { node, to }) => {
      const own = ownWire(plan.wires, node)
      if (!own || node === to) return null
      const wire = { id: own.id, a: node, b: to, ohm: ohmsOf(NEW_GROUND) }
      return { ...plan, wires: plan.wires.map((w) => (w === own ? wire : w)) }
    },
    onRecord: ({ build }, { node, to }) => {
      const own = ownWire(build.straps, node)
      if (!own) return null
      const end = own.a === node ? { b: to } : { a: to }
      return { kind: 'editStrap', args: { id: own.id, patch: { ...NEW_GROUND, ...end } } }
    },
    words: (build, { node, to }) =>
      `Take ${postName(build, node)} to ${postName(build, to)} by a new wire of 2.5 mm²`,
  },
  'move-sensor': {
    effortH: 1.5,
    candidates: ({ readers }) =>
      readers.flatMap((r) =>
        r.plus === r.minus ? [] : [{ kind: 'move-sensor', reader: r.id, to: r.minus }],
      ),
    onPlan: (plan, { reader, to }) => ({
      ...plan,
      readers: plan.readers.map((r) => (r.id === reader ? { ...r, plus: to } : r)),
    }),
    onRecord: ({ newId }, { reader, to }) => ({
      kind: 'standOn',
      args: { id: newId(), read: reader, post: to, bolted: false },
    }),
    words: (build, { reader, to }) =>
      `Ground the sensor of ${readerName(build, reader)} at ${postName(build, to)}`,
  },
  'lift-shield': {
    effortH: 0.2,
    candidates: ({ wires }) =>
      wires.flatMap((w) => (w.shield ? [{ kind: 'lift-shield', wire: w.id }] : [])),
    onPlan: (plan, { wire }) => ({ ...plan, wires: plan.wires.filter((w) => w.id !== wire) }),
    onRecord: ({ build }, { wire }) =>
      build.straps.some((s) => s.id === wire) ? { kind: 'removeStrap', args: { id: wire } } : null,
    words: (build, { wire }) =>
      `Lift one end of ${strapName(build, wire)}, the unit’s sensor ground keeps the other`,
  },
}

/** A reader as one says it: its channel, and the device that reads. */
export function readerName(build: Build, id: Id): string {
  const path = findPath(build, id)
  return path ? `${path.channel.name} · ${path.shows.name}` : ''
}

const kindOf = <R extends Repair>({ kind }: R): RepairKind<R> =>
  REPAIRS[kind as R['kind']] as unknown as RepairKind<R>

/** A plan with a change carried out; null where it would leave something hanging from nothing. */
export const repaired = (plan: GroundPlan, repair: Repair): GroundPlan | null =>
  kindOf(repair).onPlan(plan, repair)

/** Every single change of a plan. */
export const repairsOf = (plan: GroundPlan): Repair[] =>
  Object.values(REPAIRS).flatMap((kind): Repair[] => kind.candidates(plan))

export const effortOf = (repair: Repair): number => kindOf(repair).effortH

/** A repair as one says it to whoever does it. */
export const repairText = (build: Build, repair: Repair): string =>
  kindOf(repair).words(build, repair)

/** The change of the record that a repair is; null where what it is about has gone. */
export const changeFor = (where: Recorded, repair: Repair): GroundChange | null =>
  kindOf(repair).onRecord(where, repair)
