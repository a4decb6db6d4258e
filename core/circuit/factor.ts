import { LuDecomposition, Matrix } from 'ml-matrix'
import { EchtError } from '../error.ts'
import { checkCircuit, type Circuit } from './circuit.ts'

/**
 * The modified nodal equations of a circuit, factored once (Ho, Ruehli, Brennan 1975). Unknowns are the
 * node voltages, then the currents of the voltage sources.
 */
export type Factored = {
  circuit: Circuit
  nodeIndex: Map<string, number>
  sourceIndex: Map<string, number>
  /** solves A·x = b */
  solve: (b: number[]) => number[]
  /** solves Aᵀ·x = b with the same factors: the adjoint network */
  solveTransposed: (b: number[]) => number[]
  rightSide: number[]
}

export function factorCircuit(circuit: Circuit): Factored {
  checkCircuit(circuit)
  const nodeIndex = new Map<string, number>(),
    sourceIndex = new Map<string, number>()
  const index = (node: string): number => {
    if (node === circuit.reference) return -1
    if (!nodeIndex.has(node)) nodeIndex.set(node, nodeIndex.size)
    return nodeIndex.get(node)!
  }
  for (const e of circuit.elements) {
    if (e.kind === 'resistor') {
      index(e.a)
      index(e.b)
    } else if (e.kind === 'voltage') {
      index(e.plus)
      index(e.minus)
    } else {
      index(e.from)
      index(e.to)
    }
  }
  for (const e of circuit.elements)
    if (e.kind === 'voltage') sourceIndex.set(e.id, nodeIndex.size + sourceIndex.size)
  const size = nodeIndex.size + sourceIndex.size
  const A = Matrix.zeros(size, size),
    b = new Array<number>(size).fill(0)
  const add = (i: number, j: number, v: number): void => {
    if (i >= 0 && j >= 0) A.set(i, j, A.get(i, j) + v)
  }
  for (const e of circuit.elements) {
    if (e.kind === 'resistor') {
      const i = index(e.a),
        j = index(e.b),
        g = 1 / e.ohm
      add(i, i, g)
      add(j, j, g)
      add(i, j, -g)
      add(j, i, -g)
    } else if (e.kind === 'voltage') {
      const k = sourceIndex.get(e.id)!,
        i = index(e.plus),
        j = index(e.minus)
      add(i, k, 1)
      add(k, i, 1)
      add(j, k, -1)
      add(k, j, -1)
      b[k] = e.volt
    } else {
      const i = index(e.from),
        j = index(e.to)
      if (i >= 0) b[i]! -= e.ampere
      if (j >= 0) b[j]! += e.ampere
    }
  }
  const lu = new LuDecomposition(A)
  if (size > 0 && lu.isSingular())
    throw new EchtError(
      'singular-circuit',
      'The circuit has no single solution: its resistances differ by too many powers of ten.',
    )
  return {
    circuit,
    nodeIndex,
    sourceIndex,
    rightSide: b,
    solve: (right) => (size === 0 ? [] : lu.solve(Matrix.columnVector(right)).to1DArray()),
    solveTransposed: (right) => transposedSolve(lu, right),
  }
}

// PA = LU, so Aᵀx = b is Uᵀy = b, Lᵀz = y, x = Pᵀz. The library offers no transposed solve.
function transposedSolve(lu: LuDecomposition, right: number[]): number[] {
  const n = right.length
  if (n === 0) return []
  const L = lu.lowerTriangularMatrix,
    U = lu.upperTriangularMatrix,
    pivot = lu.pivotPermutationVector
  const y = right.slice()
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) y[i]! -= U.get(k, i) * y[k]!
    y[i]! /= U.get(i, i)
  }
  for (let i = n - 1; i >= 0; i--) for (let k = i + 1; k < n; k++) y[i]! -= L.get(k, i) * y[k]!
  const x = new Array<number>(n)
  for (let i = 0; i < n; i++) x[pivot[i]!] = y[i]!
  return x
}
