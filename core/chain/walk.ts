import { orElse } from '../error.ts'
import { familyOf } from '../curve/registry.ts'
import type { Table } from '../table/interpolate.ts'
import { fromCounts, givenSignal, perfectTruth, pinHeight, toCounts, type Chain } from './chain.ts'
import { afterPin, backToPin, beforeTable } from './fold.ts'
import { sensorBand } from './sensor.ts'
import type { ShareId } from './shares.ts'
import {
  backFromPin,
  frontOf,
  heightOf,
  isCut,
  isStep,
  lastOf,
  STAGE,
  stageBy,
  type Stage,
  type StageId,
} from './stages.ts'

export type Walked = {
  stages: { id: StageId; value: number; height: number }[]
  /** what each cause adds to the height, truth unit; they sum to shown − truth */
  biases: { share: ShareId; bias: number }[]
  shown: number
  /** of several sensors read as one: what each holds and gives, and of which whole that speaks; none of one */
  parts: { truth: number; signal: number; height: number }[]
}

/** What each of the sensors that are read as one holds and gives at a truth; none of a single one. */
export function partsAt(chain: Chain, truth: number): Walked['parts'] {
  const { family: id, curve } = chain.spec.sensor
  const { parts } = familyOf(id)
  if (!parts) return []
  return parts
    .at(curve, truth, chain.shift)
    .parts.map((p, i) => ({ ...p, height: parts.truthOf(curve, i, p.signal) }))
}

/** The whole chain forward from a truth, biases known included. Throws where the curve does not reach. */
export function walkForward(chain: Chain, truth: number): Walked {
  const { spec, real } = chain
  const { signal } = givenSignal(chain, truth)
  const given = { truth, signal, atPin: real.toPin(signal), atPlug: real.toPlug(signal) }
  const biases: Walked['biases'] = []
  let height = truth
  const reached = (share: ShareId, next: number): void => {
    biases.push({ share, bias: next - height })
    height = next
  }
  for (const { share, transfer } of chain.transfers)
    reached(share, pinHeight(chain, transfer.toPin(signal)))
  const front = frontOf(spec).map((stage) => placed(chain, stage, stage.real(given)))
  const steps = afterPin(chain, given.atPin).map(({ step, value }) => {
    const at = placed(chain, step, value)
    if (step.share.bends === step.id) reached(step.share.id, at.height)
    return at
  })
  const stages = [...front, ...steps]
  return { stages, biases, shown: stages.at(-1)!.value, parts: partsAt(chain, truth) }
}

const placed = (chain: Chain, stage: Stage, value: number): Walked['stages'][number] => ({
  id: stage.id,
  value,
  height: stage.realHeight?.(chain, value) ?? heightOf(chain, stage.id, value),
})

/**
 * Every truth that explains a value seen on a stage, through the chain as it is, known biases included.
 * One for a sound chain; several where a table turns back; none beyond the ends.
 */
export const walkBackward = (chain: Chain, id: StageId, value: number): number[] => {
  const stage = stageBy(id)
  if (!isStep(stage)) return stage.back(chain, value)
  return backToPin(chain, id, value).flatMap((atPin) => backFromPin(chain, atPin))
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
    } = chain.spec,
    none = { truths: [], partedAt: null }
  if (!table || !turnsBack(table)) return none
  const here = walked.stages[0]!.value,
    span = high - low
  const truths = walkBackward(chain, lastOf(chain.spec), walked.shown).filter((t) => {
    if (t < low || t > high || Math.abs(t - here) < 0.01 * span) return false
    // a curve that holds its end value answers for truths it cannot reach
    return orElse(() => Math.abs(walkForward(chain, t).shown - walked.shown) < 0.005 * span, false)
  })
  return truths.length === 0 ? none : { truths, partedAt: beforeTable(chain.spec) }
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
  return orElse(() => {
    const [low, high] = interval ? interval(sensor.curve, chain.signalAt(truth)) : [truth, truth]
    if (high > low || !zonesOf) return [low, high]
    const near = sensorBand(sensor, truth)
    const zone = zonesOf(sensor.curve).find((z) => truth > z[0] - near && truth < z[1] + near)
    return zone ? [Math.min(truth, zone[0]), Math.max(truth, zone[1])] : [low, high]
  }, [truth, truth])
}

/**
 * Stretches of truth in which a stage stays where it is: the element's dead zones, and beyond the
 * converter's ends what is clipped.
 */
export function deadZones(chain: Chain, stage: StageId): [number, number][] {
  const { stages } = chain.spec
  const upTo = stages.slice(0, stages.indexOf(stage) + 1)
  if (stage === STAGE.truth) return []
  const {
    sensor,
    converter,
    range: [low, high],
  } = chain.spec
  const family = familyOf(sensor.family)
  const ofElement = family.deadZones?.(sensor.curve) ?? [],
    reach = family.reach(sensor.curve)
  if (!converter || !upTo.some(isCut)) return ofElement
  // the ends of the range whose perfect volts the converter cuts, and from which truth on it does
  const cut = [low, high].flatMap((end): [number, number][] => {
    // the curve ends before the range does: nothing is known there to be cut
    return orElse(() => {
      const atPin = chain.ideal.toPin(chain.signalAt(Math.min(reach[1], Math.max(reach[0], end)))),
        held = fromCounts(chain, toCounts(chain, atPin))
      if (Math.abs(atPin - held) < 1 / converter.perUnit) return []
      const at = perfectTruth(chain, held)
      return Number.isFinite(at) ? [end === low ? [low, at] : [at, high]] : []
    }, [])
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
  const below = perfectTruth(chain, fromCounts(chain, 1))
  // counts for one Hz are the seconds it counts
  return Number.isFinite(below) && below > 0 ? { below, seconds: converter.perUnit } : null
}
