import { mutate } from 'swr'
import {
  checkBuild,
  copyBuild,
  createBuild,
  readBuild,
  writeBuild,
  type Build,
} from '../../core/build/index.ts'
import { EchtError } from '../../core/error.ts'
import { database, type Kept } from './db.ts'
import { newId } from './id.ts'
import { NEWS, Session } from './session.ts'

/** A line of the list of builds. */
export type Listed = Omit<Kept, 'build'> & { channels: number }

export async function listBuilds(): Promise<Listed[]> {
  const all = await (await database()).getAll('builds')
  return all
    .map(({ build, ...rest }) => ({
      ...rest,
      channels: Array.isArray(build?.channels) ? build.channels.length : 0,
    }))
    .sort((a, b) => b.savedAt.localeCompare(a.savedAt))
}

/** Stores a build under its id, replacing what is there. */
export async function storeBuild(build: Build): Promise<void> {
  await (
    await database()
  ).put('builds', {
    id: build.id,
    name: build.name,
    revision: build.revision,
    savedAt: new Date().toISOString(),
    deletedAt: null,
    build,
  })
}

export async function newBuild(name: string): Promise<Build> {
  const build = createBuild(newId(), name, new Date().toISOString())
  await storeBuild(build)
  return build
}

/** Thrown when a stored build does not pass the checks; the raw record can still be saved to a file. */
export class DamagedBuild extends Error {
  readonly raw: string
  constructor(message: string, raw: string) {
    super(message)
    this.raw = raw
  }
}

const sessions = new Map<string, Promise<Session>>()

/** The session of a build, one a tab. Throws `DamagedBuild`, or `EchtError` `not-found`. */
export function openBuild(id: string): Promise<Session> {
  let session = sessions.get(id)
  if (!session) {
    session = load(id)
    sessions.set(id, session)
    session.catch(() => sessions.delete(id))
  }
  return session
}

/** Forgets an open session, after its build was replaced or deleted. */
export async function closeBuild(id: string): Promise<void> {
  const session = sessions.get(id)
  sessions.delete(id)
  ;(await session?.catch(() => undefined))?.close()
  // what the pages hold of it is stale now
  await mutate((key) => Array.isArray(key) && key[1] === id, undefined, { revalidate: true })
}

async function load(id: string): Promise<Session> {
  const kept = await (await database()).get('builds', id)
  if (!kept || kept.deletedAt)
    throw new EchtError(
      'not-found',
      kept
        ? 'This build was deleted. Restore it from the list of builds.'
        : 'This build is not in this browser. Import its file, or choose another from the list.',
    )
  try {
    const { build } = checkBuild(kept.build)
    return new Session({ ...kept, build })
  } catch (error) {
    throw new DamagedBuild((error as Error).message, JSON.stringify(kept.build, null, 1) ?? '')
  }
}

const edited = async (id: string, edit: (kept: Kept) => Kept): Promise<void> => {
  const tx = (await database()).transaction('builds', 'readwrite')
  const kept = await tx.store.get(id)
  if (kept) await tx.store.put(edit(kept))
  await tx.done
}

export const deleteBuild = async (id: string): Promise<void> => {
  await edited(id, (k) => ({ ...k, deletedAt: new Date().toISOString() }))
  await closeBuild(id)
}
export const restoreBuild = (id: string): Promise<void> =>
  edited(id, (k) => ({ ...k, deletedAt: null }))

/** Clears a deleted build for good. */
export const clearBuild = async (id: string): Promise<void> =>
  (await database()).delete('builds', id)

export async function renameBuild(id: string, name: string): Promise<void> {
  const session = await openBuild(id)
  session.edit({ kind: 'renameBuild', args: { name } })
  await session.settled()
}

export async function duplicateBuild(id: string): Promise<Build> {
  const { build } = await openBuild(id)
  const copy = copyBuild(build, newId(), `${build.name}, copy`)
  await storeBuild(copy)
  return copy
}

/** Reads a file; says which stored build it would meet. Throws `EchtError` from `readBuild`. */
export async function readImport(
  text: string,
): Promise<{ theirs: Build; mine: Build | null; migratedFrom: number | null }> {
  const { build, migratedFrom } = readBuild(text)
  const kept = await (await database()).get('builds', build.id)
  if (!kept || kept.deletedAt) return { theirs: build, mine: null, migratedFrom }
  try {
    return { theirs: build, mine: checkBuild(kept.build).build, migratedFrom }
  } catch {
    return { theirs: build, mine: kept.build, migratedFrom }
  }
}

/** Keeps an imported build beside the one that is here, under a new id. */
export async function keepBoth(build: Build): Promise<Build> {
  const copy = copyBuild(build, newId(), `${build.name}, imported`)
  await storeBuild(copy)
  return copy
}

/** Puts an imported build in the place of the one that is here. */
export async function replaceBuild(build: Build): Promise<Build> {
  await storeBuild(build)
  await closeBuild(build.id)
  const news = new BroadcastChannel(NEWS)
  news.postMessage({ id: build.id, revision: -1 })
  news.close()
  return build
}

export { writeBuild }
