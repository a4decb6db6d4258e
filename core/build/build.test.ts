import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import {
  applyChange,
  applyEdits,
  checkBuild,
  copyBuild,
  createBuild,
  describeDifferences,
  diffBuilds,
  invertEdits,
  readBuild,
  redo,
  undo,
  undoState,
  writeBuild,
  type Build,
  type Edited,
} from './index.ts'
import { coded } from '../coded.fixture.ts'

const sample = saltmarshNine()
let count = 0
const stamp = () => ({ id: `c${++count}`, at: '2026-11-24T20:00:00Z', by: '' })

describe('changes', () => {
  const edits: Edited[] = [
    { kind: 'renameBuild', args: { name: 'Other' } },
    { kind: 'editChannel', args: { id: 'ch-air', patch: { place: 'elsewhere' } } },
    { kind: 'removeChannel', args: { id: 'ch-oil' } },
    {
      kind: 'strikeMeasurement',
      args: { id: 'point-3', at: '2026-11-24T20:00:00Z', why: 'typed wrong' },
    },
    { kind: 'removeInstrument', args: { id: 'kitchen-probe' } },
    { kind: 'editInput', args: { input: 'eu-15', patch: { bits: 10 } } },
    { kind: 'editVehicle', args: { patch: { altitudeM: 12 } } },
    { kind: 'removeRead', args: { id: 'rd-oil-gauge' } },
  ]
  const content = (b: Build) => ({ ...b, revision: 0, changes: [] })

  it('are undone and redone exactly, in any number, through a file', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...edits), { minLength: 1, maxLength: 6 }), (chosen) => {
        const states = [sample]
        for (const e of chosen) {
          try {
            states.push(applyChange(states.at(-1)!, e, stamp()))
          } catch (error) {
            expect((error as { code: string }).code).toBe('not-found')
          }
        }
        const moved = states.filter((s, i) => i === 0 || s !== states[i - 1])
        let build = readBuild(writeBuild(states.at(-1)!)).build
        for (let i = moved.length - 2; i >= 0; i--) {
          build = undo(build, stamp())
          expect(content(build)).toEqual(content(moved[i]!))
        }
        for (let i = 1; i < moved.length; i++) {
          build = redo(build, stamp())
          expect(content(build)).toEqual(content(moved[i]!))
        }
        // undo appends: nothing of the history is lost
        expect(build.changes.length).toBe(sample.changes.length + 3 * (moved.length - 1))
      }),
      { numRuns: 60 },
    )
  })

  it('leave the build they were given alone, and count the revision', () => {
    const before = JSON.stringify(sample)
    const after = applyChange(sample, edits[2]!, stamp())
    expect(JSON.stringify(sample)).toBe(before)
    expect(after.revision).toBe(sample.revision + 1)
  })

  it('forget what was undone once something new is done', () => {
    const undone = undo(applyChange(sample, edits[0]!, stamp()), stamp())
    expect(undoState(undone.changes).redo).toBeDefined()
    expect(undoState(applyChange(undone, edits[1]!, stamp()).changes).redo).toBeUndefined()
  })

  it('that change nothing are not recorded', () => {
    expect(applyChange(sample, { kind: 'renameBuild', args: { name: sample.name } }, stamp())).toBe(
      sample,
    )
    expect(undo(createBuild('x', 'x', '2026-11-24T20:00:00Z'), stamp()).changes).toEqual([])
  })

  it('of what is gone say so', () => {
    expect(() =>
      applyChange(sample, { kind: 'editChannel', args: { id: 'nowhere', patch: {} } }, stamp()),
    ).toThrow(coded('not-found'))
    expect(() =>
      applyChange(sample, { kind: 'enterTable', args: { input: 'og-s', entered: null } }, stamp()),
    ).toThrow(coded('no-table'))
    expect(() => applyChange(sample, { kind: 'explode', args: {} } as never, stamp())).toThrow(
      expect.objectContaining({ code: 'unknown-change' }),
    )
  })

  it('removing a channel takes its own sensor, points and proofs, and no others', () => {
    const after = applyChange(
      sample,
      { kind: 'removeChannel', args: { id: 'ch-coolant' } },
      stamp(),
    )
    expect(after.elements.map((e) => e.id)).toEqual(
      sample.elements.map((e) => e.id).filter((id) => id !== 'el-coolant'),
    )
    expect(
      after.measurements.some((m) => m.about.kind === 'point' && m.about.element === 'el-coolant'),
    ).toBe(false)
    expect(after.proofs.map((p) => p.id)).toEqual(
      sample.proofs.map((p) => p.id).filter((id) => id !== 'proof-coolant'),
    )
    expect(checkBuild(JSON.parse(writeBuild(after))).build).toEqual(after)
  })

  it('a fitted pull-up takes the place of the one before, the device’s own stay', () => {
    const pull = (id: string) => ({
      ...sample.devices[0]!.inputs[0]!.pulls[0]!,
      id,
      kind: 'fitted' as const,
    })
    const once = applyChange(
      sample,
      { kind: 'choosePullUp', args: { input: 'eu-14', pull: pull('a') } },
      stamp(),
    )
    const twice = applyChange(
      once,
      { kind: 'choosePullUp', args: { input: 'eu-14', pull: pull('b') } },
      stamp(),
    )
    expect(twice.devices[0]!.inputs[0]!.pulls.map((p) => p.id)).toEqual(['eu-14-pull', 'b'])
  })
})

describe('diffs', () => {
  it('carry one build into another and back', () => {
    const other = applyChange(
      applyChange(sample, { kind: 'removeChannel', args: { id: 'ch-air' } }, stamp()),
      { kind: 'editInstrument', args: { id: 'bench-meter', patch: { note: 'x' } } },
      stamp(),
    )
    const edits = diffBuilds(sample, other)
    expect(diffBuilds(applyEdits(sample, edits), other)).toEqual([])
    expect(diffBuilds(applyEdits(other, invertEdits(edits)), sample)).toEqual([])
  })
  it('are told in sentences', () => {
    const other = applyChange(
      applyChange(sample, { kind: 'renameBuild', args: { name: 'Ten' } }, stamp()),
      { kind: 'removeChannel', args: { id: 'ch-air' } },
      stamp(),
    )
    const said = describeDifferences(sample, other)
      .map((d) => d.text)
      .join('\n')
    expect(said).toMatch(/Named "Ten" there, "Saltmarsh Nine" here/)
    expect(said).toMatch(/1 channel only here: Air, after the charge cooler/)
    expect(said).toMatch(/6 measurements only here/)
    expect(describeDifferences(sample, sample)).toEqual([])
  })
})

it('copies stand on their own', () => {
  const copy = copyBuild(sample, 'copy', ', copy')
  expect([copy.id, copy.name, copy.parentRevision]).toEqual([
    'copy',
    'Saltmarsh Nine, copy',
    sample.revision,
  ])
  expect(copy.channels).toEqual(sample.channels)
})
