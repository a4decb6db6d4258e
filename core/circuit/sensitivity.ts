import type { Circuit } from './circuit.ts'
import { factorCircuit } from './factor.ts'
import { nodeVoltage } from './solve.ts'

/**
 * How the voltage between two nodes answers to every element: V per Ω, V per V, V per A, by element id.
 * One forward and one adjoint solve of the same factors (Director and Rohrer 1969), whatever the
 * number of elements. Throws as `solveCircuit`.
 */
export function circuitSensitivity(
  circuit: Circuit,
  plus: string,
  minus: string,
): { volt: number; perUnit: Record<string, number> } {
  const factored = factorCircuit(circuit)
  const x = factored.solve(factored.rightSide)
  const probe = new Array<number>(x.length).fill(0)
  const i = factored.nodeIndex.get(plus),
    j = factored.nodeIndex.get(minus)
  if (i !== undefined) probe[i]! += 1
  if (j !== undefined) probe[j]! -= 1
  const adjoint = factored.solveTransposed(probe)
  const v = nodeVoltage(factored, x),
    w = nodeVoltage(factored, adjoint)
  const perUnit: Record<string, number> = {}
  for (const e of circuit.elements) {
    if (e.kind === 'resistor') perUnit[e.id] = ((w(e.a) - w(e.b)) * (v(e.a) - v(e.b))) / e.ohm ** 2
    else if (e.kind === 'voltage') perUnit[e.id] = adjoint[factored.sourceIndex.get(e.id)!]!
    else perUnit[e.id] = w(e.to) - w(e.from)
  }
  return { volt: v(plus) - v(minus), perUnit }
}
