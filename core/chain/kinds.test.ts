import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import { REST } from '../../demo/sensors.ts'
import {
  applyChange,
  inputOf,
  measured,
  readOf,
  type Build,
  type Edited,
  type Input,
  type Read,
} from '../build/index.ts'
import { solveCircuit } from '../circuit/index.ts'
import { familyOf } from '../curve/registry.ts'
import { linspace, normalStream, uniformStream } from '../math/index.ts'
import { FAULTS, keyOnCheck, observe } from '../prove/index.ts'
import {
  assembleChain,
  branches,
  deadZones,
  idealValue,
  leftOpen,
  linearSpread,
  monteCarlo,
  prepareChain,
  type Chain,
  proposeTable,
  standstill,
  tableErrors,
  walkBackward,
  walkForward,
} from './index.ts'

// chains of every kind of element: volts that follow a supply, volts that do not, edges
const build = saltmarshNine()
let n = 0
const after = (b: Build, ...changes: Edited[]): Build =>
  changes.reduce(
    (x, c) => applyChange(x, c, { id: `k${++n}`, at: '2026-11-24T20:00:00Z', by: '' }),
    b,
  )
const chainOf = (b: Build, read: string) => prepareChain(assembleChain(b, read).spec!)
const withRead = (id: string, patch: (r: Read) => Partial<Read>): Build =>
  after(build, { kind: 'editRead', args: { id, patch: patch(readOf(build, id).read) } })
const withInput = (id: string, patch: Partial<Input>): Build =>
  after(build, { kind: 'editInput', args: { input: readOf(build, id).read.input, patch } })
const inside = (read: string): number[] => {
  const { range } = assembleChain(build, read).channel.needs
  return linspace(range[0] + 0.1 * (range[1] - range[0]), range[0] + 0.9 * (range[1] - range[0]), 7)
}
const isHeld = ({ spec: { table } }: Chain, shown: number): boolean =>
  table !== null && table.y.some((y, i) => y === shown && table.y[i + 1] === shown)
const reads = REST.filter((t) => !t.joins).map((t) => `rd-${t.key}`)

describe('a chain of any kind', () => {
  it.each(reads)(
    '%s: backward from every stage returns to the truth, biases sum, linear and drawn agree',
    (read) => {
      const chain = chainOf(build, read),
        { range, accuracy } = chain.spec
      const span = range[1] - range[0]
      for (const truth of inside(read)) {
        const walked = walkForward(chain, truth)
        expect(walked.biases.reduce((s, b) => s + b.bias, 0)).toBeCloseTo(walked.shown - truth, 6)
        // a clipped converter and what follows it can no longer tell; a dead zone answers with its middle
        const full = chain.spec.converter?.full ?? Infinity
        const clipped = walked.stages.some(
          (s) => s.id === 'converter' && (s.value >= full || s.value <= 0),
        )
        for (const { id, value } of walked.stages) {
          if (clipped && (id === 'converter' || id === 'shown')) continue
          // where a table holds its last good value many truths show the same
          if (id === 'shown' && isHeld(chain, value)) continue
          const found = walkBackward(chain, id, value)
          // the old needle gauge shows what two feeds make of the sender: read backward that may be no truth at all
          if (found.length === 0) {
            expect(read).toBe('rd-fuel')
            continue
          }
          expect(
            Math.min(
              ...found.map((t) => {
                const [least, most] = leftOpen(chain, t)
                return Math.max(least - truth, truth - most, 0)
              }),
            ),
            `${id} at ${truth}`,
          ).toBeLessThan(0.01 * span)
        }
        const linear = linearSpread(chain, truth)
        expect(linear.total).toBeGreaterThan(0)
        const uniform = uniformStream(9)
        const drawn = monteCarlo(chain, truth, {
          draws: 4000,
          uniform,
          normal: normalStream(uniform),
        })
        // at the end of a measured curve what is drawn beyond it is held
        const end = familyOf(chain.spec.sensor.family).reach(chain.spec.sensor.curve)[1]
        // the spoilt fuel channel sits on the bend of its last cell, and a dead zone is a cliff:
        // there a straight line says nothing
        const [least, most] = leftOpen(chain, truth)
        if (
          !clipped &&
          read !== 'rd-fuel' &&
          most - least < accuracy &&
          truth + 3 * linear.total < end &&
          linear.total < 0.1 * span &&
          linear.total < 4 * accuracy
        ) {
          expect(drawn.sigma / linear.total, `at ${truth}`).toBeGreaterThan(0.8)
          expect(drawn.sigma / linear.total, `at ${truth}`).toBeLessThan(1.25)
        }
      }
    },
  )

  it.each(reads)('%s: the proposed table errs no more than it says', (read) => {
    const chain = chainOf(build, read),
      table = inputOf(build, readOf(build, read).read.input).input.table
    if (!table) {
      expect(chain.spec.converter).toBeNull()
      return
    }
    const best = proposeTable(chain, table, 'best', { at: '', name: '' })
    const errors = tableErrors(chain, table, best.table)
    expect(errors.length).toBeGreaterThan(60)
    expect(Math.max(...errors.map((e) => Math.abs(e.error)))).toBeLessThanOrEqual(
      best.worst * 1.02 + table.valueStep,
    )
  })
})

