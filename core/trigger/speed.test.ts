import { describe, expect, it } from 'vitest'
import { normalStream, uniformStream } from '../math/index.ts'
import { smoothedSpeed } from './speed.ts'

type Edges = { at: Float64Array; speed: Float64Array; true: Float64Array }

/** Edges of an even wheel that a speed in degrees a sample carries past, each with so much scatter in degrees. */
function edges(
  count: number,
  pitch: number,
  speedAt: (angle: number) => number,
  scatter: number,
): Edges {
  const normal = normalStream(uniformStream(5))
  const exact = new Float64Array(count)
  const STEPS = 200
  for (let k = 1; k < count; k++) {
    exact[k] = exact[k - 1]!
    for (let s = 0; s < STEPS; s++)
      exact[k]! += pitch / STEPS / speedAt((k - 1 + (s + 0.5) / STEPS) * pitch)
  }
  const at = exact.map((t, k) => t + (scatter * normal()) / speedAt(k * pitch))
  const over = (t: Float64Array): Float64Array =>
    t.map((v, k) => (k === 0 ? 0 : pitch / (v - t[k - 1]!)))
  return { at, speed: over(at), true: over(exact) }
}

const off = (speeds: Float64Array, truth: Float64Array): number =>
  Math.sqrt(
    speeds.slice(1).reduce((sum, v, k) => sum + (v / truth[k + 1]! - 1) ** 2, 0) /
      (truth.length - 1),
  )

describe('the speed between edges', () => {
  it.each([6, 10, 30, 45])(
    'at a steady speed, teeth %i° apart, loses most of its scatter',
    (pitch) => {
      const made = edges(700, pitch, () => 0.4, 0.01 * pitch)
      const [raw, now] = [made.speed, smoothedSpeed(made.at, made.speed)].map((s) =>
        off(s, made.true),
      )
      // between two edges: √2 of their scatter; a line through four has a third of that
      expect(raw).toBeGreaterThan(0.013)
      expect(now).toBeLessThan(raw! / 3)
    },
  )
  it.each([
    [6, 0.35, 2],
    [10, 0.35, 2],
    [15, 0.35, 3],
    [30, 0.35, 1.5],
    [90, 0.35, 1],
    [10, 0.05, 2],
  ])(
    'of teeth %i° apart, swinging by %d so often in a turn as %d, is never told worse',
    (pitch, swing, order) => {
      const speedAt = (angle: number): number =>
        0.4 * (1 + swing * Math.sin((order * angle * Math.PI) / 180))
      for (const scatter of [0, 0.003, 0.01, 0.03]) {
        const made = edges(700, pitch, speedAt, scatter * pitch)
        const raw = off(made.speed, made.true)
        expect(off(smoothedSpeed(made.at, made.speed), made.true)).toBeLessThan(1.03 * raw + 1e-9)
      }
    },
  )
  it('is told by itself where edges do not scatter, from rest as well', () => {
    const made = edges(300, 10, (angle) => 0.02 + angle / 4000, 0)
    expect(off(smoothedSpeed(made.at, made.speed), made.speed)).toBeLessThan(0.002)
  })
  it('goes over no place where sync was lost, and leaves few edges as they are', () => {
    const made = edges(40, 10, () => 0.4, 0.2)
    made.speed[20] = 0
    const now = smoothedSpeed(made.at, made.speed)
    expect(now[20]).toBe(0)
    const [a, b] = [
      smoothedSpeed(made.at.slice(0, 20), made.speed.slice(0, 20)),
      smoothedSpeed(made.at.slice(20), made.speed.slice(20)),
    ]
    expect([...now]).toEqual([...a, ...b])
    const few = edges(5, 10, () => 0.4, 0.2)
    expect([...smoothedSpeed(few.at, few.speed)]).toEqual([...few.speed])
    expect(smoothedSpeed(new Float64Array(0), new Float64Array(0))).toHaveLength(0)
  })
})
