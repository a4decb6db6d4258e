import { portEmf, portResistance, portVoltage, reduceToPort, type Port } from '../circuit/port.ts'
import type { CircuitElement } from '../circuit/circuit.ts'
import type { Drive } from '../curve/family.ts'
import { sensorElements, type Nodes } from '../network/index.ts'

const PIN_OUT = 0,
  PLUG_OUT = 1,
  SUPPLY_OUT = 2

/** From the element's signal to what stands at the plug and at the pin, and back; NaN back where nothing gives that. */
export type Transfer = {
  toPin: (signal: number) => number
  toPlug: (signal: number) => number
  fromPin: (value: number) => number
  fromPlug: (value: number) => number
  /** at the pin with the sensor unplugged, V; NaN for edges */
  openV: number
  /** volts that stand for one unit of signal where the element is a source; 1 for a fixed one */
  emfPerSignal: number
  port: Port | null
}

/** What one circuit, the sensor left out of it, does to the signal of an element that drives it so. */
export function transferOf(
  drive: Drive,
  elements: readonly CircuitElement[],
  { pin, ground, high, low, supply }: Nodes,
): Transfer {
  if (drive.kind === 'frequency') {
    const same = (v: number): number => v
    return {
      toPin: same,
      toPlug: same,
      fromPin: same,
      fromPlug: same,
      openV: NaN,
      emfPerSignal: 1,
      port: null,
    }
  }
  const supplied = drive.kind === 'voltage' && drive.nominalV !== null
  const port = reduceToPort({ reference: ground, elements: [...elements] }, high, low, [
    [pin, ground],
    [high, low],
    ...(supplied ? [[supply, low] as const] : []),
  ])
  const openV = port.outputs[PIN_OUT]!.openV
  if (drive.kind === 'resistance') {
    return {
      toPin: (ohm) => portVoltage(port, PIN_OUT, ohm),
      toPlug: (ohm) => portVoltage(port, PLUG_OUT, ohm),
      fromPin: (v) => portResistance(port, PIN_OUT, v),
      fromPlug: (v) => portResistance(port, PLUG_OUT, v),
      openV,
      emfPerSignal: 1,
      port,
    }
  }
  // a ratiometric sensor gives its share of the supply it has, whatever that is
  const emfPerSignal = supplied ? port.outputs[SUPPLY_OUT]!.openV / drive.nominalV! : 1
  const { sourceOhm } = drive
  return {
    toPin: (v) => portVoltage(port, PIN_OUT, sourceOhm, v * emfPerSignal),
    toPlug: (v) => portVoltage(port, PLUG_OUT, sourceOhm, v * emfPerSignal),
    fromPin: (v) => portEmf(port, PIN_OUT, v, sourceOhm) / emfPerSignal,
    fromPlug: (v) => portEmf(port, PLUG_OUT, v, sourceOhm) / emfPerSignal,
    openV,
    emfPerSignal,
    port,
  }
}

/**
 * The element itself as parts of a circuit, for the solver and its sensitivities: by `id` "sensor"
 * and, of a source, "sensor emf".
 */
export const drivenBy = (
  drive: Drive,
  signal: number,
  emfPerSignal: number,
  nodes: Nodes,
): CircuitElement[] =>
  sensorElements(drive, drive.kind === 'voltage' ? signal * emfPerSignal : signal, nodes, 'sensor')
