import { hashOfBytes, type Build } from '../../core/build/index.ts'
import { database, type KeptFile } from './db.ts'

/** Keeps a file beside the builds: a record names it by its hash. */
export const keepFile = async (file: Omit<KeptFile, 'keptAt'>): Promise<void> => {
  await (await database()).put('files', { ...file, keptAt: Date.now() })
}

/** A file by its hash; null where this browser does not have it, and it is none of the sample's. */
export async function keptFile(sha256: string): Promise<Uint8Array | null> {
  const kept = await (await database()).get('files', sha256)
  return kept?.bytes ?? (await servedFile(sha256))
}

/** A file of the sample, which comes with the app; whatever else is answered is not taken for it. */
async function servedFile(sha256: string): Promise<Uint8Array | null> {
  const answer = await fetch(`/captures/${sha256}`).catch(() => null)
  if (!answer?.ok) return null
  const bytes = new Uint8Array(await answer.arrayBuffer())
  if (hashOfBytes(bytes) !== sha256) return null
  await keepFile({ sha256, bytes })
  return bytes
}

/** Every file a build names and this browser has. */
export async function filesOf(build: Build): Promise<Map<string, Uint8Array>> {
  const out = new Map<string, Uint8Array>()
  for (const { sha256 } of build.attachments) {
    const bytes = await keptFile(sha256)
    if (bytes) out.set(sha256, bytes)
  }
  return out
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
