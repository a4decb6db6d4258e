import { familyOf } from '../curve/registry.ts'
import { EchtError, orElse } from '../error.ts'
import type { ShareId } from './shares.ts'
import type { ChainSpec } from './spec.ts'
import { transferOf, type Transfer } from './transfer.ts'

/** A chain ready to be walked many times: the circuits reduced to what the sensor sees. Made by `prepareChain`. */
export type Chain = {
  spec: ChainSpec
  ideal: Transfer
  real: Transfer
  transfers: { share: ShareId; transfer: Transfer }[]
  /** signal of the sensor at a truth, and back */
  signalAt: (truth: number) => number
  truthAt: (signal: number) => number
  /** of several sensors read as one: how much of the truth the first holds beyond its even share, truth unit */
  shift: number
}

export function prepareChain(spec: ChainSpec): Chain {
  const family = familyOf(spec.sensor.family)
  const transfers = spec.circuits.map(({ share, elements }) => ({
    share,
    transfer: transferOf(spec.drive, elements, spec.nodes),
  }))
  return {
    spec,
    transfers,
    ideal: transfers[0]!.transfer,
    real: transfers.at(-1)!.transfer,
    signalAt: (truth) => family.forward(spec.sensor.curve, truth),
    truthAt: (signal) => family.inverse(spec.sensor.curve, signal),
    shift: 0,
  }
}

/** The same chain with `shift` of the truth moved into the first of its sensors; of a single sensor nothing changes. */
export const unevenly = (chain: Chain, shift: number): Chain => ({ ...chain, shift })

/** The truths the curve reaches, or ±∞ where it has no ends. */
export const curveReach = ({ spec: { sensor } }: Chain): [number, number] =>
  familyOf(sensor.family).reach(sensor.curve)

/** A step of truth small enough for a slope. */
export const smallStep = ({ spec: { range } }: Chain): number => 1e-4 * (range[1] - range[0])

/** The truth at which the perfect chain has this value at the pin. NaN where none does. */
export function perfectTruth(chain: Chain, atPin: number): number {
  return orElse(() => chain.truthAt(chain.ideal.fromPin(atPin)), NaN)
}

/**
 * The height of a value at the pin, also where the perfect chain never goes (above its open-circuit volts,
 * below ground): it lies beyond that end of the range whose value it is nearer to, and is put half a range beyond.
 */
export function pinHeight(chain: Chain, value: number): number {
  const height = perfectTruth(chain, value)
  const [low, high] = chain.spec.range
  const beyond = (high - low) / 2
  if (!Number.isNaN(height)) return Math.min(high + 4 * beyond, Math.max(low - beyond, height))
  return nearerLow(chain, value) ? low - beyond : high + beyond
}

function nearerLow(chain: Chain, value: number): boolean {
  const [low, high] = chain.spec.range.map((t) => {
    return orElse(() => chain.ideal.toPin(chain.signalAt(t)), NaN)
  }) as [number, number]
  // where the curve does not reach an end of the range the other end decides
  if (Number.isNaN(low) || Number.isNaN(high)) return Number.isNaN(high) ? true : false
  return Math.abs(value - low) < Math.abs(value - high)
}

/** Counts for what stands before a converter, also beyond its ends; and what of them it can hold. */
export const unheldCounts = (chain: Chain, before: number): number =>
  before * requireConverter(chain).perUnit
export const heldCounts = (chain: Chain, counts: number): number =>
  Math.min(requireConverter(chain).full, Math.max(0, counts))

export const toCounts = (chain: Chain, before: number): number =>
  heldCounts(chain, unheldCounts(chain, before))
export const fromCounts = (chain: Chain, counts: number): number =>
  counts / requireConverter(chain).perUnit
function requireConverter(chain: Chain): NonNullable<ChainSpec['converter']> {
  if (!chain.spec.converter)
    throw new EchtError('no-converter', `${chain.spec.device} has no converter.`)
  return chain.spec.converter
}

/** Rounds until a sensor's own heat has settled, and when it has, truth unit. */
const MOST_ROUNDS = 200
const SETTLED = 1e-9

/**
 * What the element gives at a truth and how far its own power warms it; several sensors that do not share the truth
 * evenly give what that makes of it.
 */
export function givenSignal(chain: Chain, truth: number): { signal: number; heating: number } {
  const { family, curve } = chain.spec.sensor
  const { parts } = familyOf(family)
  return parts && chain.shift !== 0
    ? { signal: parts.at(curve, truth, chain.shift).signal, heating: 0 }
    : heatedElement(chain, truth)
}

/** The signal of the element at a truth, and how far its own power warms it, found by repetition. */
export function heatedElement(chain: Chain, truth: number): { signal: number; heating: number } {
  const { heatingPerMw } = chain.spec
  let heating = 0,
    signal = chain.signalAt(truth)
  if (heatingPerMw === 0) return { signal, heating }
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const volt = chain.real.toPlug(signal)
    const next = heatingPerMw * (volt ** 2 / signal) * 1000
    const moved = next - heating
    // half of the way: a strong current would otherwise swing to and fro
    heating += moved / 2
    signal = chain.signalAt(truth + heating)
    if (Math.abs(moved) < SETTLED) break
  }
  return { signal, heating }
}
