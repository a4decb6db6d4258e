import { endsOf, type CircuitElement } from '../circuit/circuit.ts'
import { reduceToPort } from '../circuit/port.ts'
import type { Id } from '../build/types.ts'
import type { Drive } from '../curve/family.ts'
import { isGround, type Hanging, type Network, type Part } from './parts.ts'

/**
 * A sensor as others see it: how it drives its wires, and its signal where it usually stands and at the ends of what
 * it is asked for.
 */
export type SensorAt = { drive: Drive; usual: number; ends: readonly [number, number] }
/** How a sensor stands; null of one that nothing is known of. */
export type Standing = (sensor: Id) => SensorAt | null

/** The element itself as parts of a circuit, `name` its own. */
export function sensorElements(
  drive: Drive,
  signal: number,
  { high, low }: { high: string; low: string },
  name: string,
): CircuitElement[] {
  if (drive.kind === 'resistance')
    return [{ id: name, kind: 'resistor', a: high, b: low, ohm: signal }]
  if (drive.kind !== 'voltage') return []
  const inside = `${name} inside`
  return [
    { id: `${name} emf`, kind: 'voltage', plus: inside, minus: low, volt: signal },
    { id: name, kind: 'resistor', a: inside, b: high, ohm: drive.sourceOhm },
  ]
}

/** What other sensors on a wire come to at one node of it: a current into it and what they load it with. */
type Norton = { ampere: number; siemens: number; sigmaA: number; sensors: number }

const REFERENCE = 'all grounds'
const tied = (node: string): string => (isGround(node) ? REFERENCE : node)
/** Every ground at one potential: what stands between them is the grounds' own matter. */
function onOneGround(e: CircuitElement): CircuitElement {
  switch (e.kind) {
    case 'resistor':
      return { ...e, a: tied(e.a), b: tied(e.b) }
    case 'voltage':
      return { ...e, plus: tied(e.plus), minus: tied(e.minus) }
    case 'current':
      return { ...e, from: tied(e.from), to: tied(e.to) }
  }
}

const known = new WeakMap<Part, Map<string, { of: readonly Part[]; is: Norton }>>()

/**
 * What parts with other sensors among them come to at the one node they hang at (Norton's theorem): exact, as the
 * network is linear. Their current is known as well as where those sensors stand.
 */
export function nortonOf(
  parts: readonly Part[],
  sensors: readonly Hanging[],
  node: string,
  standing: Standing,
): Norton {
  const stands = sensors.map((h) => standing(h.sensor))
  const key = `${node} ${stands.map((s) => (s ? [s.usual, ...s.ends].join(' ') : '')).join(';')}`
  const first = known.get(parts[0]!) ?? new Map<string, { of: readonly Part[]; is: Norton }>()
  known.set(parts[0]!, first)
  const before = first.get(key)
  if (before?.of.length === parts.length && before.of.every((p, i) => p === parts[i]))
    return before.is
  const is = reduced(parts, sensors, stands, node)
  first.set(key, { of: parts, is })
  return is
}

function reduced(
  parts: readonly Part[],
  sensors: readonly Hanging[],
  stands: readonly (SensorAt | null)[],
  node: string,
): Norton {
  const at = (signals: readonly number[]): { ampere: number; siemens: number } => {
    const elements = [
      ...parts.map((p) => p.element),
      ...sensors.flatMap(({ sensor, plug }, i) => {
        const drive = stands[i]?.drive
        const nodes = { high: plug.signal, low: plug.ground }
        return drive ? sensorElements(drive, signals[i]!, nodes, `sensor ${sensor}`) : []
      }),
    ].map(onOneGround)
    // of a sensor nothing is known of, nothing hangs there
    if (!elements.some((e) => endsOf(e).includes(node))) return { ampere: 0, siemens: 0 }
    const leak = { id: 'what is not joined', kind: 'resistor' as const, ohm: 1e12 }
    // a node that nothing fixes is held by next to nothing
    const loose = [...new Set(elements.flatMap(endsOf))].filter((n) => n !== REFERENCE)
    const held = loose.map((n) => ({ ...leak, id: `${leak.id} ${n}`, a: n, b: REFERENCE }))
    const port = reduceToPort(
      { reference: REFERENCE, elements: [...elements, ...held] },
      node,
      REFERENCE,
      [],
    )
    return { ampere: port.portV / port.portOhm, siemens: 1 / port.portOhm }
  }
  const usual = stands.map((s) => s?.usual ?? 1e9)
  const here = at(usual)
  // each stands anywhere between its ends, by itself
  const sigmas = stands.map((s, i) => {
    if (!s) return 0
    const [low, high] = s.ends.map((end) => at(usual.map((u, j) => (i === j ? end : u))).ampere)
    return Math.abs(high! - low!) / 2 / Math.sqrt(3)
  })
  return { ...here, sigmaA: Math.hypot(...sigmas), sensors: sensors.length }
}

/**
 * Parts that hang together beside some nodes, each group with the nodes of those it hangs at and the sensors in it.
 */
export function groupsBeside(
  network: Network,
  parts: readonly Part[],
  nodes: ReadonlySet<string>,
): { parts: Part[]; at: Set<string>; sensors: Hanging[] }[] {
  const groups: { parts: Part[]; at: Set<string>; sensors: Hanging[] }[] = []
  const left = new Set(parts)
  for (const start of parts) {
    if (!left.delete(start)) continue
    const group = { parts: [start], at: new Set<string>(), sensors: [] as Hanging[] }
    const seen = new Set<string>()
    const waiting = [...endsOf(start.element)]
    for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
      if (nodes.has(node)) {
        group.at.add(node)
        continue
      }
      if (isGround(node) || seen.has(node)) continue
      seen.add(node)
      for (const h of network.hangingAt(node)) {
        if (!group.sensors.some((s) => s.sensor === h.sensor)) group.sensors.push(h)
        waiting.push(...Object.values(h.plug))
      }
      for (const part of network.at(node))
        if (left.delete(part)) {
          group.parts.push(part)
          waiting.push(...endsOf(part.element))
        }
    }
    // in the order of the network, so that nothing depends on the way through it
    const own = new Set(group.parts)
    groups.push({ ...group, parts: parts.filter((p) => own.has(p)) })
  }
  return groups
}
