import { familyOf } from '../curve/registry.ts'
import { invertTable, lookUp, type Table } from '../table/interpolate.ts'
import type { Axis } from '../build/types.ts'
import { EchtError } from '../error.ts'
import { slopeAt } from '../math/slope.ts'
import { sensorBand } from './sensor.ts'
import type { ChainSpec, ShareId, StageId } from './spec.ts'
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
}

export function prepareChain(spec: ChainSpec): Chain {
  const family = familyOf(spec.sensor.family)
  const transfers = spec.circuits.map(({ share, elements }) => ({
    share,
    transfer: transferOf(spec.drive, elements),
  }))
  return {
    spec,
    transfers,
    ideal: transfers[0]!.transfer,
    real: transfers.at(-1)!.transfer,
    signalAt: (truth) => family.forward(spec.sensor.curve, truth),
    truthAt: (signal) => family.inverse(spec.sensor.curve, signal),
  }
}

/** What a stage of the perfect chain shows at a truth: where the ticks of its scale stand. */
export function idealValue(chain: Chain, stage: StageId, truth: number): number {
  if (stage === 'truth' || stage === 'shown') return truth
  const signal = chain.signalAt(truth)
  if (stage === 'element') return signal
  const atPin = chain.ideal.toPin(signal)
  return stage === 'converter' ? toCounts(chain, atPin) : atPin
}

/** The truths the curve reaches, or ±∞ where it has no ends. */
export const curveReach = ({ spec: { sensor } }: Chain): [number, number] =>
  familyOf(sensor.family).reach?.(sensor.curve) ?? [-Infinity, Infinity]

/** A step of truth small enough for a slope. */
export const smallStep = ({ spec: { range } }: Chain): number => 1e-4 * (range[1] - range[0])

/** What a stage of the perfect chain moves by for one unit of truth; one-sided where the curve ends. */
export const idealSlope = (chain: Chain, stage: StageId, truth: number): number =>
  slopeAt((t) => idealValue(chain, stage, t), truth, smallStep(chain), curveReach(chain))

/** The truth at which the perfect chain shows this value on a stage: a value's height. NaN where none does. */
export function heightOf(chain: Chain, stage: StageId, value: number): number {
  if (stage === 'truth' || stage === 'shown') return value
  try {
    if (stage === 'element') return chain.truthAt(value)
    return chain.truthAt(
      chain.ideal.fromPin(stage === 'converter' ? fromCounts(chain, value) : value),
    )
  } catch {
    return NaN
  }
}

/**
 * The height of a value at the pin, also where the perfect chain never goes (above its open-circuit volts,
 * below ground): it lies beyond that end of the range whose value it is nearer to, and is put half a range beyond.
 */
export function pinHeight(chain: Chain, value: number): number {
  const height = heightOf(chain, 'pin', value)
  const [low, high] = chain.spec.range
  const beyond = (high - low) / 2
  if (!Number.isNaN(height)) return Math.min(high + 4 * beyond, Math.max(low - beyond, height))
  return nearerLow(chain, value) ? low - beyond : high + beyond
}

function nearerLow(chain: Chain, value: number): boolean {
  const [low, high] = chain.spec.range.map((t) => {
    try {
      return idealValue(chain, 'pin', t)
    } catch {
      return NaN
    }
  }) as [number, number]
  // where the curve does not reach an end of the range the other end decides
  if (Number.isNaN(low) || Number.isNaN(high)) return Number.isNaN(high) ? true : false
  return Math.abs(value - low) < Math.abs(value - high)
}

const toCounts = (chain: Chain, atPin: number): number => {
  const { perUnit, full } = requireConverter(chain)
  return Math.min(full, Math.max(0, atPin * perUnit))
}
const fromCounts = (chain: Chain, counts: number): number =>
  counts / requireConverter(chain).perUnit
function requireConverter(chain: Chain): NonNullable<ChainSpec['converter']> {
  if (!chain.spec.converter)
    throw new EchtError('no-converter', `${chain.spec.device} has no converter.`)
  return chain.spec.converter
}

/** What the device's table takes as its axis, from what stands at the pin. */
export function axisValue(chain: Chain, atPin: number, axis: Axis): number {
  if (axis === 'counts') return toCounts(chain, atPin)
  // a converter never sees beyond its ends, whatever stands at the pin
  const seen = clipped(chain, atPin)
  if (axis !== 'Ω') return seen
  // the device reckons ohms from its own pull-up, knowing nothing of leads and neighbours
  const ohm = chain.ideal.fromPin(seen)
  return Number.isNaN(ohm) ? (seen > chain.ideal.openV / 2 ? 1e9 : 0) : ohm
}

