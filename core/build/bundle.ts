import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { strFromU8, strToU8, unzipSync, zipSync, type UnzipFileInfo } from 'fflate'
import { EchtError } from '../error.ts'
import { LARGEST_FILE_BYTES, readBuild, writeBuild } from './file.ts'
import type { Build } from './types.ts'

/** Where a bundle keeps the record, and the files beside it by their hash. */
const RECORD = 'build.json'
const FOLDER = 'attachments/'

/** SHA-256 of the bytes of a file, hex. */
export const hashOfBytes = (bytes: Uint8Array): string => bytesToHex(sha256(bytes))

/** Whether a file begins as a zip does. */
export const isBundle = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b

/**
 * A build with the files kept beside it as one file: a zip of `build.json` and of each file by its hash. A file that is
 * not given is left out; the record still names it.
 */
export function bundleOf(build: Build, files: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const wanted = build.attachments.flatMap(({ sha256: hash }) => {
    const bytes = files.get(hash)
    return bytes ? [[FOLDER + hash, bytes] as const] : []
  })
  return zipSync(Object.fromEntries([[RECORD, strToU8(writeBuild(build))], ...wanted]))
}

/**
 * A build and its files out of a bundle. Throws `EchtError` `not-a-build` for a zip that holds none or is damaged,
 * `too-large`, `damaged-build` for a file that is not what its hash says, and as `readBuild`.
 */
export function readBundle(bytes: Uint8Array): {
  build: Build
  migratedFrom: number | null
  files: Map<string, Uint8Array>
} {
  const parts = unzipped(bytes)
  const record = parts[RECORD]
  if (!record)
    throw new EchtError('not-a-build', 'This zip holds no build.json: it is no build of Echt.')
  const { build, migratedFrom } = readBuild(strFromU8(record))
  const files = new Map<string, Uint8Array>()
  for (const { sha256: hash, name } of build.attachments) {
    const file = parts[FOLDER + hash]
    if (!file) continue
    if (hashOfBytes(file) !== hash)
      throw new EchtError(
        'damaged-build',
        `The file "${name}" in this zip is damaged: it is not what was kept. Nothing was taken.`,
      )
    files.set(hash, file)
  }
  return { build, migratedFrom, files }
}

function unzipped(bytes: Uint8Array): Record<string, Uint8Array> {
  // what a header declares is refused before it is unpacked: a small zip may hold a large nothing
  let declared = 0
  const filter = ({ name, originalSize }: UnzipFileInfo): boolean => {
    if (name !== RECORD && !name.startsWith(FOLDER)) return false
    declared += originalSize
    if (declared > LARGEST_FILE_BYTES)
      throw new EchtError(
        'too-large',
        `This zip unpacks to more than ${LARGEST_FILE_BYTES / 1e6} MB: it is no build of Echt.`,
      )
    return true
  }
  try {
    return unzipSync(bytes, { filter })
  } catch (error) {
    if (error instanceof EchtError) throw error
    throw new EchtError('not-a-build', 'This zip cannot be unpacked: it is damaged or cut short.')
  }
}
