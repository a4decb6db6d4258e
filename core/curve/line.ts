import { median } from 'simple-statistics'
import { EchtError, requireFinite, orElse } from '../error.ts'
import type { Said } from '../quantity/said.ts'
import { doNotFit, fewSpare } from './warnings.ts'
import { generalisedLeastSquares } from '../math/leastSquares.ts'
import { sharedColumns } from '../math/observationErrors.ts'
import { slopeAt } from '../math/slope.ts'
import { findSuspects } from '../math/suspects.ts'
import type { CurvePoint, FamilyFit } from './family.ts'
import { grouped, MANY, someOf } from './grouped.ts'

/**
 * `signal = offset + slope·g(truth)`, where g is the family's own shape (the truth itself for a
 * bridge or a controller).
 */
export type StraightLine = { offset: number; slope: number }

export type LineFit = FamilyFit<StraightLine> & {
  /** of [offset, slope]; where the line is held through zero, offset carries none */
  covariance: number[][]
  /** what 1σ of each error the points share moves [offset, slope] by */
  sharedMoves: number[][]
}

type LineShape = {
  /** what the signal is straight in */
  g?: (truth: number) => number
  /** no signal at g = 0 by the nature of the thing: only the slope is fitted */
  throughZero?: boolean
  /** how the points are spoken of */
  truthUnit: string
  signalUnit: string
}

/** 1σ taken where none is stated: share of the truth's span, share of the signal's. */
const DEFAULT_SHARE = 0.002

function requirePoint(p: CurvePoint, i: number): void {
  requireFinite(p.truth, `Point ${i + 1}: the truth`)
  requireFinite(p.signal, `Point ${i + 1}: the signal`)
  for (const u of [p.truthUncertainty ?? 0, p.signalUncertainty ?? 0])
    if (requireFinite(u, `Point ${i + 1}: its uncertainty`) < 0)
      throw new EchtError('bad-point', `Point ${i + 1}: an uncertainty cannot be negative.`)
}

/** Throws unless the points lie at several truths; of a line held through zero at one that is not zero. */
function requireSpan(x: readonly number[], throughZero: boolean, where: string): void {
  if (!throughZero && !(Math.max(...x) > Math.min(...x)))
    throw new EchtError(
      'degenerate-points',
      `All points are at ${where}: take one at another value.`,
    )
  if (throughZero && x.every((v) => v === 0))
    throw new EchtError('degenerate-points', 'Every point is at zero: take one that is not.')
}

/** Least squares whose weights need the slope, which needs a fit: begins with the ends, then goes round. */
function weightedBySlope(
  points: readonly CurvePoint[],
  {
    x,
    y,
    perTruth,
    throughZero,
  }: {
    x: readonly number[]
    y: number[]
    /** what the line is straight in, per truth */
    perTruth: readonly number[]
    throughZero: boolean
  },
): { squares: ReturnType<typeof generalisedLeastSquares>; slope: number } {
  const low = x.indexOf(Math.min(...x)),
    high = x.indexOf(Math.max(...x))
  const span = x[high]! - x[low]!,
    rise = Math.max(...y) - Math.min(...y)
  const design = x.map((v) => (throughZero ? [v] : [1, v]))
  const floor = (1e-9 * Math.max(rise, Math.abs(y[0]!), 1e-12)) ** 2
  const own = points.map((p, i) => ({
    truth:
      p.truthUncertainty ?? (DEFAULT_SHARE * Math.abs(span || x[0]!)) / Math.abs(perTruth[i]! || 1),
    signal: p.signalUncertainty ?? DEFAULT_SHARE * Math.abs(rise || y[0]!),
  }))
  const along = (slope: number) =>
    generalisedLeastSquares(design, y, {
      own: own.map((u, i) =>
        Math.max((slope * perTruth[i]! * u.truth) ** 2 + u.signal ** 2, floor),
      ),
      shared: sharedColumns(
        points.map((p) => p.common ?? []),
        (c) => `${c.of} ${c.id}`,
        (c, i) => c.sigma * (c.of === 'truth' ? -slope * perTruth[i]! : 1),
      ),
    })
  let squares = along(throughZero ? y[high]! / x[high]! : (y[high]! - y[low]!) / span)
  for (let round = 1; round < 3; round++) squares = along(squares.parameters.at(-1)!)
  return { squares, slope: squares.parameters.at(-1)! }
}

