import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import {
  assumed,
  type Build,
  type Edited,
  type Input,
  inputOf,
  measured,
  type Measurement,
  pathOf,
} from '../build/index.ts'
import { familyOf } from '../curve/registry.ts'
import { linspace, normalStream, uniformStream } from '../math/index.ts'
import {
  assembleChain,
  errorAt,
  linearSpread,
  monteCarlo,
  sensorBand,
  sensorOf,
  walkForward,
} from './index.ts'
import { after, chainOf } from './edited.ts'
import { leftOpen } from './walk.ts'

const sample = saltmarshNine()
let n = 0
const without = (build: Build, element: string): Build => ({
  ...build,
  measurements: build.measurements.filter(
    (m) => m.about.kind !== 'point' || m.about.element !== element,
  ),
})
const point = (
  element: string,
  method: string,
  readings: Measurement['readings'],
  at = '2026-05-01T10:00:00Z',
): Edited => ({
  kind: 'addMeasurement',
  args: {
    measurement: {
      id: `truth-${++n}`,
      at,
      by: '',
      about: { kind: 'point', element },
      method,
      readings,
      note: '',
      struck: null,
    },
  },
})
const typed = (
  role: 'truth' | 'signal' | 'supply',
  value: number,
  unit: string,
  digits: number,
) => ({
  role,
  typed: value.toFixed(digits),
  unit,
  value: Number(value.toFixed(digits)),
  instrument: null,
})

describe('a ground that is in the points', () => {
  // a controller whose true line is this, and a device whose ground stands 40 mV off it
  const OFFSET_V = 0.04
  const voltsOf = (lambda: number): number => ((lambda - 0.68) / 0.68) * 5
  const inDevice = (lambda: number): Edited =>
    point('el-lambda', 'output', [
      typed('truth', lambda, 'λ', 3),
      typed('signal', voltsOf(lambda) + OFFSET_V, 'V', 3),
    ])
  const onPaper = (lambda: number): Edited =>
    point('el-lambda', 'manual', [
      typed('truth', lambda, 'λ', 3),
      typed('signal', voltsOf(lambda), 'V', 3),
    ])
  const bare = after(without(sample, 'el-lambda'), {
    kind: 'editRead',
    args: { id: 'rd-lambda', patch: { wire: { groundOffsetV: measured(OFFSET_V) } } },
  })
  // what stands at the pin in the car, and the lambda the chain takes that for
  const takenFor = (build: Build, lambda: number): number => {
    const chain = chainOf({ ...build, devices: untabled(build) }, 'rd-lambda')
    const at = chain.truthAt(chain.real.fromPin(voltsOf(lambda) + OFFSET_V))
    return at
  }
  const untabled = (build: Build) =>
    build.devices.map((d) => ({
      ...d,
      inputs: d.inputs.map((i) => ({ ...i, table: i.table && { ...i.table, entered: null } })),
    }))
  it.each([
    ['taken in the device', [0.75, 1, 1.25].map(inDevice)],
    ['taken from its manual', [0.75, 1, 1.25].map(onPaper)],
    ['of both kinds', [onPaper(0.7), onPaper(1.3), inDevice(0.85), inDevice(1.1)]],
  ])('points %s: it counts once', (_, points) => {
    const build = after(bare, ...points)
    for (const lambda of [0.8, 1, 1.2]) expect(takenFor(build, lambda)).toBeCloseTo(lambda, 3)
    expect(sensorOf(build, 'el-lambda', [0.7, 1.3]).suspects).toEqual([])
  })
  it('once it is in the curve it is no doubt of that reader', () => {
    const causes = (build: Build): string[] =>
      assembleChain(build, 'rd-lambda').spec!.spreads.map((s) => s.id)
    expect(causes(after(bare, ...[0.75, 1.25].map(inDevice)))).not.toContain('ground offset')
    expect(causes(after(bare, ...[0.75, 1.25].map(onPaper)))).toContain('ground offset')
  })
})

describe('a supply nobody measured', () => {
  /** How often the band of a pressure sensor holds, whose supply was what it was when its points were taken. */
  const covered = (supplyDigits: number | null): number => {
    const uniform = uniformStream(11),
      normal = normalStream(uniform)
    const build = without(sample, 'el-map')
    let inside = 0,
      all = 0
    for (let life = 0; life < 120; life++) {
      const supply = 5 * (1 + 0.01 * (2 * uniform() - 1))
      const share = (kPa: number): number => 0.1 + (0.8 * (kPa - 20)) / 260
      const points = [40, 101, 180, 250].map((kPa) =>
        point('el-map', 'typed', [
          typed('truth', kPa + normal(), 'kPa', 1),
          typed('signal', share(kPa) * supply * (1 + 0.004 * normal()), 'V', 3),
          ...(supplyDigits === null ? [] : [typed('supply', supply, 'V', supplyDigits)]),
        ]),
      )
      const sensor = sensorOf(after(build, ...points), 'el-map', [20, 280])
      for (const kPa of [40, 120, 240]) {
        all++
        const said = familyOf(sensor.family).inverse(sensor.curve, share(kPa) * 5)
        if (Math.abs(said - kPa) <= 1.96 * sensorBand(sensor, kPa)) inside++
      }
    }
    return inside / all
  }
  it.each([
    ['left out', null],
    ['typed in two digits', 1],
    ['typed in four', 3],
  ])('%s: the band holds', (_, digits) => {
    expect(covered(digits)).toBeGreaterThan(0.93)
  })
  it('is shared by the points of one sitting, and not with those of another day', () => {
    const one = (at: string): Edited =>
      point('el-map', 'typed', [typed('truth', 100, 'kPa', 1), typed('signal', 2, 'V', 3)], at)
    const build = after(
      without(sample, 'el-map'),
      one('2026-05-01T10:00:00Z'),
      one('2026-05-01T10:40:00Z'),
      one('2026-05-02T09:00:00Z'),
    )
    const { points } = sensorOf(build, 'el-map', [20, 280])
    expect(points.map((p) => p.common!.find((c) => c.id.startsWith('supply'))!.id)).toEqual([
      'supply 0',
      'supply 0',
      'supply 1',
    ])
  })
})

