import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { coded } from '../coded.fixture.ts'
import { measuredStraps, solvedGround, vehicleGround } from '../ground/index.ts'
import { ofMeasurement } from '../logbook/about.ts'
import {
  applyChange,
  checkBuild,
  readBuild,
  undo,
  writeBuild,
  type Build,
  type Edited,
  type Measurement,
} from './index.ts'

const sample = saltmarshNine()
const strap = sample.straps.find((s) => s.ohm === null && s.wire !== null)!

let count = 0
const stamp = () => ({ id: `c${count++}`, at: '2026-11-27T10:00:00Z', by: '' })
const after = (build: Build, ...edits: Edited[]): Build =>
  edits.reduce((b, e) => applyChange(b, e, stamp()), build)

const reading = (role: 'drop' | 'zero' | 'ampere', typed: string, unit: string, value: number) => ({
  ...{ role, typed, unit, value },
  instrument: null,
})
const measurement = (id: string, ofStrap = strap.id): Measurement => ({
  ...{ id, at: '2026-11-27T10:00:00Z', by: '', method: 'volts at a current' },
  about: { kind: 'strap', strap: ofStrap },
  readings: [
    reading('drop', '61 mV', 'V', 0.061),
    reading('zero', '1 mV', 'V', 0.001),
    reading('ampere', '5', 'A', 5),
  ],
  ...{ note: '', struck: null },
})
const measured = (id = 'm-strap'): Edited => ({
  kind: 'measureStrap',
  args: { id: strap.id, measurement: measurement(id), ohm: 0.012 },
})
const ohmOf = (build: Build): number =>
  vehicleGround(build)!.wires.find((w) => w.id === strap.id)!.ohm

describe('one strap measured by volts at a current', () => {
  const build = after(sample, measured())

  it('keeps what was typed, and has its ohms from there', () => {
    expect(build.measurements.at(-1)).toEqual(measurement('m-strap'))
    expect(build.straps.find((s) => s.id === strap.id)!.ohm).toEqual({
      ...{ value: 0.012, basis: 'measured', from: ['m-strap'] },
    })
    expect(ohmOf(build)).toBe(0.012)
    expect(measuredStraps(build, solvedGround(build).solved).has(strap.id)).toBe(true)
    expect(ofMeasurement(build, build.measurements.at(-1)!)).toEqual({
      ...{ about: strap.name, channels: [] },
    })
  })

  it('does not count while it is struck, and counts again when it is brought back', () => {
    const at = '2026-11-27T11:00:00Z'
    const struck = after(build, {
      kind: 'strikeMeasurement',
      args: { id: 'm-strap', at, why: '' },
    })
    expect(ohmOf(struck)).toBe(ohmOf(sample))
    expect(measuredStraps(struck, null).has(strap.id)).toBe(false)
    const back = after(struck, { kind: 'restoreMeasurement', args: { id: 'm-strap' } })
    expect(ohmOf(back)).toBe(0.012)
  })

  it('is taken back whole by one undo, and goes through a file', () => {
    const back = undo(build, stamp())
    expect(back.measurements).toEqual(sample.measurements)
    expect(back.straps).toEqual(sample.straps)
    expect(readBuild(writeBuild(build)).build).toEqual(build)
  })

  it('goes with its strap, with a post the strap ends on, and with the whole ground', () => {
    const rid = (b: Build): boolean => b.measurements.some((m) => m.id === 'm-strap')
    expect(rid(build)).toBe(true)
    expect(rid(after(build, { kind: 'removeStrap', args: { id: strap.id } }))).toBe(false)
    expect(rid(after(build, { kind: 'removePost', args: { id: strap.a } }))).toBe(false)
    const nothing = { posts: [], straps: [], loads: [], states: [], stands: [], state: null }
    const afresh = after(build, { kind: 'startGround', args: nothing })
    expect(rid(afresh)).toBe(false)
    expect(checkBuild(JSON.parse(writeBuild(afresh))).build).toEqual(afresh)
  })

  it('of a strap that is not there is refused, in an edit and in a file', () => {
    const lost: Edited = {
      kind: 'measureStrap',
      args: { id: 'gone', measurement: measurement('m', 'gone'), ohm: 0.01 },
    }
    expect(() => after(sample, lost)).toThrow(coded('not-found'))
    expect(() =>
      after(sample, { kind: 'addMeasurement', args: { measurement: measurement('m', 'gone') } }),
    ).toThrow(coded('not-found'))
    const text = writeBuild(build).replaceAll('"kind": "strap",', '"kind": "strap", "x": 0,')
    expect(() => readBuild(text)).toThrow(coded('damaged-build'))
    const elsewhere = structuredClone(build)
    elsewhere.measurements.at(-1)!.about = { kind: 'strap', strap: 'gone' }
    expect(() => readBuild(writeBuild(elsewhere))).toThrow(coded('damaged-build'))
  })
})
