import * as wavefile from 'wavefile'
import { EchtError } from '../error.ts'
import { joinedBytes } from '../build/joinedBytes.ts'
import { captureAtRate, MOST_SAMPLES, requireFewChannels, type Capture } from './captures.ts'

/** The library has names of its own for a bundler, and one default for Node. */
const { WaveFile } = (
  'WaveFile' in wavefile ? wavefile : Reflect.get(wavefile, 'default')
) as typeof wavefile

const bad = (why: string): EchtError => new EchtError('bad-capture', why)

/** Codes of the formats a WAV file may hold (RFC 2361), and what they are called. */
const EXTENSIBLE = 0xfffe
const NAMES: Readonly<Record<number, string>> = {
  0x01: 'PCM',
  0x02: 'Microsoft ADPCM',
  0x03: 'floating point',
  0x06: 'A-law',
  0x07: 'µ-law',
  0x11: 'IMA ADPCM',
  0x31: 'GSM 6.10',
  0x45: 'G.726 ADPCM',
  0x50: 'MPEG',
  0x55: 'MP3',
  0x92: 'AC-3',
  0x161: 'Windows Media Audio',
  0x162: 'Windows Media Audio',
  0x706d: 'AAC',
  0xf1ac: 'FLAC',
  [EXTENSIBLE]: 'of a kind its extension does not name',
}

/** What a file declares before its samples. */
type WavHeader = {
  code: number
  channels: number
  sampleHz: number
  bits: number
  /** bytes of one frame, a sample of each channel */
  frameBytes: number
  /** where the samples begin, and how many bytes there are of them */
  from: number
  dataBytes: number
  bigEndian: boolean
}

/** How one sample is read out of bytes, −1 to 1. */
type Sample = (view: DataView, at: number) => number

/** No header of a sound file is longer. */
const LONGEST_HEADER = 1 << 20
/** Rates beyond these no recorder has. */
const MOST_HZ = 100e6
/** A recorder that writes as it goes leaves its lengths open. */
const OPEN = 0x7fff0000

/**
 * A WAV file read a piece at a time: its header as soon as it is there, its samples as bytes until somebody asks for a
 * channel. Refuses by its header what is too long, packed in a way nobody here unpacks, or no WAV file: throws
 * `EchtError` `bad-capture`.
 */
export class WavReader {
  private readonly pieces: Uint8Array[] = []
  private held = 0
  private begin: Uint8Array = new Uint8Array(0)
  private found: WavHeader | null = null

  constructor(private readonly fileBytes: number) {}

  push(bytes: Uint8Array): void {
    if (this.found) {
      this.keep(bytes)
      return
    }
    const begin = new Uint8Array(this.begin.length + bytes.length)
    begin.set(this.begin)
    begin.set(bytes, this.begin.length)
    this.begin = begin
    const header = wavHeader(begin, this.fileBytes)
    if (header) {
      this.found = header
      requireReadable(header)
      this.keep(begin.slice(header.from))
      this.begin = new Uint8Array(0)
    } else if (begin.length > LONGEST_HEADER)
      throw bad('This is no WAV file: it has no samples where they should begin.')
  }

  private keep(bytes: Uint8Array): void {
    const left = this.found!.dataBytes - this.held
    if (left <= 0) return
    const own = bytes.length > left ? bytes.subarray(0, left) : bytes
    this.pieces.push(own)
    this.held += own.length
  }

  /** The channels, each decoded when it is asked for. */
  end(): { channels: number; capture: (channel: number) => Capture } {
    const header = this.found
    if (!header) throw bad('This is no WAV file, or it was cut short before its samples begin.')
    if (this.held < header.dataBytes) throw CUT()
    const bytes = joinedBytes(this.pieces)
    const frames = framesOf(header)
    if (frames < 3) throw bad('The WAV file holds no samples.')
    return {
      channels: header.channels,
      capture: (channel) => ({
        ...captureAtRate(decoded(header, bytes, channel), header.sampleHz),
        signKnown: false,
      }),
    }
  }
}

