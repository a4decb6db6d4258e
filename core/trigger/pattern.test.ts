import { describe, expect, it } from 'vitest'
import { normalStream, uniformStream } from '../math/index.ts'
import type { Crossings } from './crossings.ts'
import { firstSure, isSure, Pattern } from './pattern.ts'
import { parseWheel } from './wheel.ts'

/** When edges of a ring pass that turns by a law of its own, in samples; by hand, from one edge on. */
function passed(
  degrees: readonly number[],
  { from, count, slowness }: { from: number; count: number; slowness: (angle: number) => number },
): Crossings {
  const at = [1000]
  let angle = 0
  for (let k = 0; k < count; k++) {
    const width = degrees[(from + k) % degrees.length]!
    // a hundred parts of each step, each at the speed it has there
    let time = 0
    for (let i = 0; i < 100; i++)
      time += (width / 100) * slowness(angle + ((i + 0.5) * width) / 100)
    at.push(at.at(-1)! + time)
    angle += width
  }
  return { at: Float64Array.from(at), steep: null }
}

const EIGHT_LESS_ONE = [45, 45, 45, 45, 45, 45, 90]
const evenly = (): number => 20

describe('where on a wheel edges are', () => {
  it.each([
    ['8-1', EIGHT_LESS_ONE],
    ['4+1', [45, 45, 90, 90, 90]],
    ['0,10,40,100,180,270/360', [10, 30, 60, 80, 90, 90]],
  ])('%s: found from each of its edges, turning evenly', (name, degrees) => {
    const pattern = new Pattern(parseWheel(name))
    // the ring as it was typed may begin at another edge than ours: which is which is told by the steps
    const first = pattern.steps.findIndex((_, j) =>
      degrees.every((d, i) => Math.abs(pattern.steps[(j + i) % degrees.length]! - d) < 1e-9),
    )
    expect(first).toBeGreaterThanOrEqual(0)
    for (let edge = 0; edge < degrees.length; edge++) {
      const seen = passed(degrees, { from: edge, count: 3 * degrees.length, slowness: evenly })
      const found = pattern.alignAny(seen, 0, 2 * degrees.length + 1)!
      expect(found.edge).toBe((first + edge) % degrees.length)
      expect(isSure(found)).toBe(true)
    }
  })

  it('a swing of a third is not taken for a gap', () => {
    const pattern = new Pattern(parseWheel('8-1'))
    const slowness = (a: number): number => 20 / (1 + 0.35 * Math.cos((1.5 * a * Math.PI) / 180))
    for (let edge = 0; edge < 7; edge++) {
      const seen = passed(EIGHT_LESS_ONE, { from: edge, count: 24, slowness })
      expect(firstSure(seen, pattern, 0)!.edge).toBe(edge)
    }
  })

  it('a ring that looks the same from several sides is symmetric, one gap is enough that it is not', () => {
    const symmetric = (name: string): boolean => new Pattern(parseWheel(name)).symmetric
    expect(['8-0', '0,30,180,210/360', '0/360'].map(symmetric)).toEqual([true, true, false])
    expect(['8-1', '0,30,180,211/360'].map(symmetric)).toEqual([false, false])
  })

  it('noise is nowhere on a ring of many teeth', () => {
    const normal = normalStream(uniformStream(4))
    const at = new Float64Array(300)
    for (let i = 1; i < at.length; i++) at[i] = at[i - 1]! + 40 * Math.exp(normal())
    for (const name of ['60-2', '36-2', '24+1'])
      expect(firstSure({ at, steep: null }, new Pattern(parseWheel(name)), 0)).toBeNull()
  })

  it('turned the other way keeps edge 0 and reads its steps from the other end', () => {
    const back = new Pattern(parseWheel('0,10,40,100,180,270/360')).turnedBack()
    expect(back.steps).toEqual([90, 90, 80, 60, 30, 10])
  })

  it('what was looked at before changes nothing: any order of questions has the same answers', () => {
    const normal = normalStream(uniformStream(7))
    const seen = passed(EIGHT_LESS_ONE, {
      from: 3,
      count: 60,
      slowness: (a) => 20 / (1 + 0.2 * Math.cos((2 * a * Math.PI) / 180)) + 0.3 * normal(),
    })
    const asked = [9, 15, 22, 9].flatMap((intervals) =>
      [0, 3, 6].flatMap((j) => [0, 11, 46, 52].map((from) => ({ intervals, j, from }))),
    )
    const one = new Pattern(parseWheel('8-1'))
    const ask = (pattern: Pattern) => (q: (typeof asked)[number]) =>
      pattern.misfitFrom(seen, q.from, q.j, q.intervals)
    const there = asked.map(ask(one))
    const back = asked.toReversed().map(ask(one)).reverse()
    expect(back).toEqual(there)
    expect(asked.map((q) => ask(new Pattern(parseWheel('8-1')))(q))).toEqual(there)
    expect(there.every((v) => v >= 0)).toBe(true)
  })
})
