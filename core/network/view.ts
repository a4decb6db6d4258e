import { endsOf, type CircuitElement } from '../circuit/circuit.ts'
import type { Device, Id, Input, Stated } from '../build/types.ts'
import type { Drive } from '../curve/family.ts'
import {
  isGround,
  isWire,
  LEAST_OHM,
  NODE,
  onPulls,
  resistor,
  source,
  type Hanging,
  type Is,
  type Network,
  type Part,
} from './parts.ts'
import { pathBetween } from './wiring.ts'
import { groupsBeside, nortonOf, sensorElements, type Standing } from './others.ts'

/** The nodes of a reader's circuit that a sensor hangs at and a converter looks at. */
export type Nodes = { pin: string; ground: string; high: string; low: string; supply: string }

/**
 * Whose a part of a reader's circuit is: its own input, its own wires, what its sensor's ground stands off, another
 * device's or another sensor's.
 */
export type PartRole = 'input' | 'wires' | 'ground' | 'other'

/** A part as one reader has it, and as its circuit would have it without error: a perfect wire, or nothing. */
export type Seen = {
  is: Is
  element: CircuitElement
  perfect: CircuitElement | null
  role: PartRole
}

/** What the network looks like from one reader's sensor. */
export type View = { nodes: Nodes; parts: Seen[] }

/**
 * What a sensor's ground stands off: as it was stated, or as the vehicle's grounds make it, with how far that may be
 * off and the ohms its own current meets on its way there.
 */
export type GroundOffset = Stated & { sizeV?: number; ohm?: number }

/** The reader that looks, and what it looks with. */
type Looking = { read: { id: Id }; input: Input; device: Device; drive: Drive }

/** What a view asks of those who know more than the wires. */
export type Around = {
  /** what the sensor's ground stands off, in place of what is stated */
  groundOffset?: GroundOffset
  /** where other sensors stand */
  standing?: Standing
  /** a ground post as this device sees it */
  postAt?: (post: Id) => GroundOffset
}

/**
 * The part of a network that one reader's sensor feels: what is reached from its plug without passing a ground. Its
 * own wires are those that lead from its plug to its own pin, its supply and a ground; whatever else hangs on them is
 * felt as well: other devices through their signal wires, other sensors through a ground or supply wire they share.
 */
export function viewFrom(network: Network, looking: Looking, around: Around = {}): View {
  const { read, input, device, drive } = looking
  const hanging = network.hanging(read.id)
  const nodes = nodesOf(hanging)
  if (drive.kind === 'frequency') return { nodes, parts: [] }
  const reached = reachedFrom(network, hanging)
  const own = ownWires(network, hanging, reached)
  const roles = { looking, hanging, own: new Set(own) }
  const listens = drive.kind === 'resistance' && onPulls(input).length === 0
  const offset = around.groundOffset
  const { parts, others } = othersFolded(network, reached, roles, around)
  const seen = parts.map((part): Seen => {
    const role = roleOf(part, roles)
    const is =
      offset && role === 'ground' && part.is.kind === 'return'
        ? { ...part.is, stated: offset }
        : part.is
    return { is, role, ...asSeen(part, role, looking, listens, offset) }
  })
  const posts = postsOf(parts, device, around.postAt)
  return {
    nodes,
    parts: [...seen, ...others, ...posts, ...groundsOf(parts, device, nodes.ground)],
  }
}

export const nodesOf = ({ pin, device, plug }: Hanging): Nodes => ({
  pin: NODE.pin(pin.id),
  ground: NODE.ground(device.id),
  high: plug.signal,
  low: plug.ground,
  supply: plug.supply,
})

/**
 * The ground and supply wires another reader states of the same sensor are left out: that sensor has one of each, its
 * reader's own. What is drawn is there for all.
 */
function isFelt(is: Is, { id, sensor }: Hanging, network: Network): boolean {
  if (is.kind === 'signal wire' || is.of === id || (isWire(is) && is.drawn)) return true
  if (!isWire(is) && is.kind !== 'return' && is.kind !== 'supply current') return true
  return network.hanging(is.of)?.sensor !== sensor
}

function reachedFrom(network: Network, from: Hanging): Part[] {
  const reached = new Set<Part>()
  const start = Object.values(from.plug)
  const seen = new Set<string>(start)
  const waiting = [...start]
  const go = (next: string): void => {
    if (seen.has(next) || isGround(next)) return
    seen.add(next)
    waiting.push(next)
  }
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    for (const part of network.at(node)) {
      if (reached.has(part) || !isFelt(part.is, from, network)) continue
      reached.add(part)
      endsOf(part.element).forEach(go)
    }
    // through another sensor to what is behind it
    for (const other of network.hangingAt(node))
      if (other.sensor !== from.sensor) Object.values(other.plug).forEach(go)
  }
  // in the order of the network, so that a circuit does not depend on the way through it
  return network.parts.filter((p) => reached.has(p))
}