/** The truth the perfect table would give at an axis value: the curve a table is made from. */
export function truthAtAxis(chain: Chain, axis: Axis, x: number): number {
  const stage: StageId = axis === 'Ω' ? 'element' : axis === 'counts' ? 'converter' : 'pin'
  return heightOf(chain, stage, x)
}

export type Walked = {
  stages: { id: StageId; value: number; height: number }[]
  /** what each cause adds to the height, truth unit; they sum to shown − truth */
  biases: { share: ShareId; bias: number }[]
  shown: number
  /** of two on one wire: what each holds, gives, and the sum it would speak of were both level */
  halves: { truth: number; signal: number; height: number }[] | null
}

/** What each of two joined halves holds and gives at a sum, `lean` of it moved into the first; null for one sensor. */
export function halvesAt(
  chain: Chain,
  truth: number,
  lean: number,
): { halves: NonNullable<Walked['halves']>; signal: number } | null {
  const { family: id, curve } = chain.spec.sensor
  const { two } = familyOf(id)
  if (!two) return null
  const { halves, signal } = two.split(curve, truth, lean)
  return {
    signal,
    halves: halves.map((h, i) => ({ ...h, height: two.sumAt(curve, i === 0 ? 0 : 1, h.signal) })),
  }
}

/**
 * The whole chain forward from a truth, biases known included; of two joined halves with `lean` of the sum moved
 * into the first, which bends the thread at the element. Throws where the curve does not reach.
 */
export function walkForward(chain: Chain, truth: number, lean = 0): Walked {
  const { spec, real } = chain
  const two = halvesAt(chain, truth, lean)
  const { signal } = two && lean !== 0 ? two : heatedElement(chain, truth)
  const atPin = real.toPin(signal),
    atPlug = real.toPlug(signal)
  const biases: Walked['biases'] = []
  let height = truth
  for (const { share, transfer } of chain.transfers) {
    const next = pinHeight(chain, transfer.toPin(signal))
    biases.push({ share, bias: next - height })
    height = next
  }
  const shown = shownAt(chain, atPin)
  biases.push({ share: 'table', bias: shown - height })
  const value: Record<StageId, () => number> = {
    truth: () => truth,
    element: () => signal,
    plug: () => atPlug,
    pin: () => atPin,
    converter: () => toCounts(chain, atPin),
    shown: () => shown,
  }
  // at the plug and the pin the same perfect volts; the converter's are what its counts stand for
  const heightAt = (id: StageId, v: number): number =>
    id === 'plug' || id === 'pin'
      ? pinHeight(chain, v)
      : id === 'converter'
        ? pinHeight(chain, fromCounts(chain, v))
        : heightOf(chain, id, v)
  const stages = spec.stages.map((id) => {
    const v = value[id]()
    return { id, value: v, height: heightAt(id, v) }
  })
  return { stages, biases, shown, halves: two?.halves ?? null }
}

/** What the device shows for what stands at its pin. */
export function shownAt(chain: Chain, atPin: number): number {
  const { table } = chain.spec
  return table
    ? lookUp(table, axisValue(chain, atPin, table.axis), table.beyond)
    : pinHeight(chain, clipped(chain, atPin))
}

const clipped = (chain: Chain, atPin: number): number =>
  chain.spec.converter ? fromCounts(chain, toCounts(chain, atPin)) : atPin

/** Rounds until a sensor's own heat has settled, and when it has, truth unit. */
const MOST_ROUNDS = 200
const SETTLED = 1e-9

/** The signal of the element at a truth, and how far its own power warms it: ΔT = P/δ, found by repetition. */
export function heatedElement(chain: Chain, truth: number): { signal: number; heating: number } {
  const selfHeating = familyOf(chain.spec.sensor.family).selfHeating
  let heating = 0,
    signal = chain.signalAt(truth)
  if (!selfHeating) return { signal, heating }
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const volt = chain.real.toPlug(signal)
    const next = selfHeating((volt ** 2 / signal) * 1000, chain.spec.dissipationMwPerK)
    const moved = next - heating
    // half of the way: a strong current would otherwise swing to and fro
    heating += moved / 2
    signal = chain.signalAt(truth + heating)
    if (Math.abs(moved) < SETTLED) break
  }
  return { signal, heating }
}

/**
 * Every truth that explains a value seen on a stage, through the chain as it is, known biases included.
 * One for a sound chain; several where a table turns back; none beyond the ends.
 */
