import { expose, transfer } from 'comlink'
import {
  bundleOf,
  BundleReader,
  isBundle,
  readBuild,
  type Build,
  type ReadBundle,
} from '../../core/build/index.ts'
import { readBytes } from './readPieces.ts'

/** Packs and unpacks build files off the page: their captures may come to hundreds of megabytes. */
const work = {
  async read(file: Blob, onProgress: (share: number) => void): Promise<ReadBundle> {
    const start = new Uint8Array(await file.slice(0, 4).arrayBuffer())
    if (!isBundle(start)) return { ...readBuild(await file.text()), files: new Map(), lacking: [] }
    const reader = new BundleReader()
    await readBytes(file, {
      take: (bytes) => reader.push(bytes),
      onProgress,
      stopped: () => false,
    })
    const read = reader.end()
    return transfer(read, [...read.files.values()].map((b) => b.buffer) as ArrayBuffer[])
  },
  write(build: Build, files: Map<string, Uint8Array>): Uint8Array {
    const bytes = bundleOf(build, files)
    return transfer(bytes, [bytes.buffer as ArrayBuffer])
  },
}

export type BundleWork = typeof work
expose(work)
