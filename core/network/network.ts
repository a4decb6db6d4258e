import { endsOf, type CircuitElement } from '../circuit/circuit.ts'
import { elementOf, inputOf, wiredReads } from '../build/find.ts'
import { assumed } from '../build/types.ts'
import type {
  Build,
  Channel,
  Device,
  Element,
  Id,
  Input,
  Pin,
  Pull,
  ReadWire,
  Stated,
  Trigger,
  Wire,
} from '../build/types.ts'
import type { Drive } from '../curve/family.ts'
import { findFamily } from '../curve/registry.ts'

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
/** Input leakage of a converter where nobody states it. */
const LEAK_OHM = 1e7
/** What a switching sensor draws where nobody states it, A. */
const SWITCHING_A = 0.01

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
const railV = (pull: Pull, input: Input): number =>
  pull.toReference ? input.referenceV.value : pull.railV.value
const supplyV = ({ sensorSupply, referenceV }: Input): number =>
  sensorSupply.toReference ? referenceV.value : sensorSupply.volt.value

/** What one input of a device adds: its pull-ups with their rails, its leak, what it gives a sensor to live on. */
function partsOfInput(device: Device, input: Input): Part[] {
  const pin = NODE.pin(input.pin),
    ground = NODE.ground(device.id)
  return [
    ...onPulls(input).flatMap((pull): Part[] => {
      const rail = NODE.rail(pull.id)
      return [
        {
          element: source(`rail ${pull.id}`, rail, ground, railV(pull, input)),
          is: { kind: 'rail', of: pull.id, pull, input },
        },
        {
          element: resistor(`pull ${pull.id}`, rail, pin, pull.ohm.value),
          is: { kind: 'pull', of: pull.id, pull, input },
        },
      ]
    }),
    {
      element: resistor(`leak ${input.id}`, pin, ground, LEAK_OHM),
      is: { kind: 'leak', of: input.id, input },
    },
    {
      element: source(`supply ${input.id}`, NODE.supplyRail(input.id), ground, supplyV(input)),
      is: { kind: 'supply', of: input.id, input },
    },
  ]
}

/** A wire of a reader or a trigger as it is stated while nobody drew it. */
const statedWire = (
  kind: 'signal wire' | 'ground wire' | 'supply wire',
  of: Id,
  [a, b]: [string, string],
  stated: Stated,
): Part => ({
  element: resistor(`${kind} ${of}`, a, b, stated.value),
  is: { kind, of, stated, doubtOhm: null, drawn: null },
})

const USUAL_WIRE: Pick<ReadWire, 'signalOhm' | 'groundOhm' | 'groundOffsetV'> = {
  signalOhm: assumed(0.1),
  groundOhm: assumed(0.1),
  groundOffsetV: assumed(0),
}

/** What a reader or a trigger adds: the wires to its sensor that nobody drew, and the current its sensor draws. */
function partsOfHanging(
  { id, plug, input, pin, device, supplyA, drive }: Hanging,
  wire: typeof USUAL_WIRE,
  drawn: Drawn,
): Part[] {
  const parts: Part[] = []
  const { signalOhm, groundOhm, groundOffsetV } = wire
  if (!drawn.joins(plug.signal, NODE.pin(pin.id)))
    parts.push(statedWire('signal wire', id, [plug.signal, NODE.pin(pin.id)], signalOhm))
  if (!drawn.reachesGround(plug.ground))
    parts.push(
      statedWire('ground wire', id, [plug.ground, NODE.return(id)], groundOhm),
      returnPart(id, NODE.return(id), device.id, groundOffsetV),
    )
  if (supplyA === 0 && !(drive?.kind === 'voltage' && drive.nominalV !== null)) return parts
  // the supply wire of a three-wire sensor is taken to be as long as its ground wire
  if (!drawn.reachesSupply(plug.supply))
    parts.push(statedWire('supply wire', id, [NODE.supplyRail(input.id), plug.supply], groundOhm))
  if (supplyA > 0)
    parts.push({
      element: {
        ...{ id: `supply current ${id}`, kind: 'current' },
        ...{ from: plug.supply, to: plug.ground, ampere: supplyA },
      },
      is: { kind: 'supply current', of: id },
    })
  return parts
}

/** What stands between where a sensor is grounded and the ground a converter measures against. */
const returnPart = (of: Id, from: string, device: Id, stated: Stated): Part => ({
  element: source(`return ${of}`, from, NODE.ground(device), stated.value),
  is: { kind: 'return', of, stated },
})

/** What is drawn: which nodes its wires join, and where they lead. */
type Drawn = {
  joins: (a: string, b: string) => boolean
  reachesGround: (node: string) => boolean
  reachesSupply: (node: string) => boolean
  parts: Part[]
}

const NOTHING_DRAWN: Drawn = {
  joins: () => false,
  reachesGround: () => false,
  reachesSupply: () => false,
  parts: [],
}

const WIRE_KIND = {
  signal: 'signal wire',
  ground: 'ground wire',
  supply: 'supply wire',
  shield: 'shield',
} as const satisfies Record<Wire['kind'], PartKind>

