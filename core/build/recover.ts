import { settingsError } from '../curve/settings.ts'
import { EchtError, orElse } from '../error.ts'
import { parseWheel } from '../trigger/wheel.ts'
import { checkWhole, isThere, keptEditsProblem } from './check.ts'
import { createBuild } from './create.ts'
import { applyEdits, invertEdits } from './diff.ts'
import { editsOf, replayed } from './history.ts'
import { migrate } from './migrate.ts'
import { COLLECTIONS, MOST, type Collection } from './limits.ts'
import type { Build, Change, Id } from './types.ts'
import * as schemas from './validate.generated.js'

/** A damaged build made whole, and what was left out of it, a sentence each. */
export type Recovered = { build: Build; leftOut: string[] }

/** How many of the newest changes are tried, each alone and then all after it. */
const TRIED = 300

/**
 * A damaged record at its last valid state: without the one change that spoilt it, else as it was before that, else
 * with all entities that are still whole. Throws `EchtError` `newer-schema`, `not-a-build`.
 */
export function recoverBuild(raw: unknown): Recovered {
  const data = migrate(raw).data as Build
  const history = wholeHistory(data.changes)
  const leftOut = leftOfHistory(data.changes, history)
  const mended = { ...data, changes: history }
  if (isWhole(mended)) return { build: mended, leftOut }
  return (
    withoutOneChange(mended, leftOut) ??
    beforeLastChanges(mended, leftOut) ??
    wholeEntities(mended, leftOut)
  )
}

function leftOfHistory(found: unknown, whole: readonly Change[]): string[] {
  if (!Array.isArray(found)) return ['all of the history: it could not be read']
  const lost = found.length - whole.length
  return lost > 0 ? [`${lost} entries of the history that contradict the others`] : []
}

function isWhole(build: Build): boolean {
  try {
    checkWhole(build)
    return true
  } catch (error) {
    if (error instanceof EchtError) return false
    throw error
  }
}

/** What runs over a record of any shape may fail in any way: then this way of mending it is none. */
function tried<T>(mend: () => T | null): T | null {
  try {
    return mend()
  } catch (error) {
    if (error instanceof EchtError || error instanceof TypeError || error instanceof RangeError)
      return null
    throw error
  }
}

/** Entries of a history that are whole, once each, and take back only what is there. */
function wholeHistory(changes: unknown): Change[] {
  if (!Array.isArray(changes)) return []
  const state = new Map<Id, 'done' | 'undone'>()
  return changes.filter((c: Change) => {
    if (!schemas.changes(c) || state.has(c.id) || keptEditsProblem(c)) return false
    const replay = c.kind === 'undo' || c.kind === 'redo'
    if (replay !== (c.of !== undefined)) return false
    if (replay && state.get(c.of!) !== (c.kind === 'undo' ? 'done' : 'undone')) return false
    state.set(c.id, 'done')
    if (replay) state.set(c.of!, c.kind === 'undo' ? 'undone' : 'done')
    return true
  })
}

const sayChange = (c: Change): string => `the change "${c.kind}" of ${c.at}`

function withoutOneChange(build: Build, leftOut: string[]): Recovered | null {
  for (const change of build.changes.slice(-TRIED).reverse()) {
    if (change.of !== undefined) continue
    const next = tried(() => replayed(build, 'undo', change.id))
    const changes = build.changes.filter((c) => c.id !== change.id && c.of !== change.id)
    if (next && next.left.length === 0 && isWhole({ ...next.build, changes }))
      return {
        build: { ...next.build, changes, revision: build.revision + 1 },
        leftOut: [...leftOut, sayChange(change)],
      }
  }
  return null
}

function beforeLastChanges(build: Build, leftOut: string[]): Recovered | null {
  let at = build
  const gone: string[] = []
  for (const change of build.changes.slice(-TRIED).reverse()) {
    const before = tried(() => applyEdits(at, invertEdits(editsOf(change, build.changes))))
    if (!before) return null
    at = { ...before, changes: at.changes.slice(0, -1) }
    gone.push(sayChange(change))
    if (isWhole(at))
      return { build: { ...at, revision: build.revision + 1 }, leftOut: [...leftOut, ...gone] }
  }
  return null
}

/** Every entity that is whole, without those that need one that is not; the history cannot go with it. */
function wholeEntities(data: Build, leftOut: string[]): Recovered {
  const out = [...leftOut]
  const seen = new Set<Id>()
  const keep = (where: Collection): unknown[] => {
    const list: unknown = data[where]
    if (!Array.isArray(list)) {
      out.push(`all ${where}: they could not be read`)
      return []
    }
    return list.slice(0, MOST[where]).filter((entity: { id: Id; name?: string }) => {
      const good = schemas[where](entity) && !seen.has(entity.id) && fits(where, entity)
      if (good) for (const id of idsIn(entity)) seen.add(id)
      else out.push(`${where}: ${entity?.name ?? entity?.id ?? 'one without a name'}`)
      return good
    })
  }
  const top = { name: data.name, vehicle: data.vehicle }
  const whole = schemas.top(top)
  let build = {
    ...emptyLike(data),
    ...(whole ? top : {}),
    ...Object.fromEntries(COLLECTIONS.map((c) => [c, keep(c)])),
  } as Build
  if (!whole) out.push('the name or the vehicle')
  build = withoutOrphans(build, out)
  if (data.changes.length > 0) out.push('the history: nothing done before can be taken back')
  checkWhole(build)
  return { build, leftOut: out }
}