describe('a ratiometric bridge', () => {
  const pinAt = (b: Build, kPa: number): number =>
    walkForward(chainOf(b, 'rd-map'), kPa).stages.find((s) => s.id === 'pin')!.value
  it('is what the circuit gives by hand, its supply current in the ground wire included', () => {
    const chain = chainOf(
      withRead('rd-map', (r) => ({
        wire: {
          ...r.wire,
          groundOhm: measured(2),
          signalOhm: measured(1),
          groundOffsetV: measured(0.01),
        },
      })),
      'rd-map',
    )
    const signal = idealValue(chain, 'element', 150)
    const supplyV = 5 - 0.005 * 2 - (0.01 + 0.005 * 2)
    const { voltage } = solveCircuit({
      reference: 'g',
      elements: [
        { id: 'emf', kind: 'voltage', plus: 'e', minus: 'low', volt: (signal / 5) * supplyV },
        { id: 'source', kind: 'resistor', a: 'e', b: 'high', ohm: 100 },
        { id: 'signal', kind: 'resistor', a: 'high', b: 'pin', ohm: 1 },
        { id: 'leak', kind: 'resistor', a: 'pin', b: 'g', ohm: 1e7 },
        { id: 'offset', kind: 'voltage', plus: 'low', minus: 'g', volt: 0.01 + 0.005 * 2 },
      ],
    })
    expect(walkForward(chain, 150).stages.find((s) => s.id === 'pin')!.value).toBeCloseTo(
      voltage.pin!,
      5,
    )
  })
  it('a ground offset arrives times 1 − V/Vs', () => {
    const at = (volt: number): number =>
      pinAt(
        withRead('rd-map', (r) => ({ wire: { ...r.wire, groundOffsetV: measured(volt) } })),
        150,
      )
    const v = at(0)
    expect((at(0.05) - v) / 0.05).toBeCloseTo(1 - v / 5, 3)
  })
  it('follows its supply: where that is the reference it cancels, where it is not it does not', () => {
    const shown = (patch: Partial<Input>): number =>
      walkForward(chainOf(withInput('rd-pedal-a', patch), 'rd-pedal-a'), 30).shown
    const right = shown({})
    expect(shown({ referenceV: measured(4.9) })).toBeCloseTo(right, 3)
    const own = {
      ...inputOf(build, 'in-pedal-a').input.sensorSupply,
      volt: measured(4.9),
      toReference: false,
    }
    expect(
      linearSpread(
        chainOf(withInput('rd-pedal-a', { sensorSupply: own }), 'rd-pedal-a'),
        90,
      ).shares.find((s) => s.share === 'input')!.sigma,
    ).toBeGreaterThan(0.3)
    expect(
      linearSpread(chainOf(build, 'rd-pedal-a'), 90).shares.find((s) => s.share === 'input'),
    ).toBeUndefined()
  })
  it('a differential input takes the sensor’s ground for its own', () => {
    const off = withRead('rd-lambda', (r) => ({
      wire: { ...r.wire, groundOffsetV: measured(0.1) },
    }))
    const bias = (b: Build): number =>
      walkForward(chainOf(b, 'rd-lambda'), 1).biases.find((x) => x.share === 'ground')!.bias
    expect(bias(off)).toBeGreaterThan(0.01)
    expect(
      Math.abs(
        bias(
          after(off, {
            kind: 'editInput',
            args: { input: 'in-lambda', patch: { differential: true } },
          }),
        ),
      ),
    ).toBeLessThan(1e-9)
  })
})

