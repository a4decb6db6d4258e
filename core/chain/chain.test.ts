import { describe, expect, it } from 'vitest'
import { TRUE_CURVES } from '../../demo/saltmarshNine.ts'
import { type Edited, measured, wiredReads } from '../build/index.ts'
import { solveCircuit } from '../circuit/index.ts'
import { thermistorC } from '../curve/thermistor/model.ts'
import { interpolate } from '../table/index.ts'
import { linspace, normalStream, uniformStream } from '../math/index.ts'
import {
  assembleChain,
  idealValue,
  linearSpread,
  monteCarlo,
  prepareChain,
  proposePairs,
  proposeTable,
  walkBackward,
  walkForward,
} from './index.ts'
import { heatedElement } from './chain.ts'
import { familyOf } from '../curve/registry.ts'
import { coded } from '../coded.fixture.ts'
import { after, chainOf, sample as build } from './sample.fixture.ts'

const streams = (seed: number) => {
  const uniform = uniformStream(seed)
  return { uniform, normal: normalStream(uniform) }
}
const editWire = (patch: object): Edited => ({
  kind: 'editRead',
  args: {
    id: 'rd-coolant',
    patch: { wire: { ...wiredReads(build.channels[0]!)[0]!.wire, ...patch } },
  },
})

describe('walking a chain', () => {
  it.each(['rd-coolant', 'rd-oil', 'rd-oil-gauge'])(
    '%s: backward from every stage returns to the truth',
    (read) => {
      const chain = chainOf(build, read)
      for (const truth of linspace(20, 115, 12)) {
        const { stages } = walkForward(chain, truth)
        // a converter at its end, and what follows it, can no longer tell
        const clipped = stages.some((s) => s.id === 'converter' && s.value === 4095)
        // nor can a table that holds its last value
        const held = chain.spec.table?.y.at(-1) === stages.at(-1)!.value
        for (const { id, value } of stages)
          if ((!clipped && !(held && id === 'shown')) || !['converter', 'shown'].includes(id)) {
            const found = walkBackward(chain, id, value)
            expect(Math.min(...found.map((t) => Math.abs(t - truth)))).toBeLessThan(0.01)
          }
      }
    },
  )

  it('shows what the circuit, the converter and the table give by hand', () => {
    const chain = chainOf(build, 'rd-coolant'),
      truth = 92
    const walked = walkForward(chain, truth)
    const at = (id: string) => walked.stages.find((s) => s.id === id)!
    const { voltage } = solveCircuit({
      reference: 'g',
      elements: [
        { id: 'rail', kind: 'voltage', plus: 'r', minus: 'g', volt: 5 },
        { id: 'pull', kind: 'resistor', a: 'r', b: 'pin', ohm: 2490 },
        { id: 'leak', kind: 'resistor', a: 'pin', b: 'g', ohm: 1e7 },
        { id: 'signal', kind: 'resistor', a: 'pin', b: 'high', ohm: 0.2 },
        { id: 'sensor', kind: 'resistor', a: 'high', b: 'low', ohm: at('element').value },
        { id: 'ground', kind: 'resistor', a: 'low', b: 'sg', ohm: 0.2 },
        { id: 'offset', kind: 'voltage', plus: 'sg', minus: 'g', volt: 0.002 },
      ],
    })
    expect(at('pin').value).toBeCloseTo(voltage.pin!, 9)
    expect(at('plug').value).toBeCloseTo(voltage.high! - voltage.low!, 9)
    expect(at('converter').value).toBeCloseTo((voltage.pin! / 5) * 4096, 6)
    expect(walked.shown).toBeCloseTo(
      interpolate(build.devices[0]!.inputs[0]!.table!.entered!, voltage.pin!),
      9,
    )
    // self-heating: P/δ of what the sensor takes
    const heat = (((voltage.high! - voltage.low!) ** 2 / at('element').value) * 1000) / 6
    expect(at('element').height - truth).toBeCloseTo(heat, 4)
  })

  it('a converter clips: a table that extrapolates sees no more than the reference', () => {
    const chain = chainOf(build, 'rd-oil')
    const table = {
      x: [0.1, 2, 4.5],
      y: [130, 50, -10],
      axis: 'V' as const,
      beyond: 'extrapolate' as const,
    }
    const clipped = walkForward({ ...chain, spec: { ...chain.spec, table } }, 5)
    expect(clipped.stages.find((s) => s.id === 'pin')!.value).toBeGreaterThan(6)
    expect(clipped.shown).toBeCloseTo(-10 + ((4095 / 4096) * 5 - 4.5) * (-60 / 2.5), 6)
  })

  it('biases sum to what is shown less the truth', () => {
    for (const read of ['rd-coolant', 'rd-oil', 'rd-oil-gauge'])
      for (const truth of [30, 80, 120]) {
        const walked = walkForward(chainOf(build, read), truth)
        expect(walked.biases.reduce((s, b) => s + b.bias, 0)).toBeCloseTo(walked.shown - truth, 9)
      }
  })

  it('lays the blame where it belongs', () => {
    const ground = walkForward(
      chainOf(after(build, editWire({ groundOffsetV: measured(0.03) })), 'rd-coolant'),
      92,
    )
    const worst = ground.biases.reduce((a, b) => (Math.abs(b.bias) > Math.abs(a.bias) ? b : a))
    expect(worst.share).toBe('ground')
    // behind a pull-up the offset arrives times Rp/(Rp+Rs), and more volts read colder
    const chain = chainOf(build, 'rd-coolant'),
      ohm = idealValue(chain, 'element', 92)
    const perVolt = idealValue(chain, 'pin', 92.5) - idealValue(chain, 'pin', 91.5)
    expect(worst.bias).toBeCloseTo((0.03 * 2490) / (2490 + ohm) / perVolt, 0)
    const oil = walkForward(chainOf(build, 'rd-oil'), 100)
    expect(oil.biases.find((b) => b.share === 'shared')!.bias).toBeLessThan(-20)
  })
})

