import type { CircuitElement } from '../circuit/circuit.ts'
import type { Device, Id, Input, Pin, Pull, Stated, Wire } from '../build/types.ts'
import type { Drive } from '../curve/family.ts'

/** Names of the nodes of a build's network. */
export const NODE = {
  /** a pin of a device or a sensor */
  pin: (pin: Id): string => `pin ${pin}`,
  post: (post: Id): string => `post ${post}`,
  /** the ground a device's converter measures against */
  ground: (device: Id): string => `ground ${device}`,
  /** where the ground wire of a reader or a trigger ends, while nobody drew where */
  return: (of: Id): string => `return ${of}`,
  rail: (pull: Id): string => `rail ${pull}`,
  supplyRail: (input: Id): string => `supply ${input}`,
  /** a pin that a sensor has and nobody listed */
  plug: (what: 'signal' | 'ground' | 'supply', sensor: Id): string => `plug ${what} ${sensor}`,
}

/** A device's ground or a post: what is joined there is not felt by who stands on it, but through the grounds. */
export const isGround = (node: string): boolean =>
  node.startsWith(NODE.ground('')) || node.startsWith(NODE.post(''))

/** What a part of the network is, and whose: the pull, input, wire, reader, trigger or sensor it comes from. */
export type Is = { of: Id } & (
  | { kind: 'pull' | 'rail'; pull: Pull; input: Input }
  | { kind: 'leak' | 'supply'; input: Input }
  | {
      kind: 'signal wire' | 'ground wire' | 'supply wire' | 'shield'
      stated: Stated
      /** how far its ohms may be off, Ω, where somebody said so */
      doubtOhm: number | null
      /** the wire, where it is drawn; null: the one resistor a reader states */
      drawn: Wire | null
    }
  | {
      kind: 'return'
      stated: Stated & { /** V, where the vehicle's grounds say it */ sizeV?: number }
    }
  | { kind: 'supply current' | 'ground' }
  /** other sensors that hang on a wire of this one: how many, and the 1σ of their current, A */
  | { kind: 'others'; sensors: number; sigmaA: number }
)
export type PartKind = Is['kind']

/** One part of the network: a resistor or a source between two named nodes. */
export type Part = { element: CircuitElement; is: Is }

/** What hangs on wires: the sensor a reader is wired to, a contact, the pickup of a trigger. */
export type Hanging = {
  /** the reader or the trigger */
  id: Id
  /** the sensor, or the trigger itself */
  sensor: Id
  plug: { signal: string; ground: string; supply: string }
  input: Input
  pin: Pin
  device: Device
  /** how it drives the wire; null of a sensor of a family this version does not know */
  drive: Drive | null
  /** current it draws from its supply, A; 0 where it has none */
  supplyA: number
}

/** The build's whole electrical network: every part, the parts at each node, and what hangs at each. */
export type Network = {
  parts: Part[]
  at: (node: string) => readonly Part[]
  /** everything one of whose pins is this node */
  hangingAt: (node: string) => readonly Hanging[]
  /** of a reader or a trigger */
  hanging: (id: Id) => Hanging
}

/** No wire is a perfect one; this keeps a zero out of the solver and changes nothing that can be read. */
export const LEAST_OHM = 1e-4

export const resistor = (id: string, a: string, b: string, ohm: number): CircuitElement => ({
  id,
  kind: 'resistor',
  a,
  b,
  ohm: Math.max(ohm, LEAST_OHM),
})
export const source = (id: string, plus: string, minus: string, volt: number): CircuitElement => ({
  id,
  kind: 'voltage',
  plus,
  minus,
  volt,
})

export const onPulls = (input: Input): Pull[] => input.pulls.filter((p) => p.on)
export const railV = (pull: Pull, input: Input): number =>
  pull.toReference ? input.referenceV.value : pull.railV.value
export const supplyV = ({ sensorSupply, referenceV }: Input): number =>
  sensorSupply.toReference ? referenceV.value : sensorSupply.volt.value

/** What stands between where a sensor is grounded and the ground a converter measures against. */
export const returnPart = (of: Id, from: string, device: Id, stated: Stated): Part => ({
  element: source(`return ${of}`, from, NODE.ground(device), stated.value),
  is: { kind: 'return', of, stated },
})

/** What a part is that is a wire. */
export type WireIs = Extract<Is, { drawn: Wire | null }>
export const isWire = (is: Is): is is WireIs =>
  is.kind === 'signal wire' ||
  is.kind === 'ground wire' ||
  is.kind === 'supply wire' ||
  is.kind === 'shield'
