import { triesOf } from '../tries.fixture.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import {
  applyChange,
  type DeviceTable,
  type FaultShow,
  inputOf,
  measured,
  pathOf,
} from '../build/index.ts'
import { families } from '../curve/registry.ts'
import { orElse } from '../error.ts'
import { linspace } from '../math/index.ts'
import { lookUp } from '../table/interpolate.ts'
import { assembleChain, prepareChain, proposeTable, type Chain } from './index.ts'
import { curveReach } from './chain.ts'
import { axisValue } from './fold.ts'
import { idealValue } from './stages.ts'

const build = saltmarshNine()
const chainOf = (read: string): Chain => prepareChain(assembleChain(build, read).spec!)
const specOf = (read: string): DeviceTable => pathOf(build, read).input.table!
const TABLES = build.channels
  .flatMap((c) => c.reads.map((r) => r.id))
  .filter((id) => specOf(id) && assembleChain(build, id).spec !== null)
const SHOWS: FaultShow[] = [
  { show: 'low', value: null },
  { show: 'high', value: null },
  { show: 'last', value: null },
  { show: 'value', value: 20 },
]

/** The same sensor with its signal the other way round, as a reversed sender or a rising thermistor would be. */
const turned = (chain: Chain): Chain => {
  const [low, high] = chain.spec.range
  const other = (t: number): number => low + high - t
  return {
    ...chain,
    signalAt: (t) => chain.signalAt(other(t)),
    truthAt: (s) => other(chain.truthAt(s)),
  }
}

/** The same table over raw counts, or over the ohms the device reckons. */
const onAnotherAxis = ({ spec: { drive, converter } }: Chain, spec: DeviceTable): DeviceTable =>
  drive.kind === 'resistance'
    ? { ...spec, axis: 'Ω', axisStep: 1, axisRange: [0, 20000] }
    : { ...spec, axis: 'counts', axisStep: 1, axisRange: [0, converter!.full] }

/** What the sensor can give, from end to end of its travel or to a little from either rail, in order along the axis. */
function travelled(chain: Chain, spec: DeviceTable): number[] {
  const [low, high] = chain.spec.range
  const span = high - low
  const reach = curveReach(chain)
  const truths = linspace(
    Math.max(low - 0.5 * span, reach[0]),
    Math.min(high + 0.5 * span, reach[1]),
    300,
  )
  const [least, most] = spec.axisRange
  const margin = 0.021 * (most - least)
  return truths
    .map((t) => orElse(() => axisValue(chain, idealValue(chain, 'pin', t), spec.axis), NaN))
    .filter((x) => Number.isFinite(x) && x >= least + margin && x <= most - margin)
    .sort((a, b) => a - b)
}

