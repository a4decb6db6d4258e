import { mutate } from 'swr'
import {
  checkBuild,
  copyBuild,
  createBuild,
  recoverBuild,
  writeBuild,
  type Build,
  type Lacking,
  type ReadBundle,
} from '../../core/build/index.ts'
import { EchtError, refusal } from '../../core/error.ts'
import { database, type Damaged, type KeptBuild } from './db.ts'
import { clearFiles, keepFile, keptFile } from './files.ts'
import { newId } from './id.ts'
import { BUILD_STORES, forgetKept, keptBuild, readKept, writeKept, writing } from './kept.ts'
import { askToPersist } from './persistence.ts'
import { inWords } from './problem.ts'
import { NEWS, Session, type News } from './session.ts'

/** A line of the list of builds. */
export type Listed = Omit<KeptBuild, 'build'> & { channels: number }

export async function listBuilds(): Promise<Listed[]> {
  const all = await (await database()).getAll('builds')
  return all
    .map(({ build, pieces: _, ...rest }) => ({
      ...rest,
      channels: Array.isArray(build?.channels) ? build.channels.length : 0,
    }))
    .sort((a, b) => b.savedAt.localeCompare(a.savedAt))
}

const keptOf = (build: Build, deletedAt: string | null = null): KeptBuild => ({
  id: build.id,
  name: build.name,
  revision: build.revision,
  savedAt: now(),
  deletedAt,
  token: newId(),
  build,
})
const now = (): string => new Date().toISOString()

/**
 * Stores a build that is not here yet, once it has passed the whole check. Throws `EchtError`
 * `build-is-here` rather than replace one.
 */
export async function storeBuild(build: Build): Promise<void> {
  const { build: checked } = checkBuild(build)
  await writing(BUILD_STORES, async (tx) => {
    if (await tx.objectStore('builds').get(checked.id)) {
      throw new EchtError(
        'build-is-here',
        'This build is in this browser already: nothing was changed.',
      )
    }
    await writeKept(tx, keptOf(checked))
  })
  void askToPersist()
}

export async function newBuild(name: string): Promise<Build> {
  const build = createBuild(newId(), name, now())
  await storeBuild(build)
  return build
}

/** Thrown when a stored build cannot be opened, not even in part; its raw record can still be saved to a file. */
export class DamagedBuild extends Error {
  override readonly name = 'DamagedBuild'
  readonly raw: string
  constructor(message: string, raw: string) {
    super(message)
    this.raw = raw
  }
}

const sessions = new Map<string, Promise<Session>>()

/** The session of a build, one a tab. Throws `DamagedBuild`, or `EchtError` `not-found`, `deleted`. */
export function sessionOf(id: string): Promise<Session> {
  let session = sessions.get(id)
  if (!session) {
    session = load(id)
    sessions.set(id, session)
    session.then(
      (s) => opened.add(s),
      () => sessions.delete(id),
    )
  }
  return session
}

const opened = new Set<Session>()

/** Whether a build open in this tab holds work that is not stored. */
export const hasUnsaved = (): boolean => [...opened].some((s) => !s.isSaved())

/** Forgets an open session, after its build was replaced or deleted. */
export async function closeBuild(id: string): Promise<void> {
  const session = sessions.get(id)
  sessions.delete(id)
  const open = await session?.then(
    (s) => s,
    () => undefined,
  )
  open?.close()
  if (open) opened.delete(open)
  // what the pages hold of it is stale now
  await mutate((key) => Array.isArray(key) && key[1] === id, undefined, { revalidate: true })
}

async function load(id: string): Promise<Session> {
  const kept = await keptBuild(id)
  if (!kept)
    throw new EchtError(
      'not-found',
      'This build is not in this browser. Import its file, or choose another from the list.',
    )
  if (kept.deletedAt)
    throw new EchtError('deleted', 'This build was deleted. Restore it from the list of builds.')
  try {
    const { build, migratedFrom } = checkBuild(kept.build)
    return new Session({ ...kept, build }, migratedFrom === null)
  } catch (error) {
    if (error instanceof EchtError && error.code === 'damaged-build') return mended(kept, error)
    throw new DamagedBuild(inWords(error, 'Opening this build'), rawText(kept.build))
  }
}

const rawText = (raw: unknown): string => JSON.stringify(raw, null, 1) ?? ''

/** A damaged build opened at its last valid state; the record as it was found is kept beside it. */
async function mended(kept: KeptBuild, why: EchtError): Promise<Session> {
  let recovered: ReturnType<typeof recoverBuild>
  try {
    recovered = recoverBuild(kept.build)
  } catch (error) {
    if (!(error instanceof EchtError)) throw error
    // nothing whole can be found in it: it is shown for what it is
    throw new DamagedBuild(why.message, rawText(kept.build))
  }
  const build = { ...recovered.build, id: kept.id }
  const { leftOut } = recovered
  const damaged: Damaged = {
    id: newId(),
    build: kept.id,
    name: kept.name,
    at: now(),
    leftOut,
    raw: kept.build,
  }
  const whole = { ...keptOf(build), savedAt: kept.savedAt }
  try {
    await writing([...BUILD_STORES, 'damaged'], async (tx) => {
      await tx.objectStore('damaged').put(damaged)
      await writeKept(tx, whole)
    })
  } catch (error) {
    // it lies where it was, and is tried again the next time
    const said = inWords(error, 'Keeping the record of this damaged build as it was found')
    throw new DamagedBuild(said, rawText(kept.build))
  }
  const session = new Session(whole, true)
  session.notice =
    'This build was found damaged and is open at its last valid state. Left out: ' +
    `${leftOut.slice(0, 6).join('; ')}${leftOut.length > 6 ? ` and ${leftOut.length - 6} more` : ''}. ` +
    'The record as it was found is kept: save it to a file from the list of builds.'
  return session
}

