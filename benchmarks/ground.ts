import { LuDecomposition, Matrix } from 'ml-matrix'
import { groundCost, type GroundReader } from '../core/ground/index.ts'
import { uniformStream } from '../core/math/index.ts'
import { leastMs, report } from './ratio.ts'

const NODES = 300
const next = uniformStream(300)
const node = (): string => `n${Math.floor(next() * NODES)}`
const wires = Array.from({ length: NODES - 1 }, (_, i) => ({
  ...{ id: `w${i}`, a: `n${i + 1}`, b: `n${Math.floor(next() * (i + 1))}` },
  ohm: 0.0005 + 0.02 * next(),
}))
const loads = Array.from({ length: 30 }, (_, i) => ({
  ...{ id: `l${i}`, into: node(), ampere: 1 + 20 * next() },
  states: i % 2 === 0 ? ['idle', 'all'] : ['all'],
}))
const readers = Array.from({ length: 60 }, (_, i): GroundReader => ({
  ...{ id: `r${i}`, kind: 'pull-up', pullUpOhm: 2490, sensorOhm: 300 },
  ...{ sensorGround: node(), converterGround: node() },
}))

const dense = Matrix.zeros(NODES - 1, NODES - 1)
for (const { a, b, ohm } of wires) {
  const [i, j] = [Number(a.slice(1)) - 1, Number(b.slice(1)) - 1]
  for (const k of [i, j]) if (k >= 0) dense.set(k, k, dense.get(k, k) + 1 / ohm)
  if (i < 0 || j < 0) continue
  dense.set(i, j, dense.get(i, j) - 1 / ohm)
  dense.set(j, i, dense.get(j, i) - 1 / ohm)
}

let sink = 0
const [lu, cost] = leastMs(
  [
    () => {
      sink += new LuDecomposition(dense).determinant > 0 ? 1 : 0
    },
    () => {
      sink += Object.keys(groundCost({ reference: 'n0', wires, loads, readers }).byLoad).length
    },
  ],
  12,
)
report(
  'grounds of 300 nodes: 30 loads superposed on 60 readers, against one dense LU of that size',
  cost! / lu!,
  3,
)
if (!Number.isFinite(sink)) throw new Error('unreachable: keeps the work from being optimised away')
