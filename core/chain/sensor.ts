import type { Build, Channel, Element, Read } from '../build/types.ts'
import { elementOf, inputOf, pointsOf } from '../build/find.ts'
import { EchtError } from '../error.ts'
import { joinedId, joinHalves, type JoinedFit } from '../curve/joined.ts'
import type { KnotCurve } from '../curve/knots.ts'
import type { MonotoneFit } from '../curve/monotone.ts'
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
  assumedName: string | null
  /** 1σ, share of the signal, where an assumed curve stands in */
  tolerance: number
  basis: 'assumed' | 'measured'
  /** why there is no fit */
  problem: string | null
  /** indices of points that disagree with the others, whether or not there is a fit */
  suspects: number[]
  /** two that hang on one wire and are read as one */
  halves: [Sensor, Sensor] | null
  /** points that were measured and say nothing: a pressure no atmosphere has, and the like */
  unusable: Unusable[]
}

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
      halves: null,
      unusable: [],
      problem: `The sensor family "${element.family}" is not known to this version of Echt. All that was measured is kept; update Echt to compute with it.`,
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
    halves: null,
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
      problem = (error as Error).message
      suspects = (error as EchtError).points ?? []
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
      'No curve goes through these points: one of them is far from anything the others say. Strike it, or read it again.',
    )
  return fit
}

/** What an element's settings ask of its fit. */
export const fitOptions = ({ settings }: Element, range: [number, number]): FitOptions => ({
  leadOhm: settings.leadOhm ?? 0,
  range,
  settings,
  ...(settings.model ? { model: settings.model } : {}),
})

/** What one reader reads: its element, or both where two hang on one wire. */
export function sourceOf(build: Build, channel: Channel, read: Read): Sensor {
  const { combine, linked, elements } = channel
  const sensors = elements.map((id) => sensorOf(build, id, channel.needs.range))
  if (combine === 'one' || combine === 'separate')
    return (
      sensors[elements.indexOf(read.source.id)] ??
      sensorOf(build, read.source.id, channel.needs.range)
    )
  const halves = sensors as [Sensor, Sensor]
  const joined = {
    ...halves[0],
    family: joinedId(halves[0].family),
    points: [],
    fit: null,
    assumedName: null,
    tolerance: 0,
    suspects: [],
    halves,
    basis: halves.every((h) => h.basis === 'measured')
      ? ('measured' as const)
      : ('assumed' as const),
  }
  const missing = halves.find((h) => h.curve === undefined)
  if (missing)
    return {
      ...joined,
      curve: undefined,
      problem: `${missing.element.name}: ${missing.problem ?? 'nothing is known of it yet. Take two points, or take a library curve on trust.'}`,
    }
  try {
    const curve = joinHalves([halves[0].curve as KnotCurve, halves[1].curve as KnotCurve], {
      wiring: combine,
      linked,
    })
    const known = halves.map((h) => ({
      fit: h.fit as MonotoneFit | null,
      tolerance: h.tolerance,
    })) as JoinedFit['known']
    return {
      ...joined,
      curve,
      fit: { curve, known, suspects: [], warnings: [], residuals: [] } as JoinedFit,
      problem: null,
    }
  } catch (error) {
    return { ...joined, curve: undefined, problem: (error as Error).message }
  }
}

/**
 * What a reader is asked for: the channel's needs, or where each half is read by itself all that it can hold, its
 * share of what matters, and of the accuracy the part that leaves the sum within the whole.
 */
export function needsOf(build: Build, channel: Channel, read: Read): Channel['needs'] {
  if (channel.combine !== 'separate') return channel.needs
  const { range, best, accuracy } = channel.needs
  const reach = channel.elements.map((id) => reachOf(sensorOf(build, id, range)))
  const own = reach[channel.elements.indexOf(read.source.id)] ?? null
  // a half nothing is known of is taken to hold its even part
  const sizes = reach.map((r) => (r ? r[1] - r[0] : (range[1] - range[0]) / reach.length))
  const share = (own ? own[1] - own[0] : sizes[0]!) / sizes.reduce((a, b) => a + b, 0)
  const within: [number, number] = own ?? [range[0] * share, range[1] * share]
  const inside = (v: number): number => Math.min(within[1], Math.max(within[0], v))
  const part: [number, number] = [inside(best[0] * share), inside(best[1] * share)]
  return {
    range: within,
    best: part[0] < part[1] ? part : within,
    accuracy: accuracy / Math.sqrt(reach.length),
  }
}

const reachOf = (sensor: Sensor): [number, number] | null =>
  sensor.curve === undefined ? null : (findFamily(sensor.family)?.reach?.(sensor.curve) ?? null)

/** What share of a curve's doubt, 1σ `band`, is one limit all its points have in common; 0 where nothing was fitted. */
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
