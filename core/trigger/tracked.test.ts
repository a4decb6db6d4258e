import { describe, expect, it } from 'vitest'
import { between, countBefore, joined, lastAlike, turnedRound, type Tracked } from './tracked.ts'

/** A wheel of four edges that pass every ten samples, from edge 1 on, the second of them once gone. */
const told: Tracked = {
  at: Float64Array.of(10, 20, 30, 50, 60, 70),
  edge: Uint16Array.of(1, 2, 3, 1, 2, 3),
  speed: Float64Array.of(0, 9, 9, 9, 9, 9),
  starts: [40],
  faults: [{ at: 40, kind: 'missed', edge: 0 }],
  inSync: true,
}

describe('what was told of edges', () => {
  it('is parted at a place, which the first part keeps, and joined again', () => {
    const [a, b] = [between(told, -Infinity, 30), between(told, 30, Infinity)]
    expect([[...a.at], a.starts, a.faults]).toEqual([[10, 20, 30], [], []])
    expect([[...b.edge], b.starts, b.faults.length]).toEqual([[1, 2, 3], [40], 1])
    expect(joined(a, b)).toEqual(told)
  })
  it('keeps from what follows whether it was in sync at last', () => {
    expect(joined(told, { ...told, inSync: false }).inSync).toBe(false)
    expect(joined({ ...told, inSync: false }, told).inSync).toBe(true)
  })
  it('is turned round in time: edges count down from the other end, faults stay where they were', () => {
    const round = turnedRound(told, 100, 4)
    expect([...round.at]).toEqual([30, 40, 50, 70, 80, 90])
    expect([...round.edge]).toEqual([1, 2, 3, 1, 2, 3])
    expect([...round.speed]).toEqual([0, 9, 9, 9, 9, 9])
    expect(round.starts).toEqual([60])
    expect(round.faults).toEqual([{ at: 60, kind: 'missed', edge: 0 }])
    const uneven = { ...told, speed: Float64Array.of(0, 1, 2, 3, 4, 5) }
    expect([...turnedRound(uneven, 100, 4).speed]).toEqual([0, 5, 4, 3, 2, 1])
    expect(turnedRound(turnedRound(told, 100, 4), 100, 4)).toEqual(told)
  })
  it('agrees with another telling up to some edge', () => {
    const shifted = { ...told, edge: Uint16Array.of(1, 2, 3, 2, 3, 0) }
    expect(lastAlike(told, shifted, 65)).toBe(30)
    expect(lastAlike(told, told, 65)).toBe(60)
    expect(lastAlike(told, told, 10)).toBe(-Infinity)
    expect(lastAlike(told, { ...told, edge: told.edge.map((e) => (e + 1) % 4) }, 65)).toBe(
      -Infinity,
    )
    // what time turned round has moved by its last digits is the same edge
    expect(lastAlike(told, { ...told, at: told.at.map((x) => x + 1e-9) }, 65)).toBe(60)
  })
  it('counts the places before another', () => {
    expect([5, 10, 11, 70, 99].map((x) => countBefore(told.at, x))).toEqual([0, 0, 1, 5, 6])
  })
})
