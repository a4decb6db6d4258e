import Papa from 'papaparse'
import * as wavefile from 'wavefile'
import { EchtError } from '../error.ts'

/** The library has names of its own for a bundler, and one default for Node. */
const { WaveFile } =
  'WaveFile' in wavefile ? wavefile : (wavefile as { default: typeof wavefile }).default

/** A capture as it was read: samples in volts, their rate, and how far its sign can be trusted. */
export type Capture = {
  samples: Float32Array
  sampleHz: number
  /** false: it came through an input that may have turned it round */
  signKnown: boolean
}

/** No capture holds more. */
export const MOST_SAMPLES = 50_000_000

/** More channels than this no scope has; what a log has besides is no capture. */
const MOST_CHANNELS = 4

/** Throws `EchtError` `bad-capture` where a recording has more channels than a scope. */
export function requireFewChannels(channels: number): void {
  if (channels > MOST_CHANNELS)
    throw new EchtError(
      'bad-capture',
      `${channels} channels are more than ${MOST_CHANNELS}: export the crank’s and the cam’s alone.`,
    )
}

/** Steps of a time column may differ by so much of their middle one. */
const EVEN = 0.02

/**
 * A capture out of two columns of a file: time in seconds and the signal. A time column that rounds is evened out.
 * Throws `EchtError` `bad-capture` where the columns are empty, hold no numbers, run backwards or have two rates.
 */
export function captureOfColumns(timeS: ArrayLike<number>, signal: ArrayLike<number>): Capture {
  const n = Math.min(timeS.length, signal.length)
  if (n < 3)
    throw new EchtError('bad-capture', `A capture of ${n} samples says nothing: record for longer.`)
  const first = timeS[0]!
  const last = timeS[n - 1]!
  const step = (last - first) / (n - 1)
  if (!(step > 0))
    throw new EchtError(
      'bad-capture',
      `Time runs from ${first} to ${last} s: choose the column that holds the time, rising.`,
    )
  for (let i = 1; i < n; i++)
    if (!(timeS[i]! >= timeS[i - 1]!))
      throw new EchtError(
        'bad-capture',
        `Time runs backwards in row ${i + 1}: two captures in one file? Cut it there.`,
      )
  for (let i = 1; i < n; i++)
    // an even clock is where it should be, to some of its own steps and what a column rounds to
    if (Math.abs(timeS[i]! - (first + i * step)) > Math.max(2 * step, EVEN * (last - first)))
      throw new EchtError(
        'bad-capture',
        `The clock changes its rate near row ${i + 1}: a capture has one rate. Export it at a fixed rate.`,
      )
  return { samples: numbersOf(signal, n), sampleHz: 1 / step, signKnown: true }
}

/** A capture out of one column at a known rate. Throws as `captureOfColumns`, and `not-positive` by its rate. */
export function captureAtRate(signal: ArrayLike<number>, sampleHz: number): Capture {
  if (!(sampleHz > 0 && Number.isFinite(sampleHz)))
    throw new EchtError('not-positive', `The sample rate is ${sampleHz} Hz: it must be above zero.`)
  return { samples: numbersOf(signal, signal.length), sampleHz, signKnown: true }
}

function numbersOf(signal: ArrayLike<number>, n: number): Float32Array {
  if (n > MOST_SAMPLES)
    throw new EchtError(
      'bad-capture',
      `${n} samples are more than ${MOST_SAMPLES}: cut the capture, or take a lower rate.`,
    )
  const samples = new Float32Array(n)
  for (let i = 0; i < n; i++) {
    // of more volts than single precision holds nothing is left
    const v = Math.fround(signal[i]!)
    if (!Number.isFinite(v))
      throw new EchtError(
        'bad-capture',
        `Row ${i + 1} of the signal holds no number: choose another column, or cut it there.`,
      )
    samples[i] = v
  }
  return samples
}

/**
 * A capture out of a WAV file: its first channel, −1 to 1 where nothing says what a volt is. A sound card may have
 * turned it round, so that its sign is not known. Throws `EchtError` `bad-capture` for what is no WAV file, is cut
 * short, or holds too little or too much.
 */
export const captureOfWav = (bytes: Uint8Array): Capture => channelsOfWav(bytes)[0]!

/** Every channel of a WAV file. Throws as `captureOfWav`. */
export function channelsOfWav(bytes: Uint8Array): Capture[] {
  // the library reads whatever a header declares: what is not there is refused first
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (bytes.length < WAV_HEADER || view.getUint32(4, true) > bytes.length)
    throw new EchtError(
      'bad-capture',
      'This is no WAV file, or it was cut short: it declares more than it holds.',
    )
  const { values, channels, rate, full, problem } = opened(bytes)
  if (!values) throw new EchtError('bad-capture', `This WAV file cannot be read: ${problem}`)
  const frames = Math.floor(values.length / channels)
  if (frames < 3)
    throw new EchtError('bad-capture', 'The WAV file holds no samples: it was cut short.')
  return Array.from({ length: channels }, (_, c) => {
    const one = Float64Array.from({ length: frames }, (__, i) => values[i * channels + c]! / full)
    return { ...captureAtRate(one, rate), signKnown: false }
  })
}
const WAV_HEADER = 44

/** What the library makes of a file; what it throws is about the file, whatever it throws. */
function opened(bytes: Uint8Array): {
  values: Float64Array | null
  channels: number
  rate: number
  full: number
  problem: string
} {
  const none = { values: null, channels: 1, rate: 0, full: 1 }
  try {
    const wav = new WaveFile(bytes)
    const { numChannels, sampleRate } = wav.fmt as { numChannels: number; sampleRate: number }
    if (numChannels < 1) return { ...none, problem: 'it has no channel.' }
    return {
      values: wav.getSamples(true, Float64Array) as unknown as Float64Array,
      ...{ channels: numChannels, rate: sampleRate, problem: '' },
      full: wav.bitDepth.includes('f') ? 1 : 2 ** (Number.parseInt(wav.bitDepth, 10) - 1),
    }
  } catch (error) {
    return { ...none, problem: error instanceof Error ? error.message : 'it is damaged.' }
  }
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

/** A capture as CSV: time in seconds, volts. */
export const csvOfCapture = (capture: Pick<Capture, 'samples' | 'sampleHz'>): string =>
  [...csvPieces(capture)].join('')

/** So many samples are written at a time. */
const PIECE = 50_000

/** The same in pieces, for captures that are too long for one text. */
export function* csvPieces({
  samples,
  sampleHz,
}: Pick<Capture, 'samples' | 'sampleHz'>): Generator<string> {
  yield 'time s,volt'
  for (let from = 0; from < samples.length; from += PIECE) {
    const rows = Array.from(samples.subarray(from, from + PIECE), (v, i) => [
      (from + i) / sampleHz,
      Number(v.toPrecision(6)),
    ])
    yield `\r\n${Papa.unparse(rows)}`
  }
}
