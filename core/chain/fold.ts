import { orElse } from '../error.ts'
import type { Axis } from '../build/types.ts'
import { axisOf } from './byTable.ts'
import type { Chain } from './chain.ts'
import type { ChainSpec } from './spec.ts'
import {
  lastOf,
  STAGE,
  stageBefore,
  stageBy,
  stepsOf,
  truthAtAxis,
  type StageId,
  type Step,
} from './stages.ts'

/** The steps of a chain, found once for each: they are gone through for every draw. */
const known = new WeakMap<ChainSpec, { stages: readonly StageId[]; steps: Step[] }>()
function steps({ spec }: Chain): Step[] {
  const found = known.get(spec)
  if (found && found.stages === spec.stages) return found.steps
  const made = { stages: spec.stages, steps: stepsOf(spec) }
  known.set(spec, made)
  return made.steps
}

/** What a step makes of what stands before it. */
export function through(chain: Chain, step: Step, before: number): number {
  const value = step.scale(chain, before)
  return step.cut ? step.cut(chain, value) : value
}

/** What each step after the pin makes of what stands there, in order. */
export function afterPin(chain: Chain, atPin: number): { step: Step; value: number }[] {
  let value = atPin
  return steps(chain).map((step) => {
    value = through(chain, step, value)
    return { step, value }
  })
}

/** What is shown for what stands at the pin; or what stands before a step of the chain. */
export function shownAt(chain: Chain, atPin: number): number {
  let value = atPin
  for (const step of steps(chain)) value = through(chain, step, value)
  return value
}
function beforeStep(chain: Chain, id: StageId, atPin: number): number {
  let value = atPin
  for (const step of steps(chain)) {
    if (step.id === id) return value
    value = through(chain, step, value)
  }
  return value
}

/** What a device's table takes as its axis, from what stands at the pin. */
export const axisValue = (chain: Chain, atPin: number, axis: Axis): number =>
  axisOf(chain, beforeStep(chain, STAGE.table, atPin), axis)

/** The curve a table is made from: what it must give at an axis value so that the truth is shown. */
export const wantedAtAxis = (chain: Chain, axis: Axis, x: number): number =>
  wantedOf(chain, STAGE.table, truthAtAxis(chain, axis, x))

/** What is shown where a step gives this. */
export function shownFor(chain: Chain, id: StageId, given: number): number {
  let value = given
  for (const step of later(chain, id)) value = through(chain, step, value)
  return value
}

/** The steps after a stage. */
const later = (chain: Chain, id: StageId): Step[] => {
  const all = steps(chain)
  return all.slice(all.findIndex((s) => s.id === id) + 1)
}

/** What a step is to give so that a truth is shown as it is; NaN where nothing makes it so. */
function wantedOf(chain: Chain, id: StageId, truth: number): number {
  const after = later(chain, id)
  if (after.length === 0) return truth
  return orElse(() => {
    let value = stageBy(lastOf(chain.spec)).ideal(chain, truth)
    for (const step of after.toReversed()) value = step.back(chain, value)[0] ?? NaN
    return value
  }, NaN)
}

/** Every value at the pin for which a step gives this one. */
export function backToPin(chain: Chain, id: StageId, value: number): number[] {
  const all = steps(chain)
  const before = all.slice(0, all.findIndex((s) => s.id === id) + 1)
  return before.toReversed().reduce((values, s) => values.flatMap((v) => s.back(chain, v)), [value])
}

/** The last stage before the device's table. */
export const beforeTable = (spec: ChainSpec): StageId => stageBefore(spec, STAGE.table)
