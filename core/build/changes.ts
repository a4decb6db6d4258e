import { EchtError } from '../error.ts'
import { applyEdits, diffBuilds, invertEdits } from './diff.ts'
import type {
  Build,
  Change,
  Channel,
  Combine,
  Device,
  Element,
  EnteredTable,
  Id,
  Input,
  Instrument,
  Measurement,
  Proof,
  Pull,
  Read,
  Vehicle,
} from './types.ts'

/**
 * Every edit of a build by name. Each is a pure function of the build and plain arguments, so that the
 * history, undo, tests and a second tab all work from the same list. New ids come in with the arguments.
 */
const CHANGES = {
  renameBuild: (b: Build, a: { name: string }) => ({ ...b, name: a.name }),
  editVehicle: (b: Build, a: { patch: Partial<Vehicle> }) => ({
    ...b,
    vehicle: { ...b.vehicle, ...a.patch },
  }),
  addInstrument: (b: Build, a: { instrument: Instrument }) => ({
    ...b,
    instruments: [...b.instruments, a.instrument],
  }),
  editInstrument: (b: Build, a: { id: Id; patch: Partial<Instrument> }) => ({
    ...b,
    instruments: patchIn(b.instruments, a.id, a.patch, 'instrument'),
  }),
  removeInstrument: (b: Build, a: { id: Id }) => ({
    ...b,
    instruments: without(b.instruments, a.id, 'instrument'),
  }),
  addDevice: (b: Build, a: { device: Device }) => ({ ...b, devices: [...b.devices, a.device] }),
  editDevice: (b: Build, a: { id: Id; patch: Partial<Device> }) => ({
    ...b,
    devices: patchIn(b.devices, a.id, a.patch, 'device'),
  }),
  editInput: (b: Build, a: { input: Id; patch: Partial<Input> }) =>
    withInput(b, a.input, (input) => ({ ...input, ...a.patch })),
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
  addChannel: (b: Build, a: { channel: Channel; elements: Element[]; devices?: Device[] }) => ({
    ...b,
    channels: [...b.channels, a.channel],
    elements: [...b.elements, ...a.elements],
    devices: [...b.devices, ...(a.devices ?? [])],
  }),
  editChannel: (b: Build, a: { id: Id; patch: Partial<Channel> }) => ({
    ...b,
    channels: patchIn(b.channels, a.id, a.patch, 'channel'),
  }),
  removeChannel: (b: Build, a: { id: Id }) => {
    const gone = find(b.channels, a.id, 'channel')
    const channels = b.channels.filter((c) => c.id !== a.id)
    const used = new Set(channels.flatMap((c) => c.elements))
    const reads = new Set(gone.reads.map((r) => r.id)),
      elements = new Set(gone.elements.filter((e) => !used.has(e)))
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
      combine: Exclude<Combine, 'one'>
      /** of one that is read by itself */ read?: Read
      input?: { device: Id; input: Input }
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
      devices: a.input
        ? patchIn(
            b.devices,
            a.input.device,
            { inputs: [...find(b.devices, a.input.device, 'device').inputs, a.input.input] },
            'device',
          )
        : b.devices,
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
              combine: 'one' as const,
              linked: false,
              reads: c.reads.filter((r) => !reads.has(r.id)),
            }
          : c,
      ),
    }
  },
  editElement: (b: Build, a: { id: Id; patch: Partial<Element> }) => ({
    ...b,
    elements: patchIn(b.elements, a.id, a.patch, 'element'),
  }),
  addRead: (b: Build, a: { channel: Id; read: Read; devices?: Device[] }) => ({
    ...b,
    devices: [...b.devices, ...(a.devices ?? [])],
    channels: b.channels.map((c) =>
      c.id === a.channel ? { ...c, reads: [...c.reads, a.read] } : c,
    ),
  }),
  editRead: (b: Build, a: { id: Id; patch: Partial<Read> }) => ({
    ...b,
    channels: b.channels.map((c) =>
      c.reads.some((r) => r.id === a.id)
        ? { ...c, reads: patchIn(c.reads, a.id, a.patch, 'reader') }
        : c,
    ),
  }),
  removeRead: (b: Build, a: { id: Id }) => ({
    ...b,
    channels: b.channels.map((c) => ({ ...c, reads: c.reads.filter((r) => r.id !== a.id) })),
    proofs: b.proofs.filter((p) => p.read !== a.id),
  }),
  addMeasurement: (b: Build, a: { measurement: Measurement }) => ({
    ...b,
    measurements: [...b.measurements, a.measurement],
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
  prove: (b: Build, a: { proof: Proof }) => ({
    ...b,
    proofs: [...b.proofs.filter((p) => p.read !== a.proof.read), a.proof],
  }),
} satisfies Record<string, (build: Build, args: never) => Build>

export type ChangeKind = keyof typeof CHANGES
export type ChangeArgs<K extends ChangeKind> = Parameters<(typeof CHANGES)[K]>[1]
/** One named change and its arguments, as a screen hands it to the store. */
export type Edited = { [K in ChangeKind]: { kind: K; args: ChangeArgs<K> } }[ChangeKind]

export type Stamp = { id: Id; at: string; by: string }

/** The build after a named change, with the change in its history. Throws `EchtError` `unknown-change` or `not-found`. */
export function applyChange(build: Build, change: Edited, stamp: Stamp): Build {
  const make = CHANGES[change.kind] as ((b: Build, a: unknown) => Build) | undefined
  if (!make)
    throw new EchtError(
      'unknown-change',
      `The change "${change.kind}" is not known to this version.`,
    )
  return record(build, make(build, change.args), { ...stamp, kind: change.kind, args: change.args })
}

function record(before: Build, after: Build, change: Omit<Change, 'edits'>): Build {
  const edits = diffBuilds(before, after)
  if (edits.length === 0) return before
  return {
    ...after,
    revision: before.revision + 1,
    changes: [...before.changes, { ...change, edits }],
  }
}

/** What undo and redo would act on, out of the history alone: undo appends, so it survives a reload. */
export function undoState(changes: readonly Change[]): {
  undo: Change | undefined
  redo: Change | undefined
} {
  const done: Change[] = [],
    undone: Change[] = []
  for (const c of changes) {
    if (c.kind === 'undo') undone.push(done.pop()!)
    else if (c.kind === 'redo') done.push(undone.pop()!)
    else {
      done.push(c)
      undone.length = 0
    }
  }
  return { undo: done.at(-1), redo: undone.at(-1) }
}

/** The build with its last change taken back; the same build when there is none. */
export function undo(build: Build, stamp: Stamp): Build {
  const { undo: last } = undoState(build.changes)
  return last
    ? replay(build, invertEdits(last.edits), { ...stamp, kind: 'undo', args: { of: last.id } })
    : build
}

/** The build with its last undo taken back. */
export function redo(build: Build, stamp: Stamp): Build {
  const { redo: last } = undoState(build.changes)
  return last ? replay(build, last.edits, { ...stamp, kind: 'redo', args: { of: last.id } }) : build
}

const replay = (build: Build, edits: Change['edits'], change: Omit<Change, 'edits'>): Build => ({
  ...applyEdits(build, edits),
  revision: build.revision + 1,
  changes: [...build.changes, { ...change, edits }],
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
  patch: Partial<T>,
  what: string,
): T[] {
  find(list, id, what)
  return list.map((e) => (e.id === id ? { ...e, ...patch, id } : e))
}

function without<T extends { id: Id }>(list: readonly T[], id: Id, what: string): T[] {
  find(list, id, what)
  return list.filter((e) => e.id !== id)
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
