import { describe, expect, it } from 'vitest'
import type { Crossings } from './crossings.ts'
import { hindsight } from './hindsight.ts'
import { passing } from './passing.fixture.ts'
import { Pattern } from './pattern.ts'
import { followed } from './tracker.ts'
import { parseWheel } from './wheel.ts'

const WHEELS = ['36-2', '12-1', '8-1', '6-1', '5-1', '4-1', '3+1', '4+1', '0,25,90,150,240,300/360']
const run = { turns: 9, swing: 0.35, first: 1, speed: (way: number) => Math.min(1, 0.3 + 6 * way) }

/** What is told of passings of a wheel, some of them gone. */
function told(wheel: string, all: Crossings, isGone: (k: number) => boolean = () => false) {
  const pattern = new Pattern(parseWheel(wheel))
  const left = (v: Float64Array): Float64Array => v.filter((_, k) => !isGone(k))
  const crossings = { at: left(all.at), steep: left(all.steep!) }
  const asItWent = followed(crossings, pattern)
  return { at: crossings.at, asItWent, after: hindsight(asItWent, crossings, pattern) }
}

describe('what happened in the first turns, told by how the engine turned after', () => {
  it.each(WHEELS)(
    '%s: a tooth that does not show is named, and every other is where it was',
    (wheel) => {
      const n = parseWheel(wheel).edgesDegrees.length
      for (const perTurn of [1, 1.5, 2, 3])
        for (let gone = 2 * n; gone < 3 * n; gone += Math.ceil(n / 6)) {
          const all = passing(wheel, { ...run, perTurn })
          const { at, asItWent, after } = told(wheel, all, (k) => k === gone)
          const got = after ?? asItWent
          expect(got.faults.map((f) => [f.kind, f.edge])).toEqual([['missed', all.edge[gone]]])
          const turn = all.at[gone + n]! - all.at[gone]!
          expect(Math.abs(got.faults[0]!.at - all.at[gone]!)).toBeLessThan(0.02 * turn)
          const edges = all.edge.filter((_, k) => k !== gone)
          const since = at.indexOf(got.at[0]!)
          expect(since).toBeLessThan(n)
          expect([...got.edge]).toEqual(edges.slice(since))
          const starts = [...all.at].filter((x, k) => all.edge[k] === 0 && x >= got.at[0]!)
          expect(got.starts).toHaveLength(starts.length)
        }
    },
  )
  it.each(WHEELS)('%s: one edge too many is named, and no edge is taken for another', (wheel) => {
    const n = parseWheel(wheel).edgesDegrees.length
    for (let before = 2 * n; before < 3 * n; before += Math.ceil(n / 6)) {
      const all = passing(wheel, { ...run, perTurn: 1.5 })
      const extra = 0.6 * all.at[before]! + 0.4 * all.at[before + 1]!
      const at = Float64Array.from([...all.at, extra]).sort()
      const steep = Float64Array.from(at, (x) => all.steep[all.at.indexOf(x)] ?? all.steep[before]!)
      const { asItWent, after } = told(wheel, { at, steep })
      const got = after ?? asItWent
      expect(got.faults.map((f) => f.kind)).toEqual(['noise'])
      expect(got.faults[0]!.at).toBeCloseTo(extra, 6)
      const since = [...all.at].findIndex((x) => Math.abs(x - got.at[0]!) < 1e-6)
      expect([...got.edge]).toEqual(all.edge.slice(since))
    }
  })
  it('is nothing where nothing was wrong, and where no turns prove anything', () => {
    for (const wheel of WHEELS) {
      const { asItWent, after } = told(wheel, passing(wheel, { ...run, perTurn: 2 }))
      expect((after ?? asItWent).faults).toEqual([])
    }
    const short = passing('12-1', { ...run, turns: 3, perTurn: 1 })
    expect(told('12-1', short, (k) => k === 15).after).toBeNull()
    expect(told('12-1', short, () => true).after).toBeNull()
  })
  it('leaves to what was told as it went what came later', () => {
    const all = passing('36-2', { ...run, turns: 14, perTurn: 2 })
    const { asItWent, after } = told('36-2', all, (k) => k === 10 * 34 + 5)
    expect(asItWent.faults.map((f) => f.edge)).toEqual([all.edge[10 * 34 + 5]])
    expect(after).toBeNull()
  })
})
