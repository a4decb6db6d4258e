import { checkCircuit } from '../circuit/circuit.ts'
import { factorConductances } from '../circuit/conductances.ts'
import { EchtError } from '../error.ts'

export type GroundWire = { id: string; a: string; b: string; ohm: number }
/** A load returns its current into a node; `states` says when it runs. */
export type GroundLoad = { id: string; into: string; ampere: number; states: readonly string[] }

/** Two nodes whose difference is looked at. */
export type Between = { plus: string; minus: string }

/**
 * A ground network, factored once. It is linear and of resistors alone, so that every answer is the sum of what each
 * load does alone, and what a load does to a pair of nodes is what a current through that pair does to the load's node.
 */
export type GroundNet = {
  reference: string
  nodes: string[]
  /** V between two nodes for one ampere returned into a node */
  perAmpere: (into: string, between: Between) => number
  /** two nodes that must be in the network; `whose` names in the message what stands on them */
  between: (plus: string, minus: string, whose: string) => Between
}

/**
 * The network of a vehicle's ground wires. Throws `EchtError` `floating-node` naming the wire, load or node that hangs
 * from nothing, `zero-ohm`, `duplicate-id`, `not-a-number`, `singular-circuit`.
 */
export function groundNet({
  reference,
  wires,
  loads = [],
}: {
  reference: string
  wires: readonly GroundWire[]
  loads?: readonly GroundLoad[]
}): GroundNet {
  requireTied(reference, wires, loads)
  checkCircuit({
    reference,
    elements: wires.map(({ id, a, b, ohm }) => ({ kind: 'resistor', id, a, b, ohm })),
  })
  const nodeIndex = new Map<string, number>()
  for (const node of wires.flatMap((w) => [w.a, w.b]))
    if (node !== reference && !nodeIndex.has(node)) nodeIndex.set(node, nodeIndex.size)
  const indexOf = (node: string): number => nodeIndex.get(node) ?? -1
  const solve = factorConductances(
    nodeIndex.size,
    wires.map(({ a, b, ohm }) => ({ a: indexOf(a), b: indexOf(b), siemens: 1 / ohm })),
  )
  // each node's answer is asked for once, however many readers ask
  const answers = new Map<string, number[]>()
  const answerAt = (into: string): number[] => {
    const known = answers.get(into)
    if (known) return known
    const one = new Array<number>(nodeIndex.size).fill(0)
    const i = nodeIndex.get(into)
    if (i !== undefined) one[i] = 1
    const answer = i === undefined ? one : solve(one)
    answers.set(into, answer)
    return answer
  }
  const at = (answer: number[], node: string): number => {
    const i = nodeIndex.get(node)
    return i === undefined ? 0 : answer[i]!
  }
  const there = (node: string): boolean => node === reference || nodeIndex.has(node)
  return {
    reference,
    nodes: [reference, ...nodeIndex.keys()],
    perAmpere: (into, { plus, minus }) => {
      const answer = answerAt(into)
      return at(answer, plus) - at(answer, minus)
    },
    between: (plus, minus, whose) => {
      const lost = [plus, minus].filter((node) => !there(node))
      if (lost.length > 0)
        throw new EchtError(
          'floating-node',
          `The ground of ${whose}, ${named(lost)}, hangs from nothing: run a wire from it to "${reference}".`,
        )
      return { plus, minus }
    },
  }
}

const named = (nodes: readonly string[]): string => nodes.map((n) => `"${n}"`).join(' and ')

/** Throws unless every wire leads to the reference in the end and every load has a way back. */
function requireTied(
  reference: string,
  wires: readonly GroundWire[],
  loads: readonly GroundLoad[],
): void {
  const known = new Set<string>()
  for (const { id, a, b } of wires) {
    if (known.has(id))
      throw new EchtError('duplicate-id', `Two wires are called "${id}": give each its own id.`)
    known.add(id)
    if (a === b)
      throw new EchtError(
        'floating-node',
        `The wire "${id}" runs from "${a}" to itself: take its other end somewhere else.`,
      )
  }
  const tied = reachedFrom(reference, wires)
  const loose = wires.filter((w) => !tied.has(w.a))
  if (loose.length > 0)
    throw new EchtError(
      'floating-node',
      `Nothing leads from ${named([...new Set(loose.flatMap((w) => [w.a, w.b]))])} to ` +
        `"${reference}": the wire "${loose[0]!.id}" hangs from nothing.`,
    )
  for (const { id, into, ampere } of loads) {
    if (!Number.isFinite(ampere))
      throw new EchtError('not-a-number', `The load "${id}" draws ${ampere} A: give its current.`)
    if (!tied.has(into))
      throw new EchtError(
        'floating-node',
        `The load "${id}" has no way back: nothing leads from "${into}" to "${reference}".`,
      )
  }
}

/** Every node that wires join to one. */
export function reachedFrom(
  start: string,
  wires: readonly Pick<GroundWire, 'a' | 'b'>[],
): Set<string> {
  const beside = new Map<string, string[]>()
  const join = (a: string, b: string): void => {
    const there = beside.get(a)
    if (there) there.push(b)
    else beside.set(a, [b])
  }
  for (const { a, b } of wires) {
    join(a, b)
    join(b, a)
  }
  const reached = new Set([start])
  for (const node of reached) for (const next of beside.get(node) ?? []) reached.add(next)
  return reached
}
