import type { Build, Id } from '../build/types.ts'
import { endsOf } from '../circuit/circuit.ts'
import { networkOf } from './network.ts'
import { isGround, isWire, NODE, type Network, type Part } from './parts.ts'

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
