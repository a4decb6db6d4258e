import stringify from 'safe-stable-stringify'
import { COLLECTIONS, type Collection } from './limits.ts'
import { isAnotherKind, isPair, isPlainObject, isWhole } from './patch.ts'
import type { Build, Edit } from './types.ts'

type Entity = { id: string } & Record<string, unknown>
type Place = Pick<Edit, 'path' | 'before' | 'after' | 'at'>

/** Fields of the document itself that people change. */
export const BUILD_FIELDS = ['name', 'vehicle'] as const

export const same = (a: unknown, b: unknown): boolean => a === b || stringify(a) === stringify(b)

/** What turns one build into the other, each edit as small as it can be said. History and revision are left aside. */
export function diffBuilds(before: Build, after: Build): Edit[] {
  const edits: Edit[] = []
  for (const field of BUILD_FIELDS) {
    for (const place of differences([field], before[field], after[field]))
      edits.push({ in: 'build', id: before.id, ...place })
  }
  for (const collection of COLLECTIONS) {
    if (before[collection] === after[collection]) continue
    const old = before[collection] as unknown as Entity[]
    const young = after[collection] as unknown as Entity[]
    for (const { id, ...place } of listDifferences(old, young))
      edits.push({ in: collection, id, ...place })
  }
  return edits
}

/** What came, went and changed in a list of things with ids, each under its id. */
function listDifferences(
  old: readonly Entity[],
  young: readonly Entity[],
): ({ id: string } & Place)[] {
  const oldById = new Map(old.map((e) => [e.id, e]))
  const youngIds = new Set(young.map((e) => e.id))
  const gone = old.flatMap((e, at) => (youngIds.has(e.id) ? [] : [{ id: e.id, before: e, at }]))
  const rest = young.flatMap((e, at): ({ id: string } & Place)[] => {
    const was = oldById.get(e.id)
    if (!was) return [{ id: e.id, after: e, at }]
    return was === e ? [] : differences([], was, e).map((place) => ({ id: e.id, ...place }))
  })
  return [...gone, ...rest]
}

/** The places below `path` where two values differ. */
function differences(path: string[], before: unknown, after: unknown): Place[] {
  if (before === after) return []
  const key = path.at(-1)
  if (key === undefined || (!isWhole(key) && !isAnotherKind(key, before, after))) {
    if (isPlainObject(before) && isPlainObject(after)) {
      const keys = new Set([...Object.keys(before), ...Object.keys(after)])
      return [...keys].flatMap((k) => differences([...path, k], before[k], after[k]))
    }
    if (isPair(before) && isPair(after))
      return [0, 1].flatMap((i) => differences([...path, String(i)], before[i], after[i]))
    if (isIdentified(before) && isIdentified(after) && sameOrder(before, after))
      return listDifferences(before, after).map(({ id, path: rest = [], ...place }) => ({
        ...place,
        path: [...path, id, ...rest],
      }))
  }
  return same(before, after) ? [] : [{ path, before, after }]
}

/** A list of things with ids of their own, none twice. */
const isIdentified = (value: unknown): value is Entity[] =>
  Array.isArray(value) &&
  value.every((v) => isPlainObject(v) && typeof v.id === 'string') &&
  new Set(value.map((v: Entity) => v.id)).size === value.length

/** Whether what both lists hold stands in the same order: a reordered list is given whole. */
function sameOrder(before: readonly Entity[], after: readonly Entity[]): boolean {
  const ids = new Set(before.map((e) => e.id))
  const kept = after.filter((e) => ids.has(e.id)).map((e) => e.id)
  const keptIds = new Set(kept)
  return same(
    kept,
    before.filter((e) => keptIds.has(e.id)).map((e) => e.id),
  )
}

/** A build with edits carried out. What is about a thing that is gone is passed over. */
export function applyEdits(build: Build, edits: readonly Edit[]): Build {
  const next = { ...build } as Build & Record<string, unknown>
  for (const edit of edits)
    if (edit.in === 'build' && edit.path) Object.assign(next, placed(next, edit.path, edit))
  for (const collection of COLLECTIONS) {
    const here = edits.filter((e) => e.in === collection)
    if (here.length === 0) continue
    const list = build[collection] as unknown as Entity[]
    ;(next as Record<Collection, unknown>)[collection] = editedList(list, here)
  }
  return next
}

