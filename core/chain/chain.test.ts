import { describe, expect, it } from 'vitest'
import { saltmarshNine, TRUE_CURVES } from '../../demo/saltmarshNine.ts'
import { applyChange, measured, readOf, type Build, type Edited } from '../build/index.ts'
import { solveCircuit } from '../circuit/index.ts'
import { thermistorC } from '../curve/thermistor/model.ts'
import { stoichiometricAfr } from '../quantity/index.ts'
import { interpolate } from '../table/index.ts'
import { linspace, normalStream, uniformStream } from '../math/index.ts'
import { lastPlace } from './points.ts'
import {
  assembleChain,
  errorAt,
  idealValue,
  isProven,
  linearSpread,
  monteCarlo,
  prepareChain,
  proposePairs,
  proposeTable,
  readStatus,
  sensorOf,
  takenPoints,
  walkBackward,
  walkForward,
} from './index.ts'
import { heatedElement } from './chain.ts'
import { familyOf } from '../curve/registry.ts'
import { coded } from '../coded.fixture.ts'

const build = saltmarshNine()
let n = 0
const after = (b: Build, ...changes: Edited[]): Build =>
  changes.reduce(
    (x, c) => applyChange(x, c, { id: `t${++n}`, at: '2026-11-24T20:00:00Z', by: '' }),
    b,
  )
const chainOf = (b: Build, read: string) => prepareChain(assembleChain(b, read).spec!)
const streams = (seed: number) => {
  const uniform = uniformStream(seed)
  return { uniform, normal: normalStream(uniform) }
}
const editWire = (patch: object): Edited => ({
  kind: 'editRead',
  args: { id: 'rd-coolant', patch: { wire: { ...build.channels[0]!.reads[0]!.wire, ...patch } } },
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
        for (const { id, value } of stages)
          if (!clipped || !['converter', 'shown'].includes(id)) {
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

describe('points out of the record', () => {
  const taken = takenPoints(
    build,
    familyOf('thermistor'),
    build.measurements.filter((m) => m.about.kind === 'point' && m.about.element === 'el-coolant'),
  )
  it('take fixed truths, boiling by altitude, and the ice check off the probe', () => {
    expect(taken[0]).toMatchObject({ truth: 0, truthFrom: 'ice and water' })
    expect(taken[2]!.truth).toBeCloseTo(97.85, 1)
    expect(taken[2]!.common).toContainEqual(expect.objectContaining({ id: 'weather' }))
    expect(taken[1]!.truth).toBeCloseTo(
      Number(taken[1]!.measurement.readings.find((r) => r.role === 'truth')!.typed) - 0.2,
      9,
    )
  })
  it('share the offset of their probe and the gain of their meter', () => {
    expect(taken[1]!.common!.map((c) => c.id).sort()).toEqual(['bench-meter', 'kitchen-probe'])
    expect(taken[1]!.common!.find((c) => c.id === 'bench-meter')!.sigma).toBeCloseTo(
      (0.005 * 0.8 * taken[1]!.signal) / Math.sqrt(3),
      6,
    )
  })
  it.each([
    ['4.71k', 'Ω', 10],
    ['371', 'Ω', 1],
    ['4k7', 'Ω', 100],
    ['0,47', 'Ω', 0.01],
    ['98.6 °F', '°C', 0.1 / 1.8],
    ['188.5', 'Ω', 0.1],
    ['1.2 MΩ', 'Ω', 1e5],
    ['4k7 5%', 'Ω', 100],
    ['450 cm3', 'l', 0.001],
    ['1.25 kg/cm2', 'kPa', 0.980665],
    ['11.7E10', 'AFR E0', 0.1 / stoichiometricAfr(0.1)],
    ['1.2e3', 'Ω', 100],
    ['3.30 V', 'V', 0.01],
    ['OL', 'Ω', 0],
  ])('the last place of %s is worth %d', (typed, unit, worth) => {
    expect(lastPlace({ typed, unit })).toBeCloseTo(worth, 6)
  })
  it('of a family that is not known are kept, and the line-up says why there is nothing to see', () => {
    const strange = after(build, {
      kind: 'editElement',
      args: { id: 'el-air', patch: { family: 'flux' } },
    })
    const status = readStatus(strange, strange.channels[1]!.reads[0]!)
    expect(status).toMatchObject({
      state: 'empty',
      chain: null,
      next: {
        title: expect.objectContaining({ code: 'newer-version' }),
        reason: expect.stringMatching(/"flux".*kept/),
      },
    })
    expect(readStatus(strange, strange.channels[0]!.reads[0]!).state).toBe('proven')
  })
  it('name what is wrong instead of failing', () => {
    const empty = after(
      build,
      ...build.measurements
        .filter((m) => m.about.kind === 'point' && m.about.element === 'el-air')
        .slice(1)
        .map((m): Edited => ({
          kind: 'strikeMeasurement',
          args: { id: m.id, at: '2026-11-24T20:00:00Z', why: '' },
        })),
    )
    expect(sensorOf(empty, 'el-air', [-20, 90])).toMatchObject({
      curve: undefined,
      fit: null,
      problem: expect.stringMatching(/second/),
    })
    expect(assembleChain(empty, 'rd-air')).toMatchObject({
      spec: null,
      problem: expect.stringMatching(/second/),
    })
    const trusted = after(empty, {
      kind: 'editElement',
      args: { id: 'el-air', patch: { settings: { assumedCurve: 'generic-2k5' } } },
    })
    expect(assembleChain(trusted, 'rd-air').spec!.basis.element).toBe('assumed')
    const bare = after(build, {
      kind: 'removePullUp',
      args: { input: 'eu-15', pull: 'eu-15-pull' },
    })
    expect(assembleChain(bare, 'rd-air').problem).toMatch(/No pull-up feeds pin 15/)
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
  const { input: coolantInput } = readOf(build, 'rd-coolant').read
  const strike = (id: string): Edited => ({
    kind: 'strikeMeasurement',
    args: { id, at: '2026-11-24T20:00:00Z', why: '' },
  })
  const proof = build.proofs.find((p) => p.read === 'rd-coolant')!
  const entered = build.devices.flatMap((d) => d.inputs).find((i) => i.id === coolantInput)!.table!
    .entered!
  it.each<[string, Edited]>([
    ['a wire was measured', editWire({ groundOhm: measured(2) })],
    ['a point was struck', strike('point-2')],
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
    expect(isProven(build, 'rd-coolant')).toBe(true)
    expect(isProven(after(build, edit), 'rd-coolant')).toBe(false)
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
  ])('a proof stands when %s', (_, edit) => {
    expect(isProven(after(build, edit), 'rd-coolant')).toBe(true)
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