/** Four letters at a place. */
const tag = (view: DataView, at: number): string =>
  String.fromCharCode(...[0, 1, 2, 3].map((i) => view.getUint8(at + i)))

/** What else a file may be, by its first letters. */
const OTHERS: Readonly<Record<string, string>> = {
  riff: 'Wave64',
  FORM: 'AIFF',
  OggS: 'Ogg',
  fLaC: 'FLAC',
  caff: 'CAF',
  '.snd': 'AU',
}

/** The header out of the beginning of a file; null where more of it is needed. Throws `bad-capture`. */
function wavHeader(begin: Uint8Array, fileBytes: number): WavHeader | null {
  if (begin.length < 12) {
    if (begin.length === fileBytes) throw bad('This is no WAV file: it holds nothing.')
    return null
  }
  const view = new DataView(begin.buffer, begin.byteOffset, begin.byteLength)
  const kind = tag(view, 0)
  if (!['RIFF', 'RIFX', 'RF64'].includes(kind) || tag(view, 8) !== 'WAVE')
    throw bad(
      OTHERS[kind]
        ? `This is ${OTHERS[kind]}, no WAV file: export it as WAV, PCM of 16 bits.`
        : 'This is no WAV file: export the recording as WAV, PCM of 16 bits.',
    )
  const found = chunksOf(view, kind === 'RIFX', fileBytes)
  if (!found && begin.length >= fileBytes)
    throw bad('This WAV file has no samples: it was cut short, or holds something else.')
  return found
}

/** What stands before the samples, chunk by chunk; null where more of it is needed. */
function chunksOf(view: DataView, bigEndian: boolean, fileBytes: number): WavHeader | null {
  let format: Omit<WavHeader, 'from' | 'dataBytes' | 'bigEndian'> | null = null
  let longData: number | null = null
  for (let at = 12; at + 8 <= view.byteLength;) {
    const id = tag(view, at)
    const size = view.getUint32(at + 4, !bigEndian)
    const body = at + 8
    if (id === 'data') {
      if (!format) throw bad('This WAV file does not say how its samples are written.')
      const left = fileBytes - body
      const dataBytes = longData ?? (size >= OPEN ? left : size)
      if (dataBytes > left) throw CUT()
      return { ...format, from: body, dataBytes, bigEndian }
    }
    if (body + Math.min(size, 64) > view.byteLength) return null
    if (id === 'fmt ') format = formatOf(view, body, size, !bigEndian)
    if (id === 'ds64' && size >= 16)
      longData = view.getUint32(body + 8, true) + 2 ** 32 * view.getUint32(body + 12, true)
    at = body + size + (size % 2)
  }
  return null
}

const CUT = (): EchtError =>
  bad('This WAV file was cut short: it declares more samples than it holds. Copy it again.')

function formatOf(
  view: DataView,
  at: number,
  size: number,
  little: boolean,
): Omit<WavHeader, 'from' | 'dataBytes' | 'bigEndian'> {
  if (size < 16) throw bad('This WAV file does not say how its samples are written.')
  const short = (offset: number): number => view.getUint16(at + offset, little)
  const code = short(0)
  // what is extensible says its kind further on
  const own = code === EXTENSIBLE && size >= 40 ? short(24) : code
  return {
    ...{ code: own, channels: short(2), sampleHz: view.getUint32(at + 4, little) },
    ...{ frameBytes: short(12), bits: short(14) },
  }
}

const framesOf = ({ dataBytes, frameBytes }: WavHeader): number =>
  Math.floor(dataBytes / frameBytes)

