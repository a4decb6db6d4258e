import type { Build } from '../../core/build/index.ts'
import { database, type KeptFile } from './db.ts'

/** Keeps a file beside the builds: a record names it by its hash. */
export const keepFile = async (file: KeptFile): Promise<void> => {
  await (await database()).put('files', file)
}

/** A file by its hash; null where this browser does not have it. */
export const keptFile = async (sha256: string): Promise<Uint8Array | null> =>
  (await (await database()).get('files', sha256))?.bytes ?? null

/** Every file a build names and this browser has. */
export async function filesOf(build: Build): Promise<Map<string, Uint8Array>> {
  const out = new Map<string, Uint8Array>()
  for (const { sha256 } of build.attachments) {
    const bytes = await keptFile(sha256)
    if (bytes) out.set(sha256, bytes)
  }
  return out
}
