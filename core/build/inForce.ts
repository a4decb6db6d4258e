import { same } from './diff.ts'
import { elementOf, inputOf, isWired, pathOf, pinName, pointsOf, readsOf } from './find.ts'
import { recordBefore } from './history.ts'
import type { Build, Channel, Edit, Face, Id, Input, Proof, Read, WiredRead } from './types.ts'

/** What a reading rested on when it was proven, as the record had it. */
export type InForce = NonNullable<Proof['inForce']>

/** What a reading rests on now: points, sensor, input, table, wires, face, instruments, who else reads the sensor. */
export function inForceOf(build: Build, readId: Id): InForce {
  const { wired, follows, channel, input, pin, sends } = pathOf(build, readId)
  const points = channel.elements.map((id) => ({
    ...{ element: id },
    measurements: pointsOf(build, id)
      .filter((m) => m.struck === null)
      .map((m) => m.id),
  }))
  const used = new Set(
    channel.elements
      .flatMap((id) => pointsOf(build, id))
      .flatMap((m) => m.readings.map((r) => r.instrument)),
  )
  const { combine, linked } = channel
  return {
    ...{ device: sends.id, pin: pinName(pin), read: wired, follows, input, points },
    ...{ combine, linked },
    elements: channel.elements.map((id) => elementOf(build, id)),
    instruments: build.instruments.filter((i) => used.has(i.id)),
    others: readsOf(build, channel.elements)
      .filter((r) => r.id !== wired.id)
      .map((r) => ({ read: r, input: inputOf(build, r.input).input })),
  }
}

/** A part of what a reading rests on: what of it is kept, and how it is put back. */
export type RestPart = {
  id: string
  /** as a sentence begins with it */
  name: (now: InForce) => string
  of: (inForce: InForce) => unknown
  /** a build with this part as it was */
  putBack: (build: Build, then: InForce) => Build
  /** whether an edit is in it */
  touches: (edit: Edit, now: InForce) => boolean
}

const withInput = (build: Build, id: Id, make: (input: Input) => Input): Build => ({
  ...build,
  devices: build.devices.map((d) =>
    d.inputs.some((i) => i.id === id)
      ? { ...d, inputs: d.inputs.map((i) => (i.id === id ? make(i) : i)) }
      : d,
  ),
})
const withChannel = (build: Build, read: Id, make: (channel: Channel) => Channel): Build => ({
  ...build,
  channels: build.channels.map((c) => (c.reads.some((r) => r.id === read) ? make(c) : c)),
})
const withRead = (build: Build, id: Id, make: (read: Read) => Read): Build =>
  withChannel(build, id, (c) => ({ ...c, reads: c.reads.map((r) => (r.id === id ? make(r) : r)) }))
const withWired = (build: Build, id: Id, make: (read: WiredRead) => WiredRead): Build =>
  withRead(build, id, (r) => (isWired(r) ? make(r) : r))

/** The reader that shows it. */
const shown = ({ read, follows }: InForce): Read => follows.at(-1) ?? read
const faceOf = (of: InForce): Face => shown(of).face

const withoutTable = ({ table: _, ...input }: Input): Omit<Input, 'table'> => input
const inPath = (edit: Edit, where: Edit['in'], ...steps: string[]): boolean =>
  edit.in === where && steps.every((step) => edit.path?.includes(step) === true)

export const REST_PARTS: readonly RestPart[] = [
  {
    id: 'table',
    name: ({ pin }) => `table of pin ${pin}`,
    of: ({ input }) => input.table,
    putBack: (build, { input }) =>
      withInput(build, input.id, (i) => ({ ...i, table: input.table })),
    touches: (edit, { input }) => inPath(edit, 'devices', input.id, 'table'),
  },
  {
    id: 'points',
    name: ({ elements }) => `points of ${elements.map((e) => e.name).join(' and ')}`,
    of: ({ points }) => points,
    putBack: (build, { points }) => {
      const kept = new Map(points.map((p) => [p.element, new Set(p.measurements)]))
      return {
        ...build,
        measurements: build.measurements.flatMap((m) => {
          const own = m.about.kind === 'point' ? kept.get(m.about.element) : undefined
          if (!own) return [m]
          return own.has(m.id) ? [{ ...m, struck: null }] : []
        }),
      }
    },
    touches: (edit, { points }) =>
      edit.in === 'measurements' &&
      (points.some((p) => p.measurements.includes(edit.id)) || edit.path?.[0] === 'struck'),
  },
  {
    id: 'sensor',
    name: ({ elements }) => elements.map((e) => e.name).join(' and '),
    of: ({ elements }) => elements.map(({ family, settings }) => ({ family, settings })),
    putBack: (build, { elements }) => ({
      ...build,
      elements: build.elements.map((e) => elements.find((own) => own.id === e.id) ?? e),
    }),
    touches: (edit, { elements }) =>
      edit.in === 'elements' && elements.some((e) => e.id === edit.id),
  },
  {
    id: 'input',
    name: ({ pin }) => `input of pin ${pin}`,
    of: ({ input }) => {
      const { pin: _, ...rest } = withoutTable(input)
      return rest
    },
    putBack: (build, { input }) =>
      withInput(build, input.id, ({ table }) => ({ ...withoutTable(input), table })),
    touches: (edit, { input }) =>
      inPath(edit, 'devices', input.id) && edit.path?.includes('table') !== true,
  },
  {
    id: 'wires',
    name: () => 'wires of the sensor',
    of: ({ read }) => {
      const { signalOhm, groundOhm, groundOffsetV } = read.wire
      return { signalOhm, groundOhm, groundOffsetV }
    },
    putBack: (build, { read }) => withWired(build, read.id, (r) => ({ ...r, wire: read.wire })),
    touches: (edit, { read }) => inPath(edit, 'channels', read.id, 'wire'),
  },
  {
    id: 'display',
    name: () => 'what is shown',
    of: (inForce) => [faceOf(inForce).decimals, faceOf(inForce).unit],
    putBack: (build, then) =>
      withRead(build, shown(then).id, (r) => ({ ...r, face: faceOf(then) })),
    touches: (edit, now) => inPath(edit, 'channels', shown(now).id, 'face'),
  },
  {
    id: 'joined',
    name: () => 'how the senders are joined',
    of: ({ combine, linked }) => [combine, linked],
    putBack: (build, { read, combine, linked }) =>
      withChannel(build, read.id, (c) => ({ ...c, combine, linked })),
    touches: (edit) => inPath(edit, 'channels', 'linked') || inPath(edit, 'channels', 'combine'),
  },
  {
    id: 'others',
    name: () => 'another device on the sensor',
    of: ({ others }) => others.map(({ read, input }) => [read.id, read.wire, withoutTable(input)]),
    putBack: (build, { read, elements, others }) => {
      const shared = new Set(elements.map((e) => e.id))
      const alone = {
        ...build,
        channels: build.channels.map((c) => ({
          ...c,
          reads: c.reads.filter((r) => r.id === read.id || !isWired(r) || !shared.has(r.source.id)),
        })),
      }
      return others.reduce(
        (b, other) =>
          withChannel(
            withInput(b, other.input.id, () => other.input),
            read.id,
            (c) => ({ ...c, reads: [...c.reads, other.read] }),
          ),
        alone,
      )
    },
    touches: ({ path = [] }, { others }) =>
      others.some(({ read, input }) => path.includes(read.id) || path.includes(input.id)),
  },
  {
    id: 'instruments',
    name: ({ instruments }) =>
      `what is known of ${instruments.map((i) => i.name).join(' and ') || 'its instruments'}`,
    of: ({ instruments }) =>
      instruments.map(({ id, accuracy, iceCheck, lagS }) => [id, accuracy, iceCheck?.readC, lagS]),
    putBack: (build, { instruments }) => {
      const there = new Set(build.instruments.map((i) => i.id))
      return {
        ...build,
        instruments: [
          ...build.instruments.map((i) => instruments.find((own) => own.id === i.id) ?? i),
          ...instruments.filter((i) => !there.has(i.id)),
        ],
      }
    },
    touches: (edit) => edit.in === 'instruments',
  },
]