/** Refuses by its header what cannot be read. */
function requireReadable(header: WavHeader): void {
  const { code, channels, sampleHz, bits, frameBytes } = header
  if (channels < 1 || frameBytes < 1)
    throw bad('This WAV file has no channel: its header is damaged.')
  requireFewChannels(channels)
  if (sampleHz < 1 || sampleHz > MOST_HZ)
    throw bad(
      `This WAV file says ${sampleHz} samples a second: no recorder takes that. Its header is damaged.`,
    )
  const name = NAMES[code] ?? `of kind ${code}`
  const written = `Its samples are ${name} of ${bits} bits`
  if (!readerOf(header)) throw bad(`${written}, which is not read here: export PCM of 16 bits.`)
  if (frameBytes !== (channels * bits) / 8)
    throw bad('This WAV file’s header contradicts itself: its frames are of another size.')
  const frames = framesOf(header)
  if (frames > MOST_SAMPLES)
    throw bad(
      `${frames} samples are more than ${MOST_SAMPLES}: cut the recording, or take a lower rate.`,
    )
}

/** How a sample of a header's kind is read; null where nobody here knows. */
function readerOf({ code, bits, bigEndian }: WavHeader): Sample | null {
  const little = !bigEndian
  const kind = `${code} ${bits}`
  switch (kind) {
    // of 8 bits and fewer samples have no sign (IBM and Microsoft 1991)
    case '1 8':
      return (view, at) => (view.getUint8(at) - 128) / 128
    case '1 16':
      return (view, at) => view.getInt16(at, little) / 2 ** 15
    case '1 24':
      return (view, at) =>
        (little
          ? (view.getInt8(at + 2) << 16) | view.getUint16(at, true)
          : (view.getInt8(at) << 16) | view.getUint16(at + 1, false)) /
        2 ** 23
    case '1 32':
      return (view, at) => view.getInt32(at, little) / 2 ** 31
    case '3 32':
      return (view, at) => view.getFloat32(at, little)
    case '3 64':
      return (view, at) => view.getFloat64(at, little)
    case '6 8':
    case '7 8': {
      const table = companded(code === 6 ? 'A' : 'µ')
      return (view, at) => table[view.getUint8(at)]!
    }
    default:
      return null
  }
}

/** What each byte of A-law or µ-law stands for (ITU-T G.711), by the library. */
function companded(law: 'A' | 'µ'): Float64Array {
  const wav = new WaveFile()
  wav.fromScratch(
    1,
    8000,
    law === 'A' ? '8a' : '8m',
    Uint8Array.from({ length: 256 }, (_, i) => i),
  )
  if (law === 'A') wav.fromALaw()
  else wav.fromMuLaw()
  const values = wav.getSamples(true, Float64Array) as unknown as Float64Array
  return values.map((v) => v / 2 ** 15)
}

/** One channel. */
function decoded(header: WavHeader, bytes: Uint8Array, channel: number): Float32Array {
  const read = readerOf(header)!
  const { frameBytes, bits } = header
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const samples = new Float32Array(framesOf(header))
  const first = (channel * bits) / 8
  for (let i = 0; i < samples.length; i++) samples[i] = read(view, first + i * frameBytes)
  return samples
}

/**
 * A capture out of a WAV file: its first channel, −1 to 1 where nothing says what a volt is. A sound card may have
 * turned it round, so that its sign is not known. Throws `EchtError` `bad-capture` for what is no WAV file, is cut
 * short, is packed in a way that is not read here, or holds too little or too much.
 */
export function captureOfWav(bytes: Uint8Array): Capture {
  const reader = new WavReader(bytes.length)
  reader.push(bytes)
  return reader.end().capture(0)
}

/** A capture as a WAV file of 16 bits: full scale is the highest it goes. Throws as `captureAtRate`. */
export function wavOfCapture({
  samples,
  sampleHz,
}: Pick<Capture, 'samples' | 'sampleHz'>): Uint8Array {
  const most = samples.reduce((m, v) => Math.max(m, Math.abs(v)), 1e-12)
  const wav = new WaveFile()
  wav.fromScratch(
    1,
    Math.round(sampleHz),
    '16',
    Float64Array.from(samples, (v) => Math.round((v / most) * 32_767)),
  )
  return wav.toBuffer()
}