export const listDamaged = async (): Promise<Damaged[]> => (await database()).getAll('damaged')
export const damagedText = (d: Damaged): string => rawText(d.raw)
export const clearDamaged = async (id: string): Promise<void> =>
  (await database()).delete('damaged', id)

/** When a kept build was deleted, or that it is not, in one transaction; tells the other tabs. */
async function markDeleted(id: string, deletedAt: string | null): Promise<void> {
  const token = newId()
  await writing(['builds'], async (tx) => {
    const stored = await tx.objectStore('builds').get(id)
    // its pieces stay what they are
    if (stored) await tx.objectStore('builds').put({ ...stored, deletedAt, token })
  })
  tellTabs({ id, token })
}

function tellTabs(news: News): void {
  const channel = new BroadcastChannel(NEWS)
  channel.postMessage(news)
  channel.close()
}

export const deleteBuild = async (id: string): Promise<void> => {
  await markDeleted(id, now())
  await closeBuild(id)
}
export const restoreBuild = (id: string): Promise<void> => markDeleted(id, null)

/** Clears a deleted build for good, and the files that were kept for it alone. */
export async function clearBuild(id: string): Promise<void> {
  await writing(BUILD_STORES, (tx) => forgetKept(tx, id))
  tellTabs({ id, token: '' })
  const db = await database()
  const records = [...BUILD_STORES, 'damaged' as const].map((store) => db.getAll(store))
  await clearFiles(...(await Promise.all(records)))
}

/** Renames a build; a sentence when the name will not do. */
export async function renameBuild(id: string, name: string): Promise<string | null> {
  const session = await sessionOf(id)
  const problem = session.edit({ kind: 'renameBuild', args: { name } })
  await session.settled()
  return problem
}

export async function duplicateBuild(id: string): Promise<Build> {
  const { build } = await sessionOf(id)
  const copy = copyBuild(build, newId(), ', copy')
  await storeBuild(copy)
  return copy
}

/** What an imported build meets under its id. */
export type Met = {
  name: string
  revision: number
  deletedAt: string | null
  /** null when what is here cannot be read, and so not compared */
  build: Build | null
  problem: string | null
}

/** What came out of a file, and what it meets here. */
export type Import = {
  theirs: Build
  met: Met | null
  migratedFrom: number | null
  /** captures it names that neither came with it nor are here */
  lacking: Lacking[]
}

/**
 * What a file held that was read, a build by itself or with its files; says which stored build it would meet, deleted
 * ones too. The files are kept at once: they are named by their hash and hurt nobody.
 */
export async function readImport(read: ReadBundle): Promise<Import> {
  const { build: theirs, migratedFrom, files } = read
  for (const [sha256, bytes] of files) await keepFile({ sha256, bytes })
  const lacking: Lacking[] = []
  for (const { sha256, name } of theirs.attachments) {
    if (files.has(sha256)) continue
    const { why } = await keptFile(sha256)
    const inFile = read.lacking.find((l) => l.sha256 === sha256)?.why
    if (why) lacking.push({ name, sha256, why: inFile ?? why })
  }
  const kept = await keptBuild(theirs.id)
  const rest = { theirs, migratedFrom, lacking }
  if (!kept) return { ...rest, met: null }
  const { name, revision, deletedAt } = kept
  try {
    const { build } = checkBuild(kept.build)
    return { ...rest, met: { name, revision, deletedAt, build, problem: null } }
  } catch (error) {
    const problem = refusal(error).message
    return { ...rest, met: { name, revision, deletedAt, build: null, problem } }
  }
}

/** Keeps an imported build beside the one that is here, under a new id. */
export async function keepBoth(build: Build): Promise<Build> {
  const copy = copyBuild(build, newId(), ', imported')
  await storeBuild(copy)
  return copy
}

/**
 * Puts a build in the place of the one that is here. That one goes, whole, to the deleted builds under an id of its
 * own, which is returned: `undoReplace` takes it back.
 */
export async function replaceBuild(build: Build): Promise<{ aside: string | null }> {
  const { build: checked } = checkBuild(build)
  const kept = keptOf(checked)
  const aside = await writing(BUILD_STORES, async (tx) => {
    const old = await readKept(tx, checked.id)
    const id = old ? newId() : null
    if (old && id) await writeKept(tx, movedAside(old, id))
    await writeKept(tx, kept)
    return id
  })
  await closeBuild(checked.id)
  tellTabs({ id: checked.id, token: kept.token! })
  void askToPersist()
  return { aside }
}

/** A record under an id of its own among the deleted ones; its build keeps its name. */
const movedAside = (old: KeptBuild, id: string): KeptBuild => ({
  ...old,
  id,
  name: `${old.name}, replaced`,
  deletedAt: now(),
  token: newId(),
  build: { ...old.build, id },
})

/** Takes a replacement back: what was put aside stands in its place again. */
export async function undoReplace(id: string, aside: string): Promise<void> {
  const token = newId()
  await writing(BUILD_STORES, async (tx) => {
    const old = await readKept(tx, aside)
    if (!old) return
    const build = { ...old.build, id }
    await writeKept(tx, { ...old, id, name: build.name, deletedAt: null, token, build })
    await forgetKept(tx, aside)
  })
  await closeBuild(id)
  tellTabs({ id, token })
}

/** Stores a build afresh; one under its id that was deleted is kept among the deleted ones. */
export async function storeAfresh(build: Build): Promise<void> {
  if (await (await database()).get('builds', build.id)) await replaceBuild(build)
  else await storeBuild(build)
}

export { writeBuild }