/** Whatever else hangs on wires of a reader or a trigger: other sensors by a wire they share. */
export function hangingBeside(network: Network, id: Id): Hanging[] {
  const own = network.hanging(id)
  const nodes = new Set(reachedFrom(network, own).flatMap((p) => endsOf(p.element)))
  const beside = [...nodes].flatMap((node) => network.hangingAt(node))
  return [...new Set(beside)].filter((h) => h.sensor !== own.sensor)
}

/** The wires that lead from a sensor's plug to its own pin, to where it is fed from and to a ground. */
function ownWires(network: Network, { id, plug, pin }: Hanging, reached: readonly Part[]): Part[] {
  const there = new Set(reached)
  const felt = (part: Part): boolean =>
    there.has(part) && (part.is.of === id || (isWire(part.is) && part.is.drawn !== null))
  const end = (node: string): boolean =>
    isGround(node) || network.at(node).some((p) => p.is.kind === 'return')
  const fed = (node: string): boolean => network.at(node).some((p) => p.is.kind === 'supply')
  return [
    ...(pathBetween(network, plug.signal, NODE.pin(pin.id), felt) ?? []),
    ...(pathBetween(network, plug.ground, end, felt) ?? []),
    ...(pathBetween(network, plug.supply, fed, felt) ?? []),
  ]
}

type Roles = { looking: Looking; hanging: Hanging; own: ReadonlySet<Part> }

function roleOf(part: Part, { looking, hanging, own }: Roles): PartRole {
  const { is } = part
  if ('input' in is) return is.input.id === looking.input.id ? 'input' : 'other'
  if (is.kind === 'supply current') return is.of === hanging.id ? 'input' : 'other'
  if (isWire(is)) return own.has(part) ? 'wires' : 'other'
  return is.kind === 'return' && endsOwn(part, hanging, own) ? 'ground' : 'other'
}

/** Whether it is where a reader's own ground wire ends, not another sensor's. */
function endsOwn(part: Part, { id }: Hanging, own: ReadonlySet<Part>): boolean {
  if (part.is.of === id) return true
  const [from] = endsOf(part.element)
  return [...own].some((wire) => endsOf(wire.element).includes(from))
}

/** Nodes of a reader's own path: its plug, its wires, its pin, what feeds it. */
function ownNodes({ hanging, looking, own }: Roles, reached: readonly Part[]): Set<string> {
  const mine = reached.filter(
    (p) => own.has(p) || ('input' in p.is && p.is.input.id === looking.input.id),
  )
  return new Set([
    ...Object.values(hanging.plug),
    ...mine.flatMap((p) => endsOf(p.element)).filter((n) => !isGround(n)),
  ])
}

/**
 * Parts of a reader's circuit in which other sensors that hang at one node of its own are a current and a load there.
 * Those that hang at two or more stay the parts they are.
 */
function othersFolded(
  network: Network,
  reached: readonly Part[],
  roles: Roles,
  { standing = () => null }: Around,
): { parts: Part[]; others: Seen[] } {
  const nodes = ownNodes(roles, reached)
  const foreign = reached.filter((p) => roleOf(p, roles) === 'other')
  const groups = groupsBeside(network, foreign, nodes)
  const folded = groups.filter((g) => g.sensors.length > 0 && g.at.size === 1)
  // what hangs at several places is no port: its sensors stand in the circuit themselves
  const stand = groups
    .filter((g) => !folded.includes(g))
    .flatMap((g) => g.sensors.flatMap((h) => sensorSeen(h, standing)))
  if (folded.length === 0) return { parts: [...reached], others: stand }
  const gone = new Set(folded.flatMap((g) => g.parts))
  const others = [...nodes].flatMap((node): Seen[] => {
    const here = folded.filter((g) => g.at.has(node))
    if (here.length === 0) return []
    const all = here.map((g) => nortonOf(g.parts, g.sensors, node, standing))
    const sum = (of: (n: (typeof all)[number]) => number): number =>
      all.reduce((total, n) => total + of(n), 0)
    const ground = NODE.ground(roles.looking.device.id)
    const is: Is = {
      ...{ kind: 'others', of: node, sensors: sum((n) => n.sensors) },
      sigmaA: Math.hypot(...all.map((n) => n.sigmaA)),
    }
    const current: CircuitElement = {
      ...{ id: `others ${node}`, kind: 'current', from: ground, to: node },
      ampere: sum((n) => n.ampere),
    }
    const siemens = sum((n) => n.siemens)
    const load = siemens > 0 ? [resistor(`load ${node}`, node, ground, 1 / siemens)] : []
    return [current, ...load].map((element) => ({ is, element, perfect: null, role: 'other' }))
  })
  return { parts: reached.filter((p) => !gone.has(p)), others: [...others, ...stand] }
}

