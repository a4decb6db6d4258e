import { orElse } from '../error.ts'
import type { AnyFamily } from '../curve/registry.ts'
import type { Drive } from '../curve/family.ts'
import { slopeAt } from '../math/slope.ts'
import type { Axis } from '../build/types.ts'
import { backFromTable, byTable } from './byTable.ts'
import type { Looker, Spread } from './causes.ts'
import { countCauses, faceCauses } from './stepCauses.ts'
import {
  curveReach,
  fromCounts,
  heldCounts,
  perfectTruth,
  pinHeight,
  smallStep,
  toCounts,
  unheldCounts,
  type Chain,
} from './chain.ts'
import type { StagePlace } from './places.ts'
import { FRONT_SHARES, type Share, type ShareId } from './shares.ts'
import type { ChainSpec } from './spec.ts'

export type StageId = string

/** What the stages of one reader rest on, each as somebody stated it. */
type Stated = { basis: 'assumed' | 'measured' }
export type Resting = {
  sensor: Stated
  pulls: Stated[]
  ground: Stated[]
  reference: Stated[]
  table: boolean
}

/** What a place in a chain is, wherever it lies: its scale, its words, and what it rests on. */
type Named = {
  id: StageId
  /** as its scale is named */
  name: string
  /** as a sentence says where it is */
  where: string
  /** its unit in the core */
  unit: (family: AnyFamily) => string
  /** what the unit is measured between, where that must be said: with room for it, and without */
  between?: [wide: string, narrow: string]
  /** its values are truths */
  inTruth?: true
  editedAt: StagePlace
  /** whether a chain has it */
  stands: (of: { drive: Drive; converter: unknown }) => boolean
  /** value of the perfect chain at a truth; throws where the curve does not reach */
  ideal: (chain: Chain, truth: number) => number
  /** the truth at which the perfect chain has this value; throws or NaN where none does */
  height: (chain: Chain, value: number) => number
  /** height of a real value, which the perfect chain may never have; `height` if left out */
  realHeight?: (chain: Chain, value: number) => number
  /** what it rests on beside the stages before it */
  restsOn: (of: Resting) => Stated[]
  /** it rests on that alone */
  byItself?: true
}

/** What the sensor and the network make of a truth, on the way to the pin. */
type UpToPin = { truth: number; signal: number; atPlug: number; atPin: number }

/** A stage up to the pin, where the sensor and the network decide. */
export type Front = Named & {
  /** value of the real chain */
  real: (given: UpToPin) => number
  /** every truth that explains a value seen here, biases known included; none where nothing does */
  back: (chain: Chain, value: number) => number[]
}

/**
 * Something that is done to a value after the pin: it is scaled, cut where it ends, and rounded, which is a cause of
 * doubt and no part of the scale, since a staircase has no slope. What stood before it is what the step before gave,
 * or the pin.
 */
export type Step = Named & {
  /** what its error is put down to */
  share: Share
  /** value of the real chain, from what stands before it */
  scale: (chain: Chain, before: number) => number
  /** what lies beyond its ends, held there */
  cut?: (chain: Chain, value: number) => number
  /** what before it gives this value; several where it turns back, none where nothing does */
  back: (chain: Chain, value: number) => number[]
  /** the height that one unit of it is worth, where one unit at the pin is worth `perPin` */
  perUnit: (chain: Chain, perPin: number) => number
  /** whether heights pass it one for one, so that it bends nothing */
  isStraight: (chain: Chain) => boolean
  /** what is not known exactly of it, in its own unit */
  causes: (of: Looker) => Spread[]
}

/**
 * One stage of a chain, and all that is known of it. Whatever draws, checks, budgets or prints goes through the list
 * of them; another step is one more entry. Heights are truths: where the perfect chain would have the same value.
 */
export type Stage = Front | Step

export const isStep = (stage: Stage): stage is Step => 'scale' in stage

const always = (): boolean => true
const electrical = ({ drive }: { drive: Drive }): boolean => drive.kind !== 'frequency'
const atPin = (chain: Chain, truth: number): number => chain.ideal.toPin(chain.signalAt(truth))
const volts = (): string => 'V'
const truthUnit = ({ truthUnit: unit }: AnyFamily): string => unit

