import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import {
  applyChange,
  assumed,
  type Build,
  type Edited,
  measured,
  wiredReads,
} from '../build/index.ts'
import { boilingPointC, standardPressureKPa } from '../standards/index.ts'
import { plainly, quantityIn, written, type Said } from '../quantity/index.ts'
import { numbersIn } from '../quantity/numbersIn.ts'
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
const wire = wiredReads(sample.channels[0]!)[0]!.wire

/** Each step of the work, in its order: what is missing, and where the next step leads. */
describe('the next step', () => {
  it.each([
    [
      'nothing measured',
      after(...coolant.map((m) => strike(m.id))),
      'element',
      'first-point',
      'empty',
    ],
    [
      'one point',
      after(...coolant.slice(1).map((m) => strike(m.id))),
      'element',
      'second-point',
      'empty',
    ],
    [
      'no pull-up',
      after({ kind: 'removePullUp', args: { input: 'eu-14', pull: 'eu-14-pull' } }),
      'input',
      'input',
      'empty',
    ],
    [
      'no table known',
      after({ kind: 'enterTable', args: { input: 'eu-14', entered: null } }),
      'table',
      'enter-table',
      'measured',
    ],
    [
      'a ground that lifts the pin',
      after({
        kind: 'editRead',
        args: { id: 'rd-coolant', patch: { wire: { ...wire, groundOffsetV: measured(0.04) } } },
      }),
      'leads',
      'bias',
      'wrong',
    ],
    [
      'a bad wire',
      after({
        kind: 'editRead',
        args: { id: 'rd-coolant', patch: { wire: { ...wire, groundOhm: measured(12) } } },
      }),
      'leads',
      'bias',
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
      'replace-table',
      'wrong',
    ],
    [
      'all well but something changed since the proof',
      after({
        kind: 'editRead',
        args: { id: 'rd-coolant', patch: { wire: { ...wire, signalOhm: measured(1) } } },
      }),
      'prove',
      'check-again',
      'measured',
    ],
    ['proven', sample, 'prove', 'nothing', 'proven'],
  ] as [string, Build, string, string, string][])('%s', (_, build, stage, code, state) => {
    const { next, state: is } = status(build)
    expect(next.stage).toBe(stage)
    expect(next.title.code).toBe(code)
    expect(written(next.reason, plainly)).not.toBe('')
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
    expect(next.title.code).toBe('next-point')
    expect(numbersIn(next.title)).toEqual([expect.closeTo(98, 0)])
    const [low, high, before, after_] = numbersIn(next.reason as Said) as [
      number,
      number,
      number,
      number,
    ]
    expect([low, high]).toEqual([-10, 125])
    expect(after_).toBeLessThan(0.9 * before)
  })

  it('says it in the units somebody reads', () => {
    const read = sample.channels[0]!.reads[0]!
    const hot = after({
      kind: 'editRead',
      args: { id: 'rd-coolant', patch: { wire: { ...wire, groundOffsetV: measured(0.04) } } },
    })
    const { next } = readStatus(hot, read)
    const inFahrenheit = (unit: string, need?: number) => quantityIn(unit, '°F', need)
    const [inC, inF] = [plainly, inFahrenheit].map((write) => written(next.reason, write))
    const moved = (text: string): number =>
      Number(/reading by ([+−][\d.]+) °[CF]/.exec(text)![1]!.replace('−', '-'))
    expect(moved(inF!) / moved(inC!)).toBeCloseTo(1.8, 1)
    expect(inF).not.toContain('°C')
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
    expect(s.next.title.code).toBe('first-point')
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
