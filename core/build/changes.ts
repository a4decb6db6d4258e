import { EchtError } from '../error.ts'
import { checkEdits } from './check.ts'
import { diffBuilds } from './diff.ts'
import { extended, notUndoable, replayed, undoState } from './history.ts'
import { patched } from './patch.ts'
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
  Proof,
  Pull,
  Read,
  Vehicle,
} from './types.ts'

/**
 * Every edit of a build by name. Each is a pure function of the build and plain arguments, so that the
 * history, tests and a second tab all work from the same list. Arguments name only what changes: an edit done
 * again on another tab's build must not carry old values along. New ids come in with the arguments.
 */
const CHANGES = {
  renameBuild: (b: Build, a: { name: string }) => ({ ...b, name: a.name }),
  editVehicle: (b: Build, a: { patch: Patch<Vehicle> }) => ({
    ...b,
    vehicle: patched(b.vehicle, a.patch),
  }),
  addInstrument: (b: Build, a: { instrument: Instrument }) => ({
    ...b,
    instruments: [...b.instruments, a.instrument],
  }),
  editInstrument: (b: Build, a: { id: Id; patch: Patch<Instrument> }) => ({
    ...b,
    instruments: patchIn(b.instruments, a.id, a.patch, 'instrument'),
  }),
  removeInstrument: (b: Build, a: { id: Id }) => ({
    ...b,
    instruments: without(b.instruments, a.id, 'instrument'),
  }),
  addDevice: (b: Build, a: { device: Device }) => ({ ...b, devices: [...b.devices, a.device] }),
  editDevice: (b: Build, a: { id: Id; patch: Patch<Omit<Device, 'inputs'>> }) => ({
    ...b,
    devices: patchIn(b.devices, a.id, a.patch as Patch<Device>, 'device'),
  }),
  addInput: (b: Build, a: NewInput) => ({ ...b, devices: withNewInput(b, a) }),
  editInput: (b: Build, a: { input: Id; patch: Patch<Omit<Input, 'pulls'>> }) =>
    withInput(b, a.input, (input) => patched(input, a.patch as Patch<Input>)),
  addPullUp: (b: Build, a: { input: Id; pull: Pull }) =>
    withInput(b, a.input, (input) => ({ ...input, pulls: [...input.pulls, a.pull] })),
  editPullUp: (b: Build, a: { input: Id; pull: Id; patch: Patch<Pull> }) =>
    withInput(b, a.input, (input) => ({
      ...input,
      pulls: patchIn(input.pulls, a.pull, a.patch, 'pull-up'),
    })),
  /**
   * a pull-up found out by measuring at the pin: the measurement, what follows of the part, and of
   * the reference where that is its rail
   */
  measurePullUp: (
    b: Build,
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
  ) => ({
    ...withInput(b, a.input, (input) => ({
      ...input,
      ...(a.referenceV ? { referenceV: a.referenceV } : {}),
      pulls: a.added ? [...input.pulls, a.added] : patchIn(input.pulls, a.pull, a.found, 'pull-up'),
    })),
    measurements: [...b.measurements, about(b, a.measurement)],
  }),
  choosePullUp: (b: Build, a: { input: Id; pull: Pull }) =>
    withInput(b, a.input, (input) => ({
      ...input,
      // a fitted part takes the place of the one fitted before it; the device's own stay
      pulls: [...input.pulls.filter((p) => p.kind !== 'fitted' && p.id !== a.pull.id), a.pull],
    })),
  removePullUp: (b: Build, a: { input: Id; pull: Id }) =>
    withInput(b, a.input, (input) => ({
      ...input,
      pulls: without(input.pulls, a.pull, 'pull-up'),
    })),
  enterTable: (b: Build, a: { input: Id; entered: EnteredTable | null }) =>
    withInput(b, a.input, (input) => {
      if (!input.table)
        throw new EchtError(
          'no-table',
          'This input has no table to enter: describe its table first.',
        )
      return { ...input, table: { ...input.table, entered: a.entered } }
    }),
  addChannel: (
    b: Build,
    a: {
      channel: Channel
      elements: Element[]
      devices?: Device[]
      /** a new pin of a device that is there already */
      input?: NewInput
    },
  ) => ({
    ...b,
    channels: [...b.channels, a.channel],
    elements: [...b.elements, ...a.elements],
    devices: [...withNewInput(b, a.input), ...(a.devices ?? [])],
  }),
  editChannel: (b: Build, a: { id: Id; patch: Patch<Channel> }) => {
    const channels = patchIn(b.channels, a.id, a.patch, 'channel')
    if (!a.patch.needs?.range) return { ...b, channels }
    return { ...b, channels: channels.map((c) => (c.id === a.id ? withBestInside(c) : c)) }
  },
  removeChannel: (b: Build, a: { id: Id }) => {
    const gone = find(b.channels, a.id, 'channel')
    const channels = b.channels.filter((c) => c.id !== a.id)
    const used = new Set(channels.flatMap((c) => c.elements))
    const reads = new Set(gone.reads.map((r) => r.id))
    const elements = new Set(gone.elements.filter((e) => !used.has(e)))
    return {
      ...b,
      channels,
      elements: b.elements.filter((e) => !elements.has(e.id)),
      measurements: withoutOf(b.measurements, elements, reads),
      proofs: b.proofs.filter((p) => !reads.has(p.read)),
    }
  },
  addSecondSensor: (
    b: Build,
    a: {
      channel: Id
      element: Element
      combine: string
      /** of one that is read by itself */ read?: Read
      input?: NewInput
      /** of both together, where that is another */ needs?: Channel['needs']
    },
  ) => {
    if (find(b.channels, a.channel, 'channel').elements.length > 1)
      throw new EchtError(
        'two-already',
        'This channel has two sensors already: take one off first.',
      )
    return {
      ...b,
      elements: [...b.elements, a.element],
      devices: withNewInput(b, a.input),
      channels: b.channels.map((c) =>
        c.id === a.channel
          ? {
              ...c,
              elements: [...c.elements, a.element.id],
              combine: a.combine,
              needs: a.needs ?? c.needs,
              reads: [...c.reads, ...(a.read ? [a.read] : [])],
            }
          : c,
      ),
    }
  },
  removeSecondSensor: (b: Build, a: { channel: Id }) => {
    const second = find(b.channels, a.channel, 'channel').elements[1]
    if (second === undefined) throw new EchtError('not-found', 'This channel has one sensor only.')
    const reads = new Set(
      b.channels.flatMap((c) => c.reads.filter((r) => r.source.id === second).map((r) => r.id)),
    )
    return {
      ...b,
      elements: b.elements.filter((e) => e.id !== second),
      measurements: withoutOf(b.measurements, new Set([second]), reads),
      proofs: b.proofs.filter((p) => !reads.has(p.read)),
      channels: b.channels.map((c) =>
        c.id === a.channel
          ? {
              ...c,
              elements: [c.elements[0]!],
              combine: 'one',
              linked: false,
              reads: c.reads.filter((r) => !reads.has(r.id)),
            }
          : c,
      ),
    }
  },
  editElement: (b: Build, a: { id: Id; patch: Patch<Element> }) => ({
    ...b,
    elements: patchIn(b.elements, a.id, a.patch, 'sensor'),
  }),
  /**
   * one thing of a list kept in a sensor's settings put there or replaced; `start` is the list
   * nobody has changed yet
   */
  putInSetting: (b: Build, a: { element: Id; list: string; start?: Listed[]; item: Listed }) =>
    withSettingList(b, a, (list) =>
      list.some((x) => x.id === a.item.id)
        ? list.map((x) => (x.id === a.item.id ? { ...x, ...a.item } : x))
        : [...list, a.item],
    ),
  removeFromSetting: (b: Build, a: { element: Id; list: string; start?: Listed[]; item: Id }) =>
    withSettingList(b, a, (list) => list.filter((x) => x.id !== a.item)),
  addRead: (b: Build, a: { channel: Id; read: Read; devices?: Device[] }) => {
    find(b.channels, a.channel, 'channel')
    return {
      ...b,
      devices: [...b.devices, ...(a.devices ?? [])],
      channels: b.channels.map((c) =>
        c.id === a.channel ? { ...c, reads: [...c.reads, a.read] } : c,
      ),
    }
  },
  editRead: (b: Build, a: { id: Id; patch: Patch<Read> }) => {
    findRead(b, a.id)
    return {
      ...b,
      channels: b.channels.map((c) =>
        c.reads.some((r) => r.id === a.id)
          ? { ...c, reads: patchIn(c.reads, a.id, a.patch, 'reader') }
          : c,
      ),
    }
  },
  removeRead: (b: Build, a: { id: Id }) => {
    findRead(b, a.id)
    return {
      ...b,
      channels: b.channels.map((c) => ({ ...c, reads: c.reads.filter((r) => r.id !== a.id) })),
      measurements: withoutOf(b.measurements, new Set(), new Set([a.id])),
      proofs: b.proofs.filter((p) => p.read !== a.id),
    }
  },
  addMeasurement: (
    b: Build,
    a: {
      measurement: Measurement
      /** of the place, where it was said with it */ altitudeM?: number
    },
  ) => ({
    ...b,
    vehicle: a.altitudeM === undefined ? b.vehicle : { ...b.vehicle, altitudeM: a.altitudeM },
    measurements: [...b.measurements, about(b, a.measurement)],
  }),
  /** many at once, out of one paste: one change, taken back as one */
  addMeasurements: (b: Build, a: { measurements: Measurement[] }) => ({
    ...b,
    measurements: [...b.measurements, ...a.measurements.map((m) => about(b, m))],
  }),
  strikeMeasurement: (b: Build, a: { id: Id; at: string; why: string }) => ({
    ...b,
    measurements: patchIn(
      b.measurements,
      a.id,
      { struck: { at: a.at, why: a.why } },
      'measurement',
    ),
  }),
  restoreMeasurement: (b: Build, a: { id: Id }) => ({
    ...b,
    measurements: patchIn(b.measurements, a.id, { struck: null }, 'measurement'),
  }),
  prove: (
    b: Build,
    a: { proof: Proof; /** the check it rests on, where that is new */ measurement?: Measurement },
  ) => {
    findRead(b, a.proof.read)
    return {
      ...b,
      measurements: a.measurement ? [...b.measurements, about(b, a.measurement)] : b.measurements,
      proofs: [...b.proofs.filter((p) => p.read !== a.proof.read), a.proof],
    }
  },
} satisfies Record<string, (build: Build, args: never) => Build>

