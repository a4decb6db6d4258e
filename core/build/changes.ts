import { Immer, type Draft } from 'immer'
import { EchtError } from '../error.ts'
import { checkEdits } from './check.ts'
import { diffBuilds } from './diff.ts'
import { asBefore, find, findRead, layOver, remove } from './draft.ts'
import { GROUND_CHANGES } from './groundChanges.ts'
import { isWired, wiredReads } from './find.ts'
import { addInput, inputOfDraft, type PlacedInput } from './inputChanges.ts'
import { TRIGGER_CHANGES } from './triggerChanges.ts'
import { extended, notUndoable, replayed, undoState } from './history.ts'
import type {
  Build,
  Change,
  Channel,
  Device,
  Element,
  EnteredTable,
  Id,
  Input,
  Instrument,
  Measurement,
  Patch,
  Pin,
  Proof,
  Pull,
  Read,
  Vehicle,
  Wire,
  WiredRead,
} from './types.ts'

/**
 * Every edit of a build by name: what is done to a draft of it, with plain arguments, so that the history, tests and
 * a second tab all work from the same list. Arguments name only what changes: an edit done again on another tab's
 * build must not carry old values along. New ids come in with the arguments.
 */
const CHANGES = {
  renameBuild: (b, a: { name: string }) => {
    b.name = a.name
  },
  editVehicle: (b, a: { patch: Patch<Vehicle> }) => {
    layOver(b.vehicle, a.patch)
  },
  addInstrument: (b, a: { instrument: Instrument }) => {
    b.instruments.push(a.instrument)
  },
  editInstrument: (b, a: { id: Id; patch: Patch<Instrument> }) => {
    layOver(find(b.instruments, a.id, 'instrument'), a.patch)
  },
  removeInstrument: (b, a: { id: Id }) => {
    remove(b.instruments, a.id, 'instrument')
  },
  addDevice: (b, a: { device: Device }) => {
    b.devices.push(a.device)
  },
  editDevice: (b, a: { id: Id; patch: Patch<Omit<Device, 'inputs' | 'pins'>> }) => {
    layOver<Omit<Device, 'inputs' | 'pins'>>(find(b.devices, a.id, 'device'), a.patch)
  },
  addInput: (b, a: PlacedInput) => {
    addInput(b, a)
  },
  addPin: (b, a: { device: Id; pin: Pin }) => {
    find(b.devices, a.device, 'device').pins.push(a.pin)
  },
  /** a pin of a device: its name, what it can do, the colour on it */
  editPin: (b, a: { device: Id; pin: Id; patch: Patch<Pin> }) => {
    layOver(find(find(b.devices, a.device, 'device').pins, a.pin, 'pin'), a.patch)
  },
  addWire: (b, a: { wire: Wire }) => {
    b.wires.push(a.wire)
  },
  editWire: (b, a: { id: Id; patch: Patch<Wire> }) => {
    layOver(find(b.wires, a.id, 'wire'), a.patch)
  },
  removeWire: (b, a: { id: Id }) => {
    remove(b.wires, a.id, 'wire')
  },
  editInput: (b, a: { input: Id; patch: Patch<Omit<Input, 'pulls'>> }) => {
    layOver<Omit<Input, 'pulls'>>(inputOfDraft(b, a.input), a.patch)
  },
  addPullUp: (b, a: { input: Id; pull: Pull }) => {
    inputOfDraft(b, a.input).pulls.push(a.pull)
  },
  editPullUp: (b, a: { input: Id; pull: Id; patch: Patch<Pull> }) => {
    layOver(find(inputOfDraft(b, a.input).pulls, a.pull, 'pull-up'), a.patch)
  },
  /**
   * a pull-up found out by measuring at the pin: the measurement, what follows of the part, and of
   * the reference where that is its rail
   */
  measurePullUp: (
    b,
    a: {
      input: Id
      measurement: Measurement
      found: Pick<Pull, 'ohm' | 'railV' | 'tolerance' | 'toReference'>
      /** of an input that had none */
      added?: Pull
      /** which of them it is */
      pull: Id
      referenceV?: Input['referenceV']
    },
  ) => {
    const input = inputOfDraft(b, a.input)
    if (a.referenceV) input.referenceV = a.referenceV
    if (a.added) input.pulls.push(a.added)
    else layOver<typeof a.found>(find(input.pulls, a.pull, 'pull-up'), a.found)
    addMeasurement(b, a.measurement)
  },
  choosePullUp: (b, a: { input: Id; pull: Pull }) => {
    const input = inputOfDraft(b, a.input)
    // a fitted part takes the place of the one fitted before it; the device's own stay
    input.pulls = input.pulls.filter((p) => p.kind !== 'fitted' && p.id !== a.pull.id)
    input.pulls.push(a.pull)
  },
  removePullUp: (b, a: { input: Id; pull: Id }) => {
    remove(inputOfDraft(b, a.input).pulls, a.pull, 'pull-up')
  },
  enterTable: (b, a: { input: Id; entered: EnteredTable | null }) => {
    const { table } = inputOfDraft(b, a.input)
    if (!table)
      throw new EchtError('no-table', 'This input has no table to enter: describe its table first.')
    table.entered = a.entered
  },
  addChannel: (
    b,
    a: {
      channel: Channel
      elements: Element[]
      devices?: Device[]
      /** a new pin of a device that is there already */
      input?: PlacedInput
    },
  ) => {
    b.channels.push(a.channel)
    b.elements.push(...a.elements)
    addInput(b, a.input)
    b.devices.push(...(a.devices ?? []))
  },
  editChannel: (b, a: { id: Id; patch: Patch<Channel> }) => {
    const channel = find(b.channels, a.id, 'channel')
    layOver(channel, a.patch)
    if (a.patch.needs?.range) channel.needs.best = bestInside(channel.needs)
  },
  removeChannel: (b, a: { id: Id }) => {
    const gone = asBefore(find(b.channels, a.id, 'channel'))
    const others = asBefore(b).channels.filter((c) => c !== gone)
    const used = new Set(others.flatMap((c) => c.elements))
    remove(b.channels, a.id, 'channel')
    removeWithAllAbout(b, {
      elements: new Set(gone.elements.filter((e) => !used.has(e))),
      reads: new Set(gone.reads.map((r) => r.id)),
    })
  },
  addSecondSensor: (
    b,
    a: {
      channel: Id
      element: Element
      combine: string
      /** of one that is read by itself */ read?: Read
      input?: PlacedInput
      /** of both together, where that is another */ needs?: Channel['needs']
    },
  ) => {
    const channel = find(b.channels, a.channel, 'channel')
    if (channel.elements.length > 1)
      throw new EchtError(
        'two-already',
        'This channel has two sensors already: take one off first.',
      )
    b.elements.push(a.element)
    addInput(b, a.input)
    channel.elements.push(a.element.id)
    channel.combine = a.combine
    if (a.needs) channel.needs = a.needs
    if (a.read) channel.reads.push(a.read)
  },
  removeSecondSensor: (b, a: { channel: Id }) => {
    const channel = find(b.channels, a.channel, 'channel')
    const [first, second] = channel.elements
    if (second === undefined) throw new EchtError('not-found', 'This channel has one sensor only.')
    const reads = wiredReads(asBefore(channel)).filter((r) => r.source.id === second)
    channel.elements = [first!]
    channel.combine = 'one'
    channel.linked = false
    removeWithAllAbout(b, {
      elements: new Set([second]),
      reads: new Set(reads.map((r) => r.id)),
    })
  },
  editElement: (b, a: { id: Id; patch: Patch<Element> }) => {
    layOver(find(b.elements, a.id, 'sensor'), a.patch)
  },
  /**
   * one thing of a list kept in a sensor's settings put there or replaced; `start` is the list
   * nobody has changed yet
   */
  putInSetting: (b, a: { element: Id; list: string; start?: Listed[]; item: Listed }) => {
    const list = listInSettings(b, a)
    const at = list.findIndex((x) => x.id === a.item.id)
    // a new thing in its place: what the list began with belongs to whoever gave it
    if (at >= 0) list[at] = { ...list[at]!, ...a.item }
    else list.push(a.item)
  },
  removeFromSetting: (b, a: { element: Id; list: string; start?: Listed[]; item: Id }) => {
    const list = listInSettings(b, a)
    const at = list.findIndex((x) => x.id === a.item)
    if (at >= 0) list.splice(at, 1)
  },
  addRead: (b, a: { channel: Id; read: Read; devices?: Device[] }) => {
    find(b.channels, a.channel, 'channel').reads.push(a.read)
    b.devices.push(...(a.devices ?? []))
  },
  editRead: (b, a: { id: Id; patch: Patch<ReadPatch> }) => {
    layOver<ReadPatch>(wiredOrNot(findRead(b, a.id), a.patch), a.patch)
  },
  removeRead: (b, a: { id: Id }) => {
    findRead(b, a.id)
    removeWithAllAbout(b, { elements: new Set(), reads: new Set([a.id]) })
  },
  addMeasurement: (
    b,
    a: {
      measurement: Measurement
      /** of the place, where it was said with it */ altitudeM?: number
    },
  ) => {
    if (a.altitudeM !== undefined) b.vehicle.altitudeM = a.altitudeM
    addMeasurement(b, a.measurement)
  },
  /** many at once, out of one paste: one change, taken back as one */
  addMeasurements: (b, a: { measurements: Measurement[] }) => {
    for (const m of a.measurements) addMeasurement(b, m)
  },
  strikeMeasurement: (b, a: { id: Id; at: string; why: string }) => {
    find(b.measurements, a.id, 'measurement').struck = { at: a.at, why: a.why }
  },
  restoreMeasurement: (b, a: { id: Id }) => {
    find(b.measurements, a.id, 'measurement').struck = null
  },
  ...GROUND_CHANGES,
  ...TRIGGER_CHANGES,
  prove: (
    b,
    a: { proof: Proof; /** the check it rests on, where that is new */ measurement?: Measurement },
  ) => {
    if (!asBefore(b).triggers.some((t) => t.id === a.proof.read)) findRead(b, a.proof.read)
    if (a.measurement) addMeasurement(b, a.measurement)
    b.proofs = b.proofs.filter((p) => p.read !== a.proof.read)
    b.proofs.push(a.proof)
  },
} satisfies Record<string, (draft: Draft<Build>, args: never) => void>

