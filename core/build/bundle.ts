import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { strFromU8, strToU8, Unzip, UnzipInflate, zipSync, type UnzipFile } from 'fflate'
import { EchtError } from '../error.ts'
import { joinedBytes } from './joinedBytes.ts'
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

/** A file that a build names and that did not come with it whole. */
export type Lacking = { name: string; sha256: string; why: 'missing' | 'damaged' }

export type ReadBundle = {
  build: Build
  migratedFrom: number | null
  files: Map<string, Uint8Array>
  /** files the build names that are not in the zip, or not what was kept */
  lacking: Lacking[]
}

/** So many bytes are unpacked at a time: a kilobyte of a zip may hold a megabyte of nothing. */
const PIECE = 1 << 12

/**
 * A zip that is unpacked as it comes, a piece at a time: never more than a file declares, and never more than a build
 * can hold. Throws `EchtError` `not-a-build` for a zip that holds no build, or two, or is damaged, `too-large`, and as
 * `readBuild`. A kept file that is damaged or not there does not take the build with it: it is named.
 */
export class BundleReader {
  private readonly parts = new Map<string, Uint8Array[]>()
  private readonly open = new Set<string>()
  private unpacked = 0
  private problem: EchtError | null = null
  private readonly zip = new Unzip((file) => this.begin(file))

  constructor() {
    this.zip.register(UnzipInflate)
  }

  push(bytes: Uint8Array): void {
    for (let at = 0; at < bytes.length; at += PIECE) {
      try {
        this.zip.push(bytes.subarray(at, at + PIECE))
      } catch (error) {
        if (error instanceof EchtError) throw error
        // what the library throws is about the file, whatever it throws
        this.problem ??= CUT
      }
      if (this.problem) throw this.problem
    }
  }

  private begin(file: UnzipFile): void {
    const { name, originalSize } = file
    if (name !== RECORD && !name.startsWith(FOLDER)) return
    if (this.parts.has(name)) {
      this.problem ??= new EchtError(
        'not-a-build',
        `This zip holds ${name} twice: which of them counts is not for a program to say. Nothing was taken.`,
      )
      return
    }
    const pieces: Uint8Array[] = []
    this.parts.set(name, pieces)
    this.open.add(name)
    let held = 0
    file.ondata = (error, bytes, final) => {
      if (this.problem) return
      if (error) {
        this.problem = CUT
        return
      }
      held += bytes.length
      this.unpacked += bytes.length
      if (held > (originalSize ?? Infinity)) this.problem = CUT
      else if (this.unpacked > LARGEST_FILE_BYTES)
        this.problem = new EchtError(
          'too-large',
          `This zip unpacks to more than ${LARGEST_FILE_BYTES / 1e6} MB: it is no build of Echt.`,
        )
      else pieces.push(bytes)
      if (this.problem) file.terminate()
      if (final) this.open.delete(name)
    }
    file.start()
  }

  end(): ReadBundle {
    this.push(new Uint8Array(0))
    const record = this.parts.get(RECORD)
    if (!record && this.parts.size === 0)
      throw new EchtError('not-a-build', 'This zip holds no build.json: it is no build of Echt.')
    if (!record || this.open.has(RECORD)) throw CUT
    const { build, migratedFrom } = readBuild(strFromU8(joinedBytes(record)))
    const files = new Map<string, Uint8Array>()
    const lacking: Lacking[] = []
    for (const { sha256: hash, name } of build.attachments) {
      const pieces = this.parts.get(FOLDER + hash)
      const bytes = pieces && joinedBytes(pieces)
      if (bytes && hashOfBytes(bytes) === hash) files.set(hash, bytes)
      else lacking.push({ name, sha256: hash, why: bytes ? 'damaged' : 'missing' })
    }
    return { build, migratedFrom, files, lacking }
  }
}

const CUT = new EchtError(
  'not-a-build',
  'This zip cannot be unpacked: it is damaged or cut short. Copy it again.',
)

/** A build and its files out of a bundle that is there whole. Throws as `BundleReader`. */
export function readBundle(bytes: Uint8Array): ReadBundle {
  const reader = new BundleReader()
  reader.push(bytes)
  return reader.end()
}
