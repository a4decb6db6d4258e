import { endsOf } from '../circuit/circuit.ts'
import { elementOf, inputOf, wiredReads } from '../build/find.ts'
import {
  assumed,
  type Build,
  type Channel,
  type Device,
  type Element,
  type Id,
  type Input,
  type ReadWire,
  type Stated,
  type Trigger,
} from '../build/types.ts'
import type { Drive } from '../curve/family.ts'
import { findFamily } from '../curve/registry.ts'
import { drawnIn, type Drawn } from './drawn.ts'
import {
  NODE,
  onPulls,
  railV,
  resistor,
  returnPart,
  source,
  supplyV,
  type Hanging,
  type Network,
  type Part,
} from './parts.ts'

/** Input leakage of a converter where nobody states it. */
const LEAK_OHM = 1e7
/** What a switching sensor draws where nobody states it, A. */
const SWITCHING_A = 0.01

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