const FRONT: Front[] = [
  {
    id: 'truth',
    name: 'truth',
    where: 'at the truth',
    unit: truthUnit,
    inTruth: true,
    editedAt: 'element',
    stands: always,
    ideal: (_, truth) => truth,
    height: (_, value) => value,
    real: ({ truth }) => truth,
    back: (_, value) => [value],
    restsOn: () => [],
  },
  {
    id: 'element',
    name: 'element',
    where: 'at the element',
    unit: ({ signalUnit }) => signalUnit,
    editedAt: 'element',
    stands: always,
    ideal: (chain, truth) => chain.signalAt(truth),
    height: (chain, value) => chain.truthAt(value),
    real: ({ signal }) => signal,
    back: backFromSignal,
    restsOn: ({ sensor }) => [sensor],
  },
  {
    id: 'plug',
    name: 'at the plug',
    where: 'at the plug',
    unit: volts,
    between: ['across the sensor', 'across'],
    editedAt: 'leads',
    stands: electrical,
    ideal: atPin,
    height: perfectTruth,
    real: ({ atPlug }) => atPlug,
    realHeight: pinHeight,
    back: (chain, value) => backFromSignal(chain, chain.real.fromPlug(value)),
    restsOn: ({ pulls }) => pulls,
  },
  {
    id: 'pin',
    name: 'at the pin',
    where: 'at the pin',
    unit: volts,
    between: ['to its ground', 'to ground'],
    editedAt: 'input',
    stands: electrical,
    ideal: atPin,
    height: perfectTruth,
    real: (given) => given.atPin,
    realHeight: pinHeight,
    back: backFromPin,
    restsOn: ({ ground }) => ground,
  },
]

const CONVERTER: Step = {
  id: 'converter',
  name: 'converter',
  where: 'at the converter',
  unit: () => 'counts',
  editedAt: 'input',
  share: {
    id: 'converter',
    label: 'converter',
    name: 'the converter',
    editedAt: 'input',
    remedy: 'Look at the converter.',
  },
  stands: ({ converter }) => converter !== null,
  ideal: (chain, truth) => toCounts(chain, idealBefore(chain, 'converter', truth)),
  height: (chain, value) => perfectTruth(chain, fromCounts(chain, value)),
  // what its counts stand for
  realHeight: (chain, value) => pinHeight(chain, fromCounts(chain, value)),
  scale: unheldCounts,
  cut: heldCounts,
  back: (chain, value) => [fromCounts(chain, value)],
  perUnit: (chain, perPin) => fromCounts(chain, perPin),
  isStraight: always,
  causes: countCauses,
  restsOn: ({ reference }) => reference,
}

const SHOWN: Step = {
  id: 'shown',
  name: 'shown',
  where: 'at the table and face',
  unit: truthUnit,
  inTruth: true,
  editedAt: 'table',
  share: {
    id: 'table',
    label: 'table, face',
    name: 'the table',
    bends: 'shown',
    editedAt: 'table',
    ownStep: true,
    remedy: 'Enter the table proposed here.',
  },
  stands: always,
  ideal: (_, truth) => truth,
  height: (_, value) => value,
  scale: byTable,
  back: backFromTable,
  perUnit: () => 1,
  isStraight: ({ spec }) => spec.table === null,
  causes: faceCauses,
  restsOn: ({ sensor, table }) => [sensor, { basis: table ? 'measured' : 'assumed' }],
  byItself: true,
}

/** In the order a signal passes them. */
export const STAGES: Stage[] = [...FRONT, CONVERTER, SHOWN]

function backFromSignal(chain: Chain, signal: number): number[] {
  const { spec, real } = chain
  if (!Number.isFinite(signal) || (spec.drive.kind === 'resistance' && !(signal > 0))) return []
  return orElse(() => {
    const volt = real.toPlug(signal)
    const warmer = spec.heatingPerMw * (volt ** 2 / signal || 0) * 1000
    return [chain.truthAt(signal) - warmer]
  }, [])
}

export function backFromPin(chain: Chain, value: number): number[] {
  return backFromSignal(chain, chain.real.fromPin(value))
}