type ReadPatch = Pick<WiredRead, 'wire' | 'face'>
type Listed = { id: Id } & Record<string, unknown>

export type ChangeKind = keyof typeof CHANGES
export type ChangeArgs<K extends ChangeKind> = Parameters<(typeof CHANGES)[K]>[1]
/** One named change and its arguments, as a screen hands it to the store. */
export type Edited = { [K in ChangeKind]: { kind: K; args: ChangeArgs<K> } }[ChangeKind]

export type Stamp = { id: Id; at: string; by: string }

/**
 * The build after a named change, with the change in its history; the same build where nothing changes or the
 * history holds the change already. What comes out always passes the whole check. Throws `EchtError`
 * `unknown-change`, `not-found`, or `bad-edit` saying what would not be valid.
 */
export function applyChange(build: Build, change: Edited, stamp: Stamp): Build {
  if (isIn(build, stamp.id)) return build
  const make = Object.hasOwn(CHANGES, change.kind)
    ? (CHANGES[change.kind] as (draft: Draft<Build>, args: unknown) => void)
    : undefined
  if (!make)
    throw new EchtError(
      'unknown-change',
      `The change "${change.kind}" is not known to this version.`,
    )
  const after = immer.produce(build, (draft) => {
    make(draft, change.args)
  })
  const edits = diffBuilds(build, after)
  if (edits.length === 0) return build
  checkEdits(after, edits)
  return withChange(build, after, { ...stamp, kind: change.kind, edits })
}

