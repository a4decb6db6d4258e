import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { applyChange, assumed, measured, type Build, type Edited } from '../build/index.ts'
import { boilingPointC, standardPressureKPa } from '../standards/index.ts'
import { quantityIn } from '../quantity/index.ts'
import { familyOf } from '../curve/registry.ts'
import { makeableTruths, prepareChain, proposeTable, readStatus, type ReadStatus } from './index.ts'

const sample = saltmarshNine()
let n = 0
const after = (...changes: Edited[]): Build =>
  changes.reduce(
    (b, c) => applyChange(b, c, { id: `s${++n}`, at: '2026-11-24T20:00:00Z', by: '' }),
    sample,
  )
const strike = (id: string): Edited => ({
  kind: 'strikeMeasurement',
  args: { id, at: '2026-11-24T20:00:00Z', why: '' },
})
const status = (b: Build, id = 'rd-coolant'): ReadStatus =>
  readStatus(
    b,
    b.channels.flatMap((c) => c.reads).find((r) => r.id === id)!,
  )
const coolant = sample.measurements.filter(
  (m) => m.about.kind === 'point' && m.about.element === 'el-coolant',
)
const wire = sample.channels[0]!.reads[0]!.wire

/** Each step of the work, in its order: what is missing, and where the next step leads. */
describe('the next step', () => {
  it.each([
    [
      'nothing measured',
      after(...coolant.map((m) => strike(m.id))),
      'element',
      /first point/,
      'empty',
    ],
    [
      'one point',
      after(...coolant.slice(1).map((m) => strike(m.id))),
      'element',
      /second point/,
      'empty',
    ],
    [
      'no pull-up',
      after({ kind: 'removePullUp', args: { input: 'eu-14', pull: 'eu-14-pull' } }),
      'input',
      /Describe the input/,
      'empty',
    ],
    [
      'no table known',
      after({ kind: 'enterTable', args: { input: 'eu-14', entered: null } }),
      'table',
      /Enter the table in Engine unit/,
      'measured',
    ],
    [
      'a ground that lifts the pin',
      after({
        kind: 'editRead',
        args: { id: 'rd-coolant', patch: { wire: { ...wire, groundOffsetV: measured(0.04) } } },
      }),
      'leads',
      /Look at the ground/,
      'wrong',
    ],
    [
      'a bad wire',
      after({
        kind: 'editRead',
        args: { id: 'rd-coolant', patch: { wire: { ...wire, groundOhm: measured(12) } } },
      }),
      'leads',
      /Look at the leads/,
      'wrong',
    ],
    [
      'a wrong table',
      after({
        kind: 'enterTable',
        args: {
          input: 'eu-14',
          entered: { x: [0.1, 1, 4.9], y: [130, 60, -20], at: '2026-11-24T20:00:00Z', name: 'old' },
        },
      }),
      'table',
      /Replace the table/,
      'wrong',
    ],
    [
      'all well but something changed since the proof',
      after({
        kind: 'editRead',
        args: { id: 'rd-coolant', patch: { wire: { ...wire, signalOhm: measured(0.3) } } },
      }),
      'prove',
      /Check coolant at key-on/,
      'measured',
    ],
    ['proven', sample, 'prove', /Nothing to do here/, 'proven'],
  ] as [string, Build, string, RegExp, string][])('%s', (_, build, stage, title, state) => {
    const { next, state: is } = status(build)
    expect(next.stage).toBe(stage)
    expect(next.title).toMatch(title)
    expect(next.reason.length).toBeGreaterThan(10)
    expect(is).toBe(state)
  })

  it('asks for the point that buys the most while the sensor is the widest part', () => {
    const few = after(...coolant.filter((_, i) => i > 1 && i !== 5).map((m) => strike(m.id)), {
      kind: 'editChannel',
      args: {
        id: 'ch-coolant',
        patch: { needs: { range: [-10, 125], best: [80, 110], accuracy: 1 } },
      },
    })
    const { next } = status(few)
    expect(next.stage).toBe('element')
    expect(next.title).toMatch(/Take one point at 98 °C/)
    expect(next.reason).toMatch(/shrinks from ±\d+\.\d to ±\d+\.\d °C/)
  })

  it('says it in the units somebody reads', () => {
    const read = sample.channels[0]!.reads[0]!
    const hot = after({
      kind: 'editRead',
      args: { id: 'rd-coolant', patch: { wire: { ...wire, groundOffsetV: measured(0.04) } } },
    })
    const metric = readStatus(hot, read).next,
      other = readStatus(hot, read, (unit) => quantityIn(unit, '°F')).next
    expect(other.title).toBe(metric.title)
    expect(other.reason).toMatch(/°F.*±3\.6 °F is needed/)
    const [inC, inF] = [metric, other]
      .map((n) => /moves the reading by ([+−][\d.]+)/.exec(n.reason)![1]!.replace('−', '-'))
      .map(Number) as [number, number]
    expect(inF / inC).toBeCloseTo(1.8, 1)
  })

  it('a curve on trust is assumed, however good the rest', () => {
    const trusted = after(...coolant.map((m) => strike(m.id)), {
      kind: 'editElement',
      args: {
        id: 'el-coolant',
        patch: { settings: { assumedCurve: 'generic-2k5', leadOhm: 0, dissipationMwPerK: 6 } },
      },
    })
    const s = status(trusted)
    expect(s.chain!.spec.basis.element).toBe('assumed')
    expect(s.next.title).toMatch(/first point/)
    expect(s.worst!.band).toBeGreaterThan(status(sample).worst!.band)
  })
})

describe('what rests on what', () => {
  it('an unmeasured ground or wire widens the band, a measured one does not', () => {
    const unmeasured = after({
      kind: 'editRead',
      args: { id: 'rd-coolant', patch: { wire: { ...wire, groundOffsetV: assumed(0.002) } } },
    })
    expect(status(unmeasured).worst!.band).toBeGreaterThan(status(sample).worst!.band)
    expect(status(unmeasured).chain!.spec.basis.pin).toBe('assumed')
  })
  it('a table made for the chain with its neighbour makes the shared reading right again', () => {
    const oil = status(sample, 'rd-oil')
    expect(Math.abs(oil.worst!.bias)).toBeGreaterThan(20)
    // the table is made for the pin alone: the neighbour's bend stays visible until it is taken away
    const alone = after({ kind: 'removeRead', args: { id: 'rd-oil-gauge' } })
    const mended = status(alone, 'rd-oil')
    expect(Math.abs(mended.worst!.bias)).toBeLessThan(3)
    expect(
      proposeTable(
        prepareChain(mended.assembled.spec!),
        alone.devices[0]!.inputs[2]!.table!,
        'best',
        { at: '', name: '' },
      ).worst,
    ).toBeLessThan(0.5)
  })
  it('boiling is made as hot as the altitude allows', () => {
    expect(Math.max(...makeableTruths(sample, familyOf('thermistor'), [-10, 125]))).toBeCloseTo(
      boilingPointC(standardPressureKPa(640)),
      1,
    )
    expect(
      Math.max(
        ...makeableTruths(
          { ...sample, vehicle: { ...sample.vehicle, altitudeM: null } },
          familyOf('thermistor'),
          [-10, 125],
        ),
      ),
    ).toBeCloseTo(100, 0)
  })
})
