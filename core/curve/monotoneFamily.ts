import { figures, say } from '../quantity/said.ts'
import { orElse } from '../error.ts'
import { linspace } from '../math/linspace.ts'
import type { Drive, Family } from './family.ts'
import { identifyBy } from './identify.ts'
import {
  knotCurve,
  knotDeadZones,
  knotInterval,
  knotPartSigma,
  knotReach,
  knotTruth,
  type KnotCurve,
  type Words,
} from './knots.ts'
import type { LikelyCurves } from './likely.ts'
import { fromLibrary } from './library.ts'
import { bestNextBy } from './line.ts'
import {
  fitMonotone,
  monotoneBand,
  monotoneSharedBand,
  monotoneSignal,
  type MonotoneFit,
} from './monotone.ts'
import type { Settings } from './recipe.ts'
import { listOf, numberShape, orNothing, thing } from './shape.ts'

/** What a family without a formula says of itself; the rest of its face follows. */
export type MonotoneRecipe = Pick<
  Family<KnotCurve, MonotoneFit>,
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
  | 'checks'
  | 'cautions'
> & {
  drive: (settings: Settings) => Drive
  words: Words
  /** what such sensors do between two points */
  likely: LikelyCurves
  /** invented types: [id, name, signals and truths] */
  types: [id: string, name: string, pairs: [signal: number, truth: number][]][]
  logSignal?: boolean
  adds?: true
  fit?: Family<KnotCurve, MonotoneFit>['fit']
}

const TRANSFER_SHAPE = orNothing(
  thing({ x: listOf(numberShape, 2000, 2), y: listOf(numberShape, 2000, 2) }),
)

/** Pairs that somebody pasted or typed as the sensor's own table, in the settings under `transfer`. */
const pastedPairs = (settings: Settings): [number, number][] => {
  const t = settings.transfer as { x?: unknown; y?: unknown } | null | undefined
  return t && Array.isArray(t.x) && Array.isArray(t.y) && t.x.length === t.y.length
    ? t.x.map((x, i) => [Number(x), Number((t.y as unknown[])[i])])
    : []
}

/** Signal from one end of a curve to the other. */
const spanOf = (curve: KnotCurve | undefined): number =>
  curve ? Math.abs(curve.signal.at(-1)! - curve.signal[0]!) : 1

/** The face of a family whose curve has no formula: a monotone cubic through what was measured or stated. */
export function monotoneFamily(recipe: MonotoneRecipe): Family<KnotCurve, MonotoneFit> {
  const { words, likely, types, fit: ownFit, logSignal, ...face } = recipe
  const through = (pairs: readonly [number, number][]): KnotCurve =>
    knotCurve(
      pairs.map(([signal, truth]) => ({ signal, truth })),
      words,
    )
  const otherSettings = { transfer: TRANSFER_SHAPE, ...recipe.otherSettings }
  const library = types.map(([id, name, pairs]) => ({
    id,
    name,
    tolerance: 0.02,
    curve: through(pairs),
  }))
  const fit = ownFit ?? ((points) => fitMonotone(points, words, likely))
  const forward = monotoneSignal,
    inverse = knotTruth
  return {
    ...face,
    otherSettings,
    library,
    forward,
    inverse,
    fit,
    reach: knotReach,
    leastPoints: 2,
    models: [],
    band: monotoneBand,
    sharedBand: monotoneSharedBand,
    partSigma: knotPartSigma,
    interval: knotInterval,
    deadZones: knotDeadZones,
    ...(logSignal ? { logSignal } : {}),
    assume: (settings) => {
      const pasted = pastedPairs(settings)
      // what is wrong with one is said beside the box where it was pasted
      const curve = pasted.length >= 2 ? orElse(() => through(pasted), null) : null
      return curve
        ? { curve, tolerance: 0.01, name: 'the table given for it' }
        : fromLibrary(library)(settings)
    },
    bestNext: (points, makeable, range, settings = {}) =>
      bestNextBy(
        { fit: (p) => fit(p, { settings }), forward, band: monotoneBand },
        points,
        makeable,
        range,
      ),
    identify: (points) =>
      identifyBy(points, library, linspace(...face.needs.range, 13), spanOf(library[0]?.curve), {
        forward,
        inverse,
        reach: knotReach,
      }),
    describe: (curve) =>
      curve.signal.map((s, i) => ({
        name: say('knot')`${face.truthUnit} at ${figures(s, 4)} ${face.signalUnit}`,
        value: say('coefficient')`${figures((curve.low[i]! + curve.high[i]!) / 2, 5)}`,
      })),
  }
}
