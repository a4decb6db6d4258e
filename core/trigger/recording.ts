import { EchtError } from '../error.ts'
import { likelyColumn } from '../log/index.ts'
import { captureAtRate, captureOfColumns, channelsOfWav, type Capture } from './captures.ts'
import { captureOfSignal, signalsOfVcd } from './vcd.ts'

/** A file of one to four channels that were taken together. */
export type Recording = {
  names: string[]
  /** which of them is likely the crank's */
  likely: number
  /** one of them; throws as the reader of its format */
  capture: (channel: number) => Capture
}

/** More channels than this no scope has; what a log has besides is no capture. */
const MOST_CHANNELS = 4
const CRANK = ['crank', 'ckp', 'volt', 'ch1', 'channel 1', 'signal']

/**
 * Columns of a file, one of time and up to four of volts; without a column of time, at a rate that is said. Throws
 * `EchtError` `bad-capture` where neither is there, and as `captureOfColumns`.
 */
export function recordingOfColumns(
  names: readonly string[],
  columns: readonly ArrayLike<number>[],
  rateHz: number | null,
): Recording {
  const named = names.findIndex((n) => /time|second/i.test(n))
  // of several columns without a name the first is the time, unless somebody says the rate
  const time = named >= 0 && names.length > 1 ? named : names.length > 1 && rateHz === null ? 0 : -1
  if (time < 0 && rateHz === null)
    throw new EchtError(
      'bad-capture',
      'This file has no time column: say its sample rate, and open it again.',
    )
  const own = names.map((_, i) => i).filter((i) => i !== time)
  return recordingOf(
    own.map((i) => names[i]!),
    (channel) =>
      time < 0
        ? captureAtRate(columns[own[channel]!]!, rateHz!)
        : captureOfColumns(columns[time]!, columns[own[channel]!]!),
  )
}

/** The channels of a WAV file. Throws as `captureOfWav`. */
export function recordingOfWav(bytes: Uint8Array): Recording {
  const channels = channelsOfWav(bytes)
  return recordingOf(
    channels.map((_, i) => (i === 0 ? 'left' : i === 1 ? 'right' : `channel ${i + 1}`)),
    (channel) => channels[channel]!,
  )
}

/** The signals of a value change dump. Throws as `captureOfVcd`. */
export function recordingOfVcd(text: string): Recording {
  const signals = signalsOfVcd(text)
  return recordingOf(
    signals.map((s) => s.name),
    (channel) => captureOfSignal(text, signals[channel]!.code),
  )
}

function recordingOf(all: string[], capture: Recording['capture']): Recording {
  if (all.length > MOST_CHANNELS)
    throw new EchtError(
      'bad-capture',
      `${all.length} channels are more than ${MOST_CHANNELS}: export the crank’s and the cam’s alone.`,
    )
  return { names: all, likely: likelyColumn(all, CRANK, []), capture }
}
