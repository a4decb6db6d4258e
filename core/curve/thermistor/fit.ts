import { ZERO_C_IN_K } from '../../constants.ts'
import { fixed } from '../../quantity/index.ts'
import { EchtError, inMessage, orElse, requireRange } from '../../error.ts'
import { aNumber, aSize, everyOf, optional, thingWith } from '../../expects.ts'
import { say, size, written, type Said } from '../../quantity/said.ts'
import { plainly } from '../../quantity/shown.ts'
import { doNotFit, fewSpare } from '../warnings.ts'
import { generalisedLeastSquares, type LeastSquares } from '../../math/leastSquares.ts'
import { linspace } from '../../math/linspace.ts'
import { findSuspects } from '../../math/suspects.ts'
import {
  COEFFICIENT_COUNT,
  reciprocalSlope,
  thermistorC,
  thermistorOhm,
  type ThermistorCurve,
  type ThermistorModel,
} from './model.ts'
import {
  distinctTemperatures,
  observationErrors,
  cleanPoints,
  requireFalling,
  type CleanPoint,
  type ThermistorPoint,
} from './points.ts'

export type ThermistorFit = {
  curve: ThermistorCurve
  /** of the coefficients, in their order */
  covariance: number[][]
  /** what 1σ of each error the points share moves the coefficients by */
  sharedMoves: number[][]
  /** measured less fitted, °C */
  residualsC: number[]
  /** indices of points that disagree with the others beyond their stated uncertainty */
  suspects: number[]
  warnings: Said[]
  /** beta only: [c0, c1], the straight line in L that stands in for L³; what it misses is model error */
  modelErrorLine?: [number, number]
}

export type ThermistorFitOptions = {
  model?: ThermistorModel | 'auto'
  leadOhm?: number
  /** where the curve will be used and must be monotonic; the span of the points if left out */
  rangeC?: [number, number]
}

const OPTIONS = thingWith({ leadOhm: optional(aSize), rangeC: optional(everyOf(aNumber)) })

/**
 * Fits a thermistor curve to points, weighted by both uncertainties carried into 1/T, errors that
 * points share included. Model `auto`: two temperatures beta, then Steinhart-Hart, four-term with six or
 * more points over 80 K when it lowers the leave-one-out error. Suspects use the stated uncertainties
 * (Bonferroni over the points, 3 %) and are reported, not thrown.
 * Throws `EchtError`: `too-few-points`, `bad-point`, `degenerate-points`, `not-monotonic`.
 */
export function fitPoints(
  points: readonly ThermistorPoint[],
  options: ThermistorFitOptions = {},
): ThermistorFit {
  OPTIONS(options, 'The options')
  const clean = cleanPoints(points, options.leadOhm ?? 0)
  requireFalling(clean)
  const asked = options.model ?? 'auto'
  if (asked !== 'auto' && !Object.hasOwn(COEFFICIENT_COUNT, asked))
    throw new EchtError(
      'unknown-model',
      `The thermistor model ${inMessage(asked)} is not known: auto, beta, steinhart-hart or four-term.`,
    )
  const { model, solved, warnings } =
    asked === 'auto'
      ? chooseModel(clean)
      : { model: asked, solved: fitModel(clean, asked), warnings: [] }
  const { curve, squares } = solved
  const temperatures = clean.map((p) => p.temperatureC)
  const span: [number, number] = [Math.min(...temperatures), Math.max(...temperatures)]
  const range = options.rangeC ? requireRange(options.rangeC, 'The range of use') : span
  const spare = clean.length - COEFFICIENT_COUNT[model]
  const scale = spare > 0 ? Math.max(1, squares.chiSquared / spare) : 1
  const suspects = findSuspects(squares.deletedMisses, spare)
  requireMonotonic(curve, range, suspects, clean)
  if (spare < 2) warnings.push(fewSpare(spare))
  if (suspects.length > 0)
    warnings.push(
      doNotFit(
        suspects.map((i) => clean[i]!.temperatureC),
        '°C',
      ),
    )
  const beyond = Math.max(span[0] - range[0], range[1] - span[1])
  if (beyond > 10)
    warnings.push(
      say(
        'beyond-points',
      )`The range of use reaches ${size(beyond, 'Δ°C', 0)} beyond the points: the curve is a
        guess there, and the band says how good.`,
    )
  const fit: ThermistorFit = {
    curve,
    covariance: solved.covariance.map((row) => row.map((v) => v * scale)),
    sharedMoves: solved.sharedMoves,
    residualsC: clean.map((p) => p.temperatureC - thermistorC(curve, p.resistanceOhm)),
    suspects,
    warnings,
  }
  if (model === 'beta') {
    fit.modelErrorLine = modelErrorLine(clean)
    warnings.push(
      say(
        'beta-only',
      )`Two temperatures give a beta curve, which errs by about ${size(1, 'Δ°C', 0)} over
        ${size(100, 'Δ°C', 0)}: a third temperature settles it.`,
    )
  }
  return fit
}

type SolvedFit = Pick<ThermistorFit, 'curve' | 'covariance' | 'sharedMoves'> & {
  squares: LeastSquares
}

