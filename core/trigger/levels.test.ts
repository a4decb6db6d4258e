import { describe, expect, it } from 'vitest'
import { normalStream, uniformStream } from '../math/index.ts'
import { levelsOf, switchings } from './levels.ts'

/** High from each rise to the fall after it; `rampSamples` from one level to the other, 1σ of noise in volts. */
function switched(
  falls: readonly number[],
  rises: readonly number[],
  { low = 0.4, high = 5, ramp = 0.2, noise = 0, n = 4000 } = {},
): Float32Array {
  const normal = normalStream(uniformStream(4))
  const edges = [
    ...falls.map((at) => ({ at, by: low - high })),
    ...rises.map((at) => ({ at, by: high - low })),
  ]
  const from = Math.min(...falls) < Math.min(...rises) ? high : low
  return Float32Array.from({ length: n }, (_, i) =>
    edges.reduce(
      (v, e) => v + e.by * Math.min(1, Math.max(0, (i - e.at) / ramp + 0.5)),
      from + noise * normal(),
    ),
  )
}

const FALLS = [100.3, 700.8, 1300.1, 2500.6]
const RISES = [400.5, 1000.2, 1600.9, 2900.4]

describe('the levels of what switches', () => {
  it.each([
    [0.4, 5, 0],
    [0.4, 5, 0.5],
    [-12, 12, 1],
    [11, 11.5, 0],
  ])('are %d and %d V, with %d V of noise', (low, high, noise) => {
    const found = levelsOf(switched(FALLS, RISES, { low, high, noise }))!
    expect(Math.abs(found.low - low)).toBeLessThan(0.05 * (high - low))
    expect(Math.abs(found.high - high)).toBeLessThan(0.05 * (high - low))
  })
  it('are those of a pulse as short as a hundredth of the capture', () => {
    const found = levelsOf(switched([2040], [2000]))!
    expect(Math.abs(found.low - 0.4)).toBeLessThan(0.1)
    expect(Math.abs(found.high - 5)).toBeLessThan(0.2)
  })
  it('there are no levels where nothing switches', () => {
    expect(levelsOf(new Float32Array(500).fill(5))).toBe(null)
    expect(levelsOf(new Float32Array(0))).toBe(null)
  })
})

describe('where it switches', () => {
  it.each([0.2, 6, 30])('is half-way between the levels, edges %d samples long', (ramp) => {
    const samples = switched(FALLS, RISES, { ramp })
    const { falls, rises } = switchings(samples, levelsOf(samples)!)
    const within = Math.max(0.5, 0.03 * ramp)
    expect(falls).toHaveLength(FALLS.length)
    expect(rises).toHaveLength(RISES.length)
    falls.forEach((x, i) => expect(Math.abs(x - FALLS[i]!)).toBeLessThanOrEqual(within))
    rises.forEach((x, i) => expect(Math.abs(x - RISES[i]!)).toBeLessThanOrEqual(within))
  })
  it('is once for each edge, however it rings and whatever noise is on it', () => {
    const samples = switched(FALLS, RISES, { noise: 0.5, ramp: 10 })
    // after each fall it comes back a third of the way
    for (const at of FALLS) for (let i = 8; i < 14; i++) samples[Math.round(at) + i]! += 1.5
    const { falls, rises } = switchings(samples, { low: 0.4, high: 5 })
    expect(falls).toHaveLength(FALLS.length)
    expect(rises).toHaveLength(RISES.length)
    falls.forEach((x, i) => expect(Math.abs(x - FALLS[i]!)).toBeLessThan(5))
  })
  it('keeps count past the room that was made for it', () => {
    const samples = Float32Array.from({ length: 12_000 }, (_, i) => (i % 4 < 2 ? 5 : 0))
    const { falls, rises } = switchings(samples, { low: 0, high: 5 })
    expect(falls).toHaveLength(3000)
    expect(rises).toHaveLength(2999)
    expect([...falls].every((x, k) => Math.abs(x - (4 * k + 1.5)) < 0.51)).toBe(true)
  })
})