type NewInput = { device: Id; input: Input }
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
    ? (CHANGES[change.kind] as (b: Build, a: unknown) => Build)
    : undefined
  if (!make)
    throw new EchtError(
      'unknown-change',
      `The change "${change.kind}" is not known to this version.`,
    )
  const after = make(build, change.args)
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

const isIn = (build: Build, change: Id): boolean => build.changes.some((c) => c.id === change)

const withChange = (before: Build, after: Build, change: Change): Build => ({
  ...after,
  revision: before.revision + 1,
  changes: extended(before.changes, change),
})

function find<T extends { id: Id }>(list: readonly T[], id: Id, what: string): T {
  const found = list.find((e) => e.id === id)
  if (!found)
    throw new EchtError(
      'not-found',
      `This ${what} is no longer in the build: it was removed, perhaps in another tab.`,
    )
  return found
}

const findRead = (build: Build, id: Id): Read =>
  find(
    build.channels.flatMap((c) => c.reads),
    id,
    'reader',
  )

/** A measurement, if what it is about is there. */
function about(build: Build, measurement: Measurement): Measurement {
  const { about: what } = measurement
  if (what.kind === 'point') find(build.elements, what.element, 'sensor')
  else if (what.kind === 'keyOn') findRead(build, what.read)
  else withInput(build, what.input, (input) => input)
  return measurement
}