/** One weighted fit of one model, nothing judged. The covariance comes from the stated uncertainties. */
export function fitModel(points: readonly CleanPoint[], model: ThermistorModel): SolvedFit {
  const L = points.map((p) => Math.log(p.resistanceOhm))
  const y = points.map((p) => 1 / (p.temperatureC + ZERO_C_IN_K))
  const design = L.map((l) =>
    model === 'beta'
      ? [1, l]
      : model === 'steinhart-hart'
        ? [1, l, l ** 3]
        : [1, l, l ** 3, l ** 2],
  )
  // weights need the slope and the slope needs a fit: begin with the straight line, then go round
  let slopes = startSlopes(L, y)
  let squares!: LeastSquares, curve!: ThermistorCurve
  for (let round = 0; round < 3; round++) {
    squares = generalisedLeastSquares(design, y, observationErrors(points, slopes))
    curve = toCurve(model, squares.parameters)
    slopes = L.map((l) => reciprocalSlope(curve, l))
  }
  return {
    curve,
    ...(model === 'beta' ? inBeta(squares) : squares),
    squares,
  }
}

function startSlopes(L: number[], y: number[]): number[] {
  const low = L.indexOf(Math.min(...L)),
    high = L.indexOf(Math.max(...L))
  const slope = (y[high]! - y[low]!) / (L[high]! - L[low]!)
  if (!Number.isFinite(slope))
    throw new EchtError(
      'degenerate-points',
      'Every point has the same resistance: take one at another temperature.',
    )
  return L.map(() => slope)
}

const toCurve = (model: ThermistorModel, p: number[]): ThermistorCurve => {
  if (model !== 'beta') return { model, coefficients: p }
  const [a, b] = p as [number, number]
  return { model, coefficients: [Math.exp((1 / 298.15 - a) / b), 1 / b] }
}

// [a, b] of 1/T = a + b·L into [R25, B]: R25 = exp((1/T25 − a)/b), B = 1/b
function inBeta(squares: LeastSquares): Pick<SolvedFit, 'covariance' | 'sharedMoves'> {
  const [a, b] = squares.parameters as [number, number]
  const r = Math.exp((1 / 298.15 - a) / b)
  const J = [
    [-r / b, (-r * (1 / 298.15 - a)) / b ** 2],
    [0, -1 / b ** 2],
  ] as const
  const C = squares.covariance
  return {
    covariance: J.map((u) =>
      J.map((v) =>
        u.reduce((sum, x, i) => sum + v.reduce((s, z, j) => s + x * z * C[i]![j]!, 0), 0),
      ),
    ),
    sharedMoves: squares.sharedMoves.map((m) =>
      J.map((u) => u.reduce((sum, x, i) => sum + x * m[i]!, 0)),
    ),
  }
}

function chooseModel(points: readonly CleanPoint[]): {
  model: ThermistorModel
  solved: SolvedFit
  warnings: Said[]
} {
  const distinct = distinctTemperatures(points)
  if (distinct < 2)
    throw new EchtError(
      'degenerate-points',
      'All points are at one temperature: take one at least 20 °C away.',
    )
  if (distinct === 2) return { model: 'beta', solved: fitModel(points, 'beta'), warnings: [] }
  const three = fitModel(points, 'steinhart-hart')
  const stay = { model: 'steinhart-hart' as const, solved: three, warnings: [] }
  const temperatures = points.map((p) => p.temperatureC)
  if (
    points.length < 6 ||
    distinct < 5 ||
    Math.max(...temperatures) - Math.min(...temperatures) < 80
  )
    return stay
  const four = fitModel(points, 'four-term')
  if (!(crossValidatedC(four.squares, points) < crossValidatedC(three.squares, points))) return stay
  // One slip can look like a fourth term. Where leaving one point out explains the misses about as well
  // as the term does, the slip is the likelier story, and is reported.
  const worst = Math.max(
    ...three.squares.deletedMisses.filter((z) => !Number.isNaN(z)).map((z) => z * z),
  )
  const slipSeen = findSuspects(three.squares.deletedMisses, points.length - 3).length > 0
  if (slipSeen && three.squares.chiSquared - worst < four.squares.chiSquared + 4) return stay
  return { model: 'four-term', solved: four, warnings: [] }
}

function crossValidatedC(squares: LeastSquares, points: readonly CleanPoint[]): number {
  const misses = squares.deletedResiduals.map(
    (d, i) => d * (points[i]!.temperatureC + ZERO_C_IN_K) ** 2,
  )
  return misses.some(Number.isNaN) ? Infinity : Math.hypot(...misses)
}

/** Throws `EchtError` `not-monotonic` unless resistance falls with temperature all over the range. */
function requireMonotonic(
  curve: ThermistorCurve,
  rangeC: readonly [number, number],
  suspects: number[],
  points: readonly CleanPoint[],
): void {
  const refuse = (atC: number): never => {
    const why =
      suspects.length > 0
        ? written(
            doNotFit(
              suspects.map((i) => points[i]!.temperatureC),
              '°C',
            ),
            plainly,
          )
        : 'A reading is wrong, or the points lie too close together for the range of use.'
    throw new EchtError(
      'not-monotonic',
      `The fitted curve turns back near ${fixed(atC, 0)} °C, which no thermistor does. ${why}`,
      suspects,
    )
  }
  let last = Infinity
  for (const p of points)
    if (!(reciprocalSlope(curve, Math.log(p.resistanceOhm)) > 0)) refuse(p.temperatureC)
  for (const t of rangeC[0] === rangeC[1] ? [rangeC[0]] : linspace(rangeC[0], rangeC[1], 41)) {
    const ohm = orElse(() => thermistorOhm(curve, t), NaN)
    if (!(ohm < last) || !(reciprocalSlope(curve, Math.log(ohm)) > 0)) refuse(t)
    last = ohm
  }
}

function modelErrorLine(points: readonly CleanPoint[]): [number, number] {
  const L = points.map((p) => Math.log(p.resistanceOhm))
  return generalisedLeastSquares(
    L.map((l) => [1, l]),
    L.map((l) => l ** 3),
    { own: L.map(() => 1), shared: [] },
  ).parameters as [number, number]
}