/** A list of entities with edits carried out, each found by its id. */
function editedList(list: readonly Entity[], edits: readonly Edit[]): Entity[] {
  const gone = new Set(edits.filter((e) => !e.path && e.after === undefined).map((e) => e.id))
  const inside = new Map<string, Edit[]>()
  for (const e of edits) if (e.path) inside.set(e.id, [...(inside.get(e.id) ?? []), e])
  const kept = list
    .filter((e) => !gone.has(e.id))
    .map((e) => (inside.get(e.id) ?? []).reduce((x, edit) => placed(x, edit.path!, edit), e))
  const here = new Set(kept.map((e) => e.id))
  const come = edits.filter((e) => !e.path && e.after !== undefined && !here.has(e.id))
  return withBack(kept, come)
}

/** Puts things back into a list, from the front, so that each finds its neighbours before it already in place. */
function withBack<T>(list: readonly T[], come: readonly Place[]): T[] {
  const inOrder = [...come].sort((a, b) => (a.at ?? Infinity) - (b.at ?? Infinity))
  // all at the end, as points come: no list is shifted for each of them
  if (inOrder.every((e) => e.at === undefined || e.at >= list.length))
    return [...list, ...inOrder.map((e) => e.after as T)]
  const out = [...list]
  for (const e of inOrder) out.splice(Math.min(e.at ?? out.length, out.length), 0, e.after as T)
  return out
}

/**
 * A copy of a thing in which what stands at the end of a path is as an edit says; unchanged where
 * the path leads nowhere.
 */
function placed<T>(thing: T, path: readonly string[], edit: Place): T {
  const [step, ...rest] = path
  if (step === undefined) return edit.after as T
  if (isPair(thing)) {
    const ends = [...thing]
    ends[Number(step)] = placed(ends[Number(step)]!, rest, edit)
    return ends as T
  }
  if (Array.isArray(thing)) return placedInList(thing as Entity[], step, rest, edit) as T
  if (!isPlainObject(thing)) return thing
  const out: Record<string, unknown> = { ...thing }
  if (rest.length === 0 && edit.after === undefined) delete out[step]
  else if (rest.length === 0 || step in out) out[step] = placed(out[step], rest, edit)
  return out as T
}

function placedInList(list: Entity[], id: string, rest: readonly string[], edit: Place): Entity[] {
  const at = list.findIndex((e) => e.id === id)
  if (rest.length > 0)
    return at < 0 ? list : list.map((e, i) => (i === at ? placed(e, rest, edit) : e))
  if (edit.after === undefined) return list.filter((e) => e.id !== id)
  return at < 0
    ? withBack(list, [edit])
    : list.map((e, i) => (i === at ? (edit.after as Entity) : e))
}

/** Says what stands in a build where an edit points; undefined where nothing does. */
export function standing(build: Build): (edit: Edit) => unknown {
  const byId = new Map<Collection, Map<string, unknown>>()
  const entities = (of: Collection): Map<string, unknown> => {
    const known = byId.get(of) ?? new Map((build[of] as unknown as Entity[]).map((e) => [e.id, e]))
    byId.set(of, known)
    return known
  }
  return (edit) => {
    let here: unknown = edit.in === 'build' ? build : entities(edit.in).get(edit.id)
    for (const step of edit.path ?? []) {
      if (isPair(here)) here = here[Number(step)]
      else if (Array.isArray(here)) here = (here as Entity[]).find((e) => e?.id === step)
      else if (isPlainObject(here) && Object.hasOwn(here, step)) here = here[step]
      else return undefined
    }
    return here
  }
}

/** The edits that undo these. */
export function invertEdits(edits: readonly Edit[]): Edit[] {
  return edits.map(({ before, after, ...rest }) => ({
    ...rest,
    ...(after === undefined ? {} : { before: after }),
    ...(before === undefined ? {} : { after: before }),
  }))
}
