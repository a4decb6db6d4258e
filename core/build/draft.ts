import { isDraft, original, type Draft } from 'immer'
import { EchtError } from '../error.ts'
import { patched } from './patch.ts'
import type { Build, Id, Patch, Read } from './types.ts'

/** What a thing of a draft was before the change; plain, and quicker to search. */
export const asBefore = <T>(thing: T): T =>
  isDraft(thing) ? (original(thing as never) as T) : thing

/** A thing of a list of a draft by its id. The list is searched as it was before the change. */
export function find<T extends { id: Id }>(list: T[], id: Id, what: string): T {
  const at = asBefore(list).findIndex((e) => e.id === id)
  if (at < 0)
    throw new EchtError(
      'not-found',
      `This ${what} is no longer in the build: it was removed, perhaps in another tab.`,
    )
  return list[at]!
}

export function remove<T extends { id: Id }>(list: T[], id: Id, what: string): void {
  find(list, id, what)
  list.splice(
    list.findIndex((e) => e.id === id),
    1,
  )
}

/** Lays a patch over a thing of a draft: what it does not name stays, and so does its id. */
export function layOver<T extends object>(thing: T, patch: Patch<NoInfer<T>>): void {
  const after = patched(asBefore(thing), patch)
  for (const key of Object.keys(patch) as (keyof T)[]) if (key !== 'id') thing[key] = after[key]
}

/** A reader of a draft by its id. */
export function findRead(b: Draft<Build>, id: Id): Read {
  const at = asBefore(b).channels.findIndex((c) => c.reads.some((r) => r.id === id))
  return find(b.channels[at]?.reads ?? [], id, 'reader')
}
