import type { Build } from '../build/types.ts'
import type { FitCandidate, CurvePoint, FamilyFit } from '../curve/family.ts'
import type { Finding, Settings } from '../curve/recipe.ts'
import { familyOf } from '../curve/registry.ts'
import { orElse } from '../error.ts'
import { makeableTruths } from './curveRemedy.ts'
import type { Sensor } from './sensor.ts'

/** All that advice on the points of a sensor is made from. Plain data, for the way to a worker. */
export type AdviceTask = {
  family: string
  points: CurvePoint[]
  fit: FamilyFit<unknown> | null
  settings: Settings
  /** what the channel needs, truth unit */
  range: [number, number]
  /** truths that can be made where the vehicle stands, truth unit */
  makeable: number[]
  altitudeM: number
}

/** What a family says of the points of a sensor. Plain data. */
export type Advice = {
  /**
   * the point that narrows the widest band most, and 1σ of that band before and after it, truth unit; null without a
   * fit
   */
  next: { truth: number; bandBefore: number; bandAfter: number } | null
  /** library curves by how well they explain the points, best first; none without points */
  candidates: FitCandidate[]
  /** what is odd about the points that a fit alone does not say */
  findings: Finding[]
}

export const NO_ADVICE: Advice = { next: null, candidates: [], findings: [] }

/** What advice on a sensor needs out of the record. `range` in the truth unit. */
export const adviceTask = (
  build: Build,
  { element, points, fit }: Sensor,
  range: [number, number],
): AdviceTask => ({
  family: element.family,
  points: points.map(({ truth, signal, truthUncertainty, signalUncertainty, common, method }) => ({
    truth,
    signal,
    ...(truthUncertainty !== undefined && { truthUncertainty }),
    ...(signalUncertainty !== undefined && { signalUncertainty }),
    ...(common && { common }),
    ...(method !== undefined && { method }),
  })),
  fit,
  settings: element.settings,
  range,
  makeable: fit ? makeableTruths(build, familyOf(element.family), range) : [],
  altitudeM: build.vehicle.altitudeM ?? 0,
})

/** The next point worth taking, what the sensor looks like, and what is odd: points that say nothing give no advice. */
export function adviseOn(task: AdviceTask): Advice {
  const { points, fit, settings, range, makeable, altitudeM } = task
  const family = familyOf(task.family)
  return {
    next: fit ? orElse(() => family.bestNext(points, makeable, range, settings), null) : null,
    candidates: points.length > 0 ? orElse(() => family.identify(points, settings), []) : [],
    // what the checks may want to know of the place
    findings: orElse(() => family.checks(points, fit, { ...settings, altitudeM }), []),
  }
}
