import { describe, expect, it } from 'vitest'
import { after, chainOf } from '../chain/edited.ts'
import { assembleChain, statusRestsOn, walkForward } from '../chain/index.ts'
import { measured, type Build, type Pin, type Edited, type Wire } from '../build/index.ts'
import { smallBuild } from '../build/fixture.ts'
import { solveCircuit, type CircuitElement } from '../circuit/index.ts'
import { familyOf } from '../curve/index.ts'
import { thermistorOhm } from '../curve/thermistor/index.ts'
import { networkOf, wiring } from './index.ts'
import { viewFrom } from './view.ts'
import type { Standing } from './others.ts'

/** Three thermistors, taken to follow one curve, on one unit of 12 bits with pull-ups of 2490 Ω to 5 V. */
const CURVE = { model: 'beta' as const, coefficients: [2200, 3500] }
const small = smallBuild()
const LIBRARY = familyOf('thermistor').library[0]!.id
const thermistor = (id: string): Edited => ({
  kind: 'editElement',
  args: { id, patch: { family: 'thermistor', settings: { model: 'auto', assumedCurve: LIBRARY } } },
})
const names = ['coolant', 'air', 'fuel'] as const
const ground: Pin = { id: 'g', name: 'sensor ground', kind: 'ground', can: [], wire: '' }
const wire = (id: string, from: string, to: string, ohm: number, kind = 'ground'): Edited => ({
  kind: 'addWire',
  args: {
    wire: {
      ...{ id, name: id, kind: kind as Wire['kind'], from, to, colour: '' },
      ...{ ohm: measured(ohm), doubtOhm: null },
    },
  },
})
const needs = {
  range: [0, 120] as [number, number],
  best: [20, 110] as [number, number],
  accuracy: 2,
}
const bare = after(
  small,
  thermistor('el-air'),
  thermistor('el-fuel'),
  { kind: 'editChannel', args: { id: 'ch-fuel', patch: { needs } } },
  {
    kind: 'addPin',
    args: { device: 'unit', pin: ground },
  },
)
/** From the air sensor to the next and the next, and from the last over 0.2 Ω to the unit. */
const chained = after(
  bare,
  wire('one', 'el-air-1', 'el-coolant-1', 0.03),
  wire('two', 'el-coolant-1', 'el-fuel-1', 0.05),
  wire('common', 'el-fuel-1', 'g', 0.2),
)
const STANDS = { 'el-coolant': 40, 'el-air': 10, 'el-fuel': 90 } as Record<string, number>
const ohmAt = (celsius: number): number => thermistorOhm(CURVE, celsius)
const standing: Standing = (sensor) => ({
  drive: { kind: 'resistance' },
  usual: ohmAt(STANDS[sensor]!),
  ends: [ohmAt(0), ohmAt(120)],
})

/** Volts at a pin by one solution of everything, written down here from the numbers above. */
function byHand(build: Build, of: (typeof names)[number], looked: number): number {
  const r = (id: string, a: string, b: string, ohm: number): CircuitElement => ({
    ...{ id, kind: 'resistor', a, b, ohm },
  })
  const elements = names.flatMap((n): CircuitElement[] => [
    { id: `rail ${n}`, kind: 'voltage', plus: `rail ${n}`, minus: '0', volt: 5 },
    r(`pull ${n}`, `rail ${n}`, `pin ${n}`, 2490),
    r(`leak ${n}`, `pin ${n}`, '0', 1e7),
    r(`signal ${n}`, `pin ${n}`, `high ${n}`, 0.1),
    r(`ntc ${n}`, `high ${n}`, `low ${n}`, n === of ? looked : ohmAt(STANDS[`el-${n}`]!)),
    ...(build.wires.length === 0 ? [r(`own ${n}`, `low ${n}`, '0', 0.1)] : []),
  ])
  const drawn =
    build.wires.length === 0
      ? []
      : [
          r('one', 'low air', 'low coolant', 0.03),
          r('two', 'low coolant', 'low fuel', 0.05),
          r('common', 'low fuel', '0', 0.2),
        ]
  return solveCircuit({ reference: '0', elements: [...elements, ...drawn] }).voltage[`pin ${of}`]!
}

/** The same by a reader's own view of the network. */
function byView(build: Build, of: (typeof names)[number], looked: number): number {
  const { device, input } = networkOf(build).hanging(`rd-${of}`)
  const { nodes, parts } = viewFrom(
    networkOf(build),
    { read: { id: `rd-${of}` }, input, device, drive: { kind: 'resistance' } },
    { standing },
  )
  const sensor: CircuitElement = {
    ...{ id: 'sensor', kind: 'resistor', a: nodes.high, b: nodes.low, ohm: looked },
  }
  const elements = [...parts.map((p) => p.element), sensor]
  return solveCircuit({ reference: nodes.ground, elements }).voltage[nodes.pin]!
}

