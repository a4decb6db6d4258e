import { EchtError } from '../error.ts'

/** A resistor between two nodes, by their numbers; −1 is the reference. */
export type Conductance = { a: number; b: number; siemens: number }

/**
 * What one node answers to once it was taken out: its neighbours with their share of it, and the whole it was tied
 * by, S.
 */
type Step = { node: number; shares: [number, number][]; siemens: number }

/**
 * A network of resistors alone, factored once: gives the volts of every node for currents, A, driven into the nodes.
 * Nodes are taken out one after the other, the least joined first, and what they joined is joined instead by the star
 * and mesh transformation (Rosen 1924), which is Cholesky's factoring without a subtraction: nothing is lost where
 * ohms differ by many powers of ten, and a harness, nearly a tree, costs about as much as it has wires. Every node must
 * lead to the reference in the end. Throws `EchtError` `singular-circuit` where numbers leave what a computer holds.
 */
export function factorConductances(
  size: number,
  wires: readonly Conductance[],
): (amperes: readonly number[]) => number[] {
  const joined = Array.from({ length: size }, () => new Map<number, number>())
  const toReference = new Float64Array(size)
  for (const { a, b, siemens } of wires) {
    if (a === b) continue
    if (a < 0) toReference[b]! += siemens
    else if (b < 0) toReference[a]! += siemens
    else join(joined, a, b, siemens)
  }
  const steps: Step[] = []
  const left = byDegree(joined)
  for (let node = left.least(); node !== null; node = left.least()) {
    const beside = [...joined[node]!]
    const own = toReference[node]!
    const siemens = beside.reduce((sum, [, s]) => sum + s, own)
    if (!(siemens > 0 && Number.isFinite(siemens)))
      throw new EchtError(
        'singular-circuit',
        'The circuit has no single solution: its resistances differ by too many powers of ten.',
      )
    const shares = beside.map(([other, s]): [number, number] => [other, s / siemens])
    shares.forEach(([other, share], i) => {
      joined[other]!.delete(node)
      toReference[other]! += share * own
      for (const [next, s] of beside.slice(i + 1)) join(joined, other, next, share * s)
    })
    for (const [other] of shares) left.moved(other)
    steps.push({ node, shares, siemens })
  }
  return (amperes) => solved(steps, amperes)
}

function join(joined: Map<number, number>[], a: number, b: number, siemens: number): void {
  joined[a]!.set(b, (joined[a]!.get(b) ?? 0) + siemens)
  joined[b]!.set(a, (joined[b]!.get(a) ?? 0) + siemens)
}

/** Nodes that are left, by how many others they are joined to. */
function byDegree(joined: readonly Map<number, number>[]): {
  /** takes out the one with the fewest; null when none is left */
  least: () => number | null
  moved: (node: number) => void
} {
  const lists: Set<number>[] = []
  const at = joined.map(({ size }) => size)
  const put = (node: number, degree: number): void => {
    ;(lists[degree] ??= new Set()).add(node)
    at[node] = degree
  }
  joined.forEach(({ size }, node) => put(node, size))
  return {
    least: () => {
      const list = lists.find((l) => l && l.size > 0)
      if (!list) return null
      const [node] = list
      list.delete(node!)
      return node!
    },
    moved: (node) => {
      lists[at[node]!]!.delete(node)
      put(node, joined[node]!.size)
    },
  }
}

function solved(steps: readonly Step[], amperes: readonly number[]): number[] {
  const into = Float64Array.from(amperes)
  for (const { node, shares } of steps)
    for (const [other, share] of shares) into[other]! += share * into[node]!
  const volts = new Array<number>(into.length).fill(0)
  for (const { node, shares, siemens } of steps.toReversed())
    volts[node] = shares.reduce(
      (sum, [other, share]) => sum + share * volts[other]!,
      into[node]! / siemens,
    )
  return volts
}