describe('cells beyond the range', () => {
  it('every family of sensor is among those tried', () => {
    const tried = new Set(TABLES.map((id) => chainOf(id).spec.sensor.family))
    const known = families.map((f) => f.id)
    expect(known.filter((id) => tried.has(id)).length).toBeGreaterThanOrEqual(10)
  })

  it('within the sensor’s travel a table never turns back, whichever way it goes, whatever faults show', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...TABLES),
        fc.integer({ min: 2, max: 32 }),
        fc.constantFrom(...SHOWS),
        fc.constantFrom(...SHOWS),
        fc.boolean(),
        fc.constantFrom('best' as const, 'even' as const),
        fc.boolean(),
        (read, cells, onOpen, onShort, reversed, placement, otherAxis) => {
          const straight = chainOf(read)
          // a curve with ends keeps them where they are
          const chain =
            reversed && !Number.isFinite(curveReach(straight)[0]) ? turned(straight) : straight
          const asSold = { ...specOf(read), cells, onOpen, onShort, axisFixed: null }
          const spec: DeviceTable = otherAxis ? onAnotherAxis(chain, asSold) : asSold
          const made = orElse(
            () => proposeTable(chain, spec, placement, { at: '', name: '' }),
            null,
          )
          // a formula turned round may leave the device's axis: nothing is proposed, nothing can be wrong
          fc.pre(made !== null)
          if (!made) return
          expect(made.table.x).toHaveLength(cells)
          for (let i = 1; i < cells; i++)
            expect(made.table.x[i]!).toBeGreaterThan(made.table.x[i - 1]!)
          const shown = travelled(chain, spec).map((x) => lookUp(made.table, x, spec.beyond))
          const way = Math.sign(shown.at(-1)! - shown[0]!)
          for (let i = 1; i < shown.length; i++)
            expect(way * (shown[i]! - shown[i - 1]!), `${read} at ${i}`).toBeGreaterThan(-1e-6)
        },
      ),
      { numRuns: triesOf(150, 50) },
    )
  })

  const wide = (read: string, patch: Partial<DeviceTable> = {}) => {
    const chain = chainOf(read),
      spec = { ...specOf(read), cells: 24, ...patch }
    const made = proposeTable(chain, spec, 'best', { at: '', name: '' })
    const shownAt = (truth: number): number =>
      lookUp(made.table, axisValue(chain, idealValue(chain, 'pin', truth), spec.axis), spec.beyond)
    return { chain, spec, made, shownAt }
  }
  it('a rising sensor a little past its range is still read right', () => {
    for (const show of SHOWS) {
      const throttle = wide('rd-throttle', { onOpen: show, onShort: show })
      expect(throttle.shownAt(102)).toBeCloseTo(102, 0)
      const map = wide('rd-map', { onOpen: show, onShort: show })
      expect(map.shownAt(map.chain.spec.range[1] + 5)).toBeCloseTo(map.chain.spec.range[1] + 5, 0)
    }
  })
  it.each([
    ['rd-gearbox', [170, 185, 200, 220, 235], 2],
    ['rd-fuel-pressure', [620, 660, 700, 800, 880], 1.5],
  ] as const)(
    '%s past its range is read right up to what the device can hold, and holds that beyond',
    (read, truths, near) => {
      const [chain, spec] = [chainOf(read), specOf(read)]
      const { table } = proposeTable(chain, spec, 'best', { at: '', name: '' })
      const shown = (truth: number): number =>
        lookUp(table, axisValue(chain, idealValue(chain, 'pin', truth), spec.axis), spec.beyond)
      for (const truth of truths) expect(Math.abs(shown(truth) - truth)).toBeLessThan(near)
      expect(shown(spec.valueRange[1] + 20)).toBe(spec.valueRange[1])
    },
  )
  it('values a device cannot hold within the range bend none of those it can', () => {
    const chain = chainOf('rd-fuel-pressure')
    // a pressure in a straight line: 100 kPa more is as many volts more everywhere
    const spec: DeviceTable = { ...specOf('rd-fuel-pressure'), valueRange: [-300, 450] }
    const { table } = proposeTable(chain, spec, 'best', { at: '', name: '' })
    for (const truth of [0, 150, 300, 400, 440]) {
      const x = axisValue(chain, idealValue(chain, 'pin', truth), spec.axis)
      expect(Math.abs(lookUp(table, x, 'hold') - truth)).toBeLessThan(3)
    }
  })
  it('a thermistor open reads at the top and short at the bottom, and shows there what was asked', () => {
    const { made, spec } = wide('rd-coolant', {
      onOpen: { show: 'value', value: 85 },
      onShort: { show: 'high', value: null },
    })
    const [short, open] = made.beyond
    expect([short.faults, open.faults]).toEqual([['short'], ['open']])
    expect(lookUp(made.table, 4.999, spec.beyond)).toBeGreaterThan(75)
    expect(lookUp(made.table, 4.9, spec.beyond)).toBeLessThan(-20)
    expect(open.holdsTo).toBeGreaterThan(open.follows!.x)
    expect(lookUp(made.table, 0, spec.beyond)).toBeGreaterThanOrEqual(140)
  })
  it.each([3.3, 4.2])(
    'fed from %d V it shows an open wire there, and not at the end of the axis',
    (rail) => {
      const { wired: read } = pathOf(build, 'rd-coolant')
      const { input } = inputOf(build, read.input)
      const fed = applyChange(
        build,
        {
          kind: 'editPullUp',
          args: {
            input: input.id,
            pull: input.pulls[0]!.id,
            patch: { toReference: false, railV: measured(rail) },
          },
        },
        { id: 'fed', at: '2026-11-27T20:00:00Z', by: '' },
      )
      const chain = prepareChain(assembleChain(fed, 'rd-coolant').spec!)
      for (const onOpen of [
        { show: 'value', value: 85 },
        { show: 'high', value: null },
      ] as const) {
        const spec = { ...specOf('rd-coolant'), cells: 24, onOpen }
        const { table, beyond } = proposeTable(chain, spec, 'best', { at: '', name: '' })
        const shown = lookUp(table, axisValue(chain, chain.ideal.openV, spec.axis), 'hold')
        expect(beyond[1].faults).toEqual(['open'])
        expect(shown).toBeGreaterThan(onOpen.show === 'value' ? 80 : 125)
        // just below it the sensor is still followed
        expect(lookUp(table, 0.96 * rail, 'hold')).toBeLessThan(-10)
      }
    },
  )
  it('a sensor that gives volts reads at the bottom both open and short', () => {
    const { made } = wide('rd-map')
    expect(made.beyond.map((b) => b.faults)).toEqual([['open', 'short'], []])
  })
  it.each(['rd-fuel', 'rd-oil-pressure', 'rd-throttle', 'rd-map', 'rd-coolant'])(
    'a sensor off the end of its travel by a little shows its last good value: %s',
    (read) => {
      for (const show of SHOWS) {
        const { made, spec } = wide(read, { onOpen: show, onShort: show })
        made.beyond.forEach((side, end) => {
          if (side.holdsTo === null) return
          const inRange = made.table.x.filter((x) =>
            end === 0 ? x > side.holdsTo! : x < side.holdsTo!,
          )
          const last = end === 0 ? Math.min(...inRange) : Math.max(...inRange)
          const good = lookUp(made.table, last, spec.beyond)
          for (const t of [0.3, 0.9])
            expect(lookUp(made.table, last + t * (side.holdsTo - last), spec.beyond)).toBeCloseTo(
              good,
              9,
            )
        })
      }
    },
  )
  it('with few cells the range keeps most of them, and what cannot be shown is said', () => {
    const { made } = wide('rd-coolant', { cells: 8, onOpen: { show: 'high', value: null } })
    const taken = made.beyond.reduce((n, b) => n + b.cells.length, 0)
    expect(taken).toBeLessThanOrEqual(2)
    expect(made.beyond[1]).toMatchObject({ tooFewCells: true, shows: null })
    const five = wide('rd-coolant', { cells: 5 }).made
    expect(five.beyond.map((b) => b.cells.length)).toEqual([0, 0])
  })
  it('on a fixed axis the outer cells show it', () => {
    const axis = linspace(0, 5, 26)
    const { made } = wide('rd-throttle', {
      axisFixed: axis,
      cells: 26,
      onOpen: { show: 'value', value: 0 },
    })
    expect(made.table.x).toEqual(axis)
    const values = made.table.y.slice(1, -1)
    for (let i = 1; i < values.length; i++)
      expect(values[i]!).toBeGreaterThanOrEqual(values[i - 1]! - 1e-9)
  })
})
