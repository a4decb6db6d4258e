import { describe, expect, it } from 'vitest'
import { normalStream, uniformStream } from '../math/index.ts'
import { VrScan } from './crossings.ts'
import { isClear, profileOf } from './profile.ts'
import { rhythmOf } from './rhythm.ts'

type Made = { samples: Float32Array; falls: number[]; rises: number[]; peak: number }

/** A sine that starts anywhere, `period` samples long, with 1σ of noise over its peak; its own crossings beside it. */
function sine(task: {
  n: number
  period: number
  noise?: number
  peak?: number
  seed?: number
}): Made {
  const { n, period, noise = 0, peak = 2, seed = 3 } = task
  const uniform = uniformStream(seed)
  const normal = normalStream(uniform)
  const phase = uniform()
  const samples = Float32Array.from(
    { length: n },
    (_, i) => peak * (Math.sin(2 * Math.PI * (i / period - phase)) + noise * normal()),
  )
  const at = (half: number): number[] => {
    const all: number[] = []
    for (let k = -1; (k + half + phase) * period < n; k++)
      if ((k + half + phase) * period > 0) all.push((k + half + phase) * period)
    return all
  }
  return { samples, falls: at(0.5), rises: at(0), peak }
}

const scan = ({ samples, peak }: Made, period: number, sign: 1 | -1, backwards = false) =>
  new VrScan(samples, {
    ...{ sign, period, peak, profile: profileOf(samples) },
    ...(backwards ? { from: samples.length - 1, to: -1 } : { from: 0, to: samples.length }),
  }).run().at

/** How far each crossing found is from the nearest that is there. */
const misses = (found: ArrayLike<number>, there: readonly number[]): number[] =>
  Array.from(found, (x) => there.reduce((m, t) => (Math.abs(x - t) < Math.abs(m) ? x - t : m), 1e9))

const rms = (all: readonly number[]): number =>
  Math.sqrt(all.reduce((s, v) => s + v * v, 0) / all.length)

describe('crossings of a pickup', () => {
  it.each([7.3, 16, 61.7, 400, 5000])(
    'lie between samples where they are, %f samples to a tooth, both ways and backwards',
    (period) => {
      const made = sine({ n: Math.round(60 * period), period })
      for (const [sign, there] of [
        [1, made.falls],
        [-1, made.rises],
      ] as const)
        for (const backwards of [false, true]) {
          const found = scan(made, period, sign, backwards)
          // the first and the last may have no peak before them
          expect(Math.abs(found.length - there.length)).toBeLessThanOrEqual(1)
          expect(Math.max(...misses(found, there).map(Math.abs))).toBeLessThan(0.02 * period)
        }
    },
  )
  it.each([20, 60, 300])(
    'are placed under noise nearly as well as many samples allow, %i samples to a tooth',
    (period) => {
      const made = sine({ n: 400 * period, period, noise: 0.1 })
      const found = scan(made, period, 1)
      expect(Math.abs(found.length - made.falls.length)).toBeLessThanOrEqual(1)
      // by the phase of a sine out of all its samples: no estimate is better (Cramér and Rao)
      const least = (period / (2 * Math.PI)) * 0.1 * Math.sqrt(2 / period)
      const off = rms(misses(found, made.falls))
      expect(off).toBeGreaterThan(least)
      expect(off).toBeLessThan(2.2 * least)
    },
  )
  it('there are no crossings in a gap of noise, nor where a burst is', () => {
    const period = 50
    const made = sine({ n: 20_000, period, noise: 0.1 })
    const normal = normalStream(uniformStream(9))
    const [gapFrom, gapTo] = [8000, 8400]
    for (let i = gapFrom; i < gapTo; i++) made.samples[i] = 0.1 * made.peak * normal()
    // a spike of one sample, three times as high as a tooth
    made.samples[14_010] = 3 * made.peak
    const found = scan(made, period, 1)
    expect(Array.from(found).filter((x) => x > gapFrom + period && x < gapTo - period)).toEqual([])
    const after = Array.from(found).filter((x) => x > 14_000 && x < 14_600)
    const there = made.falls.filter((x) => x > 14_000 && x < 14_600)
    expect(Math.abs(after.length - there.length)).toBeLessThanOrEqual(1)
    expect(rms(misses(after, made.falls))).toBeLessThan(0.1 * period)
  })
  it.each([24, 90, 800])('are as steep as a sine is there, %i samples to a tooth', (period) => {
    const made = sine({ n: 40 * period, period, noise: 0.05 })
    const { steep } = new VrScan(made.samples, {
      ...{ sign: 1, period, peak: made.peak, profile: profileOf(made.samples) },
      ...{ from: 0, to: made.samples.length },
    }).run()
    // a line through the middle of a sine is a little flatter than the sine where it crosses
    const most = (2 * Math.PI * made.peak) / period
    for (const slope of steep) expect(slope / most).toBeGreaterThan(0.75)
    for (const slope of steep) expect(slope / most).toBeLessThan(1.15)
  })
  it('follow a signal that grows a hundred times from rest, and stop where they are to', () => {
    const period = 80
    const made = sine({ n: 40_000, period })
    made.samples.forEach((v, i) => (made.samples[i] = v * (0.01 + (0.99 * i) / 40_000)))
    const found = new VrScan(made.samples, {
      ...{ sign: 1, period, peak: made.peak, profile: profileOf(made.samples) },
      ...{ from: 39_999, to: -1 },
    }).run().at
    expect(found.length).toBeGreaterThan(0.97 * made.falls.length)
    expect(rms(misses(found, made.falls))).toBeLessThan(0.01 * period)
    const few = new VrScan(made.samples, {
      ...{ sign: 1, period, peak: made.peak, profile: profileOf(made.samples), most: 12 },
      ...{ from: 20_000, to: 40_000 },
    }).run().at
    expect(few).toHaveLength(12)
  })
})

