import type { ChainSpec } from '../../chain/spec.ts'
import type { CircuitElement } from '../../circuit/circuit.ts'
import type { SignalKind } from '../../curve/family.ts'
import { linspace } from '../../math/linspace.ts'
import type { PartKind } from '../../network/index.ts'
import { engineering, say, type Phrase, type Said } from '../../quantity/said.ts'

/** One way a fault can be: the chain as it would then be, and what it does to the element's own signal. */
export type Variant = {
  label: Phrase
  spec: ChainSpec
  signal?: (healthy: number) => number
  /** of a fault that comes in any size: this one, neighbours in order beside it */
  size?: number
}

/**
 * A fault is a change of the chain. `prior` is how often it is the cause, relative to the others: nobody has counted,
 * so they differ little, and two faults that read alike are never told apart by it.
 */
export type Fault = {
  id: string
  name: string
  remedy: string
  prior: number
  /** whether such a chain can have it at all */
  isPossible: (spec: ChainSpec) => boolean
  variants: (spec: ChainSpec) => Variant[]
}

export const inAll = (
  spec: ChainSpec,
  edit: (elements: CircuitElement[]) => CircuitElement[],
): ChainSpec => {
  // the perfect chain stays what the device believes; the faults come in after it
  const circuits = spec.circuits.map((c, i) => (i === 0 ? c : { ...c, elements: edit(c.elements) }))
  return { ...spec, circuits }
}

/** The parts of a reader's own circuit that are of a kind, in the order of the network. */
export const partsOf = (spec: ChainSpec, kind: PartKind): ChainSpec['parts'] =>
  spec.parts.filter((p) => p.kind === kind && p.role !== 'other')

/** Whether a reader's own circuit has such a part. */
export const has = (spec: ChainSpec, kind: PartKind): boolean => partsOf(spec, kind).length > 0

/**
 * A chain with the part of a kind of its own circuit changed; of several, as the wires that make one, the first. Throws
 * `RangeError` where it has none: nothing would happen.
 */
export function withPart(
  spec: ChainSpec,
  kind: PartKind,
  change: Partial<CircuitElement>,
): ChainSpec {
  const [part] = partsOf(spec, kind)
  if (!part) throw new RangeError(`No ${kind} in the circuit of ${spec.read}.`)
  return withElement(spec, part.id, change)
}

/** The same of one part by its id. Throws `RangeError` where the circuit has none. */
export function withElement(
  spec: ChainSpec,
  id: string,
  change: Partial<CircuitElement>,
): ChainSpec {
  if (!spec.circuits.at(-1)!.elements.some((e) => e.id === id))
    throw new RangeError(`No part ${id} in the circuit of ${spec.read}.`)
  return inAll(spec, (all) =>
    all.map((e) => (e.id === id ? ({ ...e, ...change } as CircuitElement) : e)),
  )
}

/** Kinds of element a fault can befall, as a predicate of the chain. */
export const onKinds =
  (...kinds: SignalKind[]) =>
  ({ drive }: ChainSpec): boolean =>
    kinds.includes(drive.kind)

/** A sensor whose leads are measured and taken off again, by a third and a fourth wire. */
export const leadsCancel = ({ drive }: ChainSpec): boolean =>
  drive.kind === 'resistance' && drive.leadsCancel === true
/** The pulls that a perfect chain of this reader is fed by. */
export function resistors(spec: ChainSpec): (CircuitElement & { kind: 'resistor' })[] {
  const pulls = new Set(spec.parts.filter((p) => p.kind === 'pull').map((p) => p.id))
  return spec.circuits[0]!.elements.filter(
    (e): e is CircuitElement & { kind: 'resistor' } => e.kind === 'resistor' && pulls.has(e.id),
  )
}

export const decades = (low: number, high: number, perDecade = 6): number[] => {
  const steps = Math.round(Math.log10(high / low) * perDecade)
  return linspace(Math.log10(low), Math.log10(high), steps + 1).map((l) => 10 ** l)
}
export const ohmsSaid = (v: number): Said => say('ohms')`${engineering(v, 'Ω', 2)}`

/** Sizes either way of nothing, from the most negative up. */
export const bothWays = (least: number, most: number, perDecade: number): number[] => {
  const sizes = decades(least, most, perDecade)
  return [...sizes.toReversed().map((v) => -v), ...sizes]
}

/** The supply a sensor's curve is stated for, V; 5 where it has its own regulator. */
export const nominalOf = (spec: ChainSpec): number =>
  spec.drive.kind === 'voltage' ? (spec.drive.nominalV ?? 5) : 5
