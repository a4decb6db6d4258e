import fc from 'fast-check'
import { Matrix, solve } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { uniformStream } from '../math/index.ts'
import { groundCost, type GroundReader } from './cost.ts'
import { groundNet, type GroundLoad, type GroundWire } from './net.ts'

/** A network of so many nodes that hangs together, with loads and readers anywhere. */
function anyNetwork(nodes: number, seed: number) {
  const next = uniformStream(seed)
  const node = (): string => `n${Math.floor(next() * nodes)}`
  const ohm = (): number => 10 ** (-4 + 3 * next())
  const tree = Array.from({ length: nodes - 1 }, (_, i): GroundWire => ({
    id: `t${i}`,
    a: `n${i + 1}`,
    b: `n${Math.floor(next() * (i + 1))}`,
    ohm: ohm(),
  }))
  const more = Array.from({ length: nodes }, (_, i): GroundWire => ({
    id: `m${i}`,
    a: node(),
    b: node(),
    ohm: ohm(),
  })).filter((w) => w.a !== w.b)
  const loads = Array.from({ length: 8 }, (_, i): GroundLoad => ({
    id: `l${i}`,
    into: node(),
    ampere: 1 + 30 * next(),
    states: next() < 0.5 ? ['idle', 'all'] : ['all'],
  }))
  const readers = Array.from({ length: 12 }, (_, i): GroundReader => ({
    id: `r${i}`,
    kind: 'fixed',
    sensorGround: node(),
    converterGround: node(),
  }))
  return { reference: 'n0', wires: [...tree, ...more], loads, readers }
}

/** The same by the conductance matrix, put together here: no line of it is the code's. */
function byConductance(task: ReturnType<typeof anyNetwork>, ampere: Record<string, number>) {
  const names = [...new Set(task.wires.flatMap((w) => [w.a, w.b]))].filter((n) => n !== 'n0')
  const at = new Map(names.map((n, i) => [n, i]))
  const G = Matrix.zeros(names.length, names.length)
  for (const { a, b, ohm } of task.wires)
    for (const [x, y] of [
      [a, b],
      [b, a],
    ] as const) {
      const i = at.get(x)
      if (i === undefined) continue
      G.set(i, i, G.get(i, i) + 1 / ohm)
      const j = at.get(y)
      if (j !== undefined) G.set(i, j, G.get(i, j) - 1 / ohm)
    }
  const I = Matrix.columnVector(names.map((n) => ampere[n] ?? 0))
  const V = solve(G, I)
  return (n: string): number => (n === 'n0' ? 0 : V.get(at.get(n)!, 0))
}
const returned = (loads: readonly GroundLoad[]): Record<string, number> => {
  const sum: Record<string, number> = {}
  for (const l of loads) sum[l.into] = (sum[l.into] ?? 0) + l.ampere
  return sum
}