/** The wires that are drawn, and what stands at the ends of theirs that are grounds and supplies of a device. */
function drawnIn(build: Build): Drawn {
  if (build.wires.length === 0) return NOTHING_DRAWN
  const posts = new Set(build.posts.map((p) => p.id))
  const nodeOf = (end: Id): string => (posts.has(end) ? NODE.post(end) : NODE.pin(end))
  const wires = build.wires.map((w) => ({ wire: w, ends: [nodeOf(w.from), nodeOf(w.to)] as const }))
  const ended = new Set(wires.flatMap((w) => w.ends))
  const ends = build.devices.flatMap((d) => endsOfDevice(d).filter((p) => ended.has(p.node)))
  const groups = grouped(wires.map((w) => w.ends))
  const among = (node: string, some: (other: string) => boolean): boolean =>
    [...(groups.get(node) ?? [])].some(some)
  const grounds = new Set(ends.filter((e) => e.kind === 'ground').map((e) => e.node))
  const supplies = new Set(ends.filter((e) => e.kind === 'supply').map((e) => e.node))
  return {
    joins: (a, b) => groups.get(a)?.has(b) === true,
    reachesGround: (node) => among(node, (n) => grounds.has(n) || isGround(n)),
    reachesSupply: (node) => among(node, (n) => supplies.has(n)),
    parts: [
      ...wires.map(({ wire, ends: [a, b] }): Part => ({
        element: resistor(`wire ${wire.id}`, a, b, wire.ohm.value),
        is: {
          ...{ kind: WIRE_KIND[wire.kind], of: wire.id, stated: wire.ohm },
          ...{ doubtOhm: wire.doubtOhm, drawn: wire },
        },
      })),
      ...ends.map((e) => e.part),
    ],
  }
}

/** The ground and supply pins of a device as ends of wires. */
type EndOfDevice = { node: string; kind: Pin['kind']; part: Part }
function endsOfDevice(device: Device): EndOfDevice[] {
  return device.pins.flatMap((pin): EndOfDevice[] => {
    const node = NODE.pin(pin.id)
    if (pin.kind === 'ground')
      return [{ node, kind: pin.kind, part: returnPart(pin.id, node, device.id, assumed(0)) }]
    const input = device.inputs.find((i) => i.supplyPin === pin.id) ?? device.inputs[0]
    if (pin.kind !== 'supply' || !input) return []
    const element = source(`supply ${pin.id}`, node, NODE.ground(device.id), supplyV(input))
    return [{ node, kind: pin.kind, part: { element, is: { kind: 'supply', of: pin.id, input } } }]
  })
}

/** Nodes with all that wires join them to, a ground passed by nothing. */
function grouped(ends: readonly (readonly [string, string])[]): Map<string, Set<string>> {
  const groups = new Map<string, Set<string>>()
  for (const pair of ends) {
    const [one, other] = pair.map((node) => groups.get(node) ?? new Set([node])) as [
      Set<string>,
      Set<string>,
    ]
    const [small, large] = one.size < other.size ? [one, other] : [other, one]
    for (const node of small) large.add(node)
    for (const node of large) groups.set(node, large)
  }
  return groups
}

/** The first pin of a kind a sensor has, as a node. */
const plugOf = ({ id, pins }: Element): Hanging['plug'] => {
  const nodeOf = (kind: 'signal' | 'ground' | 'supply'): string => {
    const own = pins.find((p) => p.kind === kind)
    return own ? NODE.pin(own.id) : NODE.plug(kind, id)
  }
  return { signal: nodeOf('signal'), ground: nodeOf('ground'), supply: nodeOf('supply') }
}

/** The current a sensor draws from its supply, A: as its family says, or what switching sensors usually do. */
function supplyOf({ pins }: Element, drive: Drive | null): number {
  if (drive?.kind === 'resistance') return 0
  if (drive?.kind === 'voltage') return drive.nominalV === null ? 0 : drive.supplyMa / 1000
  return pins.some((p) => p.kind === 'supply') ? SWITCHING_A : 0
}

function hangingOfRead(build: Build, channel: Channel): { hanging: Hanging; wire: ReadWire }[] {
  return wiredReads(channel).map((read) => {
    const element = elementOf(build, read.source.id)
    const known = findFamily(element.family)?.drive(element.settings) ?? null
    // a contact is a resistance, of nearly nothing or of nearly everything
    const drive: Drive | null = channel.onOff ? { kind: 'resistance' } : known
    const supplyA = channel.onOff ? supplyOf(element, null) : supplyOf(element, known)
    const plug = plugOf(element)
    const at = inputOf(build, read.input)
    return {
      hanging: { id: read.id, sensor: element.id, plug, ...at, drive, supplyA },
      wire: read.wire,
    }
  })
}