/** The parts that are no longer what they were. */
export const changedParts = (now: InForce, then: InForce): RestPart[] =>
  REST_PARTS.filter((part) => !same(part.of(now), part.of(then)))

/** What of a sensor, an input or a device has another in its place since. */
export function replacedSince(now: InForce, then: InForce): string[] {
  const sensors = (of: InForce): Id[] => of.elements.map((e) => e.id)
  return [
    ...(same(sensors(now), sensors(then)) && now.read.source.id === then.read.source.id
      ? []
      : ['The sensor was replaced']),
    ...(now.device === then.device ? [] : ['The device was replaced']),
    ...(same(path(now), path(then)) ? [] : ['Another device sends it']),
    ...(now.input.id === then.input.id || now.device !== then.device
      ? []
      : ['It is read at another pin']),
    ...(hasTable(now) === hasTable(then)
      ? []
      : [hasTable(then) ? 'The table was taken out' : 'A table was entered']),
  ]
}

/** Who shows it, and over which others. */
const path = ({ follows }: InForce): Id[][] => follows.map((f) => [f.source.id, f.device])
const hasTable = ({ input }: InForce): boolean => Boolean(input.table?.entered)

/** The last change since a time that an edit of a part was in; null where the history holds none. */
export function changedAt(
  build: Build,
  part: RestPart,
  now: InForce,
  since: string,
): string | null {
  const last = build.changes.findLast(
    (c) => c.at >= since && c.edits.some((e) => part.touches(e, now)),
  )
  return last?.at ?? null
}

/**
 * A build whose proofs say what was in force, where an older Echt kept a hash alone: the record as it was at their
 * time, which the history holds.
 */
export function withProofsCarried(build: Build): Build {
  if (build.proofs.every((p) => p.inForce !== null || p.dependsOn === null)) return build
  const readings = new Set(
    build.channels.filter((c) => c.kind === 'reading').flatMap((c) => c.reads.map((r) => r.id)),
  )
  const proofs = build.proofs.map((p) => {
    if (p.inForce !== null || !readings.has(p.read)) return p
    const made = build.changes.findIndex((c) =>
      c.edits.some((e) => e.in === 'proofs' && e.id === p.id && e.after !== undefined),
    )
    const first = made >= 0 ? made + 1 : build.changes.findIndex((c) => c.at > p.at)
    const then = first < 0 ? build : recordBefore(build, first)
    const there = then.channels.some((c) => c.reads.some((r) => r.id === p.read))
    return there ? { ...p, inForce: inForceOf(then, p.read), dependsOn: null } : p
  })
  // the history speaks of the same proofs, or it would take them for another's
  const carried = new Map<Id, Proof>(proofs.map((p) => [p.id, p]))
  const changes = build.changes.map((c) => ({
    ...c,
    edits: c.edits.map((e) => spokenOf(e, carried)),
  }))
  return { ...build, proofs, changes }
}

/** An edit by which a proof came or went, of the proof as it was carried over. */
function spokenOf(edit: Edit, carried: ReadonlyMap<Id, Proof>): Edit {
  const proof = edit.in === 'proofs' && !edit.path ? carried.get(edit.id) : undefined
  if (!proof) return edit
  return {
    ...edit,
    ...(edit.before === undefined ? {} : { before: proof }),
    ...(edit.after === undefined ? {} : { after: proof }),
  }
}