export function walkBackward(chain: Chain, stage: StageId, value: number): number[] {
  if (stage === 'truth') return [value]
  const { real, ideal, spec } = chain
  const fromSignal = (signal: number): number[] => {
    if (!Number.isFinite(signal) || (spec.drive.kind === 'resistance' && !(signal > 0))) return []
    try {
      const heating = familyOf(spec.sensor.family).selfHeating
      const volt = real.toPlug(signal)
      return [
        chain.truthAt(signal) -
          (heating ? heating((volt ** 2 / signal) * 1000, spec.dissipationMwPerK) : 0),
      ]
    } catch {
      return []
    }
  }
  const fromPin = (atPin: number): number[] => fromSignal(real.fromPin(atPin))
  if (stage === 'element') return fromSignal(value)
  if (stage === 'plug') return fromSignal(real.fromPlug(value))
  if (stage === 'pin') return fromPin(value)
  if (stage === 'converter') return fromPin(fromCounts(chain, value))
  const { table } = spec
  if (!table) {
    try {
      return fromPin(idealValue(chain, 'pin', value))
    } catch {
      return []
    }
  }
  return invertTable(table, value).flatMap((x) =>
    table.axis === 'counts'
      ? fromPin(fromCounts(chain, x))
      : fromPin(table.axis === 'Ω' ? ideal.toPin(x) : x),
  )
}

/**
 * The other truths of the range that show the very same: branches of a chain whose table turns back. `partedAt` is the
 * last stage before the face where they still differ: a measurement there tells them apart.
 */
export function branches(
  chain: Chain,
  walked: Walked,
): { truths: number[]; partedAt: StageId | null } {
  const {
      table,
      range: [low, high],
      stages,
    } = chain.spec,
    none = { truths: [], partedAt: null }
  if (!table || !turnsBack(table)) return none
  const here = walked.stages[0]!.value,
    span = high - low
  const truths = walkBackward(chain, 'shown', walked.shown).filter((t) => {
    if (t < low || t > high || Math.abs(t - here) < 0.01 * span) return false
    // a curve that holds its end value answers for truths it cannot reach
    try {
      return Math.abs(walkForward(chain, t).shown - walked.shown) < 0.005 * span
    } catch {
      return false
    }
  })
  return truths.length === 0 ? none : { truths, partedAt: stages.at(-2)! }
}

const turnsBack = ({ y }: Table): boolean => {
  const steps = y.slice(1).map((v, i) => Math.sign(v - y[i]!))
  return steps.includes(1) && steps.includes(-1)
}

/**
 * What a truth's own signal leaves open: the truths that give the same, a dead zone. A point where
 * nothing is left open.
 * A reading that falls within the curve's own 1σ of a dead zone may come from anywhere in it.
 */
export function leftOpen(chain: Chain, truth: number): [number, number] {
  const { sensor } = chain.spec,
    { interval, deadZones: zonesOf } = familyOf(sensor.family)
  try {
    const [low, high] = interval ? interval(sensor.curve, chain.signalAt(truth)) : [truth, truth]
    if (high > low || !zonesOf) return [low, high]
    const near = sensorBand(sensor, truth)
    const zone = zonesOf(sensor.curve).find((z) => truth > z[0] - near && truth < z[1] + near)
    return zone ? [Math.min(truth, zone[0]), Math.max(truth, zone[1])] : [low, high]
  } catch {
    return [truth, truth]
  }
}

/**
 * Stretches of truth in which a stage stays where it is: the element's dead zones, and beyond the
 * converter's ends what is clipped.
 */
export function deadZones(chain: Chain, stage: StageId): [number, number][] {
  if (stage === 'truth') return []
  const {
    sensor,
    converter,
    range: [low, high],
  } = chain.spec
  const family = familyOf(sensor.family)
  const ofElement = family.deadZones?.(sensor.curve) ?? [],
    reach = family.reach?.(sensor.curve) ?? [low, high]
  if ((stage !== 'converter' && stage !== 'shown') || !converter) return ofElement
  // the ends of the range whose perfect volts the converter cuts, and from which truth on it does
  const cut = [low, high].flatMap((end): [number, number][] => {
    try {
      const atPin = chain.ideal.toPin(chain.signalAt(Math.min(reach[1], Math.max(reach[0], end)))),
        held = clipped(chain, atPin)
      if (Math.abs(atPin - held) < 1 / converter.perUnit) return []
      const at = heightOf(chain, 'pin', held)
      return Number.isFinite(at) ? [end === low ? [low, at] : [at, high]] : []
    } catch {
      return [] /* the curve ends before the range does: nothing is known there to be cut */
    }
  })
  return [...ofElement, ...cut]
}

/**
 * Of a counter: the truth below which not one edge arrives in its gate, and how long that is, s. It
 * shows standstill there.
 */
export function standstill(chain: Chain): { below: number; seconds: number } | null {
  const { drive, converter } = chain.spec
  if (drive.kind !== 'frequency' || !converter) return null
  const below = heightOf(chain, 'converter', 1)
  // counts for one Hz are the seconds it counts
  return Number.isFinite(below) && below > 0 ? { below, seconds: converter.perUnit } : null
}
