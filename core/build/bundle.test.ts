import { createHash } from 'node:crypto'
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { coded } from '../coded.fixture.ts'
import { uniformStream } from '../math/index.ts'
import {
  applyChange,
  bundleOf,
  BundleReader,
  hashOfBytes,
  isBundle,
  readBundle,
  writeBuild,
  type Build,
  type Edited,
} from './index.ts'

const capture = (seed: number): Uint8Array => {
  const uniform = uniformStream(seed)
  return Uint8Array.from({ length: 3000 }, () => Math.floor(256 * uniform()))
}
const [first, second] = [capture(1), capture(2)]
const file = (id: string, bytes: Uint8Array) => ({
  ...{ id, sha256: hashOfBytes(bytes), bytes: bytes.length, kind: 'capture' as const },
  ...{ name: `${id}.wav`, trigger: 'tr-crank' },
})
let count = 0
const after = (build: Build, ...edits: Edited[]): Build =>
  edits.reduce(
    (b, e) => applyChange(b, e, { id: `c${count++}`, at: '2026-11-27T10:00:00Z', by: '' }),
    build,
  )
const sample = saltmarshNine()
const build = after(
  sample,
  { kind: 'addAttachment', args: { attachment: file('one', first) } },
  { kind: 'addAttachment', args: { attachment: file('two', second) } },
)
const files = new Map([first, second].map((b) => [hashOfBytes(b), b]))

describe('a build with its captures', () => {
  it('goes into a zip and comes back, each capture to the byte', () => {
    const zip = bundleOf(build, files)
    expect(isBundle(zip)).toBe(true)
    const read = readBundle(zip)
    expect(read.build).toEqual(build)
    expect(read.migratedFrom).toBe(null)
    expect(read.files).toEqual(files)
  })
  it('whose capture is not here goes without it, and still names it', () => {
    const read = readBundle(bundleOf(build, new Map([[hashOfBytes(first), first]])))
    expect([...read.files.keys()]).toEqual([hashOfBytes(first)])
    expect(read.build.attachments.map((a) => a.id)).toEqual(build.attachments.map((a) => a.id))
  })
  it('names each by SHA-256', () => {
    expect(hashOfBytes(first)).toBe(createHash('sha256').update(first).digest('hex'))
  })
  it('takes nothing along that the record does not name', () => {
    const more = new Map([...files, ['f'.repeat(64), capture(3)]])
    expect(readBundle(bundleOf(build, more)).files.size).toBe(2)
  })
})

describe('a zip that is no build', () => {
  const record = strToU8(writeBuild(build))
  it('is refused: without a record, damaged, cut short', () => {
    expect(() => readBundle(zipSync({ 'notes.txt': strToU8('x') }))).toThrow(coded('not-a-build'))
    expect(() => readBundle(strToU8('PK, but no zip'))).toThrow(coded('not-a-build'))
    const zip = bundleOf(build, files)
    expect(() => readBundle(zip.slice(0, zip.length / 2))).toThrow(coded('not-a-build'))
    expect(() => readBundle(zipSync({ 'build.json': strToU8('{') }))).toThrow(coded('not-json'))
  })
  it('is taken where a capture is not what was kept, or not there, which is named', () => {
    const path = (bytes: Uint8Array): string => `attachments/${hashOfBytes(bytes)}`
    const other = readBundle(zipSync({ 'build.json': record, [path(first)]: second }))
    expect(other.build).toEqual(build)
    expect(other.files.size).toBe(0)
    expect(other.lacking.map(({ name, why }) => [name, why])).toEqual(
      expect.arrayContaining([
        ['one.wav', 'damaged'],
        ['two.wav', 'missing'],
      ]),
    )
    expect(readBundle(bundleOf(build, files)).lacking.map((l) => l.name)).not.toContain('one.wav')
  })
  /** The entries of a zip without its directory, so that they can be put one behind another. */
  const entryOf = (name: string, bytes: Uint8Array): Uint8Array => {
    const zip = zipSync({ [name]: bytes })
    const view = new DataView(zip.buffer, zip.byteOffset)
    const directory = [...zip.keys()].find(
      (i) => i + 4 <= zip.length && view.getUint32(i, true) === 0x02014b50,
    )!
    return zip.slice(0, directory)
  }
  const together = (parts: Uint8Array[]): Uint8Array =>
    Uint8Array.from(parts.flatMap((p) => [...p]))

  it('is refused where it holds more than it declares, without unpacking it', () => {
    const entry = entryOf('build.json', new Uint8Array(40e6))
    new DataView(entry.buffer).setUint32(22, 1000, true)
    // its beginning is enough
    expect(() => new BundleReader().push(entry.subarray(0, 8192))).toThrow(coded('not-a-build'))
  })
  it('is refused where its files come to more than a build can hold', () => {
    const zeros = entryOf(`attachments/${'0'.repeat(64)}`, new Uint8Array(30e6))
    const entries = Array.from({ length: 15 }, (_, k) => {
      const entry = zeros.slice()
      entry.set(strToU8(`attachments/${String(k).padStart(64, '0')}`), 30)
      return entry
    })
    expect(() => readBundle(together([entryOf('build.json', record), ...entries]))).toThrow(
      coded('too-large'),
    )
  })
  it('is refused where it holds two records', () => {
    const twice = together([entryOf('build.json', record), entryOf('build.json', record)])
    expect(() => readBundle(twice)).toThrow(/twice/)
  })
  it('comes in pieces as it comes at once', () => {
    const zip = bundleOf(build, files)
    const reader = new BundleReader()
    for (let at = 0; at < zip.length; at += 997) reader.push(zip.subarray(at, at + 997))
    expect(reader.end()).toEqual(readBundle(zip))
  })
  it('mutated is read or refused in words, and nothing else', () => {
    const zip = bundleOf(build, files)
    const uniform = uniformStream(9)
    let refused = 0
    for (let k = 0; k < 150; k++) {
      const bytes = zip.slice()
      for (let m = 0; m < 4; m++)
        bytes[Math.floor(bytes.length * uniform())] = Math.floor(256 * uniform())
      try {
        expect(readBundle(bytes).build.id).toBe(build.id)
      } catch (error) {
        refused++
        expect((error as Error).name).toBe('EchtError')
      }
    }
    expect(refused).toBeGreaterThan(20)
  })
})

describe('captures of a trigger', () => {
  it('go with it, and come back with it by one undo', () => {
    const gone = after(build, { kind: 'removeTrigger', args: { id: 'tr-crank' } })
    expect(gone.attachments.map((a) => a.trigger)).toEqual(['tr-wheel'])
    const one = after(build, { kind: 'removeAttachment', args: { id: 'one' } })
    expect(one.attachments).toEqual(build.attachments.filter((a) => a.id !== 'one'))
  })
  it('of one that is not there are refused', () => {
    const attachment = { ...file('x', first), trigger: 'gone' }
    expect(() => after(sample, { kind: 'addAttachment', args: { attachment } })).toThrow(
      coded('not-found'),
    )
    const elsewhere = structuredClone(build)
    elsewhere.attachments[0]!.trigger = 'gone'
    expect(() => readBundle(bundleOf(elsewhere, files))).toThrow(coded('damaged-build'))
  })
})
