import { counted } from '../quantity/index.ts'
import { EchtError } from '../error.ts'
import { BUILD_FIELDS } from './diff.ts'
import { checkHistory } from './history.ts'
import { COLLECTIONS, LISTS, type Collection } from './limits.ts'
import { rulesOf, type Kind, type Reference } from './rules.ts'
import { sayError } from './sayError.ts'
import type { Build, Change, Edit, Id } from './types.ts'
import * as schemas from './validate.generated.js'

type Wrong = (what: string) => never

/**
 * Throws `EchtError` `damaged-build` unless a record of today's schema is a whole and valid build: its schema, the
 * settings of every family known here, ids and references, its history.
 */
export function checkWhole(data: unknown): Build {
  const wrong: Wrong = (what) => {
    throw new EchtError(
      'damaged-build',
      `The build is damaged: ${what}. Nothing was changed; choose another copy.`,
    )
  }
  if (!schemas.build(data)) wrong(sayError(schemas.build.errors?.[0], data))
  const build = data as Build
  for (const collection of COLLECTIONS)
    for (const thing of build[collection]) checkThing(collection, thing, wrong)
  checkReferences(build, wrong)
  checkHistory(build.changes, wrong)
  for (const change of build.changes) {
    const problem = keptEditsProblem(change)
    if (problem) wrong(problem)
  }
  return build
}

/** Why an entry of the history would put back what is no entity, or edit what nobody can; null where it would not. */
export function keptEditsProblem({ edits }: Change): string | null {
  for (const e of edits) {
    if (e.path?.[0] === 'id') return 'the history changes an id'
    if (e.in === 'build') {
      if (!BUILD_FIELDS.some((f) => f === e.path?.[0])) return 'the history edits what is no field'
      continue
    }
    if (e.path?.length === 0) return 'the history edits a place without a name'
    if (e.path) continue
    for (const entity of [e.before, e.after]) {
      if (entity === undefined) continue
      const check = schemas[e.in]
      if (!check(entity))
        return `the history holds ${e.in} that cannot be: ${sayError(check.errors?.[0], entity)}`
      if ((entity as { id: string }).id !== e.id) return 'the history confuses two ids'
    }
  }
  return null
}

/**
 * Throws `EchtError` `bad-edit` unless a build is still valid after edits. It was before them, so only what they
 * touch is read against the schema, and only what may have lost what it leads to is followed.
 */
export function checkEdits(build: Build, edits: readonly Edit[]): void {
  const wrong: Wrong = (what) => {
    throw new EchtError('bad-edit', `This was not recorded: ${what}.`)
  }
  const touched = new Map<Collection | 'build', Set<string>>()
  for (const e of edits) touched.set(e.in, (touched.get(e.in) ?? new Set()).add(e.id))
  for (const [where, ids] of touched) {
    if (where === 'build') checkTop(build, wrong)
    else checkCollection(build, where, ids, wrong)
  }
  if (takesIds(edits)) checkReferences(build, wrong)
  else {
    const came = edits.filter((e) => e.in !== 'build' && e.path === undefined).map((e) => e.id)
    if (came.length > 0) checkIds(build, new Set(came), wrong)
    checkTouched(build, touched, wrong)
  }
}

/** Edits by which things go, or parts with ids come or go: whatever leads to them may be touched. */
const takesIds = (edits: readonly Edit[]): boolean =>
  edits.some(
    (e) =>
      e.in !== 'build' &&
      (rulesOf(e.in).claims !== undefined || (e.path === undefined && e.after === undefined)),
  )

/** What things that were edited refer to, and what they take. */
function checkTouched(
  build: Build,
  touched: ReadonlyMap<Collection | 'build', ReadonlySet<string>>,
  wrong: Wrong,
): void {
  const there = thereIn(build)
  for (const [where, ids] of touched) {
    if (where === 'build') continue
    checkList(build[where], where, { wrong, there, only: ids })
  }
  if ([...touched.keys()].some((where) => where !== 'build' && rulesOf(where).takes))
    checkTaken(build, wrong)
  checkState(build, there, wrong)
}

function checkTop(build: Build, wrong: Wrong): void {
  const top = Object.fromEntries(BUILD_FIELDS.map((f) => [f, build[f]]))
  if (!schemas.top(top)) wrong(sayError(schemas.top.errors?.[0], top))
}