const fits = (where: Collection, entity: { id: Id }): boolean =>
  where !== 'elements' ||
  settingsError(
    (entity as Build['elements'][number]).family,
    (entity as Build['elements'][number]).settings,
  ) === null

/** Ids that an entity and what lies in it claim. */
const idsIn = (entity: object): Id[] => {
  const {
    id,
    inputs = [],
    reads = [],
  } = entity as {
    id: Id
    inputs?: { id: Id; pulls: { id: Id }[] }[]
    reads?: { id: Id }[]
  }
  return [
    id,
    ...inputs.flatMap((i) => [i.id, ...i.pulls.map((p) => p.id)]),
    ...reads.map((r) => r.id),
  ]
}

const ID = /^[A-Za-z0-9_-]{1,64}$/
const TIME = /^\d{4}-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d+)?)?(Z|[+-]\d\d:\d\d)$/

/** An empty build with as much of another's own fields as is whole. */
function emptyLike(data: Build): Build {
  const id = ID.test(String(data.id)) ? data.id : 'recovered'
  const at = TIME.test(String(data.createdAt)) ? data.createdAt : '2026-01-01T00:00:00Z'
  const revision = Number.isInteger(data.revision) && data.revision >= 0 ? data.revision + 1 : 1
  return { ...createBuild(id, 'Recovered build', at), revision }
}

/**
 * A build without channels, readers, measurements and proofs that would lead nowhere; each channel
 * is tried by itself.
 */
function withoutOrphans(build: Build, out: string[]): Build {
  const devices = build.devices.filter((d) => {
    const good = isWhole({ ...emptyLike(build), devices: [d] })
    if (!good) out.push(`devices: ${d.name}`)
    return good
  })
  let kept: Build = { ...emptyLike(build), devices, elements: build.elements }
  for (const channel of build.channels) {
    const next = { ...kept, channels: [...kept.channels, channel] }
    if (isWhole(next)) kept = next
    else out.push(`channels: ${channel.name}`)
  }
  const elements = new Set(kept.elements.map((e) => e.id))
  const reads = new Set(kept.channels.flatMap((c) => c.reads.map((r) => r.id)))
  const inputs = new Set(devices.flatMap((d) => d.inputs.map((i) => i.id)))
  const ground = groundOf(build, devices, reads)
  const posts = new Set(ground.posts.map((p) => p.id))
  const states = new Set(build.states.map((s) => s.id))
  const triggers = triggersOf(build, devices)
  const there = {
    ...{ elements, reads, inputs, posts, states },
    triggers: new Set(triggers.map((t) => t.id)),
    straps: new Set(ground.straps.map((s) => s.id)),
  }
  const measurements = build.measurements.filter((m) => isThere(m, there))
  if (measurements.length < build.measurements.length)
    out.push(`${build.measurements.length - measurements.length} measurements of what is left out`)
  return {
    ...build,
    ...ground,
    devices,
    triggers,
    channels: kept.channels,
    measurements,
    proofs: build.proofs.filter((p) => reads.has(p.read) || there.triggers.has(p.read)),
    changes: [],
  }
}

/** The triggers of a build whose wheels can be, without a device that is left out. */
const triggersOf = ({ triggers }: Build, devices: Build['devices']): Build['triggers'] =>
  triggers
    .filter((t) => orElse(() => [t.wheel, t.expects ?? t.wheel].map(parseWheel), null) !== null)
    .map((t) => (devices.some((d) => d.id === t.device) ? t : { ...t, device: null }))

/** The grounds of a build without what would hang from nothing. */
function groundOf(
  { vehicle, posts, straps, loads, states, stands }: Build,
  devices: Build['devices'],
  reads: ReadonlySet<Id>,
): Pick<Build, 'vehicle' | 'posts' | 'straps' | 'loads' | 'stands'> {
  const there = new Set(posts.map((p) => p.id))
  const known = new Set(states.map((s) => s.id))
  const of = new Set(devices.map((d) => d.id))
  return {
    vehicle: known.has(vehicle.state ?? '') ? vehicle : { ...vehicle, state: null },
    posts: posts.map((p) => (p.device !== null && !of.has(p.device) ? { ...p, device: null } : p)),
    straps: straps.filter((s) => s.a !== s.b && there.has(s.a) && there.has(s.b)),
    loads: loads
      .filter((l) => there.has(l.into))
      .map((l) => ({ ...l, runs: l.runs.filter((s) => known.has(s)) })),
    stands: stands.filter((s) => there.has(s.post) && reads.has(s.read)),
  }
}