it('a sensor warmed by its own current is as warm as its power makes it, however strong', () => {
  const strong = prepareChain({
    ...assembleChain(build, 'rd-coolant').spec!,
    heatingPerMw: 1 / 0.4,
  })
  for (const truth of [20, 60, 100]) {
    const { signal, heating } = heatedElement(strong, truth)
    const volt = strong.real.toPlug(signal)
    expect(heating).toBeCloseTo(((volt ** 2 / signal) * 1000) / 0.4, 6)
    expect(heating).toBeGreaterThan(1)
  }
})

describe('spread', () => {
  it('linear and Monte Carlo agree where the chain is nearly straight', () => {
    for (const truth of [20, 60, 92, 110]) {
      const chain = chainOf(build, 'rd-coolant')
      const drawn = monteCarlo(chain, truth, { draws: 40000, ...streams(5) }),
        linear = linearSpread(chain, truth)
      expect(drawn.sigma / linear.total).toBeGreaterThan(0.93)
      expect(drawn.sigma / linear.total).toBeLessThan(1.07)
      expect(drawn.mean).toBeCloseTo(walkForward(chain, truth).shown - truth, 1)
      expect(drawn.high - drawn.low).toBeGreaterThan(3 * linear.total)
    }
  })
  it('grows from stage to stage and is the shares together', () => {
    const { sigma, shares, total } = linearSpread(chainOf(build, 'rd-coolant'), 92)
    expect(sigma.element!).toBeLessThanOrEqual(sigma.plug! * 1.02)
    expect(sigma.pin!).toBeLessThanOrEqual(sigma.converter!)
    expect(Math.hypot(...shares.map((s) => s.sigma))).toBeCloseTo(total, 9)
  })
  it('is repeatable by seed', () => {
    const chain = chainOf(build, 'rd-oil')
    expect(monteCarlo(chain, 90, { draws: 500, ...streams(3) })).toEqual(
      monteCarlo(chain, 90, { draws: 500, ...streams(3) }),
    )
    expect(monteCarlo(chain, 90, { draws: 500, ...streams(3) })).not.toEqual(
      monteCarlo(chain, 90, { draws: 500, ...streams(4) }),
    )
  })
  it('covers what the sensor really is', () => {
    const chain = chainOf(build, 'rd-coolant')
    for (const truth of [0, 40, 80, 110]) {
      const really =
        thermistorC(chain.spec.sensor.curve as never, idealValue(chain, 'element', truth)) - truth
      expect(Math.abs(really)).toBeLessThan(1e-6)
      const off = Math.abs(
        familyOf('thermistor').inverse(TRUE_CURVES.coolant, idealValue(chain, 'element', truth)) -
          truth,
      )
      expect(off).toBeLessThan(2.5 * linearSpread(chain, truth).sigma.element!)
    }
  })
})

describe('a table for the device', () => {
  it('keeps its steps, its range and its guards, and errs as little as it says', () => {
    const chain = chainOf(build, 'rd-coolant'),
      device = build.devices[0]!.inputs[0]!.table!
    const best = proposeTable(chain, device, 'best', { at: '', name: '' }),
      even = proposeTable(chain, device, 'even', { at: '', name: '' })
    expect(best.table.x).toHaveLength(16)
    expect(best.beyond.map((b) => b.faults)).toEqual([['short'], ['open']])
    expect(best.worst).toBeLessThan(even.worst)
    for (const truth of linspace(-10, 125, 200))
      expect(
        Math.abs(interpolate(best.table, idealValue(chain, 'pin', truth)) - truth),
      ).toBeLessThanOrEqual(best.worst + 1e-6)
    // open and short show well outside the range
    expect(best.table.y.at(-1)).toBeLessThanOrEqual(-29)
    expect(best.table.y[0]).toBeGreaterThanOrEqual(144)
  })
  it('works on counts, ohms, °F, an axis that is fixed and falling steps', () => {
    const chain = chainOf(build, 'rd-coolant'),
      device = build.devices[0]!.inputs[0]!.table!
    const worst = (patch: Partial<typeof device>) =>
      proposeTable(chain, { ...device, ...patch }, 'best', { at: '', name: '' })
    expect(worst({ axis: 'counts', axisStep: 1, axisRange: [0, 4095] }).worst).toBeLessThan(0.25)
    expect(worst({ axis: 'Ω', axisStep: 1, axisRange: [0, 100000] }).worst).toBeLessThan(0.6)
    const f = worst({ valueUnit: '°F', valueStep: 1 })
    for (const y of f.table.y.slice(1, -1))
      expect(Math.abs(y * 1.8 + 32 - Math.round(y * 1.8 + 32))).toBeLessThan(1e-3)
    const fixedAxis = linspace(0, 5, 11)
    expect(worst({ axisFixed: fixedAxis, cells: 11 }).table.x).toEqual(fixedAxis)
  })
  it('says when the sensor falls outside its axis', () => {
    const device = { ...build.devices[0]!.inputs[0]!.table!, axisRange: [8, 9] as [number, number] }
    expect(() =>
      proposeTable(chainOf(build, 'rd-coolant'), device, 'best', { at: '', name: '' }),
    ).toThrow(coded('bad-range'))
  })
  it('or three pairs, where the device wants those', () => {
    const pairs = proposePairs(chainOf(build, 'rd-coolant'), build.devices[0]!.inputs[0]!.table!)
    expect(pairs.pairs).toHaveLength(3)
    expect(pairs.worstError).toBeLessThan(0.1)
  })
})
