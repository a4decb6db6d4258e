import type { Build, Element } from '../build/types.ts'
import { elementOf, pointsOf } from '../build/find.ts'
import type { EchtError } from '../error.ts'
import { familyOf, findFamily } from '../curve/registry.ts'
import type { FamilyFit } from '../curve/family.ts'
import { takenPoints, type TakenPoint } from './points.ts'

/** What is known of an element: a fit of its points, or a library curve taken on trust. Plain data but for the measurements. */
export type Sensor = {
  element: Element
  family: string
  points: TakenPoint[]
  /** undefined until there are enough points or a library curve is taken */
  curve: unknown
  fit: FamilyFit<unknown> | null
  /** what stands in until there are points */
  assumedName: string | null
  /** 1σ, share of the signal, where an assumed curve stands in */
  tolerance: number
  basis: 'assumed' | 'measured'
  /** why there is no fit */
  problem: string | null
  /** indices of points that disagree with the others, whether or not there is a fit */
  suspects: number[]
}

/** The curve of an element out of the record. Never throws for bad points: `problem` says what is wrong. */
export function sensorOf(build: Build, elementId: string, range: [number, number]): Sensor {
  const element = elementOf(build, elementId)
  const family = findFamily(element.family)
  if (!family) return { element, family: element.family, points: [], assumedName: null, curve: undefined, fit: null, tolerance: 0, basis: 'assumed', suspects: [], problem: `The sensor family "${element.family}" is not known to this version of Echt. All that was measured is kept; update Echt to compute with it.` }
  const settings = element.settings
  const points = takenPoints(build, family, pointsOf(build, elementId), settings)
  const assumed = family.assume(settings)
  const base = { element, family: family.id, points, tolerance: assumed?.tolerance ?? 0, fit: null, assumedName: assumed?.name ?? null }
  let suspects: number[] = []
  let problem: string | null = points.length === 0 ? null : points.length < family.leastPoints ? `One point does not make a curve: take a second at another ${family.quantity}.` : null
  if (points.length >= family.leastPoints) {
    try {
      const options = { leadOhm: settings.leadOhm ?? 0, range, settings, ...(settings.model ? { model: settings.model } : {}) }
      const fit = family.fit(points, options) as FamilyFit<unknown>
      return { ...base, curve: fit.curve, fit, tolerance: 0, basis: 'measured', problem: null, suspects: fit.suspects }
    } catch (error) {
      problem = (error as Error).message
      suspects = (error as EchtError).points ?? []
    }
  }
  return { ...base, curve: assumed?.curve as unknown, basis: 'assumed', problem, suspects }
}

/** 1σ of the curve at a truth, truth unit: the fit's band, or the library type's tolerance carried over. */
export function sensorBand(sensor: Pick<Sensor, 'family' | 'fit' | 'curve' | 'tolerance'>, truth: number): number {
  const family = familyOf(sensor.family)
  if (sensor.fit) return family.band(sensor.fit, truth)
  const signal = family.forward(sensor.curve, truth)
  // the end of a curve has only one side
  for (const side of [1 + sensor.tolerance, 1 - sensor.tolerance]) { try { return Math.abs(family.inverse(sensor.curve, signal * side) - truth) } catch { /* the other side */ } }
  return 0
}
