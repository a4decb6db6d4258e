import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { coded } from '../coded.fixture.ts'
import { applyChange, readBuild, undo, writeBuild, type Build, type Edited } from './index.ts'

const sample = saltmarshNine()
const [crank] = sample.triggers
const id = crank!.id

let count = 0
const stamp = () => ({ id: `c${count++}`, at: '2026-11-27T10:00:00Z', by: '' })
const after = (build: Build, ...edits: Edited[]): Build =>
  edits.reduce((b, e) => applyChange(b, e, stamp()), build)
const of = (build: Build) => build.triggers.find((t) => t.id === id)!

const GAP = {
  ...{ peakV: 1.2, rpm: 200, gapM: 0.001, diameterM: 0.15, thresholdV: 0.3, limitV: 100 },
  ...{ crankRpm: 120, limiterRpm: 7500, runoutM: 0.0002, clearM: 0.0003 },
}
const dwell = (key: string, dwellS = 0.0032) => ({
  ...{ id: key, coil: 'Coil 1', batteryV: 13.8, dwellS },
})

describe('what a trigger is designed from', () => {
  const gapped = after(sample, { kind: 'editTrigger', args: { id, patch: { gap: GAP } } })

  it('is kept, and one number of it is changed without the others', () => {
    const next = after(gapped, { kind: 'editTrigger', args: { id, patch: { gap: { rpm: 250 } } } })
    expect(of(next).gap).toEqual({ ...GAP, rpm: 250 })
    expect(next.changes.at(-1)!.edits).toHaveLength(1)
    expect(next.changes.at(-1)!.edits[0]!.path).toEqual(['gap', 'rpm'])
    expect(readBuild(writeBuild(next)).build).toEqual(next)
  })
  it('of two hands on two numbers keeps both', () => {
    const edits: Edited[] = [
      { kind: 'editTrigger', args: { id, patch: { gap: { rpm: 250 } } } },
      { kind: 'editTrigger', args: { id, patch: { gap: { peakV: 2 } } } },
    ]
    expect(of(after(gapped, ...edits)).gap).toEqual({ ...GAP, rpm: 250, peakV: 2 })
  })
  it('is refused where half of it was never typed', () => {
    const half: Edited = { kind: 'editTrigger', args: { id, patch: { gap: { rpm: 250 } } } }
    expect(() => after(sample, half)).toThrow()
  })
})

describe('dwell by coil', () => {
  it('is added and removed one by one, and undone', () => {
    const two = after(
      sample,
      { kind: 'addDwell', args: { id, dwell: dwell('d1') } },
      { kind: 'addDwell', args: { id, dwell: dwell('d2', 0.0026) } },
    )
    expect(of(two).dwell.map((d) => d.dwellS)).toEqual([0.0032, 0.0026])
    const one = after(two, { kind: 'removeDwell', args: { id, dwell: 'd1' } })
    expect(of(one).dwell).toEqual([dwell('d2', 0.0026)])
    expect(of(undo(one, stamp())).dwell).toEqual(of(two).dwell)
    expect(readBuild(writeBuild(one)).build).toEqual(one)
  })
  it('of a trigger or a coil that is gone is refused', () => {
    const gone = { id: 'gone', dwell: dwell('d') }
    expect(() => after(sample, { kind: 'addDwell', args: gone })).toThrow(coded('not-found'))
    expect(() => after(sample, { kind: 'removeDwell', args: { id, dwell: 'd' } })).toThrow(
      coded('not-found'),
    )
  })
})
