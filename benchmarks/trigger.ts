import Papa from 'papaparse'
import { readLogText } from '../core/log/index.ts'
import { normalStream, uniformStream } from '../core/math/index.ts'
import {
  csvOfCapture,
  decodeTrigger,
  parseWheel,
  recordingOfColumns,
  simulateTrigger,
} from '../core/trigger/index.ts'
import { leastMs, report } from './ratio.ts'

const wheel = parseWheel('36-2')
const SAMPLE_HZ = 100_000
const made = (count: number): Float32Array =>
  simulateTrigger({
    ...{ wheel, pickup: 'vr', sampleHz: SAMPLE_HZ, durationS: count / SAMPLE_HZ, seed: 3 },
    ...{ rpm: (t) => 250 * (1 + 0.2 * Math.sin(38 * t)), noiseV: 0.15 },
  }).samples

let sink = 0
/** The plainest thing one can do with samples: the span between their lowest and highest. */
function span(samples: Float32Array, from: number, to: number): number {
  let low = Infinity
  let high = -Infinity
  for (let i = from; i < to; i++) {
    const v = samples[i]!
    if (v < low) low = v
    if (v > high) high = v
  }
  return high - low
}
/** In pieces, so that it is compiled as a function of its own: one run over all is slower by half. */
function spans(samples: Float32Array): void {
  for (let from = 0; from < samples.length; from += PIECE)
    sink += span(samples, from, Math.min(samples.length, from + PIECE))
}
const PIECE = 10_000
const decode = (samples: Float32Array): void => {
  sink += decodeTrigger(samples, { sampleHz: SAMPLE_HZ, wheel, pickup: 'vr' }).timeS.length
}

const [one, ten] = [made(1_000_000), made(10_000_000)]
const [loop, whole, tenth] = leastMs([() => spans(ten), () => decode(ten), () => decode(one)], 12)
report(
  'decoding 10 million samples of cranking, against a loop for their lowest and highest',
  whole! / loop!,
  4,
)
report('decoding 10 million samples against ten times one million', whole! / (10 * tenth!), 1.5)

// fifty million: the ten, five times over
const fifty = new Float32Array(50_000_000)
for (let k = 0; k < 5; k++) fifty.set(ten, k * ten.length)
const [most] = leastMs([() => decode(fifty)], 1)
report('decoding 50 million samples against fifty times one million', most! / (50 * tenth!), 1.5)

// noise alone, whatever wheel it is held to be: bounded by its length
const normal = normalStream(uniformStream(5))
const hiss = Float32Array.from({ length: 44_100 }, () => normal())
const NOISY = ['60-2', '36-1', '12-1', '8-1', '6-1', '4-1', '3+1', '0,120/360', '0,100,240/360']
const asNoise = leastMs(
  NOISY.map((name) => () => {
    const of = { sampleHz: 44_100, wheel: parseWheel(name), pickup: 'vr' as const }
    sink += decodeTrigger(hiss, of).faults.length
  }),
  3,
)
report(
  'a second of noise as the slowest wheel, against as 60-2',
  Math.max(...asNoise) / asNoise[0]!,
  4,
)

// a capture as CSV, against what the library alone takes for the same text
const text = csvOfCapture({ samples: one.subarray(0, 200_000), sampleHz: SAMPLE_HZ })
const [plain, capture] = leastMs(
  [
    () => void (sink += Papa.parse<string[]>(text, { skipEmptyLines: true }).data.length),
    () => {
      sink += recordingOfColumns(readLogText(text), null).capture(0).samples.length
    },
  ],
  7,
)
report('reading a capture as CSV, against the library alone', capture! / plain!, 1.6)

// what is held beside the samples while they are decoded, at its highest
const before = process.memoryUsage().arrayBuffers
const got = decodeTrigger(ten, { sampleHz: SAMPLE_HZ, wheel, pickup: 'vr' })
const held = process.memoryUsage().arrayBuffers - before
report(
  'memory held beside the samples after decoding, over the samples',
  Math.max(0, held) / ten.byteLength,
  0.1,
)
if (!Number.isFinite(sink + got.timeS.length))
  throw new Error('unreachable: keeps the work from being optimised away')
