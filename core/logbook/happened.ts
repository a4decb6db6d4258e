import { ofMeasurement } from './about.ts'
import { bareValue, fieldOf, type FieldName } from './fields.ts'
import { changeOf, findInput, findPath, measurementOf, pinName, wiredReads } from '../build/find.ts'
import { COLLECTIONS, LISTS, type Collection } from '../build/limits.ts'
import type { Build, Change, Edit, Id, Measurement } from '../build/types.ts'

/** One field that took another value. Values are the record's: a number in `unit`, a word, a flag. */
export type Changed = FieldName & { before: unknown; after: unknown }

export type EntryKind = 'measured' | 'checked' | 'proven' | 'entered' | 'changed'

/** What an entry is about, and what it says; `App` writes it in the reader's units. */
export type Happening =
  | { kind: 'measured' | 'checked'; measurement: Measurement; about: string }
  | { kind: 'struck' | 'restored'; measurement: Measurement; about: string }
  | { kind: 'proven'; read: Id; about: string }
  | { kind: 'entered'; device: string; pin: string; cells: number; name: string }
  | { kind: 'added' | 'removed'; thing: Collection; name: string }
  | { kind: 'changed'; of: string; fields: Changed[] }
  | { kind: 'undone' | 'redone'; what: Happening | null; at: string }

export type LogEntry = {
  id: Id
  at: string
  by: string
  kind: EntryKind
  /** the channels it touches; none where it touches the whole build */
  channels: Id[]
  said: Happening
}

/** One line of the log that is not worked out yet: when it was, and what kind it is. */
export type LogLine = { at: string; kind: EntryKind } & (
  { measurement: Measurement } | { change: Change }
)

/**
 * What happened to a build as lines, newest first: every measurement when it was taken, and every other change when it
 * was made. Cheap however many there are; `entryOfLine` works one out, for those that are shown.
 */
export function logLines({ measurements, changes }: Build): LogLine[] {
  const lines: LogLine[] = []
  for (const change of changes.toReversed()) {
    const kind = kindOfChange(change)
    if (kind) lines.push({ at: change.at, kind, change })
  }
  for (const measurement of measurements.toReversed()) {
    const kind = measurement.about.kind === 'keyOn' ? 'checked' : 'measured'
    lines.push({ at: measurement.at, kind, measurement })
  }
  return lines.sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0))
}

/** A line with what it says, and the channels it touches. */
export function entryOfLine(build: Build, line: LogLine): LogEntry {
  if ('measurement' in line) {
    const { measurement } = line
    const { about, channels } = ofMeasurement(build, measurement)
    const kind = line.kind as 'measured' | 'checked'
    const { id, at, by } = measurement
    return { id, at, by, kind, channels, said: { kind, measurement, about } }
  }
  const { change, kind } = line
  const { id, at, by, of } = change
  const source = of === undefined ? change : (changeOf(build, of) ?? change)
  const said = saidOf(build, change) ?? { kind: 'changed', of: '', fields: [] }
  return { id, at, by, kind, channels: channelsOf(build, source.edits), said }
}

/** The same of all: data only, no sentences. */
export const logbook = (build: Build): LogEntry[] =>
  logLines(build).map((line) => entryOfLine(build, line))

/** What kind of entry a change makes; null where it did nothing but add measurements, which stand by themselves. */
function kindOfChange({ kind, edits }: Change): EntryKind | null {
  if (kind === 'undo' || kind === 'redo') return 'changed'
  let says = false
  for (const e of edits) {
    if (e.in === 'proofs' && e.after !== undefined) return 'proven'
    says ||= e.path !== undefined || SPOKEN.some((c) => c === e.in)
  }
  if (!says) return null
  return kind !== 'rewireGround' && edits.some(isTable) ? 'entered' : 'changed'
}

const isTable = (e: Edit): boolean => e.path?.at(-1) === 'entered' && Boolean(e.after)

