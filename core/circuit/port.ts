import { EchtError } from '../error.ts'
import type { Circuit } from './circuit.ts'
import { factorCircuit } from './factor.ts'
import { nodeVoltage } from './solve.ts'

/**
 * What a linear network shows at a port when one resistance is hung there, for any resistance:
 * `V(R) = openV − transferOhm·i`, `i = portV/(portOhm + R)`. Two solves serve a whole curve.
 */
export type Port = {
  /** volts at the empty port */
  portV: number
  /** Thevenin resistance of the port, Ω */
  portOhm: number
  /** for each output pair: volts with the port empty, and volts lost per ampere drawn at the port */
  outputs: { openV: number; transferOhm: number }[]
}

/** Reduces a circuit to a port between `plus` and `minus` (the sensor left out of it). Throws as `solveCircuit`. */
export function reduceToPort(
  circuit: Circuit,
  plus: string,
  minus: string,
  outputs: readonly (readonly [string, string])[],
): Port {
  const factored = factorCircuit(circuit)
  if (!factored.nodeIndex.has(plus) && plus !== circuit.reference)
    throw new EchtError(
      'floating-node',
      `Nothing feeds the node "${plus}": a resistive sensor needs a pull-up.`,
    )
  const open = nodeVoltage(factored, factored.solve(factored.rightSide))
  const draw = new Array<number>(factored.rightSide.length).fill(0)
  const i = factored.nodeIndex.get(plus),
    j = factored.nodeIndex.get(minus)
  if (i !== undefined) draw[i]! -= 1
  if (j !== undefined) draw[j]! += 1
  const drawn = nodeVoltage(factored, factored.solve(draw))
  return {
    portV: open(plus) - open(minus),
    portOhm: drawn(minus) - drawn(plus),
    outputs: outputs.map(([p, m]) => ({
      openV: open(p) - open(m),
      transferOhm: drawn(m) - drawn(p),
    })),
  }
}

/**
 * Volts at an output of a port with `ohm` hung on it, behind an e.m.f. of `emfV` where it has one;
 * Infinity is an open sensor, 0 a shorted one.
 */
export function portVoltage(port: Port, output: number, ohm: number, emfV = 0): number {
  const { openV, transferOhm } = port.outputs[output]!
  return ohm === Infinity
    ? openV
    : openV - (transferOhm * (port.portV - emfV)) / (port.portOhm + ohm)
}

/** The resistance on the port that gives `volt` at an output: NaN where none does. */
export function portResistance(port: Port, output: number, volt: number): number {
  const { openV, transferOhm } = port.outputs[output]!
  const ohm = (transferOhm * port.portV) / (openV - volt) - port.portOhm
  return ohm >= 0 && Number.isFinite(ohm) ? ohm : NaN
}

/** The e.m.f. behind `ohm` on the port that gives `volt` at an output. */
export function portEmf(port: Port, output: number, volt: number, ohm: number): number {
  const { openV, transferOhm } = port.outputs[output]!
  return port.portV - ((openV - volt) * (port.portOhm + ohm)) / transferOhm
}
