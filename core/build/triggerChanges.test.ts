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

const gap = (patch: Partial<typeof GAP>): Edited => ({
  kind: 'editGap',
  args: { id, patch, usual: GAP },
})
const SWITCHED = {
  ...{ lowV: 0.4, sinkA: 0.02, leakA: 1e-5, sensorFromV: 4.5, cableF: 1e-9 },
  ...{ railTolerance: 0.02, series: 'E24' as const, partTolerance: 0.05, limiterRpm: 7500 },
  ...{ switches: 'ground' as const, leastA: 0 },
  batteryV: [6, 15] as [number, number],
}

describe('what a trigger is designed from', () => {
  it('is kept from the first number on, the usual ones beside it', () => {
    const next = after(sample, gap({ peakV: 2 }))
    expect(of(next).gap).toEqual({ ...GAP, peakV: 2 })
    expect(readBuild(writeBuild(next)).build).toEqual(next)
    expect(of(undo(next, stamp())).gap).toBe(null)
  })
  it('is changed by one number without the others', () => {
    const next = after(sample, gap({ peakV: 2 }), gap({ rpm: 250 }))
    expect(of(next).gap).toEqual({ ...GAP, peakV: 2, rpm: 250 })
    expect(next.changes.at(-1)!.edits.map((e) => e.path)).toEqual([['gap', 'rpm']])
  })
  it('of an input keeps both ends of its battery, whichever is typed', () => {
    const input = (patch: object): Edited => ({
      kind: 'editSwitchedTrigger',
      args: { id, patch, usual: SWITCHED },
    })
    const next = after(sample, input({ batteryV: { 0: 8 } }), input({ series: 'E12' }))
    expect(of(next).switched).toEqual({ ...SWITCHED, batteryV: [8, 15], series: 'E12' })
    expect(readBuild(writeBuild(next)).build).toEqual(next)
  })
  it('of a trigger that is gone is refused', () => {
    const gone: Edited = { kind: 'editGap', args: { id: 'gone', patch: {}, usual: GAP } }
    expect(() => after(sample, gone)).toThrow(coded('not-found'))
  })
})

describe('ohms of a pickup, and its comparator', () => {
  const lead = (key: string, red: string, black: string, ohm: number | null): Edited => ({
    kind: 'measureLead',
    args: { id, lead: { id: key, red, black, ohm } },
  })
  it('are kept pair by pair; a pair read again takes the place of what was read before', () => {
    const next = after(
      sample,
      lead('a', '1', '2', 860),
      lead('b', '1', '3', null),
      lead('c', '1', '2', 855),
    )
    expect(of(next).leads).toEqual([
      { id: 'a', red: '1', black: '2', ohm: 855 },
      { id: 'b', red: '1', black: '3', ohm: null },
    ])
    expect(readBuild(writeBuild(next)).build).toEqual(next)
    const one = after(next, { kind: 'removeLead', args: { id, lead: 'a' } })
    expect(of(one).leads.map((l) => l.id)).toEqual(['b'])
    expect(of(undo(one, stamp())).leads).toEqual(of(next).leads)
  })
})

describe('a proof of a trigger', () => {
  const proof = {
    ...{ id: 'p', read: id, measurements: [], at: '2026-11-27T10:00:00Z', by: '' },
    dependsOn: 'a'.repeat(64),
    inForce: null,
  }
  it('stands in the record, takes the place of the one before, and goes with its trigger', () => {
    const next = after(
      sample,
      { kind: 'prove', args: { proof } },
      { kind: 'prove', args: { proof: { ...proof, id: 'q' } } },
    )
    expect(next.proofs.filter((p) => p.read === id).map((p) => p.id)).toEqual(['q'])
    expect(readBuild(writeBuild(next)).build).toEqual(next)
    const gone = after(next, { kind: 'removeTrigger', args: { id } })
    expect(gone.proofs.some((p) => p.read === id)).toBe(false)
    const unknown: Edited = { kind: 'prove', args: { proof: { ...proof, read: 'gone' } } }
    expect(() => after(sample, unknown)).toThrow(coded('not-found'))
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
