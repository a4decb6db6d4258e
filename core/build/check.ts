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
        return `the history holds ${e.in} that are none: ${sayError(check.errors?.[0], entity)}`
      if ((entity as { id: string }).id !== e.id) return 'the history confuses two ids'
    }
  }
  return null
}

/**
 * Throws `EchtError` `bad-edit` unless a build is still valid after edits. It was before them, so only what they
 * touch is read against the schema; references are followed throughout.
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
  checkReferences(build, wrong)
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
  if (list.length > most) wrong(`a build holds at most ${most.toLocaleString('en')} ${where}`)
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

/** The ids of a build, each once; calls `wrong` where two things have one. */
function idsOf(build: Build, wrong: Wrong): There {
  const ids = new Map<Kind, Set<Id>>()
  const seen = new Map<Id, string>()
  const claim = (kind: Kind | null, id: Id, what: string): void => {
    const before = seen.get(id)
    if (before) wrong(`${what} and ${before} have the same id "${id}"`)
    seen.set(id, what)
    if (kind === null) return
    const known = ids.get(kind)
    if (known) known.add(id)
    else ids.set(kind, new Set([id]))
  }
  for (const collection of COLLECTIONS) {
    const { claims } = rulesOf(collection)
    for (const thing of build[collection]) {
      claim(collection, thing.id, collection)
      for (const { kind, id, what } of claims?.(thing) ?? []) claim(kind, id, what)
    }
  }
  return (to, id) => ids.get(to)?.has(id) === true
}

/** Whether what a thing refers to is there. */
export const leads = ({ to, id }: Reference, there: There): boolean =>
  typeof to === 'string' ? there(to, id) : to.some((kind) => there(kind, id))

/** Calls `wrong` where ids repeat or refer to nothing, or where two things take what only one can have. */
function checkReferences(build: Build, wrong: Wrong): void {
  const there = idsOf(build, wrong)
  for (const collection of COLLECTIONS) {
    const { refers, takes } = rulesOf(collection)
    const taken = new Map<string, string>()
    for (const thing of build[collection]) {
      for (const reference of refers?.(thing) ?? [])
        if (!leads(reference, there)) wrong(reference.says())
      for (const { what, by, says } of takes?.(thing) ?? []) {
        const other = taken.get(what)
        if (other !== undefined) wrong(says(by, other))
        taken.set(what, by)
      }
    }
  }
  const { state } = build.vehicle
  if (state !== null && !there('states', state))
    wrong('the vehicle is in a state that is not there')
}