/**
 * Stages that others must name, by what they are: where the truth enters, what the sensor gives, what a meter finds at
 * the pin, and what a device's table gives.
 */
export const STAGE = { truth: 'truth', element: 'element', pin: 'pin', table: 'shown' } as const

/** A stage by its id. Throws `RangeError` for one that is not registered. */
export function stageBy(id: StageId): Stage {
  const stage = STAGES.find((s) => s.id === id)
  if (!stage) throw new RangeError(`No stage ${id}.`)
  return stage
}

/** The parts errors are put down to, in the order of the chain. */
export const shares = (): Share[] => [
  ...FRONT_SHARES,
  ...STAGES.filter(isStep).map(({ share }) => share),
]

/** A share by its id. Throws `RangeError` for one that is not registered. */
export function shareBy(id: ShareId): Share {
  const share = shares().find((s) => s.id === id)
  if (!share) throw new RangeError(`No share ${id}.`)
  return share
}

/** Whether values end at a stage, and stay at its ends beyond. */
export const isCut = (id: StageId): boolean => {
  const stage = stageBy(id)
  return isStep(stage) && stage.cut !== undefined
}

/** The stages of a chain up to its pin, and the steps after it, in order. */
export const frontOf = ({ stages }: Pick<ChainSpec, 'stages'>): Front[] =>
  stages.map(stageBy).filter((s): s is Front => !isStep(s))
export const stepsOf = ({ stages }: Pick<ChainSpec, 'stages'>): Step[] =>
  stages.map(stageBy).filter(isStep)

/** The last stage of a chain: what the person reads. */
export const lastOf = ({ stages }: Pick<ChainSpec, 'stages'>): StageId => stages.at(-1)!

/** The stages from one on, of a chain with these. */
export const stagesFrom = ({ stages }: Pick<ChainSpec, 'stages'>, id: StageId): StageId[] =>
  stages.slice(Math.max(0, stages.indexOf(id)))

/** The stage before another, of a chain with these. */
export const stageBefore = ({ stages }: Pick<ChainSpec, 'stages'>, id: StageId): StageId =>
  stages[Math.max(0, stages.indexOf(id) - 1)]!

/** The last stage before what is shown where a meter can be held, of a chain with these. */
export const metered = (stages: readonly StageId[]): StageId =>
  stages.findLast((id) => stageBy(id).between !== undefined) ?? 'element'

/** What stands before a step of the perfect chain at a truth. */
export function idealBefore(chain: Chain, id: StageId, truth: number): number {
  const before = stageBy(stageBefore(chain.spec, id))
  return isStep(before) ? before.ideal(chain, truth) : atPin(chain, truth)
}

/** What a stage of the perfect chain shows at a truth: where the ticks of its scale stand. */
export const idealValue = (chain: Chain, stage: StageId, truth: number): number =>
  stageBy(stage).ideal(chain, truth)

/** What a stage of the perfect chain moves by for one unit of truth; one-sided where the curve ends. */
export const idealSlope = (chain: Chain, stage: StageId, truth: number): number =>
  slopeAt((t) => idealValue(chain, stage, t), truth, smallStep(chain), curveReach(chain))

/** The truth at which the perfect chain shows this value on a stage: a value's height. NaN where none does. */
export function heightOf(chain: Chain, stage: StageId, value: number): number {
  return orElse(() => stageBy(stage).height(chain, value), NaN)
}

/** The truth at an axis value, by the perfect chain. */
export function truthAtAxis(chain: Chain, axis: Axis, x: number): number {
  const stage: Record<Axis, StageId> = { Ω: 'element', counts: 'converter', V: 'pin', Hz: 'pin' }
  return heightOf(chain, stage[axis], x)
}

/** How far each stage of a chain can be trusted, as stated: what it rests on and all before it. */
export function basesOf(stages: readonly StageId[], of: Resting): Map<StageId, Stated['basis']> {
  const stated: Stated[] = []
  return new Map(
    stages.map(stageBy).map((stage) => {
      const own = stage.restsOn(of)
      stated.push(...(stage.byItself ? [] : own))
      const measured = (stage.byItself ? own : stated).every((s) => s.basis === 'measured')
      return [stage.id, measured ? 'measured' : 'assumed']
    }),
  )
}