describe('edges', () => {
  it('pass the wire whole, are counted for a while, and end where the input ends', () => {
    const chain = chainOf(build, 'rd-wheel')
    expect(chain.spec.stages).toEqual(['truth', 'element', 'converter', 'shown'])
    const at = (kmh: number) =>
      walkForward(chain, kmh).stages.find((s) => s.id === 'converter')!.value
    expect(at(100)).toBeCloseTo(idealValue(chain, 'element', 100) * 0.1, 9)
    const slow = chainOf(
      withInput('rd-wheel', { counter: { gateS: 0.1, highestHz: 500 } }),
      'rd-wheel',
    )
    expect(walkForward(slow, 120).shown).toBeLessThan(85)
  })
  it('need an input that counts, and volts one that measures', () => {
    expect(assembleChain(withInput('rd-wheel', { signal: 'voltage' }), 'rd-wheel').problem).toMatch(
      /measures volts, and this sensor gives edges/,
    )
    expect(
      assembleChain(
        withInput('rd-map', { signal: 'frequency', counter: { gateS: 0.1, highestHz: 100 } }),
        'rd-map',
      ).problem,
    ).toMatch(/counts edges/)
  })
})

describe('a reader that only listens', () => {
  it('lives on what the others feed, and has no error of its own for it', () => {
    const chain = chainOf(build, 'rd-oil-display')
    expect(walkForward(chain, 100).biases.find((b) => b.share === 'shared')!.bias).toBeCloseTo(0, 9)
    // the volts at its pin are those of the other two together
    const pin = (read: string): number =>
      walkForward(chainOf(build, read), 100).stages.find((s) => s.id === 'pin')!.value
    expect(pin('rd-oil-display')).toBeCloseTo(pin('rd-oil'), 1)
    expect(walkBackward(chain, 'pin', pin('rd-oil-display')).map((t) => Math.round(t))).toEqual([
      100,
    ])
  })
})

it('a dead zone is answered with its interval, elsewhere nothing is left open', () => {
  const stop = build.measurements.find((m) => m.id === 'point-fuel-1')!
  const twice: Build = {
    ...build,
    measurements: [
      ...build.measurements,
      {
        ...stop,
        id: 'point-fuel-stop',
        method: 'fill',
        readings: [
          ...stop.readings,
          { role: 'truth', typed: '2', unit: 'l', value: 2, instrument: null },
        ],
      },
    ],
  }
  expect(leftOpen(chainOf(twice, 'rd-fuel'), 1)).toEqual([0, 2])
  expect(leftOpen(chainOf(build, 'rd-map'), 100)).toEqual([100, 100])
  const [low, high] = leftOpen(chainOf(build, 'rd-fuel'), 20)
  expect(high - low).toBeLessThan(1e-6)
})

describe('places of a table', () => {
  const proposed = (read: string) => {
    const chain = chainOf(build, read)
    return proposeTable(
      chain,
      inputOf(build, readOf(build, read).read.input).input.table!,
      'best',
      { at: '', name: '' },
    )
  }
  const gaps = (x: number[]): number[] => x.slice(1).map((v, i) => v - x[i]!)
  it('are even for a straight sensor, where nothing is gained by others', () => {
    const { table, beyond } = proposed('rd-oil-pressure'),
      inner = gaps(table.x.slice(beyond[0].cells.length, table.x.length - beyond[1].cells.length))
    expect(Math.max(...inner) - Math.min(...inner)).toBeLessThan(0.021)
  })
  it('crowd where a curve bends', () => {
    const inner = gaps(proposed('rd-coolant').table.x.slice(1, -1))
    expect(Math.max(...inner) / Math.min(...inner)).toBeGreaterThan(2)
  })
})