describe('what loads cost readers', () => {
  it('is what the conductance matrix gives, to 1e-9, on networks of 3 to 300 nodes', () => {
    for (const [nodes, seed] of [
      [3, 1],
      [10, 2],
      [40, 3],
      [120, 4],
      [300, 5],
    ] as const) {
      const task = anyNetwork(nodes, seed)
      const { states } = groundCost(task)
      const v = byConductance(task, returned(task.loads))
      const scale = Math.max(...Object.values(states.all!.nodeV).map(Math.abs))
      for (const [node, volt] of Object.entries(states.all!.nodeV))
        expect(Math.abs(volt - v(node))).toBeLessThan(1e-9 * scale)
      for (const r of task.readers)
        expect(
          Math.abs(states.all!.readerV[r.id]! - (v(r.sensorGround) - v(r.converterGround))),
        ).toBeLessThan(1e-9 * scale)
    }
  })

  it('adds up by load to what it is in each state', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 60 }), fc.nat(1e6), (nodes, seed) => {
        const task = anyNetwork(nodes, seed)
        const { states, byLoad } = groundCost(task)
        for (const [state, { readerV, nodeV }] of Object.entries(states)) {
          const running = task.loads.filter((l) => l.states.includes(state))
          const scale = Math.max(...Object.values(nodeV).map(Math.abs))
          for (const r of task.readers) {
            const sum = running.reduce((s, l) => s + byLoad[r.id]![l.id]!, 0)
            expect(Math.abs(sum - readerV[r.id]!)).toBeLessThanOrEqual(1e-9 * scale)
          }
        }
      }),
      { numRuns: 40 },
    )
  })

  it('loses no current: what every node takes in by its wires is what its loads return', () => {
    const task = anyNetwork(80, 9)
    const { nodeV } = groundCost(task).states.all!
    const into = returned(task.loads)
    for (const node of Object.keys(nodeV).filter((n) => n !== 'n0')) {
      const out = task.wires.reduce((sum, w) => {
        const to = w.a === node ? w.b : w.b === node ? w.a : null
        return to === null ? sum : sum + (nodeV[node]! - nodeV[to]!) / w.ohm
      }, 0)
      expect(Math.abs(out - (into[node] ?? 0))).toBeLessThan(1e-6)
    }
  })

  it('is reciprocal: a pair feels a load as the load’s place would feel a current through the pair', () => {
    const net = groundNet(anyNetwork(50, 11))
    for (const [a, b] of [
      ['n7', 'n31'],
      ['n2', 'n49'],
      ['n14', 'n3'],
    ] as const)
      expect(net.perAmpere(a, { plus: b, minus: 'n0' })).toBeCloseTo(
        net.perAmpere(b, { plus: a, minus: 'n0' }),
        12,
      )
  })

  it('arrives as each reader feels it', () => {
    const at = { sensorGround: 'head', converterGround: 'unit' }
    const { states } = groundCost({
      reference: '-',
      wires: [
        { id: 'strap', a: 'head', b: '-', ohm: 0.01 },
        { id: 'unit', a: 'unit', b: '-', ohm: 0.002 },
      ],
      loads: [{ id: 'fan', into: 'head', ampere: 20, states: ['on'] }],
      readers: [
        { id: 'thermistor', kind: 'pull-up', pullUpOhm: 2490, sensorOhm: 830, ...at },
        { id: 'bridge', kind: 'ratiometric', signalShare: 0.4, ...at },
        { id: 'controller', kind: 'fixed', ...at },
        { id: 'pair', kind: 'differential', ...at },
      ],
    })
    const { readerV } = states.on!
    expect(readerV.thermistor).toBeCloseTo(0.2 * 0.75, 12)
    expect(readerV.bridge).toBeCloseTo(0.2 * 0.6, 12)
    expect(readerV.controller).toBeCloseTo(0.2, 12)
    expect(readerV.pair).toBe(0)
  })
})

describe('what is no network', () => {
  const good = anyNetwork(5, 1)
  const strap = { id: 's', a: 'x', b: 'y', ohm: 0.001 }
  it.each([
    ['two parts', { ...good, wires: [...good.wires, strap] }, 'floating-node', '"x" and "y"'],
    [
      'a strap to itself',
      { ...good, wires: [...good.wires, { ...strap, a: 'n1', b: 'n1' }] },
      'floating-node',
      '"n1" to itself',
    ],
    [
      'no ohms',
      { ...good, wires: [...good.wires, { ...strap, a: 'n1', b: 'n0', ohm: 0 }] },
      'zero-ohm',
      '"s"',
    ],
    [
      'ohms below nothing',
      { ...good, wires: [...good.wires, { ...strap, a: 'n1', b: 'n0', ohm: -1 }] },
      'zero-ohm',
      '"s"',
    ],
    ['one wire twice', { ...good, wires: [...good.wires, good.wires[0]!] }, 'duplicate-id', '"t0"'],
    [
      'a load with no way back',
      { ...good, loads: [{ id: 'fan', into: 'nose', ampere: 9, states: [] }] },
      'floating-node',
      '"fan" has no way back',
    ],
    [
      'a load without a current',
      { ...good, loads: [{ id: 'fan', into: 'n1', ampere: NaN, states: [] }] },
      'not-a-number',
      '"fan"',
    ],
    [
      'a reader on nothing',
      {
        ...good,
        readers: [
          { id: 'oil', kind: 'fixed' as const, sensorGround: 'n1', converterGround: 'dash' },
        ],
      },
      'floating-node',
      '"dash"',
    ],
    [
      'one reader twice',
      { ...good, readers: [good.readers[0]!, good.readers[0]!] },
      'duplicate-id',
      '"r0"',
    ],
  ])('says so: %s', (_, task, code, names) => {
    expect(() => groundCost(task)).toThrow(expect.objectContaining({ code }))
    expect(() => groundCost(task)).toThrow(names)
  })
})
