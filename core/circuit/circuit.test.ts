import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  circuitSensitivity,
  portResistance,
  portVoltage,
  reduceToPort,
  solveCircuit,
  type CircuitElement,
} from './index.ts'

const divider = (top: number, low: number): CircuitElement[] => [
  { id: 'rail', kind: 'voltage', plus: 'r', minus: '0', volt: 5 },
  { id: 'top', kind: 'resistor', a: 'r', b: 'x', ohm: top },
  { id: 'low', kind: 'resistor', a: 'x', b: '0', ohm: low },
]

describe('solveCircuit', () => {
  it('solves a divider, with the signs of its currents', () => {
    const { voltage, current } = solveCircuit({ reference: '0', elements: divider(1000, 1000) })
    expect(voltage.x).toBeCloseTo(2.5, 12)
    expect(current.top).toBeCloseTo(0.0025, 12)
    // inside a source that delivers, current runs minus to plus
    expect(current.rail).toBeCloseTo(-0.0025, 12)
    expect(voltage['0']).toBe(0)
  })

  it('lets a current source push from → to through itself', () => {
    const { voltage, current } = solveCircuit({
      reference: '0',
      elements: [
        { id: 'i', kind: 'current', from: '0', to: 'x', ampere: 0.002 },
        { id: 'r', kind: 'resistor', a: 'x', b: '0', ohm: 500 },
      ],
    })
    expect(voltage.x).toBeCloseTo(1, 12)
    expect(current.r).toBeCloseTo(0.002, 12)
    expect(current.i).toBe(0.002)
  })

  it('agrees with Thevenin for any three feeds of one node', () => {
    const ohm = fc.double({ min: 1, max: 1e6, noNaN: true }),
      volt = fc.double({ min: -20, max: 20, noNaN: true })
    fc.assert(
      fc.property(
        fc.array(fc.tuple(ohm, volt), { minLength: 1, maxLength: 5 }),
        ohm,
        (feeds, load) => {
          const elements: CircuitElement[] = feeds.flatMap(([r, v], i): CircuitElement[] => [
            { id: `v${i}`, kind: 'voltage', plus: `n${i}`, minus: '0', volt: v },
            { id: `r${i}`, kind: 'resistor', a: `n${i}`, b: 'x', ohm: r },
          ])
          const solved = solveCircuit({
            reference: '0',
            elements: [...elements, { id: 'load', kind: 'resistor', a: 'x', b: '0', ohm: load }],
          })
          const expected =
            feeds.reduce((s, [r, v]) => s + v / r, 0) /
            (feeds.reduce((s, [r]) => s + 1 / r, 0) + 1 / load)
          expect(solved.voltage.x).toBeCloseTo(expected, 8)
        },
      ),
    )
  })

  it.each([
    [
      'floating-node',
      [...divider(1, 1), { id: 'far', kind: 'resistor', a: 'p', b: 'q', ohm: 1 }],
      /"p", "q"/,
    ],
    ['floating-node', [{ id: 'i', kind: 'current', from: '0', to: 'x', ampere: 1 }], /"x"/],
    [
      'voltage-loop',
      [...divider(1, 1), { id: 'again', kind: 'voltage', plus: 'r', minus: '0', volt: 4 }],
      /"again".*"r".*"0"/,
    ],
    ['zero-ohm', divider(0, 1), /0 V source/],
    ['zero-ohm', divider(-5, 1), /above zero/],
    [
      'duplicate-id',
      [...divider(1, 1), { id: 'top', kind: 'resistor', a: 'x', b: '0', ohm: 1 }],
      /"top"/,
    ],
    ['not-a-number', divider(Infinity, 1), /finite/],
  ] as [string, CircuitElement[], RegExp][])(
    'refuses %s and names it',
    (code, elements, message) => {
      expect(() => solveCircuit({ reference: '0', elements })).toThrow(
        expect.objectContaining({ code, message: expect.stringMatching(message) }),
      )
    },
  )
})

describe('circuitSensitivity', () => {
  it('matches nudged values for every kind of element', () => {
    const elements: CircuitElement[] = [
      ...divider(2490, 371),
      { id: 'gauge', kind: 'voltage', plus: 'g', minus: '0', volt: 12 },
      { id: 'coil', kind: 'resistor', a: 'g', b: 'x', ohm: 620 },
      { id: 'leak', kind: 'current', from: 'x', to: '0', ampere: 1e-4 },
      { id: 'wire', kind: 'resistor', a: 'x', b: 'pin', ohm: 3 },
      { id: 'adc', kind: 'resistor', a: 'pin', b: '0', ohm: 1e6 },
    ]
    const { perUnit, volt } = circuitSensitivity({ reference: '0', elements }, 'pin', '0')
    expect(volt).toBeCloseTo(solveCircuit({ reference: '0', elements }).voltage.pin!, 12)
    for (const e of elements) {
      const key = e.kind === 'resistor' ? 'ohm' : e.kind === 'voltage' ? 'volt' : 'ampere'
      const value = (e as unknown as Record<string, number>)[key]!
      const h = Math.abs(value) * 1e-3
      const at = (v: number): number =>
        solveCircuit({
          reference: '0',
          elements: elements.map((x) =>
            x.id === e.id ? ({ ...x, [key]: v } as CircuitElement) : x,
          ),
        }).voltage.pin!
      const nudged = (at(value + h) - at(value - h)) / (2 * h)
      expect(Math.abs(perUnit[e.id]! - nudged)).toBeLessThan(1e-5 * Math.abs(nudged))
    }
  })
})

describe('reduceToPort', () => {
  const network: CircuitElement[] = [
    { id: 'rail', kind: 'voltage', plus: 'r', minus: '0', volt: 5 },
    { id: 'pull', kind: 'resistor', a: 'r', b: 'pin', ohm: 2490 },
    { id: 'signal', kind: 'resistor', a: 'high', b: 'pin', ohm: 0.4 },
    { id: 'ground', kind: 'resistor', a: 'low', b: 'sg', ohm: 0.3 },
    { id: 'offset', kind: 'voltage', plus: 'sg', minus: '0', volt: 0.03 },
  ]
  it('gives what the full circuit gives at any sensor, and back', () => {
    const port = reduceToPort({ reference: '0', elements: network }, 'high', 'low', [
      ['pin', '0'],
      ['high', 'low'],
    ])
    for (const ohm of [1, 95, 371, 2200, 8000, 1e6]) {
      const full = solveCircuit({
        reference: '0',
        elements: [...network, { id: 's', kind: 'resistor', a: 'high', b: 'low', ohm }],
      }).voltage
      expect(portVoltage(port, 0, ohm)).toBeCloseTo(full.pin!, 9)
      expect(portVoltage(port, 1, ohm)).toBeCloseTo(full.high! - full.low!, 9)
      expect(portResistance(port, 0, portVoltage(port, 0, ohm)) / ohm).toBeCloseTo(1, 5)
    }
    expect(portVoltage(port, 0, Infinity)).toBeCloseTo(5, 9)
    expect(portResistance(port, 0, 6)).toBeNaN()
  })
})
