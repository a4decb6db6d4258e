import { describe, expect, it } from 'vitest'
import { drawnStretch, envelopeOf } from './view.ts'

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
