import { EchtError } from '../error.ts'

/** An element between two named nodes. A current source drives `from → to` through itself. */
export type CircuitElement =
  | { id: string; kind: 'resistor'; a: string; b: string; ohm: number }
  | { id: string; kind: 'voltage'; plus: string; minus: string; volt: number }
  | { id: string; kind: 'current'; from: string; to: string; ampere: number }

export type Circuit = { reference: string; elements: CircuitElement[] }

export const endsOf = (e: CircuitElement): [string, string] =>
  e.kind === 'resistor' ? [e.a, e.b] : e.kind === 'voltage' ? [e.plus, e.minus] : [e.from, e.to]

const valueOf = (e: CircuitElement): number =>
  e.kind === 'resistor' ? e.ohm : e.kind === 'voltage' ? e.volt : e.ampere

/**
 * Throws unless the circuit has one solution: finite values, unique ids, no resistor of 0 Ω or less,
 * no loop of voltage sources, every node tied to the reference by something that fixes its voltage.
 */
export function checkCircuit(circuit: Circuit): void {
  const seen = new Set<string>()
  const tied = new Groups(),
    sources = new Groups()
  const nodes = new Set<string>([circuit.reference])
  for (const e of circuit.elements) {
    if (seen.has(e.id))
      throw new EchtError(
        'duplicate-id',
        `Two circuit elements are called "${e.id}": give each its own id.`,
      )
    seen.add(e.id)
    if (!Number.isFinite(valueOf(e)))
      throw new EchtError(
        'not-a-number',
        `The value of "${e.id}" is ${valueOf(e)}: it must be finite. For an open wire leave the element out.`,
      )
    if (e.kind === 'resistor' && e.ohm <= 0)
      throw new EchtError(
        'zero-ohm',
        `"${e.id}" has ${e.ohm} Ω: a resistor must be above zero; use a 0 V source for a perfect wire.`,
      )
    const [a, b] = endsOf(e)
    nodes.add(a).add(b)
    if (e.kind === 'current') continue
    tied.join(a, b)
    if (e.kind === 'voltage' && !sources.join(e.plus, e.minus)) {
      throw new EchtError(
        'voltage-loop',
        `"${e.id}" closes a loop of voltage sources through the nodes "${e.plus}" and ` +
          `"${e.minus}": put a resistance in series.`,
      )
    }
  }
  const floating = [...nodes].filter((n) => tied.of(n) !== tied.of(circuit.reference))
  if (floating.length > 0) {
    throw new EchtError(
      'floating-node',
      `Nothing fixes the voltage of ${floating.map((n) => `"${n}"`).join(', ')}: connect ` +
        `${floating.length === 1 ? 'it' : 'them'} to "${circuit.reference}" through a ` +
        'resistance.',
    )
  }
}

/** Disjoint sets of nodes (union-find). */
class Groups {
  private readonly parent = new Map<string, string>()
  of(node: string): string {
    let root = node
    for (let up = this.parent.get(root); up !== undefined; up = this.parent.get(root)) root = up
    return root
  }
  /** False when the two were together already. */
  join(a: string, b: string): boolean {
    const x = this.of(a),
      y = this.of(b)
    if (x === y) return false
    this.parent.set(x, y)
    return true
  }
}
