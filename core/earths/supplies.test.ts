import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../demo/saltmarshNine.ts'
import type { Build } from '../build/index.ts'
import { coded } from '../coded.fixture.ts'
import { coilCircuit, dropouts, feedOf, NEAR_LIMIT, railBudgets } from './supplies.ts'

const sample = saltmarshNine()
const budget = railBudgets(sample).find((b) => b.device === 'engine-unit')!

describe('the budget of a sensor supply', () => {
  it('adds up pull-ups and sensors as one would by hand', () => {
    // 5 V through 2.49 kΩ is 2.008 mA
    const pull = budget.parts.find((p) => p.read === 'rd-coolant')!
    expect(pull.what).toBe('pull-up')
    expect(pull.ma).toBeCloseTo(2.008, 3)
    expect(budget.ma).toBeCloseTo(
      budget.parts.reduce((s, p) => s + p.ma, 0),
      9,
    )
    expect(budget.parts.map((p) => p.what)).toContain('sensor')
  })

  it('finds the rail of the sample near its limit, and what falls with it', () => {
    expect(budget.used!).toBeGreaterThan(NEAR_LIMIT)
    expect(budget.used!).toBeLessThan(1)
    expect(budget.falls).toContain('Coolant, block outlet')
    expect(budget.falls).toContain('Manifold pressure')
  })

  it('lets a sagging reference move only what does not follow it', () => {
    const moved = budget.sag.map((s) => s.read)
    // a bridge on the same reference and a pull-up to it cancel
    expect(moved).not.toContain('rd-map')
    expect(moved).not.toContain('rd-coolant')
    // a controller with an output of its own does not
    expect(moved).toContain('rd-lambda')
  })

  it('there is no budget for a device that feeds nothing', () => {
    const bare: Build = { ...sample, channels: [] }
    expect(railBudgets(bare)).toEqual([])
  })
})

describe('a battery that sags while cranking', () => {
  it('stops what it stops, and says where that may not be', () => {
    const level = { ...sample, states: [] }
    const at = (volt: number) => new Map(dropouts(level, volt).map((d) => [d.device, d.grade]))
    expect(at(7).get('display')).toBe('note')
    expect(at(7).get('engine-unit')).toBe('fine')
    expect(at(5.5).get('engine-unit')).toBe('wrong')
    expect([...at(12.6).values()]).toEqual(expect.arrayContaining(['fine']))
    expect([...at(12.6).values()]).not.toContain('note')
  })

  it('is judged by what a device sees above its own ground, which the starter lifts', () => {
    const strap = (id: string, a: string, b: string, ohm: number) => ({
      ...{ id, name: id, a, b, wire: null, jointA: 'clean' as const, jointB: 'clean' as const },
      ...{ shield: false, ohm: { value: ohm, basis: 'measured' as const, from: [] } },
    })
    const post = (id: string, kind: 'battery' | 'block' | 'device', device: string | null) => ({
      ...{ id, name: id, kind, device, along: 0.5 },
    })
    const grounds: Build = {
      ...sample,
      posts: [
        post('minus', 'battery', null),
        post('block', 'block', null),
        post('unit', 'device', 'engine-unit'),
      ],
      straps: [strap('engine', 'block', 'minus', 0.006), strap('ground', 'unit', 'block', 0.01)],
      states: [{ id: 'start', name: 'Starter on' }],
      loads: [
        {
          ...{ id: 'starter', name: 'Starter', into: 'block', peakA: null, runs: ['start'] },
          ampere: { value: 240, basis: 'measured', from: [] },
        },
        {
          ...{ id: 'unit', name: 'Unit', into: 'unit', peakA: null, runs: ['start'] },
          ampere: { value: 2, basis: 'measured', from: [] },
        },
      ],
      stands: [],
      measurements: sample.measurements.filter((m) => m.about.kind !== 'drop'),
    }
    const unit = (volt: number) => dropouts(grounds, volt).find((d) => d.device === 'engine-unit')!
    // 242 A through 6 mΩ and 2 A through 10 mΩ: 1.472 V
    expect(unit(7).seesV).toBeCloseTo(7 - 1.472, 6)
    expect(unit(7)).toMatchObject({ stops: true, grade: 'wrong' })
    expect(unit(8)).toMatchObject({ stops: false, grade: 'fine' })
  })

  it.each([
    [{ off: 12.5, accessory: 12.5, on: 12.4, crank: 9.8 }, 'permanent'],
    [{ off: 0, accessory: 0, on: 12.4, crank: 9.6 }, 'switched'],
    [{ off: 0.1, accessory: 12.3, on: 12.3, crank: 0.2 }, 'drops-out-on-crank'],
    [{ off: 0, accessory: 12.3, on: 0, crank: 0 }, 'accessory'],
    [{ off: 0, accessory: 0, on: 0.4, crank: 0 }, 'none'],
  ] as const)('tells a feed by its volts at each position of the key: %j', (volts, feed) => {
    expect(feedOf(volts, 12.6)).toBe(feed)
  })
})

describe('the coil of a relay that a unit switches to ground', () => {
  const task = { batteryV: 13.8, coilOhm: 85, coilH: 0.3 }

  it('dies in the diode as an integration of its current does', () => {
    const { coilA, decayS, pinV } = coilCircuit({ ...task, on: false, diode: true })
    expect(coilA).toBeCloseTo(13.8 / 85, 12)
    expect(pinV).toBeGreaterThan(13.8)
    const stepS = decayS / 20_000
    let ampere = coilA
    // the diode keeps 0.7 V across the coil, against its current
    for (let t = 0; t < decayS; t += stepS) ampere -= (stepS * (ampere * 85 + 0.7)) / 0.3
    expect(ampere / coilA).toBeCloseTo(0.05, 3)
  })
  it('is held by nothing without one', () => {
    expect(coilCircuit({ ...task, on: false, diode: false }).pinV).toBe(Infinity)
    expect(coilCircuit({ ...task, on: true, diode: false }).pinV).toBe(0)
    expect(() => coilCircuit({ ...task, coilOhm: 0, on: true, diode: true })).toThrow(
      coded('not-positive'),
    )
  })
})
