import { orElse } from '../error.ts'
import type { Build, Channel } from '../build/types.ts'
import type { CurvePoint, FamilyFit } from '../curve/family.ts'
import { grouped } from '../curve/grouped.ts'
import { asTaken } from '../curve/line.ts'
import { familyOf, type AnyFamily } from '../curve/registry.ts'
import { linspace } from '../math/linspace.ts'
import { slopeAt } from '../math/slope.ts'
import { amount, say, type Amount, type Phrase, type Said } from '../quantity/said.ts'
import { fitOptions, limitShareOf, sensorBand, type Sensor } from './sensor.ts'

/**
 * What to do about the doubt of a curve, what share of its 1σ that leaves, and what share of what is left is then one
 * limit all points have in common; and about a place where the sensor stands still, which is no doubt but a reading
 * known to be off.
 */
export type Remedy = { remedy: Phrase; share: number; limitShare?: number; standsStill?: Said }

/** What a curve's doubt at a truth would come to: 1σ as a share of today's, and how much of it is one limit. */
type Left = { share: number; limitShare: number }
const NOTHING_WON: Left = { share: Infinity, limitShare: 0 }

/** Where people work on cars, m: an altitude beyond is a slip, and must not take every reader with it. */
const LOWEST_M = -500
const HIGHEST_M = 9000

/** Truths this owner can make for a sensor: what the family knows of the place, and what its recipes usually give. */
export function makeableTruths(build: Build, family: AnyFamily, range: [number, number]): number[] {
  const altitudeM = Math.min(HIGHEST_M, Math.max(LOWEST_M, build.vehicle.altitudeM ?? 0))
  const own = family.makeable?.({ altitudeM, range })
  if (own) return own
  const typical = family.methods.flatMap((m) => m.typicalTruth ?? [])
  return [...new Set([...typical, ...linspace(...range, 6)])].filter(
    (t) => t >= range[0] && t <= range[1],
  )
}

/** A point that leaves less than this share of the doubt is worth more than finer instruments. */
const POINT_HELPS = 0.85

/** What leaves more than this share of the doubt is not worth the doing. */
const WORTH_DOING = 0.95

/**
 * What would narrow a sensor's own curve at a truth, reckoned by fitting again: one more point of those that can be
 * made here, instruments twice as good, or a sensor without the dead zone. A curve taken on trust, and two
 * joined, are not fitted again: measuring is taken to leave half.
 */
export function curveRemedy(
  build: Build,
  { sensor, needs }: { sensor: Sensor; needs: Channel['needs'] },
  at: number,
): Remedy {
  if (sensor.parts.length > 0)
    return {
      remedy: 'Take more points of each sender, and say whether the halves stand level.',
      share: 0.5,
    }
  if (!sensor.fit)
    return { remedy: 'Measure it: until then its curve is taken on trust.', share: 0.5 }
  const again = fittedAgain(sensor, needs, at)
  const still = standsStill(sensor, needs, at)
  const point = bestPoint(build, sensor, needs, again)
  const oneMore = {
    ...still,
    remedy: say('one-more')`Take one more point at ${inTruth(sensor, needs, point.truth)}.`,
    share: Math.min(1, point.share),
    limitShare: point.limitShare,
  }
  if (point.share < POINT_HELPS) return oneMore
  const finer = again.leaves(again.points.map((p) => asIfFiner(sensor, p)))
  if (Math.min(finer.share, point.share) > WORTH_DOING)
    return {
      ...still,
      remedy:
        'Neither another point nor a finer instrument narrows it: what is left is the sensor’s own ' +
        'way to differ from itself, such as a float that sticks.',
      share: 1,
    }
  return finer.share < point.share
    ? {
        ...still,
        remedy:
          'Take its points again with instruments twice as good: one more of the same hardly helps.',
        share: Math.min(1, finer.share),
        limitShare: finer.limitShare,
      }
    : oneMore
}

type Needs = Channel['needs']

const inTruth = ({ family }: Sensor, { accuracy }: Needs, truth: number): Amount =>
  amount(truth, familyOf(family).truthUnit, 1, accuracy)

