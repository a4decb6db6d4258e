import { EchtError } from '../error.ts'
import { checkWhole, keptEditsProblem, leads, type There } from './check.ts'
import { createBuild } from './create.ts'
import { applyEdits, invertEdits } from './diff.ts'
import { editsOf, replayed } from './history.ts'
import { migrate } from './migrate.ts'
import { COLLECTIONS, LISTS, type Collection } from './limits.ts'
import { rulesOf, type Kind } from './rules.ts'
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
  const kept = new Kept(out)
  const top = { name: data.name, vehicle: data.vehicle }
  const whole = schemas.top(top)
  if (!whole) out.push('the name or the vehicle')
  let build: Build = { ...emptyLike(data), ...(whole ? top : {}) }
  for (const collection of COLLECTIONS)
    build = { ...build, [collection]: kept.of(collection, data[collection]) }
  const { state } = build.vehicle
  if (state !== null && !kept.isThere('states', state))
    build = { ...build, vehicle: { ...build.vehicle, state: null } }
  if (data.changes.length > 0) out.push('the history: nothing done before can be taken back')
  checkWhole(build)
  return { build, leftOut: out }
}

type Thing = { id: Id; name?: string }

/** What is kept of a damaged build, list by list in the order in which things refer to others. */
class Kept {
  private readonly ids = new Map<Kind, Set<Id>>()
  private readonly seen = new Set<Id>()
  private readonly taken = new Set<string>()

  /** `out` takes what was left out, a sentence each */
  constructor(private readonly out: string[]) {}

  readonly isThere: There = (to, id) => this.ids.get(to)?.has(id) === true

  of(where: Collection, list: unknown): Thing[] {
    if (!Array.isArray(list)) {
      this.out.push(`all ${where}: they could not be read`)
      return []
    }
    let orphans = 0
    const kept = (list as Thing[]).slice(0, LISTS[where].most).flatMap((thing): Thing[] => {
      if (!this.isSound(where, thing)) {
        this.out.push(`${where}: ${thing?.name ?? thing?.id ?? 'one without a name'}`)
        return []
      }
      const left = this.leading(where, thing)
      const takes = left ? (rulesOf(where).takes?.(left) ?? []).map((t) => t.what) : []
      if (!left || takes.some((t) => this.taken.has(t))) {
        if (thing.name) this.out.push(`${where}: ${thing.name}`)
        else orphans++
        return []
      }
      for (const t of takes) this.taken.add(t)
      this.claim(where, left)
      return [left]
    })
    const [one, many] = LISTS[where].noun
    if (orphans > 0) this.out.push(`${orphans} ${orphans === 1 ? one : many} of what is left out`)
    return kept
  }

  /** A thing that is whole by itself, and whose ids nobody has yet. */
  private isSound(where: Collection, thing: Thing): boolean {
    const { claims, wrong } = rulesOf(where)
    if (!schemas[where](thing) || wrong?.(thing)) return false
    const own = [thing.id, ...(claims?.(thing) ?? []).map((c) => c.id)]
    return new Set(own).size === own.length && own.every((id) => !this.seen.has(id))
  }

  /** A thing that leads to what is there alone: without the rest of it, or none. */
  private leading(where: Collection, thing: Thing): Thing | null {
    const { refers, without } = rulesOf(where)
    const lost = (refers?.(thing) ?? []).some((r) => !leads(r, this.isThere))
    return lost ? ((without?.(thing, this.isThere) as Thing | null | undefined) ?? null) : thing
  }

  private claim(where: Collection, thing: Thing): void {
    const all = [
      { kind: where as Kind | null, id: thing.id },
      ...(rulesOf(where).claims?.(thing) ?? []),
    ]
    for (const { kind, id } of all) {
      this.seen.add(id)
      if (kind !== null) this.ids.set(kind, (this.ids.get(kind) ?? new Set()).add(id))
    }
  }
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
