import { describe, expect, it } from 'vitest'
import { crankedFromRest, turn } from './engine.fixture.ts'
import { readCapture } from './decode.ts'
import { simulateTrigger } from './simulate.ts'
import { againstComparator, strengthOf } from './strength.ts'
import { parseWheel } from './wheel.ts'

const wheel = parseWheel('36-2')
const read = (samples: Float32Array, sampleHz: number) =>
  readCapture(samples, { sampleHz, wheel, pickup: 'vr' })

/** Edges of a comparator that falls at zero once it was above its threshold, and rises again a hysteresis above. */
function edgesOf(samples: Float32Array, thresholdV: number, hysteresisV: number): number {
  let [armed, high, edges] = [false, false, 0]
  for (const v of samples) {
    if (v > thresholdV) armed = true
    if (!high && v > hysteresisV / 2) high = true
    else if (high && v < -hysteresisV / 2) {
      high = false
      if (armed) edges++
      armed = false
    }
  }
  return edges
}

describe('how strong a pickup is', () => {
  it.each([[0.02], [0.05], [0.1]])('noise of %f of the local peak is found again', (noise) => {
    const made = turn({
      ...{ wheel: '36-2', sampleHz: 50_000, durationS: 2, rpm: (t: number) => 300 + 600 * t },
      ...{ noise, seed: 4 },
    })
    const found = strengthOf(made.samples, read(made.samples, 50_000))!
    expect(found.turns.length).toBeGreaterThan(20)
    // what is given is 11 V at 1000 a minute, and noise adds to a peak
    expect(found.voltPer1000).toBeGreaterThan(11 * 0.99)
    expect(found.voltPer1000).toBeLessThan(11 * (1 + 3.5 * noise))
    for (const t of found.turns) {
      expect(t.noiseV / t.peakV).toBeGreaterThan(0.65 * noise)
      expect(t.noiseV / t.peakV).toBeLessThan(1.35 * noise)
      expect(t.leastV).toBeLessThanOrEqual(t.peakV)
    }
  })
  it('a wheel that runs out is weaker on one side', () => {
    const of = (runout: number) => {
      const { samples } = simulateTrigger({
        ...{ wheel, pickup: 'vr', sampleHz: 50_000, durationS: 1, rpm: () => 600, seed: 2 },
        ...{ runout, noiseV: 0.05 },
      })
      return strengthOf(samples, read(samples, 50_000))!
    }
    const [true_, out] = [of(0), of(0.4)]
    const least = (s: typeof out): number => Math.min(...s.turns.map((t) => t.leastV))
    expect(least(out) / least(true_)).toBeGreaterThan(0.55)
    expect(least(out) / least(true_)).toBeLessThan(0.68)
  })
  it('is not told by less than two turns', () => {
    const made = turn({ wheel: '36-2', sampleHz: 20_000, durationS: 0.1, rpm: () => 300 })
    expect(strengthOf(made.samples, read(made.samples, 20_000))).toBe(null)
  })
})

describe('against a comparator', () => {
  const made = (noiseV: number, gapRatio: number) =>
    simulateTrigger({
      ...{
        wheel,
        pickup: 'vr',
        sampleHz: 100_000,
        durationS: 2.5,
        rpm: crankedFromRest(240),
        seed: 6,
      },
      ...{ noiseV, gapRatio },
    })
  it.each([
    [1, 0.3, 0.2],
    [2, 0.5, 0.2],
    [3, 0.3, 0.3],
    [2, 0.9, 0.3],
    [3, 1.5, 0.2],
  ])('gap %f, switching above %f V: teeth are missed where peaks are below it', (gap, on, hyst) => {
    const { samples, trueEdgesS } = made(0.01, gap)
    const strength = strengthOf(samples, read(samples, 100_000))!
    const against = againstComparator(strength, { thresholdV: on, hysteresisV: hyst })
    const seen = edgesOf(samples, on, hyst)
    // counted from the first speed at which a tooth is twice the threshold, which is said
    if (against.peaks > 1.2) expect(seen / trueEdgesS.length).toBeGreaterThan(0.93)
    if (against.peaks < 0.8) expect(seen / trueEdgesS.length).toBeLessThan(0.93)
  })
  it('noise of more than its hysteresis makes edges of its own, less makes none', () => {
    const extra = (noiseV: number): { ratio: number; many: number } => {
      const { samples, trueEdgesS } = made(noiseV, 1)
      const strength = strengthOf(samples, read(samples, 100_000))!
      const { hysteresis } = againstComparator(strength, { thresholdV: 0.3, hysteresisV: 0.3 })
      // as a comparator without arming has it: only its hysteresis holds noise off
      return { ratio: hysteresis, many: edgesOf(samples, 0, 0.3) / trueEdgesS.length }
    }
    const quiet = extra(0.03)
    expect(quiet.ratio).toBeGreaterThan(1)
    expect(quiet.many).toBeLessThan(1.02)
    const loud = extra(0.15)
    expect(loud.ratio).toBeLessThan(0.5)
    expect(loud.many).toBeGreaterThan(1.2)
  })
})
