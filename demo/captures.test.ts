import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { hashOfBytes } from '../core/build/index.ts'
import {
  camPhase,
  identifyWheel,
  parseWheel,
  readCapture,
  recordingOfColumns,
  recordingOfVcd,
  recordingOfWav,
  type TriggerRecording,
} from '../core/trigger/index.ts'
import { sampleCaptures } from './captures.ts'
import { saltmarshNine } from './saltmarshNine.ts'

const bytesOf = (name: RegExp): Uint8Array => sampleCaptures().find((f) => name.test(f.name))!.bytes
const textOf = (name: RegExp): string => new TextDecoder().decode(bytesOf(name))

describe('the captures of the sample', () => {
  it('are named by the build, each under the hash of its bytes', () => {
    const { attachments, triggers } = saltmarshNine()
    expect(attachments.map((a) => [a.name, a.sha256, a.bytes])).toEqual(
      sampleCaptures().map((f) => [f.name, hashOfBytes(f.bytes), f.bytes.length]),
    )
    for (const a of attachments) expect(triggers.map((t) => t.id)).toContain(a.trigger)
  })

  const cranking = (): TriggerRecording => {
    const [names, ...rows] = Papa.parse<string[]>(textOf(/cranking/).trim()).data
    const columns = names!.map((_, i) => rows.map((row) => Number(row[i])))
    return recordingOfColumns({ names: names!, columns, preamble: [] }, null)
  }
  it('cranking: a 36-2 by the capture alone, its leads exchanged, in sync, and the cam beside it', () => {
    const recording = cranking()
    expect(recording.names).toEqual(['Crank', 'Cam'])
    const { samples, sampleHz } = recording.capture(recording.likely)
    expect(identifyWheel(samples, { sampleHz, pickup: 'vr' }).name).toBe('36-2')
    const wheel = parseWheel('36-2')
    const read = readCapture(samples, { sampleHz, wheel, pickup: 'vr' })
    expect([read.polarity, read.inSync]).toEqual(['reversed', true])
    // it swings between these as it is dragged over compression
    expect(Math.max(...read.rpm)).toBeLessThan(235 * 1.25 * 1.05)
    // 2.35 s at 235 a minute after it came up to speed
    expect(read.cycleStartsS.length).toBeGreaterThanOrEqual(8)
    expect(read.cycleStartsS.length).toBeLessThanOrEqual(10)
    const cam = camPhase(read, recording.capture(1).samples, wheel)
    expect(cam.edges).toHaveLength(1)
    expect(cam.tellsTurns).toBe(true)
  })
  it('as the unit expects it, a 60-2, there is no sync', () => {
    const { samples, sampleHz } = cranking().capture(0)
    const read = readCapture(samples, { sampleHz, wheel: parseWheel('60-2'), pickup: 'vr' })
    expect(read.inSync).toBe(false)
  })
  it('revved from idle: 900 to 4500 a minute, and no word on polarity from a sound card', () => {
    const { samples, sampleHz, signKnown } = recordingOfWav(bytesOf(/wav$/)).capture(0)
    expect(signKnown).toBe(false)
    const read = readCapture(samples, { sampleHz, wheel: parseWheel('36-2'), pickup: 'vr' })
    expect(read.inSync).toBe(true)
    for (const [i, rpm] of read.rpm.entries()) {
      const true_ = 900 + 1800 * read.timeS[i]!
      expect(Math.abs(rpm / true_ - 1)).toBeLessThan(0.02)
    }
    expect(Math.max(...read.rpm)).toBeGreaterThan(4400)
  })
  it('a wheel that rolls away: no gap to be told by, its speed up to 400 turns a minute', () => {
    const { samples, sampleHz } = recordingOfVcd(textOf(/vcd$/)).capture(0)
    expect(() => identifyWheel(samples, { sampleHz, pickup: 'hall' })).toThrow(/nothing repeats/)
    const read = readCapture(samples, { sampleHz, wheel: parseWheel('44-0'), pickup: 'hall' })
    const most = Math.max(...read.rpm)
    expect(most).toBeGreaterThan(390)
    expect(most).toBeLessThan(410)
  })
})