function checkCollection(
  build: Build,
  where: Collection,
  ids: ReadonlySet<string>,
  wrong: Wrong,
): void {
  const list = build[where] as { id: string; name?: string }[]
  const { most } = LISTS[where]
  if (list.length > most) wrong(`a build holds at most ${counted(most)} ${where}`)
  const check = schemas[where]
  for (const entity of list) {
    if (!ids.has(entity.id)) continue
    if (!check(entity)) wrong(sayError(check.errors?.[0], entity, entity.name))
    checkThing(where, entity, wrong)
  }
}

/** What holds of a thing by itself, beside its schema. */
function checkThing(where: Collection, thing: { id: Id }, wrong: Wrong): void {
  const said = rulesOf(where).wrong?.(thing)
  if (said) wrong(said)
}

/** Says whether something is in a build: ids of what is there, by what it is. */
export type There = (to: Kind, id: Id) => boolean

/** Says what is in a build, each kind gone through when it is first asked for. */
function thereIn(build: Build): There {
  const ids = new Map<Kind, ReadonlySet<Id>>()
  const idsOf = (kind: Kind): ReadonlySet<Id> => {
    if (kind === 'inputs') return new Set(build.devices.flatMap((d) => d.inputs.map((i) => i.id)))
    if (kind === 'pins')
      return new Set([...build.devices, ...build.elements].flatMap((t) => t.pins.map((p) => p.id)))
    if (kind === 'reads') return new Set(build.channels.flatMap((c) => c.reads.map((r) => r.id)))
    return new Set(build[kind].map((t) => t.id))
  }
  return (to, id) => {
    const known = ids.get(to) ?? idsOf(to)
    ids.set(to, known)
    return known.has(id)
  }
}

/** Calls `wrong` where two things or parts of a build have one id: of all, or of some ids. */
function checkIds(build: Build, some: ReadonlySet<Id> | null, wrong: Wrong): void {
  const seen = new Map<Id, string>()
  const claim = (id: Id, what: string): void => {
    if (some && !some.has(id)) return
    const before = seen.get(id)
    if (before) wrong(`${what} and ${before} have the same id "${id}"`)
    seen.set(id, what)
  }
  for (const collection of COLLECTIONS) {
    const { claims } = rulesOf(collection)
    for (const thing of build[collection]) {
      claim(thing.id, collection)
      if (claims) for (const { id, what } of claims(thing)) claim(id, what)
    }
  }
}

/** Whether what a thing refers to is there. */
export const leads = ({ to, id }: Reference, there: There): boolean =>
  typeof to === 'string' ? there(to, id) : to.some((kind) => there(kind, id))

/** Calls `wrong` where ids repeat or refer to nothing, or where two things take what only one can have. */
function checkReferences(build: Build, wrong: Wrong): void {
  checkIds(build, null, wrong)
  const there = thereIn(build)
  for (const collection of COLLECTIONS)
    checkList(build[collection], collection, { wrong, there, only: null })
  checkTaken(build, wrong)
  checkState(build, there, wrong)
}

/** What the things of one list refer to, all or some of them. */
function checkList(
  list: readonly { id: Id }[],
  collection: Collection,
  { wrong, there, only }: { wrong: Wrong; there: There; only: ReadonlySet<Id> | null },
): void {
  const { refers } = rulesOf(collection)
  if (!refers) return
  for (const thing of list)
    if (!only || only.has(thing.id))
      for (const reference of refers(thing)) if (!leads(reference, there)) wrong(reference.says())
}

/** Calls `wrong` where two things take what only one can have, whatever lists they are of. */
function checkTaken(build: Build, wrong: Wrong): void {
  const taken = new Map<string, string>()
  for (const collection of COLLECTIONS) {
    const { takes } = rulesOf(collection)
    if (!takes) continue
    for (const thing of build[collection])
      for (const { what, by, says } of takes(thing)) {
        const other = taken.get(what)
        if (other !== undefined) wrong(says(by, other))
        taken.set(what, by)
      }
  }
}

function checkState({ vehicle: { state } }: Build, there: There, wrong: Wrong): void {
  if (state !== null && !there('states', state))
    wrong('the vehicle is in a state that is not there')
}
