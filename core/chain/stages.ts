import { orElse } from '../error.ts'
import type { AnyFamily } from '../curve/registry.ts'
import type { Drive } from '../curve/family.ts'
import { slopeAt } from '../math/slope.ts'
import { invertTable } from '../table/interpolate.ts'
import type { Axis } from '../build/types.ts'
import {
  curveReach,
  fromCounts,
  perfectTruth,
  pinHeight,
  smallStep,
  toCounts,
  type Chain,
} from './chain.ts'
import type { StagePlace } from './places.ts'

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

/** What stands in the real chain at a truth. */
export type Standing = {
  truth: number
  signal: number
  atPlug: number
  atPin: number
  shown: number
}

/**
 * One stage of a chain, and all that is known of it. Whatever draws, checks, budgets or prints goes through the list
 * of them; another stage is one more entry. Heights are truths: where the perfect chain would have the same value.
 */
export type Stage = {
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
  /** value of the real chain */
  real: (chain: Chain, standing: Standing) => number
  /** height of a real value, which the perfect chain may never have; `height` if left out */
  realHeight?: (chain: Chain, value: number) => number
  /** every truth that explains a value seen here, biases known included; none where nothing does */
  back: (chain: Chain, value: number) => number[]
  /** the place whose doubt is that of this stage */
  doubtOf: 'curve' | 'plug' | 'pin' | 'face'
  /** it cuts what lies beyond its ends, and every stage after it feels that */
  clips?: true
  /** what it rests on beside the stages before it */
  restsOn: (of: Resting) => Stated[]
  /** it rests on that alone */
  byItself?: true
}

const always = (): boolean => true
const electrical = ({ drive }: { drive: Drive }): boolean => drive.kind !== 'frequency'
const atPin = (chain: Chain, truth: number): number => chain.ideal.toPin(chain.signalAt(truth))
const volts = (): string => 'V'
const truthUnit = ({ truthUnit: unit }: AnyFamily): string => unit

/** In the order a signal passes them. */
export const STAGES: Stage[] = [
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
    real: (_, { truth }) => truth,
    back: (_, value) => [value],
    doubtOf: 'curve',
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
    real: (_, { signal }) => signal,
    back: backFromSignal,
    doubtOf: 'curve',
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
    real: (_, { atPlug }) => atPlug,
    realHeight: pinHeight,
    back: (chain, value) => backFromSignal(chain, chain.real.fromPlug(value)),
    doubtOf: 'plug',
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
    real: (_, standing) => standing.atPin,
    realHeight: pinHeight,
    back: backFromPin,
    doubtOf: 'pin',
    restsOn: ({ ground }) => ground,
  },
  {
    id: 'converter',
    name: 'converter',
    where: 'at the converter',
    unit: () => 'counts',
    editedAt: 'input',
    stands: ({ converter }) => converter !== null,
    ideal: (chain, truth) => toCounts(chain, atPin(chain, truth)),
    height: (chain, value) => perfectTruth(chain, fromCounts(chain, value)),
    real: (chain, standing) => toCounts(chain, standing.atPin),
    // what its counts stand for
    realHeight: (chain, value) => pinHeight(chain, fromCounts(chain, value)),
    back: (chain, value) => backFromPin(chain, fromCounts(chain, value)),
    doubtOf: 'pin',
    clips: true,
    restsOn: ({ reference }) => reference,
  },
  {
    id: 'shown',
    name: 'shown',
    where: 'at the table and face',
    unit: truthUnit,
    inTruth: true,
    editedAt: 'table',
    stands: always,
    ideal: (_, truth) => truth,
    height: (_, value) => value,
    real: (_, { shown }) => shown,
    back: backFromShown,
    doubtOf: 'face',
    restsOn: ({ sensor, table }) => [sensor, { basis: table ? 'measured' : 'assumed' }],
    byItself: true,
  },
]

function backFromSignal(chain: Chain, signal: number): number[] {
  const { spec, real } = chain
  if (!Number.isFinite(signal) || (spec.drive.kind === 'resistance' && !(signal > 0))) return []
  return orElse(() => {
    const volt = real.toPlug(signal)
    const warmer = spec.heatingPerMw * (volt ** 2 / signal || 0) * 1000
    return [chain.truthAt(signal) - warmer]
  }, [])
}

function backFromPin(chain: Chain, volt: number): number[] {
  return backFromSignal(chain, chain.real.fromPin(volt))
}

function backFromShown(chain: Chain, value: number): number[] {
  const { table } = chain.spec
  if (!table) {
    return orElse(() => backFromPin(chain, atPin(chain, value)), [])
  }
  const seenAtPin: Record<Axis, (x: number) => number> = {
    counts: (x) => fromCounts(chain, x),
    Ω: (x) => chain.ideal.toPin(x),
    V: (x) => x,
    Hz: (x) => x,
  }
  return invertTable(table, value).flatMap((x) => backFromPin(chain, seenAtPin[table.axis](x)))
}

/**
 * Stages that others must name, by what they are: where the truth enters, what the sensor gives, what a meter finds at
 * the pin, and what is shown.
 */
export const STAGE = { truth: 'truth', element: 'element', pin: 'pin', shown: 'shown' } as const

/** A stage by its id. Throws `RangeError` for one that is not registered. */
export function stageBy(id: StageId): Stage {
  const stage = STAGES.find((s) => s.id === id)
  if (!stage) throw new RangeError(`No stage ${id}.`)
  return stage
}

/** The stages from one on, in order. */
export const stagesFrom = (id: StageId): Stage[] => STAGES.slice(STAGES.indexOf(stageBy(id)))

/** The last stage of these before the device's table. */
export const beforeTable = (stages: readonly StageId[]): StageId =>
  stages.findLast((id) => stageBy(id).doubtOf !== 'face') ?? stages[0]!

/** The last stage before what is shown where a meter can be held, of a chain with these. */
export const metered = (stages: readonly StageId[]): StageId =>
  stages.findLast((id) => stageBy(id).between !== undefined) ?? 'element'

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

/** The truth the perfect table would give at an axis value: the curve a table is made from. */
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