describe('a reader that only listens', () => {
  // the gauge feeds the sender; the display reads along, against a reference of its own
  const display = pathOf(sample, 'rd-fuel').input.id
  const gauge = pathOf(sample, 'rd-fuel-gauge').input.id
  const editInput = (input: string, patch: Partial<Input>): Edited => ({
    kind: 'editInput',
    args: { input, patch },
  })
  const listening = after(
    sample,
    editInput(display, {
      pulls: inputOf(sample, display).input.pulls.map((p) => ({ ...p, on: false })),
      referenceTolerance: 0.02,
      referenceV: assumed(5),
    }),
  )
  it('has the doubt of its own reference, and of the rail that feeds it', () => {
    const { spec, problem } = assembleChain(listening, 'rd-fuel')
    expect(problem).toBeNull()
    const causes = spec!.spreads.map((s) => s.id)
    expect(causes).toContain('reference')
    const [pull] = inputOf(sample, gauge).input.pulls
    expect(causes).toContain(pull!.toReference ? `reference rd-fuel-gauge` : `rail ${pull!.id}`)
  })
  it('fed from its own reference alone it has neither, and with another rail beside both', () => {
    const causes = (build: Build): string[] =>
      assembleChain(build, 'rd-coolant').spec!.spreads.map((s) => s.id)
    expect(causes(sample)).not.toContain('reference')
    const input = pathOf(sample, 'rd-coolant').input.id
    const own = inputOf(sample, input).input
    const beside = after(
      sample,
      editInput(input, { pulls: own.pulls.map((p) => ({ ...p, toReference: false })) }),
    )
    expect(causes(beside)).toContain('reference')
    expect(causes(beside)).toContain(`rail ${own.pulls[0]!.id}`)
  })
})

describe('in and beside a dead zone', () => {
  it('what is drawn and the straight sum agree', () => {
    const chain = chainOf(sample, 'rd-surge-pot')
    const [, end] = leftOpen(chain, 0.2)
    for (const truth of [0, 0.1, 0.3, end + 0.1, end + 0.3, 1.5]) {
      const uniform = uniformStream(5)
      const drawn = monteCarlo(chain, truth, {
        draws: 4000,
        uniform,
        normal: normalStream(uniform),
      })
      const { bias, band } = errorAt(chain, truth)
      // what is drawn lies within what is said, and nearly reaches it on one side at least; where only the edge of
      // what is drawn reaches the zone, the sum says its whole jump
      const reached = truth > 0.4 && truth < end + 0.2 ? 0.7 : 0.8
      expect(drawn.low, `at ${truth}`).toBeGreaterThan(bias - 1.1 * band)
      expect(drawn.high, `at ${truth}`).toBeLessThan(bias + 1.1 * band)
      expect(Math.max(bias - drawn.low, drawn.high - bias), `at ${truth}`).toBeGreaterThan(
        reached * band,
      )
    }
  })
  it('at the end of a curve there is doubt, as there is beside it', () => {
    for (const read of ['rd-fuel', 'rd-surge-pot', 'rd-oil-sender']) {
      const chain = chainOf(sample, read)
      const { sensor, range } = chain.spec
      const reach = familyOf(sensor.family).reach!(sensor.curve)
      for (const end of reach) {
        const inside = end + 0.04 * (range[1] - range[0]) * (end === reach[0] ? 1 : -1)
        const known = assembleChain(sample, read).sensor!.points.find(
          (p) => Math.abs(p.truth - end) < 1e-9,
        )
        const { sigma } = linearSpread(chain, end)
        // two points of one place are known no better than by what measured them
        expect(sigma.pin!).toBeGreaterThan(
          (known?.truthUncertainty ?? 0) / 2 || 0.2 * linearSpread(chain, inside).sigma.pin!,
        )
      }
      for (const truth of linspace(reach[0], reach[1], 9))
        expect(Number.isFinite(walkForward(chain, truth).shown)).toBe(true)
    }
  })
})

it('a weight and a bore typed in whole units leave what they leave open', () => {
  const build = after(
    without(sample, 'el-oil-pressure'),
    point('el-oil-pressure', 'weight', [
      { role: 'mass', typed: '10', unit: 'kg', value: 10, instrument: null },
      { role: 'diameter', typed: '20 mm', unit: 'm', value: 0.02, instrument: null },
      typed('signal', 1.9, 'V', 2),
    ]),
  )
  const [taken] = sensorOf(build, 'el-oil-pressure', [0, 700]).points
  // a kilogram of ten, and a millimetre of twenty that counts twice, as limits
  expect(taken!.truthUncertainty! / taken!.truth).toBeCloseTo(0.1 / Math.sqrt(3), 2)
  expect(taken!.common!.find((c) => c.id === 'bore')!.sigma / taken!.truth).toBeCloseTo(
    0.1 / Math.sqrt(3),
    3,
  )
})
