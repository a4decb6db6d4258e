import { EchtError } from '../error.ts'
import { cellNumber, likelyColumn, type Log } from '../log/index.ts'
import { captureAtRate, captureOfColumns, requireFewChannels, type Capture } from './captures.ts'
import { VcdReader } from './vcd.ts'
import { WavReader } from './wav.ts'

/** A file of channels that were taken together. */
export type TriggerRecording = {
  names: string[]
  /** which of them is likely the crank's */
  likely: number
  /** one of them; throws as the reader of its format */
  capture: (channel: number) => Capture
}

const CRANK = ['crank', 'ckp', 'volt', 'ch1', 'channel 1', 'signal']
const isCrank = (name: string): boolean =>
  CRANK.slice(0, 2).some((word) => name.toLowerCase().includes(word))

/**
 * Columns of a file, one of time and the others of volts; without a column of time, at a rate that is said or stands
 * above the columns. Seconds and volts, or what the names say with a prefix (`ms`, `mV`). Throws `EchtError`
 * `bad-capture` where neither time nor rate is there, and as `captureOfColumns`.
 */
export function recordingOfColumns(
  { names, columns, preamble }: Pick<Log, 'names' | 'preamble'> & { columns: ArrayLike<number>[] },
  saidHz: number | null,
): TriggerRecording {
  const rateHz = saidHz ?? rateAbove(preamble)
  const counts = names.findIndex((n) => COUNTS.test(n.trim()))
  const time = timeColumn({ names, columns }, { saidHz, rateHz, counts })
  const prefixS = time < 0 ? 1 : prefixOf(names[time]!, 's')
  if (time < 0 && rateHz === null)
    throw new EchtError(
      'bad-capture',
      'This file has no time column: say its sample rate, and open it again.',
    )
  const own = names.map((_, i) => i).filter((i) => i !== time && i !== counts)
  return recordingOf(
    own.map((i) => names[i]!),
    (channel) => {
      const at = own[channel]!
      const { samples, sampleHz, ...rest } =
        time < 0
          ? captureAtRate(columns[at]!, rateHz!)
          : captureOfColumns(columns[time]!, columns[at]!)
      const prefixV = prefixOf(names[at]!, 'V')
      if (prefixV !== 1) for (let i = 0; i < samples.length; i++) samples[i]! *= prefixV
      return { samples, sampleHz: sampleHz / prefixS, ...rest }
    },
  )
}

/** A column that numbers the samples is no time and no signal. */
const COUNTS = /^(samples?|index|points?|nr|no|n|#)\.?$/i
/** Rows by which a column without a name of time is judged. */
const LOOKED_AT = 1000

/** Which column is the time; −1 where the rate is known and none is. */
function timeColumn(
  { names, columns }: { names: readonly string[]; columns: readonly ArrayLike<number>[] },
  { saidHz, rateHz, counts }: { saidHz: number | null; rateHz: number | null; counts: number },
): number {
  const named = names.findIndex((n) => /time|second/i.test(n))
  if (names.length < 2) return -1
  if (named >= 0) return named
  // of several columns without a name the first is the time, unless somebody says the rate
  const first = counts === 0 ? 1 : 0
  if (saidHz !== null || names.length < first + 2) return -1
  const rows = Math.min(LOOKED_AT, columns[first]!.length)
  let rises = rows > 1
  for (let i = 1; i < rows; i++) rises &&= columns[first]![i]! > columns[first]![i - 1]!
  return rateHz === null || rises ? first : -1
}

const PREFIXES: Record<string, number> = {
  ...{ n: 1e-9, u: 1e-6, µ: 1e-6, μ: 1e-6, m: 1e-3, '': 1 },
  ...{ k: 1e3, M: 1e6, G: 1e9 },
}

/** The prefix of a unit in a text, as a factor; 1 where the unit is not in it. */
const prefixOf = (text: string, unit: 's' | 'V' | 'Hz'): number => {
  const found = new RegExp(`(?:^|[^\\p{L}])([nuµμmkMG]?)${unit}(?=$|[^\\p{L}])`, 'u').exec(text)
  return found ? PREFIXES[found[1]!]! : 1
}

/** Samples a second by what a program wrote above the columns; null where it says nothing of it. */
function rateAbove(preamble: readonly (readonly string[])[]): number | null {
  for (const row of preamble) {
    // a unit that stands right behind its number is taken for a word of its own
    const text = row.join(' ').replace(/(?<=\d)(?=[nuµμmkMGsH])/g, ' ')
    if (!/sampl|increment/i.test(text)) continue
    const value = text
      .split(/[\s:=]+/)
      .map(cellNumber)
      .find((v) => v > 0)
    if (value === undefined) continue
    if (/rate|freq/i.test(text)) return value * prefixOf(text, 'Hz')
    if (/interval|increment|period/i.test(text)) return 1 / (value * prefixOf(text, 's'))
  }
  return null
}

/** The channels of a WAV file. Throws as `captureOfWav`. */
export function recordingOfWav(bytes: Uint8Array): TriggerRecording {
  const wav = new WavReader(bytes.length)
  wav.push(bytes)
  return recordingOfSound(wav)
}

/** The same of a file that was read a piece at a time. */
export function recordingOfSound(wav: WavReader): TriggerRecording {
  const { channels, capture } = wav.end()
  const names = Array.from({ length: channels }, (_, i) =>
    channels > 2 || i > 1 ? `channel ${i + 1}` : i === 0 ? 'left' : 'right',
  )
  return recordingOf(names, capture)
}

/** The signals of a value change dump. Throws as `captureOfVcd`. */
export function recordingOfVcd(text: string): TriggerRecording {
  const dump = new VcdReader()
  dump.push(text)
  return recordingOfDump(dump)
}

/** The same of a dump that was read a piece at a time. */
export function recordingOfDump(dump: VcdReader): TriggerRecording {
  const signals = dump.end()
  const names = signals.map((s) => s.name)
  const most = signals.reduce((a, s, i) => (s.changes > signals[a]!.changes ? i : a), 0)
  return {
    ...recordingOf(names, (channel) => signals[channel]!.capture()),
    // what no name tells is the one that changes the most
    likely: names.some(isCrank) ? likelyColumn(names, CRANK, []) : most,
  }
}

function recordingOf(all: string[], capture: TriggerRecording['capture']): TriggerRecording {
  requireFewChannels(all.length)
  return { names: all, likely: likelyColumn(all, CRANK, []), capture }
}