/**
 * The build with a change taken back (the last one, if none is named); the same build when there is
 * none. Throws `EchtError` `cannot-undo`.
 */
export const undo = (build: Build, stamp: Stamp, of = undoState(build.changes).undo?.id): Build =>
  replay(build, 'undo', stamp, of)

/** The build with an undone change done again (the last one, if none is named). Throws `EchtError` `cannot-undo`. */
export const redo = (build: Build, stamp: Stamp, of = undoState(build.changes).redo?.id): Build =>
  replay(build, 'redo', stamp, of)

function replay(build: Build, kind: 'undo' | 'redo', stamp: Stamp, of: Id | undefined): Build {
  if (of === undefined || isIn(build, stamp.id)) return build
  const next = replayed(build, kind, of)
  if (!next) return build
  try {
    checkEdits(next.build, next.edits)
  } catch (error) {
    throw error instanceof EchtError ? notUndoable(kind, error.message) : error
  }
  const left = next.left.length > 0 ? { left: next.left } : {}
  return withChange(build, next.build, { ...stamp, kind, of, edits: [], ...left })
}

// a build of many thousand points would be walked through after every edit, only to be frozen
const immer = new Immer({ autoFreeze: false })

const isIn = (build: Build, change: Id): boolean => build.changes.some((c) => c.id === change)

