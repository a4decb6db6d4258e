import { expose, transfer } from 'comlink'
import { hashOfBytes } from '../../core/build/index.ts'
import { EchtError, orElse } from '../../core/error.ts'
import {
  bentTooth,
  camPhase,
  csvPieces,
  drawnStretch,
  envelopeOf,
  gapRatio,
  identifyWheel,
  parseWheel,
  readCapture,
  recordingOfColumns,
  recordingOfDump,
  recordingOfSound,
  simulateTrigger,
  toothOffsets,
  vcdPieces,
  VcdReader,
  WavReader,
  wavOfCapture,
  type Capture,
  type Envelope,
  type Pickup,
  type ReadCapture,
  type TriggerRecording,
  sceneTask,
  strengthOf,
  type Scene,
} from '../../core/trigger/index.ts'
import { readCsv } from './readCsv.ts'
import { readBytes, readPieces } from './readPieces.ts'

/** One capture at a time, kept here: the page asks for stretches of it and never holds it. */
let capture: (Capture & { envelope: Envelope }) | null = null
let read: ReadCapture | null = null
let recording: TriggerRecording | null = null
let opening: File | null = null
let stop = false

const opened = (): Capture & { envelope: Envelope } => {
  if (!capture) throw new EchtError('no-log', 'Open a capture first.')
  return capture
}
const keep = (c: Capture): { samples: number; sampleHz: number; signKnown: boolean } => {
  capture = { ...c, envelope: envelopeOf(c.samples) }
  read = null
  return { samples: c.samples.length, sampleHz: c.sampleHz, signKnown: c.signKnown }
}
/** One channel of what was recorded together. */
const chosen = (channel: number) => {
  const { names, capture: of } = recording!
  return { ...keep(of(channel)), channels: names, channel, fromFile: true }
}
/** A capture that came from no file. */
const withoutFile = (samples: Float32Array, sampleHz: number, name: string) => {
  recording = null
  opening = null
  return {
    ...keep({ samples, sampleHz, signKnown: true }),
    ...{ channels: [name], channel: 0, fromFile: false },
  }
}
async function recorded(
  file: File,
  rateHz: number | null,
  onProgress: (share: number) => void,
): Promise<TriggerRecording> {
  const how = { onProgress, stopped: () => stop }
  if (/\.wav$/i.test(file.name)) {
    const wav = new WavReader(file.size)
    await readBytes(file, { ...how, take: (bytes) => wav.push(bytes) })
    return recordingOfSound(wav)
  }
  if (/\.vcd$/i.test(file.name)) {
    const dump = new VcdReader()
    await readPieces(file, { ...how, take: (text) => dump.push(text) })
    return recordingOfDump(dump)
  }
  const log = await readCsv(file, { leastColumns: 1, ...how })
  return recordingOfColumns(log, rateHz)
}

