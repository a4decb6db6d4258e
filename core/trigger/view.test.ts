import { describe, expect, it } from 'vitest'
import { readCapture } from './decode.ts'
import { simulateTrigger, type TriggerFaults } from './simulate.ts'
import { bentTooth, drawnStretch, envelopeOf, gapRatio, toothOffsets } from './view.ts'
import { parseWheel } from './wheel.ts'

const read = (text: string, faults: TriggerFaults = {}) => {
  const wheel = parseWheel(text)
  const sampleHz = 50_000
  const { samples } = simulateTrigger({
    ...{ wheel, pickup: 'vr', sampleHz, durationS: 3, seed: 6, noiseV: 0.1, ...faults },
    rpm: (t) => 400 * (1 + 0.1 * Math.sin(2 * Math.PI * 11 * t)),
  })
  return { wheel, samples, capture: readCapture(samples, { sampleHz, wheel, pickup: 'vr' }) }
}

describe('each tooth against where it should be', () => {
  it.each([
    [11, 0.9],
    [3, -1.2],
    [33, 0.8],
  ])('finds tooth %i that stands %f° late, and no other', (edge, lateDeg) => {
    const { wheel, capture } = read('36-2', { bentTooth: { edge, lateDeg } })
    const offsets = toothOffsets(capture, wheel)
    const bent = bentTooth(offsets)
    expect(bent?.edge).toBe(edge)
    expect(bent!.lateDeg).toBeCloseTo(lateDeg, 0)
    expect(capture.faults).toEqual([])
  })
  it('finds none on a wheel that is true, runout or not, either way round', () => {
    for (const faults of [{}, { runout: 0.3 }, { reversed: true }]) {
      const { wheel, capture } = read('36-2', faults)
      expect(bentTooth(toothOffsets(capture, wheel))).toBe(null)
    }
  })
})

describe('the gap', () => {
  it.each([
    ['36-2', 3],
    ['36-1', 2],
    ['60-2', 3],
    ['12-3', 4],
  ])('of %s is as long as %i steps', (text, steps) => {
    const { wheel, capture } = read(text)
    expect(gapRatio(capture, wheel)!).toBeCloseTo(steps, 1)
  })
})

describe('a stretch as it is drawn', () => {
  const samples = Float32Array.from({ length: 100_000 }, (_, i) => Math.sin(i / 50))
  samples[77_777] = 9
  const envelope = envelopeOf(samples)

  it('is the samples themselves where they fit', () => {
    const { at, v } = drawnStretch(samples, envelope, [100, 400], 900)
    expect(at[0]).toBe(100)
    expect(at.at(-1)).toBe(400)
    expect(v).toEqual(at.map((i) => samples[i]))
  })
  it.each([
    [0, 100_000],
    [60_000, 90_000],
    [77_000, 80_000],
  ])('loses no peak from %i to %i', (from, to) => {
    const { at, v } = drawnStretch(samples, envelope, [from, to], 300)
    expect(at.length).toBeLessThanOrEqual(600)
    expect(Math.max(...v)).toBe(9)
    expect(Math.min(...v)).toBeCloseTo(-1, 2)
    for (let i = 1; i < at.length; i++) expect(at[i]!).toBeGreaterThan(at[i - 1]!)
  })
})
