import { describe, expect, it } from 'vitest'
import { applyChange, undo, type Edited } from './index.ts'
import { smallBuild } from './fixture.ts'

let stamps = 0
const stamp = () => ({ id: `s-${stamps++}`, at: '2026-03-02T10:00:00Z', by: '' })
const small = smallBuild()
const after = (...changes: Edited[]) =>
  changes.reduce((build, change) => applyChange(build, change, stamp()), small)
const place: Edited = { kind: 'editChannel', args: { id: 'ch-air', patch: { place: 'airbox' } } }

describe('a named change', () => {
  it('leaves the build it came from, and in the new one all that it does not touch', () => {
    const before = JSON.stringify(small)
    const build = after(place)
    expect(JSON.stringify(small)).toBe(before)
    expect(build.channels[1]!.place).toBe('airbox')
    expect(build.channels[0]).toBe(small.channels[0])
    expect(build.channels[1]!.needs).toBe(small.channels[1]!.needs)
    expect(build.devices).toBe(small.devices)
    expect(build.measurements).toBe(small.measurements)
  })

  it('keeps what stood there before, by the id of the thing and not by its position', () => {
    expect(after(place).changes.at(-1)!.edits).toEqual([
      { in: 'channels', id: 'ch-air', path: ['place'], before: '', after: 'airbox' },
    ])
  })

  it('removing a channel touches no other, and undo brings all of it back', () => {
    const build = after({ kind: 'removeChannel', args: { id: 'ch-coolant' } })
    expect(build.channels).toHaveLength(2)
    expect(build.channels[0]).toBe(small.channels[1])
    expect(build.measurements).toEqual([])
    const back = undo(build, stamp())
    expect({ ...back, revision: 0, changes: [] }).toEqual(small)
  })

  it('a list that begins somewhere is changed in the build alone', () => {
    const named = (name: string) => ({
      ...{ id: 'a', name, curve: null, housing: 'open', thread: 'M12', spare: true, second: false },
    })
    const start = [named('first')]
    const put = (name: string): Edited => ({
      kind: 'putInSetting',
      args: { element: 'el-air', list: 'candidates', start, item: named(name) },
    })
    const { settings } = after(put('second'), put('third')).elements[1]!
    expect(settings.candidates).toEqual([named('third')])
    expect(start).toEqual([named('first')])
  })

  it('never gives a thing another id', () => {
    const edit = {
      kind: 'editElement',
      args: { id: 'el-air', patch: { id: 'other', name: 'Inlet' } },
    }
    expect(after(edit as Edited).elements[1]).toMatchObject({ id: 'el-air', name: 'Inlet' })
  })

  it('a measurement of a pin is kept with the part it found, and both go by one undo', () => {
    const measurement = {
      ...small.measurements[0]!,
      ...{ id: 'at-the-pin', about: { kind: 'input' as const, input: 'eu-15' } },
    }
    const ohm = { value: 2210, basis: 'measured' as const, from: ['at-the-pin'] }
    const { railV, toReference } = small.devices[0]!.inputs[1]!.pulls[0]!
    const build = after({
      kind: 'measurePullUp',
      args: {
        ...{ input: 'eu-15', pull: 'eu-15-pull', measurement },
        found: { ohm, railV, toReference, tolerance: 0.001 },
      },
    })
    expect(build.devices[0]!.inputs[1]!.pulls[0]).toMatchObject({ ohm, tolerance: 0.001, on: true })
    expect(build.devices[0]!.inputs[0]).toBe(small.devices[0]!.inputs[0])
    expect(build.measurements.at(-1)).toEqual(measurement)
    expect(undo(build, stamp()).devices).toEqual(small.devices)
    expect(undo(build, stamp()).measurements).toEqual(small.measurements)
  })
})