/**
 * A straight line through points, weighted by both uncertainties carried into the signal, errors that points
 * share included (generalised least squares). Residuals are in the truth unit. Covariance is scaled by the
 * reduced χ² where spare points say the stated uncertainties were too small.
 * Throws `EchtError` `too-few-points`, `bad-point`, `degenerate-points`.
 */
export function fitLine(points: readonly CurvePoint[], shape: LineShape): LineFit {
  const { g = (t: number) => t, throughZero = false, truthUnit, signalUnit } = shape
  const need = throughZero ? 1 : 2
  if (points.length < need)
    throw new EchtError(
      'too-few-points',
      `${points.length} of at least ${need} points: take ${need - points.length} more at another value.`,
    )
  points.forEach(requirePoint)
  const x = points.map((p) => g(p.truth)),
    y = points.map((p) => p.signal)
  requireSpan(x, throughZero, `${points[0]!.truth} ${truthUnit}`)
  const perTruth = points.map((p) => derivative(g, p.truth))
  const { squares, slope } = weightedBySlope(points, { x, y, perTruth, throughZero })
  // adding zero: a curve in a file has no negative zero
  const curve: StraightLine = { offset: throughZero ? 0 : squares.parameters[0]! + 0, slope }
  if (!(Math.abs(slope) > 0))
    throw new EchtError(
      'degenerate-points',
      `The signal stays at ${y[0]} ${signalUnit} whatever the truth: the sensor is stuck, unpowered or not connected.`,
    )
  const spare = points.length - need
  const scale = spare > 0 ? Math.max(1, squares.chiSquared / spare) : 1
  const suspects = findSuspects(squares.deletedMisses, spare)
  const warnings: Said[] = []
  if (spare < 2) warnings.push(fewSpare(spare))
  if (suspects.length > 0)
    warnings.push(
      doNotFit(
        suspects.map((i) => points[i]!.truth),
        truthUnit,
      ),
    )
  const scaled = squares.covariance.map((row) => row.map((v) => v * scale))
  return {
    curve,
    suspects,
    warnings,
    covariance: throughZero
      ? [
          [0, 0],
          [0, scaled[0]![0]!],
        ]
      : scaled,
    sharedMoves: squares.sharedMoves.map((m) => (throughZero ? [0, m[0]!] : m)),
    residuals: points.map(
      (p, i) => (p.signal - curve.offset - slope * x[i]!) / (slope * perTruth[i]!),
    ),
  }
}

export const derivative = (g: (t: number) => number, at: number): number =>
  slopeAt(g, at, Math.max(1e-4, Math.abs(at) * 1e-5))

/** 1σ of a fitted line at a truth, truth unit. */
export function lineBand(fit: LineFit, truth: number, g: (t: number) => number = (t) => t): number {
  const x = g(truth),
    [[a, b], [, d]] = fit.covariance as [[number, number], [number, number]]
  return (
    Math.sqrt(Math.max(0, a + 2 * x * b + x * x * d)) /
    Math.abs(fit.curve.slope * derivative(g, truth))
  )
}

/** 1σ, truth unit, of the one error the points share that moves a line the most at a truth. */
export function lineSharedBand(
  { curve, sharedMoves }: LineFit,
  truth: number,
  g: (t: number) => number = (t) => t,
): number {
  const perTruth = Math.abs(curve.slope * derivative(g, truth))
  return Math.max(0, ...sharedMoves.map(([a, b]) => Math.abs(a! + b! * g(truth)) / perTruth))
}