/** Measurements but those of elements and readers that are gone. */
const withoutOf = (
  measurements: readonly Measurement[],
  elements: ReadonlySet<Id>,
  reads: ReadonlySet<Id>,
): Measurement[] =>
  measurements.filter(
    (m) =>
      !(m.about.kind === 'point' && elements.has(m.about.element)) &&
      !(m.about.kind === 'keyOn' && reads.has(m.about.read)),
  )

function patchIn<T extends { id: Id }>(
  list: readonly T[],
  id: Id,
  patch: Patch<NoInfer<T>>,
  what: string,
): T[] {
  find(list, id, what)
  return list.map((e) => (e.id === id ? { ...patched(e, patch), id } : e))
}

function without<T extends { id: Id }>(list: readonly T[], id: Id, what: string): T[] {
  find(list, id, what)
  return list.filter((e) => e.id !== id)
}

/** Where it matters most kept inside the range: its part inside, or the whole range where none of it is. */
function withBestInside(channel: Channel): Channel {
  const { range, best } = channel.needs
  const low = Math.max(range[0], best[0])
  const high = Math.min(range[1], best[1])
  const inside: [number, number] = low < high ? [low, high] : range
  return { ...channel, needs: { ...channel.needs, best: inside } }
}

function withInput(build: Build, id: Id, edit: (input: Input) => Input): Build {
  const device = build.devices.find((d) => d.inputs.some((i) => i.id === id))
  if (!device)
    throw new EchtError(
      'not-found',
      'This input is no longer in the build: its device was removed, perhaps in another tab.',
    )
  return {
    ...build,
    devices: build.devices.map((d) =>
      d === device ? { ...d, inputs: d.inputs.map((i) => (i.id === id ? edit(i) : i)) } : d,
    ),
  }
}

function withNewInput(build: Build, made: NewInput | undefined): Device[] {
  if (!made) return build.devices
  find(build.devices, made.device, 'device')
  return build.devices.map((d) =>
    d.id === made.device ? { ...d, inputs: [...d.inputs, made.input] } : d,
  )
}

function withSettingList(
  build: Build,
  { element, list, start = [] }: { element: Id; list: string; start?: Listed[] },
  edit: (list: Listed[]) => Listed[],
): Build {
  const { settings } = find(build.elements, element, 'sensor')
  const now = Array.isArray(settings[list]) ? (settings[list] as Listed[]) : start
  return {
    ...build,
    elements: build.elements.map((e) =>
      e.id === element ? { ...e, settings: { ...settings, [list]: edit(now) } } : e,
    ),
  }
}
