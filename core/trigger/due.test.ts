import { describe, expect, it } from 'vitest'
import { DueTimes, TIGHT, type Passed } from './due.ts'
import { Pattern } from './pattern.ts'
import { parseWheel } from './wheel.ts'

/** Intervals of a wheel at a speed that is a function of the crank's angle, one after another from edge 0 on. */
function intervals(wheel: string, count: number, speed: (degrees: number) => number): Passed[] {
  const pattern = new Pattern(parseWheel(wheel))
  let angle = 0
  return Array.from({ length: count }, (_, k) => {
    const step = pattern.steps[k % pattern.n]!
    let samples = 0
    for (let i = 0; i < 200; i++) samples += step / 200 / speed(angle + ((i + 0.5) * step) / 200)
    angle += step
    return { slot: k % (2 * pattern.n), steps: 1, samples }
  })
}

/** After how many intervals they are held against ones that came before; Infinity where never. */
function knownAfter(due: DueTimes, all: readonly Passed[]): number {
  for (let k = 1; k < all.length; k++) {
    due.came(all[k - 1]!, all[k]!)
    if (due.known) return k
  }
  return Infinity
}

const swinging = (perTurn: number) => (degrees: number) =>
  6 * (1 + 0.35 * Math.sin((degrees * perTurn * Math.PI) / 180))

describe('what intervals are held against', () => {
  const due = (wheel: string): DueTimes => new DueTimes(new Pattern(parseWheel(wheel)))

  it('is their degrees at first', () => {
    expect(due('4-1').values).toEqual(Float64Array.of(90, 90, 180, 90, 90, 180))
    expect(due('4-1').of(1, 2)).toBe(270)
    expect(due('4-1').of(5, 3)).toBe(360)
  })
  it.each([
    ['12-1', 1, 1],
    ['12-1', 2, 1],
    ['12-1', 1.5, 2],
    ['12-1', 2.5, 2],
    ['8+1', 3, 1],
    ['6-1', 0.5, 2],
  ])('%s with %f swings a turn: is what came %i turns before', (wheel, perTurn, turns) => {
    const { n } = new Pattern(parseWheel(wheel))
    const known = knownAfter(due(wheel), intervals(wheel, 8 * n, swinging(perTurn)))
    // the turns that fill it, and one that is like them
    expect(known).toBeGreaterThanOrEqual((turns + 1) * n)
    expect(known).toBeLessThanOrEqual((turns + 1) * n + 2)
  })
  it('follows an engine that gains speed, and shows a gap that is a tooth wider', () => {
    const gains = (degrees: number): number => swinging(2)(degrees) * (1 + degrees / 3600)
    const { n } = new Pattern(parseWheel('36-2'))
    const all = intervals('36-2', 7 * n, gains)
    const held = due('36-2')
    for (let k = 1; k < 6 * n; k++) held.came(all[k - 1]!, all[k]!)
    expect(held.known).toBe(true)
    const off = (from: number, steps: number): number => {
      const samples = all.slice(from, from + steps).reduce((s, v) => s + v.samples, 0)
      const before = all[from - 1]!
      const due = held.of(all[from]!.slot, 1) / held.of(before.slot, 1)
      return Math.log(samples / before.samples / due)
    }
    expect(Math.abs(off(6 * n, 1))).toBeLessThan(TIGHT / 3)
    expect(Math.abs(off(6 * n, 2))).toBeGreaterThan(2 * TIGHT)
  })
  it('is known at once by turns that were seen elsewhere, follows what comes, and is not given up', () => {
    const all = intervals('12-1', 44, swinging(2))
    const seen = Float64Array.from(all.slice(0, 22), (v) => v.samples)
    const held = new DueTimes(new Pattern(parseWheel('12-1')), seen.slice())
    expect([held.known, held.fromElsewhere]).toEqual([true, true])
    expect(held.of(3, 2)).toBeCloseTo(seen[3]! + seen[4]!, 9)
    // three times as slow, from one interval to the next
    const slow = all.map((v) => ({ ...v, samples: 3 * v.samples }))
    held.came(all[21]!, slow[22]!)
    held.came(slow[22]!, slow[23]!)
    expect(held.known).toBe(true)
    expect(held.of(0, 1)).toBeCloseTo(3 * seen[0]!, 9)
    expect(held.of(1, 1)).toBeCloseTo(seen[1]!, 9)
  })
  it('is degrees again where the engine turns otherwise', () => {
    const { n } = new Pattern(parseWheel('12-1'))
    const all = intervals('12-1', 6 * n, swinging(2))
    const held = due('12-1')
    for (let k = 1; k < all.length; k++) held.came(all[k - 1]!, all[k]!)
    expect(held.known).toBe(true)
    const last = all.at(-1)!
    const slow = { slot: (last.slot + 1) % (2 * n), steps: 1, samples: 1.5 * last.samples }
    held.came(last, slow)
    expect(held.known).toBe(false)
    expect(held.of(0, n)).toBeCloseTo(360, 9)
  })
})