/**
 * Of the truths that can be made, the one whose point shrinks the widest part of the band over the range the
 * most, for any family: the point is taken where the curve so far says, with the median uncertainties of those
 * measured and what they all share. Bands are 1σ, truth unit.
 */
export function bestNextBy<Curve, Fit extends FamilyFit<Curve>>(
  family: {
    fit: (points: readonly CurvePoint[]) => Fit
    forward: (curve: Curve, truth: number) => number
    band: (fit: Fit, truth: number) => number
  },
  points: readonly CurvePoint[],
  makeable: readonly number[],
  [low, high]: [number, number],
): { truth: number; bandBefore: number; bandAfter: number } {
  if (makeable.length === 0)
    throw new EchtError('nothing-makeable', 'Give at least one value that can be made.')
  const places = Array.from({ length: 25 }, (_, i) => low + ((high - low) * i) / 24)
  const bandAt = (fit: Fit, place: number): number => {
    return orElse(() => family.band(fit, place), Infinity)
  }
  const rough = points.length > MANY ? family.fit(someOf(points)).curve : null
  const few = rough === null ? points : grouped(points, (t) => family.forward(rough, t))
  const now = family.fit(few)
  // beyond what is measured nothing is known: what a point adds there counts first, and bands where both know
  const reached = places.filter((place) => Number.isFinite(bandAt(now, place)))
  const judged = (fit: Fit): { unknown: number; band: number } => ({
    unknown: places.filter((place) => !Number.isFinite(bandAt(fit, place))).length,
    band: Math.max(...(reached.length > 0 ? reached : places).map((place) => bandAt(fit, place))),
  })
  const { band: before } = judged(now)
  let best = { truth: makeable[0]!, bandBefore: before, bandAfter: before }
  let least = { unknown: Infinity, band: Infinity }
  for (const truth of makeable) {
    // a second point at one place settles nothing, and beyond the curve nothing says what it would give
    const after = orElse(() => {
      const signal = family.forward(now.curve, truth)
      return judged(family.fit([...few, { truth, signal, ...asTaken(points, { truth, signal }) }]))
    }, null)
    if (after === null || after.unknown > least.unknown) continue
    if (after.unknown === least.unknown && after.band >= least.band) continue
    least = after
    best = { truth, bandBefore: before, bandAfter: after.band }
  }
  return best
}

/**
 * How well one more point would be known: as those taken are, in the unit or as a share of the reading, whichever
 * they have more in common; and by the instruments all of them share.
 */
export function asTaken(
  points: readonly CurvePoint[],
  at: { truth: number; signal: number },
): Pick<CurvePoint, 'truthUncertainty' | 'signalUncertainty' | 'common'> {
  const shared = (points[0]?.common ?? []).filter((c) =>
    points.every((p) => p.common?.some((d) => d.id === c.id && d.of === c.of)),
  )
  const scaled = (of: 'truth' | 'signal', sigma: (p: CurvePoint) => number): number =>
    typical(
      points.map((p) => ({ sigma: sigma(p), size: Math.abs(p[of]) })),
      Math.abs(at[of]),
    )
  return {
    truthUncertainty: scaled('truth', (p) => p.truthUncertainty ?? 0),
    signalUncertainty: scaled('signal', (p) => p.signalUncertainty ?? 0),
    common: shared.map((c) => ({
      ...c,
      sigma: scaled(c.of, (p) => p.common!.find((d) => d.id === c.id && d.of === c.of)!.sigma),
    })),
  }
}

/** The median of uncertainties, or of their shares of what was read where those differ less from each other. */
function typical(read: readonly { sigma: number; size: number }[], size: number): number {
  const sigmas = read.map((r) => r.sigma)
  const shares = read.flatMap((r) => (r.size > 0 ? [r.sigma / r.size] : []))
  const uneven = (all: readonly number[]): number => {
    const middle = median([...all])
    return middle > 0 ? Math.max(...all.map((v) => Math.abs(v / middle - 1))) : 0
  }
  return shares.length === read.length && uneven(shares) < uneven(sigmas)
    ? median(shares) * size
    : median(sigmas)
}
