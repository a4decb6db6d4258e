import { endsOf, type CircuitElement } from '../circuit/circuit.ts'
import type { Device, Id, Input, Stated, WiredRead } from '../build/types.ts'
import type { Drive } from '../curve/family.ts'
import { LEAST_OHM, NODE, onPulls, type Is, type Network, type Part } from './network.ts'

/** The nodes of a reader's circuit that a sensor hangs at and a converter looks at. */
export type Nodes = { pin: string; ground: string; high: string; low: string; supply: string }

/**
 * Whose a part of a reader's circuit is: its own input, its own wires, what its sensor's ground stands off, another
 * device's on the same sensor.
 */
export type Role = 'input' | 'wires' | 'ground' | 'other'

/** A part as one reader has it, and as its circuit would have it without error: a perfect wire, or nothing. */
export type Seen = { is: Is; element: CircuitElement; perfect: CircuitElement | null; role: Role }

/** What the network looks like from one reader's sensor. */
export type View = { nodes: Nodes; parts: Seen[] }

/**
 * What a sensor's ground stands off: as it was stated, or as the vehicle's grounds make it, with how far that may be
 * off.
 */
export type GroundOffset = Stated & { sizeV?: number }

/** The reader that looks, and what it looks with. */
export type Looking = { read: WiredRead; input: Input; device: Device; drive: Drive }

/**
 * The part of a network that one reader's sensor feels: what is reached from its plug without passing a ground. A
 * sensor has one ground wire and one supply, its reader's own; other devices on it are felt through their signal
 * wires. `groundOffset` stands in for what the record says of it.
 */
export function viewFrom(
  network: Network,
  looking: Looking,
  groundOffset: GroundOffset = looking.read.wire.groundOffsetV,
): View {
  const { read, input, device, drive } = looking
  const nodes = nodesOf(read.source.id, input.id, device.id)
  if (drive.kind === 'frequency') return { nodes, parts: [] }
  const listens = drive.kind === 'resistance' && onPulls(input).length === 0
  const reached = reachedFrom(network, read, [nodes.high, nodes.low, nodes.supply])
  const parts = reached.map((part): Seen => {
    const role = roleOf(part.is, read, input)
    const is =
      role === 'ground' && part.is.kind === 'return'
        ? { ...part.is, stated: groundOffset }
        : part.is
    return { is, role, ...asSeen(part, role, looking, listens, groundOffset) }
  })
  return { nodes, parts: [...parts, ...groundsOf(reached, device, nodes.ground)] }
}

export const nodesOf = (element: Id, input: Id, device: Id): Nodes => ({
  pin: NODE.pin(input),
  ground: NODE.ground(device),
  high: NODE.plugSignal(element),
  low: NODE.plugGround(element),
  supply: NODE.plugSupply(element),
})

const isGround = (node: string): boolean => node.startsWith(NODE.ground(''))

/** A sensor's ground and supply wires are those of the reader that looks. */
const isFelt = (is: Is, read: WiredRead): boolean =>
  is.kind === 'signal wire' || !('read' in is) || is.read.id === read.id

function reachedFrom(network: Network, read: WiredRead, start: readonly string[]): Part[] {
  const reached = new Set<Part>()
  const seen = new Set<string>(start)
  const waiting = [...start]
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    for (const part of network.at(node)) {
      if (reached.has(part) || !isFelt(part.is, read)) continue
      reached.add(part)
      for (const next of endsOf(part.element)) {
        if (seen.has(next) || isGround(next)) continue
        seen.add(next)
        waiting.push(next)
      }
    }
  }
  // in the order of the network, so that a circuit does not depend on the way through it
  return network.parts.filter((p) => reached.has(p))
}

function roleOf(is: Is, read: WiredRead, input: Input): Role {
  if ('input' in is) return is.input.id === input.id ? 'input' : 'other'
  if (!('read' in is) || is.read.id !== read.id) return 'other'
  return is.kind === 'return' ? 'ground' : is.kind === 'supply current' ? 'input' : 'wires'
}

function asSeen(
  { element, is }: Part,
  role: Role,
  { input, drive }: Looking,
  listens: boolean,
  groundOffset: GroundOffset,
): Pick<Seen, 'element' | 'perfect'> {
  if (role === 'input') return { element, perfect: element }
  // a reader that only listens lives on what the others feed: that is its perfect chain, and no error of it
  if (role === 'other') return { element, perfect: listens ? element : null }
  if (element.kind === 'voltage') {
    const volt = input.differential ? 0 : groundOffset.value
    return { element: { ...element, volt }, perfect: { ...element, volt: 0 } }
  }
  const perfect = { ...element, ohm: LEAST_OHM } as CircuitElement
  // three and four wires cancel what they have; a differential input takes the sensor's ground for its own
  const cancels =
    (drive.kind === 'resistance' && drive.leadsCancel === true) ||
    (is.kind === 'ground wire' && input.differential)
  return { element: cancels ? perfect : element, perfect }
}

/** The grounds of other devices that are reached, each held at the reader's own. */
function groundsOf(reached: readonly Part[], own: Device, ground: string): Seen[] {
  const others = new Set(
    reached.flatMap((p) => endsOf(p.element)).filter((n) => isGround(n) && n !== ground),
  )
  return [...others].map((node): Seen => {
    const element: CircuitElement = {
      id: `${node} to ${own.id}`,
      kind: 'voltage',
      plus: node,
      minus: ground,
      volt: 0,
    }
    return { is: { kind: 'ground' }, element, perfect: element, role: 'ground' }
  })
}