/** Another sensor in a reader's circuit, where it usually stands; nothing of one that nothing is known of. */
function sensorSeen({ sensor, plug }: Hanging, standing: Standing): Seen[] {
  const at = standing(sensor)
  if (!at) return []
  const is: Is = { kind: 'others', of: sensor, sensors: 1, sigmaA: 0 }
  const nodes = { high: plug.signal, low: plug.ground }
  return sensorElements(at.drive, at.usual, nodes, `sensor ${sensor}`).map((element) => ({
    ...{ is, element, perfect: null, role: 'other' },
  }))
}

function asSeen(
  { element, is }: Part,
  role: PartRole,
  { input, drive }: Looking,
  listens: boolean,
  offset: GroundOffset | undefined,
): Pick<Seen, 'element' | 'perfect'> {
  if (role === 'input') return { element, perfect: element }
  // a reader that only listens lives on what the others feed: that is its perfect chain, and no error of it
  if (role === 'other') return { element, perfect: listens ? element : null }
  if (element.kind === 'voltage') {
    const volt = input.differential ? 0 : (offset?.value ?? element.volt)
    return { element: { ...element, volt }, perfect: { ...element, volt: 0 } }
  }
  const perfect = { ...element, ohm: LEAST_OHM } as CircuitElement
  // three and four wires cancel what they have; a differential input takes the sensor's ground for its own
  const cancels =
    (drive.kind === 'resistance' && drive.leadsCancel === true) ||
    (is.kind === 'ground wire' && input.differential)
  return { element: cancels ? perfect : throughGrounds(element, is, offset), perfect }
}

/**
 * A ground wire that nobody measured is at least what the vehicle's grounds make of the way to the device: the one wire
 * is not counted twice, as a strap and as the reader's.
 */
function throughGrounds(
  element: CircuitElement,
  is: Is,
  offset: GroundOffset | undefined,
): CircuitElement {
  const ohm = offset?.ohm ?? 0
  return element.kind === 'resistor' &&
    is.kind === 'ground wire' &&
    !is.drawn &&
    is.stated.basis === 'assumed' &&
    ohm > element.ohm
    ? { ...element, ohm }
    : element
}

/** Ground posts that wires end on, each as the device sees it. */
function postsOf(
  parts: readonly Part[],
  device: Device,
  postAt: Around['postAt'] = () => ({ value: 0, basis: 'assumed', from: [] }),
): Seen[] {
  const posts = new Set(
    parts.flatMap((p) => endsOf(p.element)).filter((n) => n.startsWith(NODE.post(''))),
  )
  return [...posts].flatMap((node): Seen[] => {
    const post = node.slice(NODE.post('').length)
    const stated = postAt(post)
    const behind = `behind ${node}`
    const volt = source(`return ${post}`, behind, NODE.ground(device.id), stated.value)
    const way = resistor(`way ${post}`, node, behind, stated.ohm ?? LEAST_OHM)
    const perfect = resistor(way.id, node, behind, LEAST_OHM)
    return [
      {
        ...{ is: { kind: 'return', of: post, stated }, role: 'ground', element: volt },
        perfect: source(volt.id, behind, NODE.ground(device.id), 0),
      },
      { is: { kind: 'ground', of: post }, role: 'ground', element: way, perfect },
    ]
  })
}

/** The grounds of other devices that are reached, each held at the reader's own. */
function groundsOf(reached: readonly Part[], own: Device, ground: string): Seen[] {
  const others = new Set(
    reached
      .flatMap((p) => endsOf(p.element))
      .filter((n) => n.startsWith(NODE.ground('')) && n !== ground),
  )
  return [...others].map((node): Seen => {
    const element = source(`${node} to ${own.id}`, node, ground, 0)
    return { is: { kind: 'ground', of: node }, element, perfect: element, role: 'ground' }
  })
}

/** The part of a view that is of some kind, and whose. Throws `RangeError` where it has none. */
export function seenPart({ parts }: Pick<View, 'parts'>, kind: Is['kind'], of?: Id): Seen {
  const found = parts.find((p) => p.is.kind === kind && (of === undefined || p.is.of === of))
  if (!found) throw new RangeError(`No ${kind}${of === undefined ? '' : ` of ${of}`} is there.`)
  return found
}