/** What a change says; null where it did nothing but add measurements, which stand in the log by themselves. */
function saidOf(build: Build, change: Change): Happening | null {
  const { kind, edits, of, at } = change
  if (kind === 'undo' || kind === 'redo') {
    const first = of === undefined ? undefined : changeOf(build, of)
    const what = first ? saidOf(build, first) : null
    return { kind: kind === 'undo' ? 'undone' : 'redone', what, at: first?.at ?? at }
  }
  const proof = edits.find((e) => e.in === 'proofs' && e.after !== undefined)
  if (proof) {
    const { read } = proof.after as { read: Id }
    return { kind: 'proven', read, about: readerName(build, read) }
  }
  if (kind === 'rewireGround') {
    const wiring = edits.filter((e) => e.in !== 'measurements' && e.path?.at(-1) !== 'ohm')
    return cameOrWent(wiring) ?? fieldsSaid(build, wiring)
  }
  return (
    tableSaid(build, edits) ??
    struckSaid(build, edits) ??
    cameOrWent(edits) ??
    fieldsSaid(build, edits)
  )
}

function tableSaid(build: Build, edits: readonly Edit[]): Happening | null {
  const edit = edits.find(isTable)
  if (!edit) return null
  const table = edit.after as { x: number[]; name: string }
  const there = findInput(build, edit.path?.[1] ?? '')
  return {
    kind: 'entered',
    device: there?.device.name ?? '',
    pin: there ? pinName(there.pin) : '',
    cells: table.x.length,
    name: table.name,
  }
}

function struckSaid(build: Build, edits: readonly Edit[]): Happening | null {
  const edit = edits.find((e) => e.in === 'measurements' && e.path?.[0] === 'struck')
  const measurement = edit && measurementOf(build, edit.id)
  if (!measurement) return null
  const { about } = ofMeasurement(build, measurement)
  return { kind: edit.after === null ? 'restored' : 'struck', measurement, about }
}

/** Lists whose things are spoken of when they come or go, the one first that brought the others. */
const SPOKEN = COLLECTIONS.filter((c) => LISTS[c].spoken !== null).sort(
  (a, b) => LISTS[a].spoken! - LISTS[b].spoken!,
)

function cameOrWent(edits: readonly Edit[]): Happening | null {
  const whole = edits.filter((e) => e.path === undefined)
  for (const thing of SPOKEN) {
    const edit = whole.find((e) => e.in === thing)
    if (!edit) continue
    const { name = '' } = (edit.after ?? edit.before) as { name?: string }
    return { kind: edit.after === undefined ? 'removed' : 'added', thing, name }
  }
  return null
}

function fieldsSaid(build: Build, edits: readonly Edit[]): Happening | null {
  const fields = edits.filter((e) => e.path !== undefined)
  if (fields.length === 0) return null
  return {
    kind: 'changed',
    of: nameOf(build, fields[0]!),
    fields: fields.map((edit) => {
      const field = fieldOf(build, edit)
      const spoken = (value: unknown): unknown =>
        field.names
          ? (build[field.names].find((x) => x.id === value)?.name ?? bareValue(value))
          : bareValue(value)
      return { ...field, before: spoken(edit.before), after: spoken(edit.after) }
    }),
  }
}

/** The name of the thing an edit is in. */
function nameOf(build: Build, { in: where, id }: Edit): string {
  if (where === 'build') return build.name
  const things = build[where] as { id: Id; name?: string }[]
  return things.find((t) => t.id === id)?.name ?? ''
}

function readerName(build: Build, read: Id): string {
  const trigger = build.triggers.find((t) => t.id === read)
  if (trigger) return trigger.name
  const path = findPath(build, read)
  return path ? `${path.channel.name} in ${path.shows.name}` : ''
}

/** The channels that edits touch: their own, those of a sensor, those that read an input. */
function channelsOf(build: Build, edits: readonly Edit[]): Id[] {
  const touched = build.channels.filter((channel) =>
    edits.some(({ in: where, id, path, after, before }) => {
      if (where === 'channels') return id === channel.id
      if (where === 'elements') return channel.elements.includes(id)
      const thing = (after ?? before) as Partial<Measurement> & { read?: Id }
      if (where === 'proofs') return channel.reads.some((r) => r.id === thing.read)
      if (where === 'measurements') {
        const measurement = measurementOf(build, id)
        return measurement && ofMeasurement(build, measurement).channels.includes(channel.id)
      }
      return where === 'devices' && wiredReads(channel).some((r) => r.input === path?.[1])
    }),
  )
  return touched.map((c) => c.id)
}
