import type { Phrase } from '../quantity/said.ts'
import type { Build, Element } from '../build/types.ts'
import { elementOf, inputOf, pointsOf } from '../build/find.ts'
import { EchtError, refusal } from '../error.ts'
import { familyOf, findFamily, type AnyFamily } from '../curve/registry.ts'
import type { FamilyFit } from '../curve/family.ts'
import { trustBand } from '../curve/trust.ts'
import type { FitOptions } from '../curve/recipe.ts'
import { remembered } from './remember.ts'
import { readerInPoints, takenPoints, type TakenPoint, type Unusable } from './points.ts'

/**
 * What is known of an element: a fit of its points, or a library curve taken on trust. Plain data
 * but for the measurements.
 */
export type Sensor = {
  element: Element
  family: string
  points: TakenPoint[]
  /** undefined until there are enough points or a library curve is taken */
  curve: unknown
  fit: FamilyFit<unknown> | null
  /** what stands in until there are points */
  assumedName: Phrase | null
  /** 1σ, share of the signal, where an assumed curve stands in */
  tolerance: number
  basis: 'assumed' | 'measured'
  /** why there is no fit */
  problem: string | null
  /** indices of points that disagree with the others, whether or not there is a fit */
  suspects: number[]
  /** the sensors it is joined of, where several are read as one; none of a single one */
  parts: Sensor[]
  /** points that were measured and say nothing: a pressure no atmosphere has, and the like */
  unusable: Unusable[]
}

/** The sensors that are measured by themselves: those it is joined of, or itself. */
export const measuredIn = (sensor: Sensor): Sensor[] =>
  sensor.parts.length > 0 ? sensor.parts : [sensor]

/** The parts of a build that what is known of a sensor rests on, its element aside. */
export const sensorRestsOn = (
  build: Build,
  element: string,
  range: readonly [number, number],
): unknown[] => [
  build.instruments,
  ...range,
  ...groundRestsOn(build, element),
  ...pointsOf(build, element),
]

/** What stands off in the device that points are taken in. */
function groundRestsOn(build: Build, element: string): unknown[] {
  const read = readerInPoints(build, element)
  return read ? [read.wire.groundOffsetV, inputOf(build, read.input).input.differential] : []
}

/** The curve of an element out of the record. Never throws for bad points: `problem` says what is wrong. */
export function sensorOf(build: Build, elementId: string, range: [number, number]): Sensor {
  const element = elementOf(build, elementId)
  return remembered(element, 'sensor', sensorRestsOn(build, elementId, range), () =>
    fitSensor(build, element, range),
  )
}

function fitSensor(build: Build, element: Element, range: [number, number]): Sensor {
  const family = findFamily(element.family)
  if (!family)
    return {
      element,
      family: element.family,
      points: [],
      assumedName: null,
      curve: undefined,
      fit: null,
      tolerance: 0,
      basis: 'assumed',
      suspects: [],
      parts: [],
      unusable: [],
      problem:
        `The sensor family "${element.family}" is not known to this version of Echt. All that ` +
        'was measured is kept; update Echt to compute with it.',
    }
  const settings = element.settings
  const unusable: Unusable[] = []
  const points = takenPoints(build, family, pointsOf(build, element.id), settings, (u) =>
    unusable.push(u),
  )
  const assumed = family.assume(settings)
  const base = {
    element,
    family: family.id,
    points,
    tolerance: assumed?.tolerance ?? 0,
    fit: null,
    parts: [],
    unusable,
    assumedName: assumed?.name ?? null,
  }
  let suspects: number[] = []
  let problem: string | null =
    points.length === 0
      ? null
      : points.length < family.leastPoints
        ? `One point does not make a curve: take a second at another ${family.quantity}.`
        : null
  if (points.length >= family.leastPoints) {
    try {
      const fit = usable(
        family,
        points,
        family.fit(points, fitOptions(element, range)) as FamilyFit<unknown>,
      )
      return {
        ...base,
        curve: fit.curve,
        fit,
        tolerance: 0,
        basis: 'measured',
        problem: null,
        suspects: fit.suspects,
      }
    } catch (error) {
      const refused = refusal(error)
      problem = refused.message
      suspects = refused.points
    }
  }
  return { ...base, curve: assumed?.curve as unknown, basis: 'assumed', problem, suspects }
}

/**
 * A fit that gives finite truths for its own points. Throws `EchtError` `no-fit` where numbers ran
 * out of what can be computed.
 */
function usable(
  family: AnyFamily,
  points: readonly TakenPoint[],
  fit: FamilyFit<unknown>,
): FamilyFit<unknown> {
  const finite = [points[0]!, points.at(-1)!].every((p) => {
    try {
      return Number.isFinite(family.inverse(fit.curve, p.signal))
    } catch (error) {
      // a curve may end before its outermost point, which is no fault of it
      if (error instanceof EchtError) return true
      throw error
    }
  })
  if (!finite)
    throw new EchtError(
      'no-fit',
      'No curve goes through these points: one of them is far from anything the others say. ' +
        'Strike it, or read it again.',
    )
  return fit
}

/** What an element's settings ask of its fit. */
export const fitOptions = ({ settings }: Element, range: [number, number]): FitOptions => ({
  range,
  settings,
  ...(settings.model ? { model: settings.model } : {}),
})

/**
 * What share of a curve's doubt, 1σ `band`, is one limit all its points have in common; 0 where nothing was
 * fitted.
 */
export function limitShareOf(
  { family, fit }: Pick<Sensor, 'family' | 'fit'>,
  truth: number,
  band: number,
): number {
  if (!fit || !(band > 0)) return 0
  return Math.min(1, (familyOf(family).sharedBand?.(fit, truth) ?? 0) / band)
}

/** 1σ of the curve at a truth, truth unit: the fit's band, or the library type's tolerance carried over. */
export function sensorBand(
  sensor: Pick<Sensor, 'family' | 'fit' | 'curve' | 'tolerance'>,
  truth: number,
): number {
  const family = familyOf(sensor.family)
  return sensor.fit
    ? family.band(sensor.fit, truth)
    : trustBand(family, sensor.curve, sensor.tolerance, truth)
}
