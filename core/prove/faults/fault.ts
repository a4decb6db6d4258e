import type { ChainSpec } from '../../chain/spec.ts'
import type { CircuitElement } from '../../circuit/circuit.ts'
import type { SignalKind } from '../../curve/family.ts'
import { linspace } from '../../math/linspace.ts'
import { PART } from '../../network/index.ts'
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

/** Whether a chain's circuit has a part. */
export const has = (spec: ChainSpec, id: string): boolean =>
  spec.circuits.at(-1)!.elements.some((e) => e.id === id)

/** A chain with one part of its circuit changed. Throws `RangeError` where it has none: nothing would happen. */
export function withPart(spec: ChainSpec, id: string, change: Partial<CircuitElement>): ChainSpec {
  if (!has(spec, id)) throw new RangeError(`No part ${id} in the circuit of ${spec.read}.`)
  return inAll(spec, (all) =>
    all.map((e) => (e.id === id ? ({ ...e, ...change } as CircuitElement) : e)),
  )
}

/** Kinds of element a fault can befall, as a predicate of the chain. */
export const drivenBy =
  (...kinds: SignalKind[]) =>
  ({ drive }: ChainSpec): boolean =>
    kinds.includes(drive.kind)

/** A sensor whose leads are measured and taken off again, by a third and a fourth wire. */
export const leadsCancel = ({ drive }: ChainSpec): boolean =>
  drive.kind === 'resistance' && drive.leadsCancel === true
export const resistors = (spec: ChainSpec): (CircuitElement & { kind: 'resistor' })[] =>
  spec.circuits[0]!.elements.filter(
    (e): e is CircuitElement & { kind: 'resistor' } =>
      e.kind === 'resistor' && e.id.startsWith(PART.pull('')),
  )
export const decades = (low: number, high: number, perDecade = 6): number[] => {
  const steps = Math.round(Math.log10(high / low) * perDecade)
  return linspace(Math.log10(low), Math.log10(high), steps + 1).map((l) => 10 ** l)
}
export const ohms = (v: number): Said => say('ohms')`${engineering(v, 'Ω', 2)}`

/** Sizes either way of nothing, from the most negative up. */
export const bothWays = (least: number, most: number, perDecade: number): number[] => {
  const sizes = decades(least, most, perDecade)
  return [...sizes.toReversed().map((v) => -v), ...sizes]
}

/** The supply a sensor's curve is stated for, V; 5 where it has its own regulator. */
export const nominalOf = (spec: ChainSpec): number =>
  spec.drive.kind === 'voltage' ? (spec.drive.nominalV ?? 5) : 5
