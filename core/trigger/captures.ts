import { significant, roundFigures } from '../quantity/index.ts'
import Papa from 'papaparse'
import { EchtError } from '../error.ts'

/** A capture as it was read: samples in volts, their rate, and how far its sign can be trusted. */
export type Capture = {
  samples: Float32Array
  sampleHz: number
  /** false: it came through an input that may have turned it round */
  signKnown: boolean
}

/** No capture holds more. */
export const MOST_SAMPLES = 50_000_000

/** A logic analyser saves eight and more: of so many the person can still choose. */
const MOST_CHANNELS = 64

/** Throws `EchtError` `bad-capture` where a recording has more channels than anybody can choose from. */
export function requireFewChannels(channels: number): void {
  if (channels > MOST_CHANNELS)
    throw new EchtError(
      'bad-capture',
      `${channels} channels are more than ${MOST_CHANNELS}: export the crank’s and the cam’s alone.`,
    )
}

/** Rates that a capture of an engine can have, Hz. */
const LEAST_HZ = 1
const MOST_HZ = 1e10

/** Throws `EchtError` `bad-capture` where nothing that turns is recorded at such a rate. */
function requireSensible(sampleHz: number): void {
  if (sampleHz < LEAST_HZ || sampleHz > MOST_HZ)
    throw new EchtError(
      'bad-capture',
      `${significant(sampleHz, 3)} samples a second are no capture of an engine: ` +
        'look at the column of time, and at its unit.',
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
  if (![first, last].every(Number.isFinite))
    throw new EchtError(
      'bad-capture',
      'The column of time does not hold numbers from its first row to its last: choose another, or cut it there.',
    )
  if (!(step > 0))
    throw new EchtError(
      'bad-capture',
      `Time runs from ${first} to ${last} s: choose the column that holds the time, rising.`,
    )
  requireSensible(1 / step)
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
  requireSensible(sampleHz)
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
        Number.isFinite(signal[i])
          ? `Row ${i + 1} of the signal holds ${signal[i]}: no volts go so far. Choose another column.`
          : `Row ${i + 1} of the signal holds no number: choose another column, or cut it there.`,
      )
    samples[i] = v
  }
  return samples
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
      roundFigures(v, 6),
    ])
    yield `\r\n${Papa.unparse(rows)}`
  }
}