/** A pickup: its pins are not listed, its wires not stated. */
function hangingOfTrigger(build: Build, { id, input, pickup }: Trigger): Hanging[] {
  if (input === null) return []
  const plug = {
    ...{ signal: NODE.plug('signal', id), ground: NODE.plug('ground', id) },
    supply: NODE.plug('supply', id),
  }
  const switches = pickup === 'hall'
  const drive: Drive | null = switches ? { kind: 'resistance' } : null
  const supplyA = switches ? SWITCHING_A : 0
  return [{ id, sensor: id, plug, ...inputOf(build, input), drive, supplyA }]
}

/** Parts of a thing that is never changed in place: made once for as long as what they come from stands. */
const made = new WeakMap<object, { from: readonly unknown[]; parts: Part[] }>()
function kept(owner: object, from: readonly unknown[], make: () => Part[]): Part[] {
  const known = made.get(owner)
  if (known?.from.length === from.length && known.from.every((x, i) => x === from[i]))
    return known.parts
  const parts = make()
  made.set(owner, { from, parts })
  return parts
}

const networks = new WeakMap<Build, Network>()

/** The network of a build. Sensors of families this version does not know have no wires in it. */
export function networkOf(build: Build): Network {
  const known = networks.get(build)
  if (known) return known
  const drawn = drawnIn(build)
  const ofReads = build.channels.flatMap((channel) =>
    hangingOfRead(build, channel).map(({ hanging, wire }) => ({ hanging, wire, owner: wire })),
  )
  const ofTriggers = build.triggers.flatMap((trigger) =>
    hangingOfTrigger(build, trigger).map((hanging) => ({
      ...{ hanging, wire: USUAL_WIRE, owner: trigger },
    })),
  )
  const all = [...ofReads, ...ofTriggers]
  const parts = [
    ...build.devices.flatMap((device) =>
      device.inputs.flatMap((input) => kept(input, [device.id], () => partsOfInput(device, input))),
    ),
    ...all.flatMap(({ hanging, wire, owner }) => {
      if (!hanging.drive && owner === wire) return []
      const { input, pin, device, drive, supplyA } = hanging
      const fed = drive?.kind === 'voltage' && drive.nominalV !== null
      const rests = [input.id, pin.id, device.id, fed, supplyA, hanging.id, build.wires]
      return kept(owner, [...rests, ...Object.values(hanging.plug)], () =>
        partsOfHanging(hanging, wire, drawn),
      )
    }),
    ...drawn.parts,
  ]
  const network = indexed(
    parts,
    all.map((a) => a.hanging),
  )
  networks.set(build, network)
  return network
}

function indexed(parts: Part[], all: readonly Hanging[]): Network {
  const byNode = new Map<string, Part[]>()
  const add = <T>(map: Map<string, T[]>, key: string, value: T): void => {
    const there = map.get(key)
    if (there) there.push(value)
    else map.set(key, [value])
  }
  for (const part of parts)
    for (const node of new Set(endsOf(part.element))) add(byNode, node, part)
  const plugs = new Map<string, Hanging[]>()
  for (const h of all) for (const node of Object.values(h.plug)) add(plugs, node, h)
  const byId = new Map(all.map((h) => [h.id, h]))
  return {
    parts,
    at: (node) => byNode.get(node) ?? [],
    hangingAt: (node) => plugs.get(node) ?? [],
    hanging: (id) => byId.get(id)!,
  }
}

/** What a part is that is a wire. */
export type WireIs = Extract<Is, { drawn: Wire | null }>
export const isWire = (is: Is): is is WireIs =>
  is.kind === 'signal wire' ||
  is.kind === 'ground wire' ||
  is.kind === 'supply wire' ||
  is.kind === 'shield'

/**
 * The parts between two pins, by their ids: the wires that are drawn, or with nothing drawn the one resistor that is
 * stated for what hangs there; none where nothing joins them.
 */
export function wiring(build: Build, from: Id, to: Id): Part[] {
  const network = networkOf(build)
  const posts = new Set(build.posts.map((p) => p.id))
  const nodeOf = (end: Id): string => (posts.has(end) ? NODE.post(end) : NODE.pin(end))
  return pathBetween(network, nodeOf(from), nodeOf(to)) ?? []
}

/** The wires one goes along from a node to the first of some others; null where no wire leads there. */
export function pathBetween(
  network: Pick<Network, 'at'>,
  from: string,
  to: string | ((node: string) => boolean),
  allowed: (part: Part) => boolean = () => true,
): Part[] | null {
  const isThere = typeof to === 'string' ? (node: string) => node === to : to
  const came = new Map<string, { before: string; part: Part } | null>([[from, null]])
  for (const node of came.keys()) {
    if (node !== from && isThere(node)) return walkedBack(came, node)
    if (node !== from && isGround(node)) continue
    for (const part of network.at(node)) {
      if (!isWire(part.is) || !allowed(part)) continue
      for (const next of endsOf(part.element))
        if (!came.has(next)) came.set(next, { before: node, part })
    }
  }
  return null
}

function walkedBack(
  came: ReadonlyMap<string, { before: string; part: Part } | null>,
  end: string,
): Part[] {
  const path: Part[] = []
  for (let step = came.get(end); step; step = came.get(step.before)) path.unshift(step.part)
  return path
}