describe('dead zones', () => {
  it('of an arm on its stop run through every scale after the truth', () => {
    const chain = chainOf(build, 'rd-surge-pot')
    expect(deadZones(chain, 'truth')).toEqual([])
    for (const stage of ['element', 'pin', 'converter', 'shown'] as const)
      expect(deadZones(chain, stage)).toEqual([[0, 0.4]])
    expect(deadZones(chainOf(build, 'rd-fuel'), 'shown')).toEqual([])
    // a meter's last digit above the stop may still be the stop
    expect(leftOpen(chain, 0.41)).toEqual([0, 0.41])
    const [low, high] = leftOpen(chain, 1)
    expect(high - low).toBeLessThan(1e-9)
  })
  it('a curve that ends before the range does is no fault of the picture', () => {
    const egt = build.elements.find((e) => e.id === 'el-egt-2')!,
      channel = build.channels.find((c) => c.id === 'ch-egt-2')!
    const wide = after(
      build,
      {
        kind: 'editElement',
        args: { id: egt.id, patch: { settings: { ...egt.settings, output: 'gain' } } },
      },
      {
        kind: 'editChannel',
        args: { id: channel.id, patch: { needs: { ...channel.needs, range: [0, 1500] } } },
      },
    )
    const chain = chainOf(wide, 'rd-egt-2')
    expect(() => chain.signalAt(1500)).toThrow()
    // and below its cold junction an amplified couple goes under 0 V, which the converter cuts
    const [below, above] = deadZones(chain, 'converter')
    expect(below).toEqual([0, expect.closeTo(25, 3)])
    // and where it passes the reference the converter cuts it on the other side, as far as the couple is known
    const cutV = chain.spec.converter!.full / chain.spec.converter!.perUnit
    expect(chain.ideal.toPin(chain.signalAt(above![0]))).toBeCloseTo(cutV, 3)
    expect(above![1]).toBe(1500)
  })
  it.each([
    ['rising', 'rd-pedal-a', 0.48, 0.0402],
    ['falling', 'rd-pedal-b', 4.52, -0.0402],
  ] as const)(
    'what a converter of 2 V cannot follow of a %s sensor lies on its own side',
    (_, read, at0, slope) => {
      const chain = chainOf(
        withInput(read, {
          referenceV: measured(2),
          sensorSupply: { volt: measured(5), toReference: false, tolerance: 0.01 },
        }),
        read,
      )
      const [[low, high] = [NaN, NaN], ...rest] = deadZones(chain, 'converter')
      expect(rest).toEqual([])
      expect(deadZones(chain, 'pin')).toEqual([])
      const edge = (2 - at0) / slope
      if (slope > 0) {
        expect(low).toBeCloseTo(edge, 0)
        expect(high).toBe(100)
      } else {
        expect(low).toBe(0)
        expect(high).toBeCloseTo(edge, 0)
      }
      for (const t of [low, high])
        expect(walkForward(chain, t).stages.find((s) => s.id === 'converter')!.value).toBe(
          chain.spec.converter!.full,
        )
    },
  )
})

it('a counter shows standstill below one edge in its gate', () => {
  const { below, seconds } = standstill(chainOf(build, 'rd-wheel'))!
  expect(seconds).toBe(0.1)
  expect(idealValue(chainOf(build, 'rd-wheel'), 'element', below)).toBeCloseTo(10, 6)
  expect(standstill(chainOf(build, 'rd-map'))).toBeNull()
})

