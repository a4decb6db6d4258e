import { describe, expect, it } from 'vitest'
import { saltmarshNine } from '../../../demo/saltmarshNine.ts'
import { assembleChain, type ChainSpec } from '../../chain/index.ts'
import type { CircuitElement } from '../../circuit/index.ts'
import { observe, type Readings } from '../predict.ts'
import { keyOnCheck } from '../keyOn.ts'
import { withElement, withPart } from './fault.ts'
import { FAULTS, type Fault, type Variant } from './index.ts'

const build = saltmarshNine()
const specs = build.channels
  .flatMap((c) => c.reads)
  .flatMap((r): [string, ChainSpec][] => {
    const { spec } = assembleChain(build, r.id)
    return spec ? [[r.id, spec]] : []
  })
const specOf = (read: string): ChainSpec => specs.find(([id]) => id === read)![1]
const middleOf = (spec: ChainSpec): number => (spec.range[0] + spec.range[1]) / 2
const faultOf = (id: string): Fault => FAULTS.find((f) => f.id === id)!
const healthy = (spec: ChainSpec): Readings => observe({ label: '', spec }, middleOf(spec))
/** Volts at the pin with each variant of a fault, in the middle of the range. */
const pins = (spec: ChainSpec, id: string): number[] =>
  faultOf(id)
    .variants(spec)
    .map((v) => observe(v, middleOf(spec)).pinV)

describe('every fault', () => {
  it('has a name of its own, a remedy, and a kind of sensor it befalls', () => {
    expect(new Set(FAULTS.map((f) => f.id)).size).toBe(FAULTS.length)
    for (const f of FAULTS) {
      expect(f.name).toMatch(/^[A-Z].*[^.]$/)
      expect(f.remedy).toMatch(/\.$/)
      expect(f.prior).toBeGreaterThan(0)
      expect(specs.some(([, spec]) => f.isPossible(spec))).toBe(true)
    }
  })
  it.each(specs)('%s: leaves the chain the device believes in as it was', (_, spec) => {
    for (const f of FAULTS.filter((f) => f.isPossible(spec)))
      for (const v of f.variants(spec)) expect(v.spec.circuits[0]).toBe(spec.circuits[0])
  })
  it.each(specs)('%s: changes what can be read, in one of its sizes at least', (_, spec) => {
    // not in the middle, where exchanged ends would not be seen
    const truth = spec.range[0] + 0.3 * (spec.range[1] - spec.range[0])
    const right = observe({ label: '', spec }, truth)
    const moves = (v: Variant): boolean => {
      const read = observe(v, truth)
      return (['shown', 'pinV', 'ohm'] as const).some(
        (what) => !(Math.abs(read[what] - right[what]) <= 1e-6 * Math.abs(right[what])),
      )
    }
    for (const f of FAULTS.filter((f) => f.isPossible(spec))) {
      const variants = f.variants(spec)
      // a library that holds this very curve alone knows no other sensor
      const onlyItself = f.id === 'other-sensor' && variants.length === 1
      if (variants.length > 0 && !onlyItself)
        expect([f.id, variants.some(moves)]).toEqual([f.id, true])
    }
  })
  it.each(specs)('%s: has its sizes in order, none twice', (_, spec) => {
    for (const f of FAULTS.filter((f) => f.isPossible(spec))) {
      const sizes = f.variants(spec).flatMap((v) => (v.size === undefined ? [] : [v.size]))
      for (let i = 1; i < sizes.length; i++) expect(sizes[i]).toBeGreaterThan(sizes[i - 1]!)
    }
  })
})

describe('of a thermistor behind a pull-up', () => {
  const spec = specOf('rd-coolant')
  const right = healthy(spec).pinV
  const reference = 5

  it('what is open rises to the reference, what is shorted falls to ground', () => {
    for (const id of ['open', 'sensor-open']) expect(pins(spec, id)[0]).toBeCloseTo(reference, 1)
    expect(pins(spec, 'short')[0]).toBeLessThan(0.02)
    expect(pins(spec, 'pull-up-missing')[0]!).toBeLessThan(0.05)
  })
  it('a second pull-up raises the pin, the more the fewer its ohms; a leak lowers it likewise', () => {
    const doubled = pins(spec, 'pull-up-doubled')
    expect(Math.min(...doubled)).toBeGreaterThan(right)
    expect(doubled).toEqual(doubled.toSorted((a, b) => b - a))
    const leaks = pins(spec, 'leak')
    expect(Math.max(...leaks)).toBeLessThan(right)
    expect(leaks).toEqual(leaks.toSorted((a, b) => a - b))
  })
  it('resistance in its ground raises the pin; a ground that stands off moves it by less than itself', () => {
    const wire = pins(spec, 'ground-resistance')
    expect(wire).toEqual(wire.toSorted((a, b) => a - b))
    const offsets = faultOf('ground-offset').variants(spec)
    const read = offsets.map((v) => observe(v, middleOf(spec)).pinV)
    for (let i = 1; i < offsets.length; i++) {
      const moved = read[i]! - read[i - 1]!
      expect(moved).toBeGreaterThan(0)
      expect(moved).toBeLessThan(offsets[i]!.size! - offsets[i - 1]!.size!)
    }
  })
})

