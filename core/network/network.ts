import { endsOf, type CircuitElement } from '../circuit/circuit.ts'
import { elementOf, inputOf, wiredReads } from '../build/find.ts'
import type { Build, Device, Element, Id, Input, Pull, Stated, WiredRead } from '../build/types.ts'
import type { Drive } from '../curve/family.ts'
import { findFamily } from '../curve/registry.ts'

/** Names of the nodes of a build's network. */
export const NODE = {
  pin: (input: Id): string => `pin ${input}`,
  /** the ground a device's converter measures against */
  ground: (device: Id): string => `ground ${device}`,
  /** where a reader's ground wire ends */
  return: (read: Id): string => `return ${read}`,
  plugSignal: (element: Id): string => `plug signal ${element}`,
  plugGround: (element: Id): string => `plug ground ${element}`,
  plugSupply: (element: Id): string => `plug supply ${element}`,
  rail: (pull: Id): string => `rail ${pull}`,
  supplyRail: (input: Id): string => `supply ${input}`,
}

/** Names of its parts. */
export const PART = {
  pull: (pull: Id): string => `pull ${pull}`,
  rail: (pull: Id): string => `rail ${pull}`,
  leak: (input: Id): string => `leak ${input}`,
  supply: (input: Id): string => `supply ${input}`,
  signalWire: (read: Id): string => `signal wire ${read}`,
  groundWire: (read: Id): string => `ground wire ${read}`,
  return: (read: Id): string => `return ${read}`,
  supplyWire: (read: Id): string => `supply wire ${read}`,
  supplyCurrent: (read: Id): string => `supply current ${read}`,
}

/** What of the record a part is. */
export type Is =
  | { kind: 'pull' | 'rail'; pull: Pull; input: Input }
  | { kind: 'leak'; input: Input }
  | { kind: 'supply'; input: Input }
  | { kind: 'signal wire' | 'ground wire'; read: WiredRead; stated: Stated }
  | { kind: 'supply wire'; read: WiredRead; stated: Stated }
  | {
      kind: 'return'
      read: WiredRead
      stated: Stated & { /** V, where the vehicle's grounds say it */ sizeV?: number }
    }
  | { kind: 'supply current'; read: WiredRead }
  | { kind: 'ground' }

/** One part of the network: a resistor or a source between two named nodes. */
export type Part = { element: CircuitElement; is: Is }

/** The build's whole electrical network: every part, and the parts at each node. Sensors are left out of it. */
export type Network = { parts: Part[]; at: (node: string) => readonly Part[] }

/** No wire is a perfect one; this keeps a zero out of the solver and changes nothing that can be read. */
export const LEAST_OHM = 1e-4
/** Input leakage of a converter where nobody states it. */
const LEAK_OHM = 1e7

const resistor = (id: string, a: string, b: string, ohm: number): CircuitElement => ({
  id,
  kind: 'resistor',
  a,
  b,
  ohm: Math.max(ohm, LEAST_OHM),
})
const source = (id: string, plus: string, minus: string, volt: number): CircuitElement => ({
  id,
  kind: 'voltage',
  plus,
  minus,
  volt,
})

export const onPulls = (input: Input): Pull[] => input.pulls.filter((p) => p.on)
const railV = (pull: Pull, input: Input): number =>
  pull.toReference ? input.referenceV.value : pull.railV.value
const supplyV = ({ sensorSupply, referenceV }: Input): number =>
  sensorSupply.toReference ? referenceV.value : sensorSupply.volt.value

