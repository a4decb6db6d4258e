import { describe, expect, it } from 'vitest'
import { type Build, type Edited, measured, pathOf, wiredReads } from '../build/index.ts'
import { errorAt, isReaderProven, linearSpread, readStatus } from './index.ts'
import { after, chainOf, sample as build } from './sample.fixture.ts'

const editWire = (patch: object): Edited => ({
  kind: 'editRead',
  args: {
    id: 'rd-coolant',
    patch: { wire: { ...wiredReads(build.channels[0]!)[0]!.wire, ...patch } },
  },
})

describe('state and next step', () => {
  const status = (b: Build, id: string) =>
    readStatus(
      b,
      b.channels.flatMap((c) => c.reads).find((r) => r.id === id)!,
    )
  it('of the sample: proven, half measured with a slip, spoilt by the gauge', () => {
    expect(status(build, 'rd-coolant').state).toBe('proven')
    expect(status(build, 'rd-air')).toMatchObject({
      state: 'wrong',
      next: { stage: 'element', title: expect.objectContaining({ code: 'suspect' }) },
    })
    expect(status(build, 'rd-oil')).toMatchObject({
      state: 'wrong',
      next: { stage: 'input', title: expect.objectContaining({ code: 'bias' }) },
    })
  })
  const coolantInput = pathOf(build, 'rd-coolant').input.id
  const strike = (id: string): Edited => ({
    kind: 'strikeMeasurement',
    args: { id, at: '2026-11-24T20:00:00Z', why: '' },
  })
  const proof = build.proofs.find((p) => p.read === 'rd-coolant')!
  const entered = build.devices.flatMap((d) => d.inputs).find((i) => i.id === coolantInput)!.table!
    .entered!
  it.each<[string, Edited]>([
    ['a wire was measured', editWire({ groundOhm: measured(2) })],
    ['a point was struck that carried an end of the curve', strike('point-1')],
    ['what was read at key-on was struck', strike(proof.measurements[0]!)],
    [
      'its thermometer was found off in ice',
      {
        kind: 'editInstrument',
        args: {
          id: 'kitchen-probe',
          patch: { iceCheck: { readC: 0.9, at: '2026-11-24T20:00:00Z' } },
        },
      },
    ],
    [
      'its meter is not as good as was thought',
      { kind: 'editInstrument', args: { id: 'bench-meter', patch: { accuracy: { percent: 3 } } } },
    ],
    [
      'a cell of the table changed',
      {
        kind: 'enterTable',
        args: {
          input: coolantInput,
          entered: { ...entered, y: entered.y.map((y, i) => (i === 4 ? y + 1 : y)) },
        },
      },
    ],
  ])('a proof lapses by itself when %s', (_, edit) => {
    expect(isReaderProven(build, 'rd-coolant')).toBe(true)
    expect(isReaderProven(after(build, edit), 'rd-coolant')).toBe(false)
  })
  it.each<[string, Edited]>([
    [
      'a channel was renamed',
      { kind: 'editChannel', args: { id: 'ch-coolant', patch: { name: 'Water' } } },
    ],
    ['a wire was coloured', editWire({ colour: 'red' })],
    [
      'a table was renamed',
      {
        kind: 'enterTable',
        args: { input: coolantInput, entered: { ...entered, name: 'Winter' } },
      },
    ],
    [
      'candidates were looked at',
      { kind: 'editElement', args: { id: 'el-coolant', patch: { settings: { candidates: [] } } } },
    ],
    ['a point of another sensor was struck', strike('point-9')],
    ['a point was struck that the others say as well', strike('point-2')],
    ['a wire has a fifth of an ohm more', editWire({ groundOhm: measured(0.5) })],
  ])('a proof stands when %s', (_, edit) => {
    expect(isReaderProven(after(build, edit), 'rd-coolant')).toBe(true)
  })
  it('striking the slip makes the air channel whole, and the next point is named with its gain', () => {
    const slip = build.measurements.filter(
      (m) => m.about.kind === 'point' && m.about.element === 'el-air',
    )[3]!
    const mended = status(
      after(build, {
        kind: 'strikeMeasurement',
        args: { id: slip.id, at: '2026-11-24T20:00:00Z', why: 'typed wrong' },
      }),
      'rd-air',
    )
    expect(mended.state).toBe('measured')
    expect(mended.assembled.sensor.suspects).toEqual([])
    expect(mended.ratio).toBeLessThan(status(build, 'rd-air').ratio)
  })
  it('error is bias and band together', () => {
    const { bias, band, worst } = errorAt(chainOf(build, 'rd-coolant'), 92)
    expect(worst).toBeCloseTo(Math.abs(bias) + band, 12)
    expect(band).toBeCloseTo(linearSpread(chainOf(build, 'rd-coolant'), 92).half.shown!, 12)
  })
})
