import type { Draft } from 'immer'
import { asBefore, find, findRead, layOver, remove } from './draft.ts'
import type {
  Build,
  Id,
  Load,
  Measurement,
  Patch,
  Post,
  Stand,
  Strap,
  VehicleState,
} from './types.ts'

/** A change of the ground wiring that somebody carries out on the vehicle. */
export type GroundChange =
  | { kind: 'editLoad'; args: { id: Id; patch: Patch<Load> } }
  | { kind: 'editStrap'; args: { id: Id; patch: Patch<Strap> } }
  | { kind: 'addStrap'; args: { strap: Strap } }
  | { kind: 'removeStrap'; args: { id: Id } }
  | { kind: 'standOn'; args: { id: Id; read: Id; post: Id | null; bolted: boolean } }
/** What volt drops said of straps and loads that were not measured by themselves, 1σ of a logarithm beside. */
export type SaidByDrops = {
  ohms: { strap: Id; ohm: number; doubt: number }[]
  amperes: { load: Id; ampere: number }[]
}
type Rewired = SaidByDrops & { at: string; why: string; change: GroundChange }

/** The named changes of a vehicle's grounds. */
export const GROUND_CHANGES = {
  addPost: (b, a: { post: Post; /** what it hangs from at once */ straps?: Strap[] }) => {
    b.posts.push(a.post)
    b.straps.push(...(a.straps ?? []))
  },
  editPost: (b, a: { id: Id; patch: Patch<Post> }) => {
    layOver(find(b.posts, a.id, 'post'), a.patch)
  },
  /** with the straps that end on it, what stands on it, and what was measured there */
  removePost: (b, a: { id: Id }) => {
    remove(b.posts, a.id, 'post')
    const before = asBefore(b)
    const straps = before.straps.filter((s) => s.a === a.id || s.b === a.id)
    b.straps = before.straps.filter((s) => !straps.includes(s))
    b.loads = before.loads.filter((l) => l.into !== a.id)
    b.stands = before.stands.filter((s) => s.post !== a.id)
    b.measurements = before.measurements.filter(
      ({ about }) =>
        !(about.kind === 'drop' && (about.plus === a.id || about.minus === a.id)) &&
        !(about.kind === 'strap' && straps.some((s) => s.id === about.strap)),
    )
  },
  addStrap: (b, a: { strap: Strap }) => {
    b.straps.push(a.strap)
  },
  editStrap: (b, a: { id: Id; patch: Patch<Strap> }) => {
    layOver(find(b.straps, a.id, 'strap'), a.patch)
  },
  /** with what was measured of it by itself */
  removeStrap: (b, a: { id: Id }) => {
    remove(b.straps, a.id, 'strap')
    b.measurements = asBefore(b).measurements.filter(
      ({ about }) => !(about.kind === 'strap' && about.strap === a.id),
    )
  },
  /** the ohms of one strap by volts at a known current: they count for as long as the measurement is not struck */
  measureStrap: (b, a: { id: Id; measurement: Measurement; ohm: number }) => {
    const from = [a.measurement.id]
    find(b.straps, a.id, 'strap').ohm = { value: a.ohm, basis: 'measured', from }
    b.measurements.push(a.measurement)
  },
  addLoad: (b, a: { load: Load }) => {
    b.loads.push(a.load)
  },
  editLoad: (b, a: { id: Id; patch: Patch<Load> }) => {
    layOver(find(b.loads, a.id, 'load'), a.patch)
  },
  /** whether a load runs in a state: said of the one, so that two hands may each say another */
  runLoad: (b, a: { id: Id; state: Id; runs: boolean }) => {
    const load = find(b.loads, a.id, 'load')
    find(b.states, a.state, 'state')
    load.runs = load.runs.filter((s) => s !== a.state)
    if (a.runs) load.runs.push(a.state)
  },
  removeLoad: (b, a: { id: Id }) => {
    remove(b.loads, a.id, 'load')
  },
  addState: (b, a: { state: VehicleState; /** loads that run in it */ loads: Id[] }) => {
    b.states.push(a.state)
    for (const load of b.loads) if (a.loads.includes(load.id)) load.runs.push(a.state.id)
  },
  removeState: (b, a: { id: Id }) => {
    remove(b.states, a.id, 'state')
    if (b.vehicle.state === a.id) b.vehicle.state = null
    for (const load of b.loads)
      if (load.runs.includes(a.id)) load.runs = load.runs.filter((s) => s !== a.id)
    b.measurements = asBefore(b).measurements.filter(
      ({ about }) => !(about.kind === 'drop' && about.state === a.id),
    )
  },
  /**
   * the wiring itself is changed: volt drops that were measured on it before say nothing of it any more, and are
   * struck; what they said of each strap and load stays as its ohms and amperes
   */
  rewireGround: (b, a: Rewired) => {
    for (const m of b.measurements)
      if (m.about.kind === 'drop' && !m.struck) m.struck = { at: a.at, why: a.why }
    for (const { strap, ohm, doubt } of a.ohms)
      find(b.straps, strap, 'strap').ohm = { value: ohm, basis: 'assumed', from: [], doubt }
    for (const { load, ampere } of a.amperes)
      find(b.loads, load, 'load').ampere = { value: ampere, basis: 'assumed', from: [] }
    const { kind, args } = a.change
    ;(GROUND_CHANGES[kind] as (draft: Draft<Build>, args: unknown) => void)(b, args)
  },
  /** where a reader's sensor is grounded; on the ground of its device again where no post is named */
  standOn: (b, a: { id: Id; read: Id; post: Id | null; bolted: boolean }) => {
    findRead(b, a.read)
    const at = b.stands.findIndex((s) => s.read === a.read)
    if (a.post === null) {
      if (at >= 0) b.stands.splice(at, 1)
    } else if (at >= 0) layOver(b.stands[at]!, { post: a.post, bolted: a.bolted })
    else b.stands.push({ id: a.id, read: a.read, post: a.post, bolted: a.bolted })
  },
  /** a whole ground out of a template, in place of the one there is */
  startGround: (
    b,
    a: {
      posts: Post[]
      straps: Strap[]
      loads: Load[]
      states: VehicleState[]
      stands: Stand[]
      state: Id | null
    },
  ) => {
    b.posts = a.posts
    b.straps = a.straps
    b.loads = a.loads
    b.states = a.states
    b.stands = a.stands
    b.vehicle.state = a.state
    b.measurements = asBefore(b).measurements.filter(
      ({ about }) => about.kind !== 'drop' && about.kind !== 'strap',
    )
  },
} satisfies Record<string, (draft: Draft<Build>, args: never) => void>