describe('three sensors on one ground wire of 0.2 Ω', () => {
  it.each(names)('%s: its pin is what one solution of everything gives, to 1e-9', (of) => {
    for (const celsius of [-5, 40, 119]) {
      const hand = byHand(chained, of, ohmAt(celsius))
      expect(Math.abs(byView(chained, of, ohmAt(celsius)) / hand - 1)).toBeLessThan(1e-9)
      // each lifts the others: alone it reads lower
      expect(hand).toBeGreaterThan(byHand(bare, of, ohmAt(celsius)) + 1e-4)
      const alone = byHand(bare, of, ohmAt(celsius))
      expect(Math.abs(byView(bare, of, ohmAt(celsius)) / alone - 1)).toBeLessThan(1e-9)
    }
  })
  it('the budget names what the others draw, and the wire they draw it through', () => {
    const { spreads } = assembleChain(chained, 'rd-coolant').spec!
    expect(spreads.map((s) => s.id)).toEqual(expect.arrayContaining(['ground wire common']))
    // of the air sensor and the third one, at the two places they come to its wire
    const others = spreads.filter((s) => s.share === 'shared')
    expect(others.map((s) => (s.label as { code: string }).code)).toEqual([
      'other-sensor',
      'other-sensor',
    ])
    for (const { size } of others) expect(size).toBeGreaterThan(1e-4)
    expect(assembleChain(bare, 'rd-coolant').spec!.spreads.some((s) => s.share === 'shared')).toBe(
      false,
    )
  })
  it('one with a ground wire of its own besides is another matter', () => {
    const parts = wiring(chained, 'el-air-1', 'g')
    expect(parts.map((p) => p.is.of)).toEqual(['one', 'two', 'common'])
    expect(wiring(bare, 'el-air-1', 'g')).toEqual([])
    const [signal] = wiring(chained, 'el-air-0', 'eu-15-pin')
    expect([signal!.is.kind, signal!.is.of]).toEqual(['signal wire', 'rd-air'])
    const drawn = after(chained, wire('s', 'el-air-0', 'eu-15-pin', 0.7, 'signal'))
    expect(wiring(drawn, 'el-air-0', 'eu-15-pin').map((p) => p.is.of)).toEqual(['s'])
  })
  it('its reading moves, by what another sensor is fed with, and that is computed anew', () => {
    const at = (b: Build) => walkForward(chainOf(b, 'rd-coolant'), 80).shown
    expect(Math.abs(at(chained) - at(bare))).toBeGreaterThan(0.005)
    const rests = (b: Build) =>
      statusRestsOn(
        b,
        b.channels.find((c) => c.id === 'ch-coolant')!,
      )
    const [pull] = small.devices[0]!.inputs[1]!.pulls
    const fed = after(chained, {
      kind: 'editPullUp',
      args: { input: 'eu-15', pull: pull!.id, patch: { ohm: measured(249) } },
    })
    expect(Math.abs(at(fed) - at(chained))).toBeGreaterThan(0.005)
    expect(rests(fed).every((x, k) => x === rests(chained)[k])).toBe(false)
    expect(rests(chained).every((x, k) => x === rests(chained)[k])).toBe(true)
  })
  it('on one signal wire, each to a ground of its own, is lifted by its own ground alone', () => {
    // two sensors whose signals were joined by mistake
    const joined = after(bare, wire('slip', 'el-air-0', 'el-coolant-0', 0.01, 'signal'))
    const offset = (b: Build, volt: number): Build =>
      after(b, {
        kind: 'editRead',
        args: { id: 'rd-air', patch: { wire: { groundOffsetV: measured(volt) } } },
      })
    const returns = (b: Build) =>
      assembleChain(b, 'rd-coolant').spec!.parts.filter((p) => p.kind === 'return')
    expect(returns(joined)).toEqual([expect.objectContaining({ of: 'rd-coolant', role: 'ground' })])
    const at = (b: Build) => walkForward(chainOf(b, 'rd-coolant'), 80).shown
    expect(Math.abs(at(joined) - at(bare))).toBeGreaterThan(1)
    expect(at(offset(joined, 0.05))).not.toBe(at(joined))
  })
  it('with its ground and its signal on another’s stands in its circuit, as it is', () => {
    const both = after(
      bare,
      wire('slip', 'el-air-0', 'el-coolant-0', 0.01, 'signal'),
      wire('one', 'el-air-1', 'el-coolant-1', 0.03),
      wire('common', 'el-coolant-1', 'g', 0.2),
    )
    const r = (id: string, a: string, b: string, ohm: number): CircuitElement => ({
      ...{ id, kind: 'resistor', a, b, ohm },
    })
    const { voltage } = solveCircuit({
      reference: '0',
      elements: [
        ...['coolant', 'air'].flatMap((n): CircuitElement[] => [
          { id: `rail ${n}`, kind: 'voltage', plus: `rail ${n}`, minus: '0', volt: 5 },
          r(`pull ${n}`, `rail ${n}`, `pin ${n}`, 2490),
          r(`leak ${n}`, `pin ${n}`, '0', 1e7),
          r(`signal ${n}`, `pin ${n}`, `high ${n}`, 0.1),
          r(`ntc ${n}`, `high ${n}`, `low ${n}`, ohmAt(n === 'coolant' ? 80 : STANDS['el-air']!)),
        ]),
        ...[r('slip', 'high air', 'high coolant', 0.01), r('one', 'low air', 'low coolant', 0.03)],
        r('common', 'low coolant', '0', 0.2),
      ],
    })
    expect(Math.abs(byView(both, 'coolant', ohmAt(80)) / voltage['pin coolant']! - 1)).toBeLessThan(
      1e-9,
    )
  })
  it('a wire that ends on nothing, or at itself, is refused in words', () => {
    expect(() => after(bare, wire('bad', 'el-air-1', 'nowhere', 1))).toThrow(/not there/)
    expect(() => after(bare, wire('bad', 'g', 'g', 1))).toThrow(/to itself/)
    expect(() =>
      after(bare, {
        kind: 'addPin',
        args: { device: 'unit', pin: { ...ground, id: 'h', name: 'Sensor Ground' } },
      }),
    ).toThrow(/already/)
  })
})