/** Where a sensor gives one signal for many truths: no doubt of its curve, and no point mends it. */
function standsStill(sensor: Sensor, needs: Needs, at: number): Pick<Remedy, 'standsStill'> {
  const family = familyOf(sensor.family)
  const [least, most] = family.interval?.(sensor.curve, family.forward(sensor.curve, at)) ?? [
    at,
    at,
  ]
  if (!(most > least)) return {}
  return {
    standsStill: say(
      'stands-still',
    )`Between ${inTruth(sensor, needs, least)} and ${inTruth(sensor, needs, most)} it does not
      move: only another place, arm or sender can tell.`,
  }
}

/** The points a sensor is fitted by again, and what other points in their place would leave of its doubt. */
type Again = { points: readonly CurvePoint[]; leaves: (of: readonly CurvePoint[]) => Left }

function fittedAgain(sensor: Sensor, needs: Needs, at: number): Again {
  const family = familyOf(sensor.family)
  // of very many points, so many that stand for all: the curve is fitted anew for every remedy
  const points = grouped(sensor.points, (t) => family.forward(sensor.curve, t))
  const fitted = (of: readonly CurvePoint[]): FamilyFit<unknown> =>
    family.fit(of, fitOptions(sensor.element, needs.range)) as FamilyFit<unknown>
  const now = sensorBand(
    points.length < sensor.points.length ? { ...sensor, fit: fitted(points) } : sensor,
    at,
  )
  const leaves = (of: readonly CurvePoint[]): Left =>
    orElse(() => {
      const narrower = { ...sensor, fit: fitted(of) }
      const band = sensorBand(narrower, at)
      return { share: band / now, limitShare: limitShareOf(narrower, at, band) }
    }, NOTHING_WON)
  return { points, leaves }
}

/** The one more point that narrows it most, of those that can be made here. */
function bestPoint(
  build: Build,
  sensor: Sensor,
  needs: Needs,
  { points, leaves }: Again,
): Left & { truth: number } {
  const family = familyOf(sensor.family)
  return makeableTruths(build, family, needs.range)
    .map((truth) =>
      orElse(
        () => {
          const signal = family.forward(sensor.curve, truth)
          const more = { truth, signal, ...asTaken(sensor.points, { truth, signal }) }
          return { truth, ...leaves([...points, more]) }
        },
        { truth, ...NOTHING_WON },
      ),
    )
    .reduce((a, b) => (b.share < a.share ? b : a), { truth: NaN, ...NOTHING_WON })
}

/** A miss of more than so many σ is no scatter of the instruments. */
const BY_INSTRUMENTS = 3

/**
 * A point taken with instruments twice as good: on the curve where those of today explain how far it stands off, and
 * where it was where they do not, for what a sensor does by itself no instrument takes away.
 */
function asIfFiner(sensor: Sensor, p: CurvePoint): CurvePoint {
  const half = (sigma: number | undefined): number => (sigma ?? 0) / 2
  const family = familyOf(sensor.family)
  const signal = orElse(() => {
    const due = family.forward(sensor.curve, p.truth)
    const perTruth = slopeAt(
      (t) => family.forward(sensor.curve, t),
      p.truth,
      1e-4 * Math.max(1, Math.abs(p.truth)),
      family.reach(sensor.curve),
    )
    const common = (p.common ?? []).map((c) => (c.of === 'truth' ? perTruth * c.sigma : c.sigma))
    const sigma = Math.hypot(
      p.signalUncertainty ?? 0,
      perTruth * (p.truthUncertainty ?? 0),
      ...common,
    )
    return Math.abs(p.signal - due) > BY_INSTRUMENTS * sigma ? p.signal : due
  }, p.signal)
  return {
    ...p,
    signal,
    truthUncertainty: half(p.truthUncertainty),
    signalUncertainty: half(p.signalUncertainty),
    common: (p.common ?? []).map((c) => ({ ...c, sigma: half(c.sigma) })),
  }
}
