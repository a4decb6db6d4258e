import { strToU8, zipSync } from 'fflate'
import { BundleReader, writeBuild, type Build } from '../core/build/index.ts'
import { EchtError } from '../core/error.ts'
import { uniformStream } from '../core/math/index.ts'
import {
  parseWheel,
  recordingOfVcd,
  recordingOfWav,
  simulateTrigger,
  vcdOfCapture,
  wavOfCapture,
} from '../core/trigger/index.ts'
import { drawing } from './randomEdits.ts'

/** What came of hostile files: each taken as what it says, or refused in words, and none of them slowly. */
export type Attacked = {
  tries: number
  taken: number
  refused: number
  slowestMs: number
  failures: string[]
}

/** Unpacking what somebody made up takes no longer, ms. */
const LIMIT_MS = 4000

function attacked(cases: Iterable<{ name: string; run: () => void }>): Attacked {
  const told: Attacked = { tries: 0, taken: 0, refused: 0, slowestMs: 0, failures: [] }
  for (const { name, run } of cases) {
    told.tries++
    const began = performance.now()
    try {
      run()
      told.taken++
    } catch (error) {
      if (error instanceof EchtError && error.message.length > 20) told.refused++
      else told.failures.push(`${name}: ${error instanceof Error ? error.message : error}`)
    }
    const tookMs = performance.now() - began
    told.slowestMs = Math.max(told.slowestMs, tookMs)
    if (tookMs > LIMIT_MS) told.failures.push(`${name}: ${tookMs.toFixed(0)} ms`)
  }
  return told
}

const LOCAL = 0x04034b50
const CENTRAL = 0x02014b50

/** Where the local heads of a zip begin, and those of its directory. */
function heads(zip: Uint8Array, signature: number): number[] {
  const view = new DataView(zip.buffer, zip.byteOffset, zip.byteLength)
  const found: number[] = []
  for (let i = 0; i + 4 <= zip.length; i++) if (view.getUint32(i, true) === signature) found.push(i)
  return found
}

/** Fields of a local head and of the directory's, by their offsets: PKWARE's application note. */
const FIELDS = {
  ...{ flags: [6, 8, 2], method: [8, 10, 2], crc: [14, 16, 4] },
  ...{ packed: [18, 20, 4], size: [22, 24, 4], 'length of name': [26, 28, 2] },
  'length of extra': [28, 30, 2],
} as const
const VALUES = [0, 1, 1000, 0x7fff, 0xffff, 0x7fff_ffff, 0xffff_ffff]

/** Zips with one field of one head set to something else, and zips of other contents than a build. */
export function* hostileZips(build: Build): Iterable<{ name: string; bytes: Uint8Array }> {
  const record = strToU8(writeBuild(build))
  const whole = zipSync({ 'build.json': record })
  for (const [field, [local, central, size]] of Object.entries(FIELDS))
    for (const value of VALUES) {
      const bytes = whole.slice()
      const view = new DataView(bytes.buffer)
      const set = (at: number): void =>
        size === 2 ? view.setUint16(at, value & 0xffff, true) : view.setUint32(at, value, true)
      for (const at of heads(whole, LOCAL)) set(at + local)
      for (const at of heads(whole, CENTRAL)) set(at + central)
      yield { name: `${field} ${value}`, bytes }
    }
  const held: Record<string, Record<string, Uint8Array>> = {
    'nothing in it': {},
    'an empty record': { 'build.json': new Uint8Array(0) },
    'a record of zeros': { 'build.json': new Uint8Array(1000) },
    'a record in UTF-16': { 'build.json': Uint8Array.from([...record].flatMap((b) => [b, 0])) },
    'a record in a folder': { 'x/build.json': record },
    'a record above': { '../build.json': record },
    'a record of another case': { 'BUILD.JSON': record },
    'a record that is a zip': { 'build.json': whole },
    'a list for a record': { 'build.json': strToU8('[]') },
    'null for a record': { 'build.json': strToU8('null') },
    'a deep record': { 'build.json': strToU8('['.repeat(200_000)) },
    'two thousand files beside it': Object.fromEntries(
      Array.from({ length: 2000 }, (_, k) => [`attachments/${k}`, strToU8('x')]).concat([
        ['build.json', record],
      ]),
    ),
    'files of hostile names': {
      ...{ 'build.json': record, 'attachments/../../x': record, '/attachments/x': record },
      ...{ 'attachments/__proto__': record, __proto__x: record, 'attachments/': record },
    },
    'fifty million zeros beside it': {
      'build.json': record,
      [`attachments/${'0'.repeat(64)}`]: new Uint8Array(50e6),
    },
  }
  for (const [name, files] of Object.entries(held)) yield { name, bytes: zipSync(files) }
  for (const share of [0.1, 0.5, 0.9, 0.99])
    yield { name: `cut at ${share}`, bytes: whole.slice(0, Math.floor(share * whole.length)) }
  yield { name: 'without its directory', bytes: whole.slice(0, heads(whole, CENTRAL)[0]) }
  yield { name: 'twice', bytes: Uint8Array.from([...whole, ...whole]) }
  yield { name: 'with a head before it', bytes: Uint8Array.from([80, 75, 3, 4, ...whole]) }
}