it('edges counted by a gate that begins anywhere stray as much as is said of one edge', () => {
  const { spec } = chainOf(build, 'rd-wheel')
  const uniform = uniformStream(8)
  const strays = Array.from({ length: 4000 }, () => {
    const inGate = 40 + 60 * uniform()
    return Math.floor(inGate + uniform()) - inGate
  })
  const sigma = Math.hypot(...strays) / Math.sqrt(strays.length)
  expect(spec.spreads.find((s) => s.id === 'count')!.size).toBeCloseTo(sigma, 2)
})

describe('a table that turns back', () => {
  const turned = withInput('rd-coolant', {
    table: {
      ...inputOf(build, readOf(build, 'rd-coolant').read.input).input.table!,
      entered: {
        at: '2026-11-24T20:00:00Z',
        name: 'turned',
        x: [0.1, 0.5, 2.5, 4.9],
        y: [60, 120, 20, -30],
      },
    },
  })
  it('shows one value at several truths, each of which the chain walks to it', () => {
    const chain = chainOf(turned, 'rd-coolant')
    let several = 0
    for (const truth of [60, 80, 95, 110, 118, 122]) {
      const walked = walkForward(chain, truth),
        { truths, partedAt } = branches(chain, walked)
      for (const t of truths) {
        expect(walkForward(chain, t).shown).toBeCloseTo(walked.shown, 3)
        expect(Math.abs(t - truth)).toBeGreaterThan(1)
      }
      expect(partedAt).toBe(truths.length > 0 ? 'converter' : null)
      several += truths.length
    }
    expect(several).toBeGreaterThan(1)
  })
  it('a sound table has no branches', () => {
    for (const read of ['rd-coolant', 'rd-map', 'rd-throttle', 'rd-fuel'])
      expect(
        branches(chainOf(build, read), walkForward(chainOf(build, read), inside(read)[1]!)).truths,
      ).toEqual([])
  })
})

describe('platinum', () => {
  it('on three wires loses its leads, on two it reads them', () => {
    const leads = withRead('rd-gearbox', (r) => ({
      wire: { ...r.wire, signalOhm: measured(1), groundOhm: measured(1) },
    }))
    const two = after(leads, {
      kind: 'editElement',
      args: {
        id: 'el-gearbox',
        patch: {
          settings: { ...build.elements.find((e) => e.id === 'el-gearbox')!.settings, wires: '2' },
        },
      },
    })
    const bias = (b: Build): number =>
      walkForward(chainOf(b, 'rd-gearbox'), 100).biases.find((x) => x.share === 'leads')!.bias
    expect(Math.abs(bias(leads))).toBeLessThan(1e-6)
    expect(bias(two)).toBeCloseTo(2 / 3.79, 1)
  })
})

describe('what was read, on every kind', () => {
  it.each([
    ['rd-map', 93.87],
    ['rd-throttle', 0],
    ['rd-lambda', 1],
    ['rd-egt-1', 20],
    ['rd-wheel', 60],
  ] as const)('%s: agrees when healthy, and names the fault put into it', (read, truth) => {
    const { spec } = assembleChain(build, read)
    const chain = prepareChain(spec!)
    expect(
      keyOnCheck(spec!, truth, spec!.accuracy / 10, { shown: walkForward(chain, truth).shown })
        .agrees,
    ).toBe(true)
    const fits = FAULTS.filter((f) => f.of.includes(spec!.drive.kind))
    expect(fits.length).toBeGreaterThan(3)
    for (const id of spec!.drive.kind === 'frequency'
      ? ['no-edges', 'edges-multiplied']
      : ['signal-open', 'short-supply']) {
      const variant = fits.find((f) => f.id === id)!.variants(spec!)[0]!
      const { shown, pinV } = observe(variant, truth)
      const verdict = keyOnCheck(spec!, truth, spec!.accuracy / 10, { shown, pinV })
      if (verdict.agrees) {
        expect([id, truth]).toEqual(['signal-open', 0])
        continue
      }
      expect(
        verdict.causes.map((c) => c.id),
        `${id} ${shown}`,
      ).toContain(id)
    }
  })
})