const withChange = (before: Build, after: Build, change: Change): Build => ({
  ...after,
  revision: before.revision + 1,
  changes: extended(before.changes, change),
})

/** A reader to be changed: one that follows another has a face alone. */
function wiredOrNot(read: Draft<Read>, { wire }: Patch<ReadPatch>): ReadPatch {
  if (wire && !isWired(read))
    throw new EchtError('bad-edit', 'This reader follows another one: it has no wires of its own.')
  return read as ReadPatch
}

/** Adds a measurement, if what it is about is there. */
function addMeasurement(b: Draft<Build>, measurement: Measurement): void {
  const { about } = measurement
  if (about.kind === 'point') find(b.elements, about.element, 'sensor')
  else if (about.kind === 'keyOn') findRead(b, about.read)
  else if (about.kind === 'drop') {
    find(b.posts, about.plus, 'post')
    find(b.posts, about.minus, 'post')
    find(b.states, about.state, 'state')
  } else if (about.kind === 'strap') find(b.straps, about.strap, 'strap')
  else if (about.kind === 'lamp') find(b.triggers, about.trigger, 'trigger')
  else inputOfDraft(b, about.input)
  b.measurements.push(measurement)
}

/** Readers with all that follow them. */
function withFollowers({ channels }: Build, some: ReadonlySet<Id>): ReadonlySet<Id> {
  const all = new Set(some)
  const reads = channels.flatMap((c) => c.reads)
  for (let before = -1; before < all.size;) {
    before = all.size
    for (const r of reads) if (r.source.kind === 'read' && all.has(r.source.id)) all.add(r.id)
  }
  return all
}

/** Takes out elements and readers, and what was measured and proven of them. */
function removeWithAllAbout(
  b: Draft<Build>,
  { elements, reads: some }: { elements: ReadonlySet<Id>; reads: ReadonlySet<Id> },
): void {
  const before = asBefore(b)
  const reads = withFollowers(before, some)
  b.elements = before.elements.filter((e) => !elements.has(e.id))
  const pins = new Set(
    before.elements.filter((e) => elements.has(e.id)).flatMap((e) => e.pins.map((p) => p.id)),
  )
  if (before.wires.some((w) => pins.has(w.from) || pins.has(w.to)))
    b.wires = before.wires.filter((w) => !pins.has(w.from) && !pins.has(w.to))
  for (const c of b.channels)
    if (asBefore(c).reads.some((r) => reads.has(r.id)))
      c.reads = c.reads.filter((r) => !reads.has(r.id))
  b.proofs = before.proofs.filter((p) => !reads.has(p.read))
  b.stands = before.stands.filter((s) => !reads.has(s.read))
  b.measurements = before.measurements.filter(
    ({ about }) =>
      !(about.kind === 'point' && elements.has(about.element)) &&
      !(about.kind === 'keyOn' && reads.has(about.read)),
  )
}

/** Where it matters most kept inside the range: its part inside, or the whole range where none of it is. */
function bestInside({ range, best }: Channel['needs']): [number, number] {
  const low = Math.max(range[0], best[0])
  const high = Math.min(range[1], best[1])
  return low < high ? [low, high] : [range[0], range[1]]
}

/** A list kept in a sensor's settings, as the person sees it, ready to be changed. */
function listInSettings(
  b: Draft<Build>,
  { element, list, start = [] }: { element: Id; list: string; start?: Listed[] },
): Listed[] {
  const { settings } = find(b.elements, element, 'sensor')
  if (!Array.isArray(settings[list])) settings[list] = [...start]
  return settings[list] as Listed[]
}