const work = {
  async open(file: File, rateHz: number | null, onProgress: (share: number) => void) {
    stop = false
    const now = await recorded(file, rateHz, onProgress)
    // what cannot be read leaves what was open before
    const first = now.capture(now.likely)
    recording = now
    opening = file
    return { ...keep(first), channels: now.names, channel: now.likely, fromFile: true }
  },
  /** The file that is open, with its hash, to be kept beside the build. */
  async file() {
    if (!opening) throw new EchtError('no-log', 'Open a capture first.')
    const bytes = new Uint8Array(await opening.arrayBuffer())
    return transfer({ name: opening.name, sha256: hashOfBytes(bytes), bytes }, [bytes.buffer])
  },
  /** Another channel of the same recording. */
  choose(channel: number) {
    return chosen(channel)
  },
  /** Where the edges of another channel pass, by the crank that is open. */
  cam(channel: number, wheel: string) {
    if (!recording || !read) throw new EchtError('no-log', 'Open a capture first.')
    return camPhase(read, recording.capture(channel).samples, parseWheel(wheel))
  },
  stop() {
    stop = true
  },
  simulate(scene: Omit<Scene, 'wheel'> & { wheel: string }) {
    const task = sceneTask({ ...scene, wheel: parseWheel(scene.wheel) })
    return withoutFile(simulateTrigger(task).samples, task.sampleHz, 'simulated')
  },
  /** What a scope took. */
  take(samples: Float32Array, sampleHz: number) {
    return withoutFile(samples, sampleHz, 'scope')
  },
  /** What the capture says of a wheel that is known, and which wheel it is by itself. */
  read(wheel: string, pickup: Pickup) {
    const { samples, sampleHz, signKnown } = opened()
    const known = parseWheel(wheel)
    read = readCapture(samples, { sampleHz, wheel: known, pickup })
    const offsets = toothOffsets(read, known)
    const identified = orElse(() => identifyWheel(samples, { sampleHz, pickup }), null)
    const { timeS, rpm, faults, inSync, cycleStartsS, polarity, edges } = read
    return {
      ...{ inSync, faults, offsets, bent: bentTooth(offsets, known), gap: gapRatio(read, known) },
      // what came through an input that may turn it round says nothing of the leads
      polarity: signKnown ? polarity : ('unsure' as const),
      evidence: edges.evidence,
      // which way the signal goes through zero at the teeth's centres
      rises: edges.sign < 0,
      gapS: aboutGap(read),
      // volts of a sound card are of its own making
      strength: signKnown && pickup === 'vr' ? strengthOf(samples, read) : null,
      signKnown,
      turns: cycleStartsS.length,
      firstSyncS: cycleStartsS[0] ?? null,
      rpm: { from: rpm[0] ?? null, mean: mean(rpm), least: least(rpm), most: most(rpm) },
      edges: timeS.length,
      identified: identified && {
        name: identified.name,
        confidence: identified.confidence,
        runnerUp: identified.runnerUp ?? null,
      },
    }
  },
  /** A stretch of the capture as a line, and the edges in it. */
  stretch(fromS: number, toS: number, columns: number) {
    const { samples, envelope, sampleHz } = opened()
    const line = drawnStretch(samples, envelope, [fromS * sampleHz, toS * sampleHz], columns)
    const edges: { timeS: number; edge: number }[] = []
    if (read && toS - fromS < MOST_TURNS_S)
      for (let k = firstAfter(read.tracked.at, fromS * sampleHz); k < read.tracked.at.length; k++) {
        const timeS = read.tracked.at[k]! / sampleHz
        if (timeS > toS) break
        edges.push({ timeS, edge: read.tracked.edge[k]! })
      }
    return { timeS: line.at.map((i) => i / sampleHz), v: line.v, edges }
  },
  exported(format: 'csv' | 'vcd' | 'wav'): Blob {
    const c = opened()
    if (format === 'csv') return blobOf(csvPieces(c), 'text/csv')
    if (format === 'vcd') return blobOf(vcdPieces(c), 'text/plain')
    return new Blob([wavOfCapture(c) as BlobPart], { type: 'audio/wav' })
  },
}
/** A text in pieces, each handed to the browser before the next is made: together they may outgrow the memory. */
function blobOf(pieces: Iterable<string>, type: string): Blob {
  const parts: Blob[] = []
  for (const piece of pieces) parts.push(new Blob([piece]))
  return new Blob(parts, { type })
}
/** From some teeth before a gap in the middle of the capture to some after it, s; null where none was in sync. */
function aboutGap({ tracked: { at, edge }, sampleHz }: ReadCapture): [number, number] | null {
  const firsts = [...edge.keys()].filter((k) => edge[k] === 0 && k >= 5 && k + 4 < at.length)
  const k = firsts[Math.floor(firsts.length / 2)]
  if (k === undefined) return null
  const margin = (at[k + 4]! - at[k + 3]!) / 2
  return [(at[k - 5]! - margin) / sampleHz, (at[k + 4]! + margin) / sampleHz]
}
/** Edges are drawn where a few turns are seen. */
const MOST_TURNS_S = 2

function firstAfter(at: Float64Array, x: number): number {
  let [low, high] = [0, at.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (at[middle]! < x) low = middle + 1
    else high = middle
  }
  return low
}
const mean = (all: Float64Array): number | null =>
  all.length === 0 ? null : all.reduce((s, v) => s + v, 0) / all.length
const least = (all: Float64Array): number | null =>
  all.length === 0 ? null : all.reduce((a, v) => Math.min(a, v), Infinity)
const most = (all: Float64Array): number | null =>
  all.length === 0 ? null : all.reduce((a, v) => Math.max(a, v), -Infinity)

export type TriggerWork = typeof work
export type TriggerRead = ReturnType<typeof work.read>
export type CaptureStretch = ReturnType<typeof work.stretch>
expose(work)
