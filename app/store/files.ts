import { hashOfBytes, type Build, type Lacking } from '../../core/build/index.ts'
import { database, type KeptFile } from './db.ts'

/** Keeps a file beside the builds: a record names it by its hash. */
export const keepFile = async (file: Omit<KeptFile, 'keptAt'>): Promise<void> => {
  await (await database()).put('files', { ...file, keptAt: Date.now() })
}

/** A file as it was kept, or why there is none: it is not in this browser, or no longer what was kept. */
export type Found = { bytes: Uint8Array; why: null } | { bytes: null; why: Lacking['why'] }

/** SHA-256 off the page where the browser lends it, which it does not over a plain network. */
async function hashed(bytes: Uint8Array): Promise<string> {
  const { subtle } = globalThis.crypto
  if (!subtle) return hashOfBytes(bytes)
  const digest = new Uint8Array(await subtle.digest('SHA-256', bytes as BufferSource))
  return [...digest].map((b) => b.toString(16).padStart(2, '0')).join('')
}

/** A file by its hash, held against it: what a disk spoilt is not taken for what was measured. */
export async function keptFile(sha256: string): Promise<Found> {
  const kept = await (await database()).get('files', sha256)
  if (kept && (await hashed(kept.bytes)) === sha256) return { bytes: kept.bytes, why: null }
  const served = await servedFile(sha256)
  if (served) return { bytes: served, why: null }
  return { bytes: null, why: kept ? 'damaged' : 'missing' }
}

/** A file of the sample, which comes with the app; whatever else is answered is not taken for it. */
async function servedFile(sha256: string): Promise<Uint8Array | null> {
  const answer = await fetch(`/captures/${sha256}`).catch(() => null)
  if (!answer?.ok) return null
  const bytes = new Uint8Array(await answer.arrayBuffer())
  if ((await hashed(bytes)) !== sha256) return null
  // where there is no room for it, it is fetched again the next time
  await keepFile({ sha256, bytes }).catch(() => undefined)
  return bytes
}

/** Every file a build names that this browser has whole, and those it lacks. */
export async function filesOf(
  build: Build,
): Promise<{ files: Map<string, Uint8Array>; lacking: Lacking[] }> {
  const files = new Map<string, Uint8Array>()
  const lacking: Lacking[] = []
  for (const { sha256, name } of build.attachments) {
    const { bytes, why } = await keptFile(sha256)
    if (bytes) files.set(sha256, bytes)
    else lacking.push({ name, sha256, why })
  }
  return { files, lacking }
}

/** Captures a build lacks, in a sentence; null where it has all of them. */
export function lackingInWords(lacking: readonly Lacking[]): string | null {
  if (lacking.length === 0) return null
  const named = lacking
    .slice(0, 5)
    .map(({ name, why }) => `${name} (${why === 'damaged' ? 'damaged' : 'not here'})`)
    .join(', ')
  const more = lacking.length > 5 ? ` and ${lacking.length - 5} more` : ''
  return `${lacking.length === 1 ? 'One capture is' : `${lacking.length} captures are`} not with it: ${named}${more}.`
}

/**
 * Lets go of files that no record names any more, neither as it stands nor in a change that may be undone. One kept a
 * moment ago may be of a build that is only being stored: it stays.
 */
export async function clearFiles(...records: readonly (readonly unknown[])[]): Promise<void> {
  const texts = records.flat().map((record) => JSON.stringify(record))
  const db = await database()
  for (const sha256 of await db.getAllKeys('files')) {
    if (texts.some((t) => t.includes(sha256))) continue
    const { keptAt = 0 } = (await db.get('files', sha256)) ?? {}
    if (Date.now() - keptAt > NEW_MS) await db.delete('files', sha256)
  }
}
const NEW_MS = 3_600_000
