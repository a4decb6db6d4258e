import { hashOfBytes, type Attachment, type Edited } from '../core/build/index.ts'
import {
  parseWheel,
  simulateTrigger,
  vcdOfCapture,
  wavOfCapture,
  type Capture,
} from '../core/trigger/index.ts'

/** A file of the sample, with its hash: the record names it, the app is served it. */
type SampleFile = { name: string; trigger: string; sha256: string; bytes: Uint8Array }

const text = (of: string): Uint8Array => new TextEncoder().encode(of)

/** Cranked from rest for two seconds and a half: it swings with the compression and does not start. */
const cranked = (t: number): number =>
  235 * Math.min(1, 0.04 + t / 0.35) * (1 + 0.25 * Math.sin(2 * Math.PI * 6 * t))

/** A logic analyser with two analogue channels: the crank with its leads exchanged, and the cam. */
function cranking(): Uint8Array {
  const task = { sampleHz: 10_000, durationS: 2.5, rpm: cranked, seed: 36 }
  const crank = simulateTrigger({
    ...{ ...task, wheel: parseWheel('36-2'), pickup: 'vr', reversed: true, noiseV: 0.08 },
  }).samples
  const cam = simulateTrigger({
    ...{ ...task, wheel: parseWheel('0/720'), pickup: 'hall', noiseV: 0.03 },
  }).samples
  const rows = Array.from(
    crank,
    (v, i) => `${(i / task.sampleHz).toFixed(4)},${v.toFixed(3)},${cam[i]!.toFixed(2)}`,
  )
  return text(['Time (s),Crank,Cam', ...rows, ''].join('\n'))
}

/** A sound card behind a divider: revved from idle, the leads exchanged since. */
function sweep(): Uint8Array {
  const sampleHz = 48_000
  const { samples } = simulateTrigger({
    ...{ wheel: parseWheel('36-2'), pickup: 'vr', sampleHz, durationS: 2, seed: 37 },
    ...{ rpm: (t: number) => 900 + 1800 * t, noiseV: 0.1, gapRatio: 1.1 },
  })
  const most = samples.reduce((m, v) => Math.max(m, Math.abs(v)), 0)
  const capture: Capture = { samples: samples.map((v) => v / most), sampleHz, signKnown: false }
  return wavOfCapture(capture)
}

/** A logic analyser at the wheel: it rolls away and is braked. */
function wheelSpeed(): Uint8Array {
  const sampleHz = 5_000
  const { samples } = simulateTrigger({
    ...{ wheel: parseWheel('44-0'), pickup: 'hall', sampleHz, durationS: 4, seed: 44 },
    rpm: (t: number) => 20 + 380 * Math.sin((Math.PI * t) / 4),
  })
  return text(vcdOfCapture({ samples, sampleHz }))
}

const made = (name: string, trigger: string, bytes: Uint8Array): SampleFile => ({
  ...{ name, trigger, bytes },
  sha256: hashOfBytes(bytes),
})

let files: readonly SampleFile[] | null = null

/** The captures of the sample, made once: cranking, a sweep, and a wheel's speed. */
export const sampleCaptures = (): readonly SampleFile[] =>
  (files ??= [
    made('cranking, does not start.csv', 'tr-crank', cranking()),
    made('revved from idle.wav', 'tr-crank', sweep()),
    made('rear left, rolling away.vcd', 'tr-wheel', wheelSpeed()),
  ])

/** Keeps them with the build. */
export function capturesOfTheCar(does: (day: number, change: Edited) => void): void {
  sampleCaptures().forEach(({ name, trigger, sha256, bytes }, i) => {
    const attachment: Attachment = {
      ...{ id: `capture-${i + 1}`, sha256, bytes: bytes.length, kind: 'capture', name, trigger },
    }
    does(10, { kind: 'addAttachment', args: { attachment } })
  })
}
