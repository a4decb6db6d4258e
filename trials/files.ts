import { readStatus } from '../core/chain/index.ts'
import { checkBuild, readBuild, recoverBuild, type Build } from '../core/build/index.ts'
import { EchtError } from '../core/error.ts'
import { checkSweep } from '../core/curve/potentiometer/sweep.ts'
import { readLogText, trustedColumn } from '../core/log/index.ts'
import { uniformStream } from '../core/math/index.ts'
import { readPairs, readTable, writeTable, type TableFormat } from '../core/table/index.ts'
import {
  csvOfCapture,
  decodeTrigger,
  parseWheel,
  recordingOfColumns,
  recordingOfVcd,
  recordingOfWav,
  simulateTrigger,
  vcdOfCapture,
  wavOfCapture,
  type TriggerRecording,
} from '../core/trigger/index.ts'
import { drawing, type Draw } from './randomEdits.ts'
import { mutatedJson, mutatedText } from './mutate.ts'

type Tried = {
  tries: number
  taken: number
  refused: number
  byCode: Record<string, number>
}

/**
 * Tries so many mutated inputs on a reader: each must be taken or refused in words. Throws an
 * `Error` naming the one that was neither.
 */
function tryAll(tries: number, seed: number, attempt: (draw: Draw, i: number) => void): Tried {
  const draw = drawing(uniformStream(seed))
  const result: Tried = { tries, taken: 0, refused: 0, byCode: {} }
  for (let i = 0; i < tries; i++) {
    try {
      attempt(draw, i)
      result.taken++
    } catch (error) {
      if (!(error instanceof EchtError) || error.message.length < 20)
        throw new Error(`try ${i} of seed ${seed}: ${error instanceof Error ? error.stack : error}`)
      result.refused++
      result.byCode[error.code] = (result.byCode[error.code] ?? 0) + 1
    }
  }
  return result
}

/** Mutated build files: refused in words, or every reader has a status. `taken` gets those that were taken. */
export function mutatedBuilds(
  text: string,
  tries: number,
  seed: number,
  taken: (build: Build) => void = () => undefined,
): Tried {
  return tryAll(tries, seed, (draw) => {
    const { build } = readBuild(mutatedJson(text, draw))
    for (const channel of build.channels) for (const read of channel.reads) readStatus(build, read)
    taken(build)
  })
}

const LOG = (draw: Draw): string => {
  const d = draw.from([',', ';', '\t'])
  const rows = Array.from({ length: 120 }, (_, i) => [i / 100, 0.5 + i / 30, i % 9].join(d))
  return ['time', 'tps', 'gear'].join(d) + '\n' + rows.join('\n')
}

/** Mutated logs: refused in words, or read with a verdict that is a verdict. */
export const mutatedLogs = (tries: number, seed: number): Tried =>
  tryAll(tries, seed, (draw) => {
    const log = readLogText(mutatedText(LOG(draw), draw))
    const verdict = checkSweep(trustedColumn(log, draw.below(log.columns.length)), 100)
    if (!Number.isFinite(verdict.closed) || !Number.isFinite(verdict.open))
      throw new Error(`a verdict of ${verdict.closed} to ${verdict.open}`)
  })

const TABLE = {
  x: Array.from({ length: 16 }, (_, i) => i * 0.3),
  y: Array.from({ length: 16 }, (_, i) => 120 - 9 * i),
}
const NOTE = {
  sensor: 'Coolant',
  device: 'Engine unit',
  axisUnit: 'V',
  valueUnit: '°C',
  axisStep: 0.01,
  valueStep: 0.1,
  worstError: 0.1,
  date: '2026-11-27',
}

/** Mutated tables and points: refused in words, or finite numbers. */
export const mutatedTables = (tries: number, seed: number): Tried =>
  tryAll(tries, seed, (draw, i) => {
    const format = draw.from(['csv', 'tsv', 'json'] satisfies TableFormat[])
    const text = mutatedText(writeTable(TABLE, NOTE, format), draw)
    const numbers =
      i % 2 === 0
        ? Object.values(readTable(text)).flat()
        : readPairs(text, {
            firstUnit: 'V',
            secondUnit: '°C',
            names: ['volts', 'temperature'],
            first: () => null,
            second: () => null,
          }).flatMap((p) => [p.first, p.second])
    if (numbers.length < 2 || numbers.some((v) => !Number.isFinite(v)))
      throw new Error(`taken as ${numbers.slice(0, 5).join(' ')}`)
  })

const CRANK = simulateTrigger({
  ...{ wheel: parseWheel('12-1'), pickup: 'vr', sampleHz: 8000, durationS: 0.25, seed: 4 },
  rpm: () => 600,
}).samples
const AS_CSV = csvOfCapture({ samples: CRANK, sampleHz: 8000 })
const AS_VCD = vcdOfCapture({ samples: CRANK, sampleHz: 8000 })
const AS_WAV = wavOfCapture({ samples: CRANK, sampleHz: 8000 })

/** Some bytes wrong, or the end gone. */
function mutatedBytes(bytes: Uint8Array, draw: Draw): Uint8Array {
  const out = bytes.slice(0, draw.uniform() < 0.2 ? draw.below(bytes.length) : undefined)
  // headers say what the rest means: they are hit as often as all the samples
  const most = draw.uniform() < 0.5 ? Math.min(44, out.length) : out.length
  for (let k = 0; k < 1 + draw.below(5) && most > 0; k++) out[draw.below(most)] = draw.below(256)
  return out
}

/** Mutated captures of three formats: refused in words, or finite samples that are then decoded or refused. */
export const mutatedCaptures = (tries: number, seed: number): Tried =>
  tryAll(tries, seed, (draw, i) => {
    const { names, capture } =
      i % 3 === 0
        ? recordingOfColumnsIn(mutatedText(AS_CSV, draw))
        : i % 3 === 1
          ? recordingOfVcd(mutatedText(AS_VCD, draw))
          : recordingOfWav(mutatedBytes(AS_WAV, draw))
    const { samples, sampleHz } = capture(draw.below(names.length))
    if (!(sampleHz > 0) || samples.some((v) => !Number.isFinite(v)))
      throw new Error(`samples at ${sampleHz} Hz that are no numbers`)
    const wheel = parseWheel('12-1')
    const { timeS, rpm } = decodeTrigger(samples, { sampleHz, wheel, pickup: 'vr' })
    if ([...timeS, ...rpm].some((v) => !Number.isFinite(v))) throw new Error('a speed that is none')
  })

const recordingOfColumnsIn = (text: string): TriggerRecording =>
  recordingOfColumns(readLogText(text), null)

const LISTS = ['instruments', 'devices', 'elements', 'channels', 'measurements', 'changes'] as const
const NO_THINGS: readonly unknown[] = [null, 0, -1, 1e308, '', 'text', true, [], [null], {}]

/**
 * Files of old schemas in whose lists stands what is no thing: refused as damaged or taken, and what is refused is
 * recovered to a build that is whole.
 */
export function oldFiles(text: string, tries: number, seed: number): Tried {
  const file = JSON.parse(text) as Record<string, unknown[]>
  return tryAll(tries, seed, (draw) => {
    const where = draw.from(LISTS)
    const list = [...file[where]!]
    const none = draw.from(NO_THINGS)
    list.splice(draw.below(list.length + 1), draw.below(2), none)
    const old = { ...file, schema: 1 + draw.below(9), [where]: list }
    checkBuild(recoverBuild(structuredClone(old)).build)
    readBuild(JSON.stringify(old))
  })
}