/** What one input of a device adds: its pull-ups with their rails, its leak, what it gives a sensor to live on. */
function partsOfInput(device: Device, input: Input): Part[] {
  const pin = NODE.pin(input.id),
    ground = NODE.ground(device.id)
  return [
    ...onPulls(input).flatMap((pull): Part[] => {
      const rail = NODE.rail(pull.id)
      return [
        {
          element: source(PART.rail(pull.id), rail, ground, railV(pull, input)),
          is: { kind: 'rail', pull, input },
        },
        {
          element: resistor(PART.pull(pull.id), rail, pin, pull.ohm.value),
          is: { kind: 'pull', pull, input },
        },
      ]
    }),
    {
      element: resistor(PART.leak(input.id), pin, ground, LEAK_OHM),
      is: { kind: 'leak', input },
    },
    {
      element: source(PART.supply(input.id), NODE.supplyRail(input.id), ground, supplyV(input)),
      is: { kind: 'supply', input },
    },
  ]
}

/** What one reader adds: the wires to its sensor, what its sensor ground stands off, the current its sensor draws. */
function partsOfRead(read: WiredRead, element: Element, drive: Drive, device: Device): Part[] {
  if (drive.kind === 'frequency') return []
  const { signalOhm, groundOhm, groundOffsetV } = read.wire
  const low = NODE.plugGround(element.id)
  const parts: Part[] = [
    {
      element: resistor(
        PART.signalWire(read.id),
        NODE.plugSignal(element.id),
        NODE.pin(read.input),
        signalOhm.value,
      ),
      is: { kind: 'signal wire', read, stated: signalOhm },
    },
    {
      element: resistor(PART.groundWire(read.id), low, NODE.return(read.id), groundOhm.value),
      is: { kind: 'ground wire', read, stated: groundOhm },
    },
    {
      element: source(
        PART.return(read.id),
        NODE.return(read.id),
        NODE.ground(device.id),
        groundOffsetV.value,
      ),
      is: { kind: 'return', read, stated: groundOffsetV },
    },
  ]
  if (drive.kind !== 'voltage' || drive.nominalV === null) return parts
  const supply = NODE.plugSupply(element.id)
  // the supply wire of a three-wire sensor is taken to be as long as its ground wire
  parts.push({
    element: resistor(
      PART.supplyWire(read.id),
      NODE.supplyRail(read.input),
      supply,
      groundOhm.value,
    ),
    is: { kind: 'supply wire', read, stated: groundOhm },
  })
  if (drive.supplyMa > 0)
    parts.push({
      element: {
        id: PART.supplyCurrent(read.id),
        kind: 'current',
        from: supply,
        to: low,
        ampere: drive.supplyMa / 1000,
      },
      is: { kind: 'supply current', read },
    })
  return parts
}

/** Parts of a thing that is never changed in place: made once for as long as what they come from stands. */
const made = new WeakMap<object, { from: readonly unknown[]; parts: Part[] }>()
function kept(owner: object, from: readonly unknown[], make: () => Part[]): Part[] {
  const known = made.get(owner)
  if (known?.from.every((x, i) => x === from[i])) return known.parts
  const parts = make()
  made.set(owner, { from, parts })
  return parts
}

const networks = new WeakMap<Build, Network>()

/** The network of a build. Sensors of families this version does not know have no wires in it. */
export function networkOf(build: Build): Network {
  const known = networks.get(build)
  if (known) return known
  const parts = [
    ...build.devices.flatMap((device) =>
      device.inputs.flatMap((input) => kept(input, [device.id], () => partsOfInput(device, input))),
    ),
    ...build.channels.flatMap((channel) =>
      wiredReads(channel).flatMap((read) => {
        const element = elementOf(build, read.source.id),
          { device } = inputOf(build, read.input)
        const drive = findFamily(element.family)?.drive(element.settings)
        return drive
          ? kept(read, [element, device.id], () => partsOfRead(read, element, drive, device))
          : []
      }),
    ),
  ]
  const byNode = new Map<string, Part[]>()
  for (const part of parts)
    for (const node of endsOf(part.element)) {
      const there = byNode.get(node)
      if (there) there.push(part)
      else byNode.set(node, [part])
    }
  const network = { parts, at: (node: string) => byNode.get(node) ?? [] }
  networks.set(build, network)
  return network
}