/** Every kind of hostile zip, and so many with bytes of a fair one changed. */
export function zipsAttacked(build: Build, mutated: number, seed: number): Attacked {
  const read = (bytes: Uint8Array): void => {
    const reader = new BundleReader()
    reader.push(bytes)
    reader.end()
  }
  const fair = zipSync({ 'build.json': strToU8(writeBuild(build)) })
  function* cases() {
    for (const { name, bytes } of hostileZips(build)) yield { name, run: () => read(bytes) }
    const draw = drawing(uniformStream(seed))
    for (let k = 0; k < mutated; k++) {
      const bytes = fair.slice()
      for (let times = 1 + draw.below(6); times > 0; times--)
        bytes[draw.below(bytes.length)] = draw.below(256)
      yield { name: `mutated ${k}`, run: () => read(bytes) }
    }
  }
  return attacked(cases())
}

const signal = simulateTrigger({
  ...{ wheel: parseWheel('12-1'), pickup: 'vr', sampleHz: 8000, durationS: 0.2, rpm: () => 600 },
})
const capture = { samples: signal.samples, sampleHz: 8000 }
/** Where a WAV's header says what, and in how many bytes: RIFF. */
const WAV_FIELDS = [
  ...[
    [0, 4],
    [4, 4],
    [8, 4],
    [12, 4],
    [16, 4],
    [20, 2],
    [22, 2],
    [24, 4],
    [28, 4],
    [32, 2],
    [34, 2],
  ],
  ...[
    [36, 4],
    [40, 4],
  ],
] as const
const NUMBERS = [0, 1, 2, 3, 6, 7, 8, 17, 24, 64, 255, 0x7fff, 0xfffe, 0xffff]
const WORDS = ['$end', '$var', '$timescale', '1', '-1', '1e308', 'wire', '#', 'b', '$dumpvars', '']

/** WAV and VCD files, one to three things of whose heads are something else. */
export function headersAttacked(tries: number, seed: number): Attacked {
  const draw = drawing(uniformStream(seed))
  const wav = wavOfCapture(capture)
  const lines = vcdOfCapture(capture).split('\n')
  const end = lines.findIndex((l) => l.includes('$enddefinitions')) + 3
  const taken = (read: { names: string[]; capture: (k: number) => typeof capture }): void => {
    const { samples, sampleHz } = read.capture(draw.below(read.names.length))
    if (!(sampleHz > 0) || samples.some((v) => !Number.isFinite(v)))
      throw new Error(`samples at ${sampleHz} Hz that are no numbers`)
  }
  const asWav = (): void => {
    const bytes = wav.slice()
    const view = new DataView(bytes.buffer)
    for (let times = 1 + draw.below(3); times > 0; times--) {
      const [at, size] = draw.from(WAV_FIELDS)
      const value = draw.uniform() < 0.3 ? Math.floor(draw.uniform() * 2 ** 32) : draw.from(NUMBERS)
      if (size === 2) view.setUint16(at, value & 0xffff, true)
      else view.setUint32(at, value, true)
    }
    taken(recordingOfWav(bytes))
  }
  const asVcd = (): void => {
    const changed = [...lines]
    for (let times = 1 + draw.below(3); times > 0; times--) {
      const at = draw.below(end)
      const words = changed[at]!.split(' ')
      words[draw.below(words.length)] = draw.from(WORDS)
      changed[at] = words.join(' ')
    }
    taken(recordingOfVcd(changed.join('\n')))
  }
  function* cases() {
    for (let k = 0; k < tries; k++)
      yield k % 2 ? { name: `wav ${k}`, run: asWav } : { name: `vcd ${k}`, run: asVcd }
  }
  return attacked(cases())
}
