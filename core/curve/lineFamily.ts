import type { Phrase } from '../quantity/said.ts'
import { linspace } from '../math/linspace.ts'
import type { Coefficient, CurvePoint, Drive, Family, FamilyFit, LibraryCurve } from './family.ts'
import { identifyBy } from './identify.ts'
import { leadOhmOf } from './leads.ts'
import { fromLibrary } from './library.ts'
import {
  bestNextBy,
  fitLine,
  lineBand,
  lineSharedBand,
  type StraightLine,
  type LineFit,
} from './line.ts'
import type { Settings } from './recipe.ts'

/** A line, and what of the settings its shape needs. */
export type ShapedLine = StraightLine & { [shape: string]: number }
export type ShapedFit = LineFit & FamilyFit<ShapedLine>

/** What a family with a straight signal says of itself; the rest of its face follows. */
type LineRecipe = Pick<
  Family<ShapedLine, ShapedFit>,
  | 'id'
  | 'name'
  | 'quantity'
  | 'truthUnit'
  | 'signalUnit'
  | 'signal'
  | 'needs'
  | 'settings'
  | 'otherSettings'
  | 'keyOn'
  | 'plausible'
  | 'firstSteps'
  | 'methods'
  | 'library'
  | 'checks'
  | 'cautions'
> & {
  drive: (settings: Settings) => Drive
  /** what the shape below needs of the settings, kept with the curve */
  shape?: (settings: Settings) => Record<string, number>
  /** what the signal is straight in, and back; the truth itself if left out */
  g?: (truth: number, shape: Record<string, number>) => number
  inverseG?: (x: number, shape: Record<string, number>) => number
  throughZero?: boolean
  /** the curve the settings give where no library entry was chosen */
  assumeFrom?: (
    settings: Settings,
  ) => { curve: ShapedLine; tolerance: number; name: Phrase } | undefined
  /** the signal's span, by which a type's tolerance is stated */
  spanSignal: number
  /** the truths its shape is known over; all of them if left out */
  reach?: Family<ShapedLine, ShapedFit>['reach']
  describe: (curve: ShapedLine) => Coefficient[]
  libraryOf?: (settings: Settings) => LibraryCurve<ShapedLine>[]
  between?: Family<ShapedLine, ShapedFit>['between']
  /** where parts of one type do not differ by a share of the span */
  partSigma?: Family<ShapedLine, ShapedFit>['partSigma']
  /** 1σ, truth unit, of what its points do not say: added to the band of a fit */
  besides?: (curve: ShapedLine, truth: number) => number
}

/** The face of a family whose signal is straight in its truth, or in a known function of it. */
export function lineFamily(recipe: LineRecipe): Family<ShapedLine, ShapedFit> {
  const {
    shape = () => ({}),
    g = (t) => t,
    inverseG = (x) => x,
    throughZero = false,
    assumeFrom,
    spanSignal,
    reach = () => [-Infinity, Infinity],
    libraryOf,
    besides,
    partSigma = throughZero
      ? undefined
      : (_: ShapedLine, tolerance: number): number => tolerance * spanSignal,
    ...face
  } = recipe
  const fit = (points: readonly CurvePoint[], settings: Settings): ShapedFit => {
    const leadOhm = face.signal === 'resistance' ? leadOhmOf(settings) : 0
    const shaped = shape(settings)
    const bare = leadOhm === 0 ? points : points.map((p) => ({ ...p, signal: p.signal - leadOhm }))
    const fitted = fitLine(bare, {
      g: (t) => g(t, shaped),
      throughZero,
      truthUnit: face.truthUnit,
      signalUnit: face.signalUnit,
    })
    return { ...fitted, curve: { ...shaped, ...fitted.curve } }
  }
  const forward = (curve: ShapedLine, truth: number): number =>
    curve.offset + curve.slope * g(truth, curve)
  const inverse = (curve: ShapedLine, signal: number): number =>
    inverseG((signal - curve.offset) / curve.slope, curve)
  const band = (f: ShapedFit, truth: number): number =>
    Math.hypot(
      lineBand(f, truth, (t) => g(t, f.curve)),
      besides?.(f.curve, truth) ?? 0,
    )
  const all = (settings: Settings): LibraryCurve<ShapedLine>[] =>
    libraryOf?.(settings) ?? face.library
  return {
    ...face,
    forward,
    inverse,
    reach,
    band,
    sharedBand: (f, truth) => lineSharedBand(f, truth, (t) => g(t, f.curve)),
    ...(partSigma ? { partSigma } : {}),
    leastPoints: throughZero ? 1 : 2,
    models: [],
    assume: (settings) => fromLibrary(all(settings))(settings) ?? assumeFrom?.(settings),
    fit: (points, options) => fit(points, options.settings ?? {}),
    bestNext: (points, makeable, range, settings = {}) =>
      bestNextBy({ fit: (p) => fit(p, settings), forward, band }, points, makeable, range),
    identify: (points, settings) =>
      identifyBy(points, all(settings), linspace(...face.needs.range, 13), spanSignal, {
        forward,
        inverse,
        reach,
      }),
  }
}
