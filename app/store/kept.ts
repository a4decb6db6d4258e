import type { IDBPTransaction, StoreNames } from 'idb'
import type { Build } from '../../core/build/index.ts'
import { database, type EchtDB, type KeptBuild, type Stored } from './db.ts'

/**
 * Lists that grow as long as somebody works: they are stored in pieces, so that an edit writes only what it
 * touched.
 */
const LONG = ['changes', 'measurements'] as const
type Long = (typeof LONG)[number]
/** Items in a piece: a few hundred are copied in a millisecond. */
const PIECE = 256

/** A transaction that may write builds. */
export type Writing = IDBPTransaction<EchtDB, StoreNames<EchtDB>[], 'readwrite'>
type Reading = IDBPTransaction<EchtDB, StoreNames<EchtDB>[], 'readonly' | 'readwrite'>

/** The stores a build lies in: every transaction over builds takes both. */
export const BUILD_STORES: ('builds' | 'pieces')[] = ['builds', 'pieces']

/**
 * Does something within one transaction over some stores: all of it is kept, or nothing of it,
 * whatever throws. `strict`:
 * what is said to be kept is on the disk, and survives the battery too.
 */
export async function writing<T>(
  stores: StoreNames<EchtDB>[],
  run: (tx: Writing) => Promise<T>,
  { strict = false }: { strict?: boolean } = {},
): Promise<T> {
  const options = strict ? { durability: 'strict' as const } : {}
  const tx = (await database()).transaction(stores, 'readwrite', options)
  // where it fails before its end, that is what is thrown below
  const done = tx.done.then(
    () => null,
    (error: unknown) => ({ error }),
  )
  let result: T
  try {
    result = await run(tx)
  } catch (error) {
    abort(tx)
    await done
    throw error
  }
  const failed = await done
  if (failed) throw failed.error
  return result
}

/** Takes a transaction back, where it did not end by itself before. */
function abort(tx: Writing): void {
  try {
    tx.abort()
  } catch (error) {
    if ((error as DOMException).name !== 'InvalidStateError') throw error
  }
}

const keyOf = (id: string, list: Long, n: number): [string, string, number] => [id, list, n]
/** All pieces of a build. */
const allOf = (id: string): IDBKeyRange => IDBKeyRange.bound([id], [id, []])

/**
 * What is kept of a build, whole; undefined where nothing is. A piece that is not there leaves a hole, which
 * is damage.
 */
export async function readKept(tx: Reading, id: string): Promise<KeptBuild | undefined> {
  const stored = await tx.objectStore('builds').get(id)
  return stored && whole(tx, stored)
}

/** A build put together out of its record and its pieces; one of an older Echt lies in its record whole. */
export async function whole(tx: Reading, { pieces, ...kept }: Stored): Promise<KeptBuild> {
  if (!pieces) return kept
  const lists = await Promise.all(
    LONG.filter((list) => list in pieces).map(async (list) => {
      const keys = Array.from({ length: pieces[list]! }, (_, n) => keyOf(kept.id, list, n))
      const found = await Promise.all(keys.map((key) => tx.objectStore('pieces').get(key)))
      return [list, found.flatMap((piece) => piece ?? [null])] as const
    }),
  )
  return { ...kept, build: { ...kept.build, ...Object.fromEntries(lists) } }
}

/**
 * Keeps a build. `was` is the build as it is stored now, where that is known: then only the pieces are written in which
 * an item is another than there.
 */
export async function writeKept(
  tx: Writing,
  kept: KeptBuild,
  was: Build | null = null,
): Promise<void> {
  const store = tx.objectStore('pieces')
  if (!was) await store.delete(allOf(kept.id))
  const build: Record<string, unknown> = { ...kept.build }
  const pieces: Stored['pieces'] = {}
  for (const list of LONG) {
    const now = kept.build[list]
    // what is damaged is kept as it is
    if (!Array.isArray(now)) continue
    const before = was?.[list] ?? []
    const [count, had] = [now, before].map((of) => Math.ceil(of.length / PIECE)) as [number, number]
    // one at a time: the page may do something else in between
    for (let n = 0; n < count; n++)
      if (!alike(now, before, n * PIECE))
        await store.put(now.slice(n * PIECE, (n + 1) * PIECE), keyOf(kept.id, list, n))
    for (let n = count; n < had; n++) await store.delete(keyOf(kept.id, list, n))
    build[list] = []
    pieces[list] = count
  }
  await tx.objectStore('builds').put({ ...kept, build: build as Build, pieces })
}

/** Whether the items of a piece are the very ones. */
function alike(now: readonly unknown[], before: readonly unknown[], from: number): boolean {
  const end = Math.min(from + PIECE, Math.max(now.length, before.length))
  for (let i = from; i < end; i++) if (now[i] !== before[i]) return false
  return true
}

export async function forgetKept(tx: Writing, id: string): Promise<void> {
  await tx.objectStore('builds').delete(id)
  await tx.objectStore('pieces').delete(allOf(id))
}

/** What is kept of a build, in a transaction of its own. */
export const keptBuild = async (id: string): Promise<KeptBuild | undefined> =>
  readKept((await database()).transaction(BUILD_STORES), id)