describe('the rhythm of a stretch', () => {
  it.each([
    [12, 0],
    [40, 0.1],
    [40, 0.3],
    [900, 0.1],
    [6000, 0.2],
  ])('%i samples to a tooth, noise %d of its peak', (period, noise) => {
    const { samples, peak } = sine({ n: 50 * period, period, noise })
    const found = rhythmOf(samples, 0, samples.length)!
    // the beginning of a scan, which then finds its own
    expect(found.period / period).toBeGreaterThan(0.7)
    expect(found.period / period).toBeLessThan(1.2)
    expect(found.peak / peak).toBeGreaterThan(0.7)
    expect(found.peak / peak).toBeLessThan(1.6)
  })
  it('is seen in a part, and nothing is seen where nothing is', () => {
    const { samples } = sine({ n: 8000, period: 50 })
    samples.fill(0, 0, 4000)
    expect(rhythmOf(samples, 4000, 8000)!.period).toBeCloseTo(50, -1)
    expect(rhythmOf(samples, 0, 4000)).toBe(null)
    expect(rhythmOf(new Float32Array(0), 0, 0)).toBe(null)
  })
})

describe('how high a signal goes', () => {
  it('is told part by part, with its noise, and which parts hold teeth', () => {
    const quiet = sine({ n: 100_000, period: 400, noise: 0.05 })
    quiet.samples.forEach((v, i) => (quiet.samples[i] = i < 50_000 ? v : 0.002 * v))
    const profile = profileOf(quiet.samples)
    const [early, late] = [10, profile.amplitude.length - 10]
    expect(profile.amplitude[early]! / quiet.peak).toBeCloseTo(1.1, 0)
    expect(profile.noise[early]! / (0.05 * quiet.peak)).toBeCloseTo(1, 0)
    expect(isClear(profile, early, quiet.peak)).toBe(true)
    expect(isClear({ ...profile, amplitude: profile.noise }, late, quiet.peak)).toBe(false)
    expect(profileOf(new Float32Array(0)).amplitude.length).toBe(1)
  })
})
