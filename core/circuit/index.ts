export type { Circuit, CircuitElement } from './circuit.ts'
export { solveCircuit } from './solve.ts'
export { circuitSensitivity } from './sensitivity.ts'
export { reduceToPort, portVoltage, portResistance, type Port } from './port.ts'
