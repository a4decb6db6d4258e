import { inMessage } from '../error.ts'
import { aNumber, aSize, aText, everyOf, wordOf, thingWith, type Expects } from '../expects.ts'
import type { Circuit, CircuitElement } from './circuit.ts'
import { factorCircuit, type Factored } from './factor.ts'

const ELEMENTS: Record<CircuitElement['kind'], Expects> = {
  resistor: thingWith({ a: aText, b: aText, ohm: aSize }),
  voltage: thingWith({ plus: aText, minus: aText, volt: aNumber }),
  current: thingWith({ from: aText, to: aText, ampere: aNumber }),
}
const CIRCUIT = thingWith({
  reference: aText,
  elements: everyOf(thingWith({ id: aText, kind: wordOf(...Object.keys(ELEMENTS)) })),
})

/**
 * All node voltages (V, against the reference) and element currents (A) of a linear circuit.
 * Currents: through a resistor a → b, through a voltage source plus → minus inside the source,
 * through a current source from → to. Throws `EchtError` naming the nodes when a node floats
 * (`floating-node`) or voltage sources form a loop (`voltage-loop`); 0 Ω is refused (`zero-ohm`);
 * `duplicate-id`, `not-a-number`, and `singular-circuit` where the resistances differ by too many powers of ten.
 *
 * @example solveCircuit({ reference: '0', elements: [
 *   { id: 'rail', kind: 'voltage', plus: 'r', minus: '0', volt: 5 },
 *   { id: 'top', kind: 'resistor', a: 'r', b: 'x', ohm: 1000 },
 *   { id: 'low', kind: 'resistor', a: 'x', b: '0', ohm: 1000 } ] }).voltage.x // 2.5
 */
export function solveCircuit(circuit: Circuit): {
  voltage: Record<string, number>
  current: Record<string, number>
} {
  CIRCUIT(circuit, 'The circuit')
  for (const e of circuit.elements) ELEMENTS[e.kind](e, `The element ${inMessage(e.id)}`)
  const factored = factorCircuit(circuit)
  const x = factored.solve(factored.rightSide)
  const at = nodeVoltage(factored, x)
  const voltage: Record<string, number> = { [circuit.reference]: 0 }
  for (const node of factored.nodeIndex.keys()) voltage[node] = at(node)
  const current: Record<string, number> = {}
  for (const e of circuit.elements) {
    current[e.id] =
      e.kind === 'resistor'
        ? (at(e.a) - at(e.b)) / e.ohm
        : e.kind === 'current'
          ? e.ampere
          : x[factored.sourceIndex.get(e.id)!]!
  }
  return { voltage, current }
}

/** Reads a node's voltage out of a solution; the reference is 0. */
export const nodeVoltage =
  (factored: Factored, x: number[]) =>
  (node: string): number => {
    const i = factored.nodeIndex.get(node)
    return i === undefined ? 0 : x[i]!
  }
