import stringify from 'safe-stable-stringify'
import { COLLECTIONS, type Build, type Collection, type Edit } from './types.ts'

type Entity = { id: string } & Record<string, unknown>

/** Fields of the document itself that people change. */
const BUILD_FIELDS = ['name', 'vehicle'] as const

const same = (a: unknown, b: unknown): boolean => a === b || stringify(a) === stringify(b)

/** What turns one build into the other, by entity and field. The history and revision are left aside. */
export function diffBuilds(before: Build, after: Build): Edit[] {
  const edits: Edit[] = []
  for (const field of BUILD_FIELDS) {
    if (!same(before[field], after[field]))
      edits.push({ in: 'build', id: before.id, field, before: before[field], after: after[field] })
  }
  for (const collection of COLLECTIONS) {
    if (before[collection] === after[collection]) continue
    const old = before[collection] as unknown as Entity[],
      young = after[collection] as unknown as Entity[]
    const oldById = new Map(old.map((e) => [e.id, e])),
      youngIds = new Set(young.map((e) => e.id))
    old.forEach((entity, at) => {
      if (!youngIds.has(entity.id))
        edits.push({ in: collection, id: entity.id, before: entity, at })
    })
    young.forEach((entity, at) => {
      const was = oldById.get(entity.id)
      if (!was) edits.push({ in: collection, id: entity.id, after: entity, at })
      else if (was !== entity) {
        for (const field of new Set([...Object.keys(was), ...Object.keys(entity)])) {
          if (!same(was[field], entity[field]))
            edits.push({
              in: collection,
              id: entity.id,
              field,
              before: was[field],
              after: entity[field],
            })
        }
      }
    })
  }
  return edits
}

/** A build with edits carried out. Entities that are gone are passed over. */
export function applyEdits(build: Build, edits: readonly Edit[]): Build {
  const next = { ...build } as Build & Record<string, unknown>
  for (const edit of edits)
    if (edit.in === 'build') (next as Record<string, unknown>)[edit.field!] = edit.after
  for (const collection of COLLECTIONS) {
    const here = edits.filter((e) => e.in === collection)
    if (here.length === 0) continue
    const gone = new Set(
      here.filter((e) => e.field === undefined && e.after === undefined).map((e) => e.id),
    )
    const list = (build[collection] as unknown as Entity[])
      .filter((e) => !gone.has(e.id))
      .map((entity) => {
        const fields = here.filter((e) => e.id === entity.id && e.field !== undefined)
        if (fields.length === 0) return entity
        const edited = { ...entity }
        for (const { field, after } of fields) {
          if (after === undefined) delete edited[field!]
          else edited[field!] = after
        }
        return edited
      })
    // from the front, so that each finds its neighbours before it already in place
    const come = here
      .filter(
        (e) => e.field === undefined && e.after !== undefined && !list.some((x) => x.id === e.id),
      )
      .sort((a, b) => (a.at ?? Infinity) - (b.at ?? Infinity))
    for (const e of come)
      list.splice(Math.min(e.at ?? list.length, list.length), 0, e.after as Entity)
    ;(next as Record<Collection, unknown>)[collection] = list
  }
  return next
}

/** The edits that undo these. */
export function invertEdits(edits: readonly Edit[]): Edit[] {
  return edits.map(({ before, after, ...rest }) => ({
    ...rest,
    ...(after === undefined ? {} : { before: after }),
    ...(before === undefined ? {} : { after: before }),
  }))
}
