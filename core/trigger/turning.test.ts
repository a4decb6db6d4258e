import { describe, expect, it } from 'vitest'
import { passing } from './passing.fixture.ts'
import { Pattern } from './pattern.ts'
import { provenTurning } from './turning.ts'
import { parseWheel } from './wheel.ts'

const WHEELS = ['60-2', '36-1', '12-1', '4-1', '3+1', '8+1', '0,25,90,150,240,300/360', '0/360']

describe('turns that prove how an engine turns', () => {
  it.each(WHEELS)('%s: are the first four, whatever the compression', (wheel) => {
    for (const perTurn of [0.5, 1, 1.5, 2, 3]) {
      const all = passing(wheel, { turns: 10, swing: 0.35, perTurn, first: 2 })
      const pattern = new Pattern(parseWheel(wheel))
      const { n } = pattern
      const turning = provenTurning(all, pattern, 0)
      expect(turning).not.toBeNull()
      const { from, to, edge, took } = turning!
      expect([to - from, edge, took.length]).toEqual([4 * n, all.edge[from], 2 * n])
      expect(from).toBeLessThanOrEqual(n)
      // from the last interval back
      expect(took[0]).toBeCloseTo(all.at[to]! - all.at[to - 1]!, 9)
      expect(took[2 * n - 1]).toBeCloseTo(all.at[to - 2 * n + 1]! - all.at[to - 2 * n]!, 9)
    }
  })
  it.each(WHEELS.filter((w) => w !== '0/360'))('%s: hold no fault', (wheel) => {
    const pattern = new Pattern(parseWheel(wheel))
    const { n } = pattern
    const all = passing(wheel, { turns: 12, swing: 0.35, perTurn: 1.5, first: 0 })
    for (let gone = 4 * n; gone < 5 * n; gone += Math.ceil(n / 7)) {
      const [at, steep] = [all.at, all.steep].map((v) => v.filter((_, k) => k !== gone))
      const turning = provenTurning({ at: at!, steep: steep! }, pattern, all.at[n]!)
      expect(turning).not.toBeNull()
      const { from, to } = turning!
      // the edges on both sides of the one that is gone are gone - 1 and gone
      expect(from >= gone || to <= gone - 1).toBe(true)
    }
  })
  it('no turns are kept of too few, where every second has a fault, or where it turns as it likes', () => {
    const pattern = new Pattern(parseWheel('12-1'))
    const short = passing('12-1', { turns: 3.9, swing: 0, perTurn: 1, first: 0 })
    expect(provenTurning({ at: short.at, steep: null }, pattern, 0)).toBeNull()
    const long = passing('12-1', { turns: 20, swing: 0.1, perTurn: 1, first: 0 })
    const faulty = long.at.filter((_, k) => k % 22 !== 15 || k % 44 === 15)
    expect(provenTurning({ at: faulty, steep: null }, pattern, 0)).toBeNull()
    let x = 0
    const wild = long.at.map((_, k) => (x += 100 * (1 + 0.5 * Math.sin(k * k))))
    expect(provenTurning({ at: wild, steep: null }, pattern, 0)).toBeNull()
    expect(provenTurning({ at: new Float64Array(0), steep: null }, pattern, 0)).toBeNull()
  })
})
