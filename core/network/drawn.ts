import { assumed, type Build, type Device, type Id, type Pin, type Wire } from '../build/types.ts'
import {
  isGround,
  NODE,
  resistor,
  returnPart,
  source,
  supplyV,
  type Part,
  type PartKind,
} from './parts.ts'

/** What is drawn: which nodes its wires join, and where they lead. */
export type Drawn = {
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
export function drawnIn(build: Build): Drawn {
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