describe('of a sensor whose leads cancel', () => {
  const spec = specOf('rd-coolant')
  const threeWire: ChainSpec = { ...spec, drive: { kind: 'resistance', leadsCancel: true } }

  it('resistance in a lead is none: the third wire takes it off', () => {
    const possible = (of: ChainSpec): string[] =>
      FAULTS.filter((f) => f.isPossible(of)).map((f) => f.id)
    expect(possible(spec).filter((id) => !possible(threeWire).includes(id))).toEqual([
      'ground-resistance',
    ])
    const verdict = keyOnCheck(threeWire, 20, 0.3, { shown: 60 })
    expect(verdict.agrees).toBe(false)
    expect(verdict.causes.map((c) => c.id)).not.toContain('ground-resistance')
  })
})

it('a fault put into the list is found by the readings it makes, and one without its part throws', () => {
  const spec = specOf('rd-coolant')
  const doubled: Fault = {
    id: 'two-in-row',
    name: 'Two sensors stand in a row',
    remedy: 'Take one of them out.',
    prior: 30,
    isPossible: ({ drive }) => drive.kind === 'resistance',
    variants: () => [{ label: '', spec, signal: (healthy) => 2 * healthy + 1 }],
  }
  FAULTS.push(doubled)
  try {
    const { shown, ohm } = observe(doubled.variants(spec)[0]!, 20)
    const { causes } = keyOnCheck({ ...spec }, 20, 0.3, { shown, ohm })
    expect(causes[0]!.id).toBe('two-in-row')
  } finally {
    FAULTS.splice(FAULTS.indexOf(doubled), 1)
  }
  expect(() => withPart(spec, 'supply current', { ampere: 1 })).toThrow(RangeError)
  expect(() => withElement(spec, 'a wire of no such name', { ohm: 1 })).toThrow(RangeError)
})

describe('of a sensor that gives volts', () => {
  const spec = specOf('rd-map')
  const right = healthy(spec).pinV

  it('without supply gives next to nothing, without ground next to all, touched by the supply all of it', () => {
    expect(Math.max(...pins(spec, 'supply-open'))).toBeLessThan(0.3)
    expect(Math.min(...pins(spec, 'ground-open'))).toBeGreaterThan(4)
    expect(pins(spec, 'short-supply')[0]!).toBeCloseTo(5, 1)
  })
  it('with its zero moved reads that much more or less, whatever the truth', () => {
    for (const v of faultOf('zero-shift').variants(spec)) {
      const [low, high] = [0.3, 0.7].map((at) => {
        const truth = spec.range[0] + at * (spec.range[1] - spec.range[0])
        return observe(v, truth).ohm - observe({ label: '', spec }, truth).ohm
      })
      expect(low).toBeCloseTo(high!, 9)
      expect(Math.sign(low!)).toBe(Math.sign(v.size!))
    }
  })
  it('with its ends exchanged reads in the middle what it should, and at each end the other', () => {
    const [reversed] = faultOf('reversed').variants(spec)
    expect(observe(reversed!, middleOf(spec)).pinV).toBeCloseTo(right, 6)
    expect(observe(reversed!, spec.range[0]).pinV).toBeCloseTo(
      observe({ label: '', spec }, spec.range[1]).pinV,
      6,
    )
  })
  it('is not said to have a pull-up left on where it has one by right', () => {
    expect(faultOf('pull-left-on').variants(spec).length).toBeGreaterThan(10)
    const pulled = { ...spec.circuits[0]!.elements[0]!, id: 'pull own', kind: 'resistor', ohm: 1e4 }
    const [ideal, ...real] = spec.circuits
    const elements = [...ideal!.elements, pulled as CircuitElement]
    const part = { id: 'pull own', kind: 'pull', of: 'own', role: 'input' } as const
    const parts = [...spec.parts, part]
    const withPull = { ...spec, parts, circuits: [{ ...ideal!, elements }, ...real] }
    expect(faultOf('pull-left-on').variants(withPull as ChainSpec)).toEqual([])
  })
})

describe('of edges', () => {
  const spec = specOf('rd-wheel')

  it('none is no hertz; lost and added ones are so many times the right', () => {
    expect(pins(spec, 'no-edges')).toEqual([0])
    const variants = faultOf('edges-multiplied').variants(spec)
    const times = variants.map((v) => observe(v, middleOf(spec)).ohm / healthy(spec).ohm)
    expect(times.slice(0, 4).map((t) => Number(t.toFixed(3)))).toEqual([0.333, 0.5, 2, 3])
    // a lost tooth of sixty and an added one are among them, to a part in a hundred
    for (const tooth of [59 / 60, 61 / 60])
      expect(Math.min(...times.map((t) => Math.abs(t - tooth)))).toBeLessThan(0.01)
  })
})
