import { ZERO_C_IN_K } from '../../constants.ts'
import { EchtError, inMessage, requireFinite, requirePositive } from '../../error.ts'
import { aNumber, everyOf, thingWith } from '../../expects.ts'
import { findRoot } from '../../math/roots.ts'

const T25_K = 298.15

export type ThermistorModel = 'beta' | 'steinhart-hart' | 'four-term'

/**
 * Coefficients with T in K and L = ln(R/Ω):
 * beta [R at 25 °C, B]; steinhart-hart [A, B, C] of 1/T = A + B·L + C·L³ (Steinhart and Hart 1968);
 * four-term [A, B, C, D] of 1/T = A + B·L + C·L³ + D·L².
 */
export type ThermistorCurve = { model: ThermistorModel; coefficients: number[] }

export const COEFFICIENT_COUNT: Readonly<Record<ThermistorModel, number>> = {
  beta: 2,
  'steinhart-hart': 3,
  'four-term': 4,
}

/** 1/T, 1/K, at L = ln(R/Ω). */
export function reciprocalK(curve: ThermistorCurve, L: number): number {
  const c = curve.coefficients
  if (curve.model === 'beta') return 1 / T25_K + (L - Math.log(c[0]!)) / c[1]!
  const cubic = c[0]! + L * (c[1]! + c[2]! * L * L)
  return curve.model === 'four-term' ? cubic + c[3]! * L * L : cubic
}

/** d(1/T)/dL at L: above zero where resistance falls as temperature rises. */
export function reciprocalSlope(curve: ThermistorCurve, L: number): number {
  const c = curve.coefficients
  if (curve.model === 'beta') return 1 / c[1]!
  const slope = c[1]! + 3 * c[2]! * L * L
  return curve.model === 'four-term' ? slope + 2 * c[3]! * L : slope
}

/** d(1/T)/d(coefficient) at L, in the order of the coefficients. */
export function reciprocalGradient(curve: ThermistorCurve, L: number): number[] {
  const c = curve.coefficients
  if (curve.model === 'beta') return [-1 / (c[0]! * c[1]!), -(L - Math.log(c[0]!)) / c[1]! ** 2]
  return curve.model === 'four-term' ? [1, L, L ** 3, L ** 2] : [1, L, L ** 3]
}

export function requireCurve(curve: ThermistorCurve): void {
  thingWith({ coefficients: everyOf(aNumber) })(curve, 'The thermistor curve')
  const count = Object.hasOwn(COEFFICIENT_COUNT, curve.model)
    ? COEFFICIENT_COUNT[curve.model]
    : undefined
  if (count === undefined)
    throw new EchtError(
      'unknown-model',
      `The thermistor model ${inMessage(curve.model)} is not known: beta, steinhart-hart or four-term.`,
    )
  if (curve.coefficients.length !== count)
    throw new EchtError(
      'bad-curve',
      `The ${curve.model} model has ${count} coefficients and ${curve.coefficients.length} were given.`,
    )
  if (curve.model === 'beta') {
    requirePositive(curve.coefficients[0], 'The resistance at 25 °C')
    requirePositive(curve.coefficients[1], 'B')
  }
}

/**
 * Temperature, °C, of a thermistor of `resistanceOhm`. Throws `EchtError` `not-positive`, `not-a-number`,
 * `unknown-model`, `bad-curve`, or `beyond-curve` where the curve gives no temperature.
 */
export function thermistorC(curve: ThermistorCurve, resistanceOhm: number): number {
  requireCurve(curve)
  requirePositive(resistanceOhm, 'The resistance')
  const inverse = reciprocalK(curve, Math.log(resistanceOhm))
  if (!(inverse > 0))
    throw new EchtError(
      'beyond-curve',
      `The curve gives no temperature at ${resistanceOhm} Ω: it lies far outside the points that were measured.`,
    )
  return 1 / inverse - ZERO_C_IN_K
}

/**
 * Resistance, Ω, of a thermistor at `temperatureC`. Throws `EchtError` `beyond-curve` where the
 * curve turns back before that temperature, `not-monotonic` where it rises everywhere, `below-absolute-zero`,
 * `unknown-model`, `bad-curve`, `not-a-number`, `not-positive`.
 */
export function thermistorOhm(curve: ThermistorCurve, temperatureC: number): number {
  requireCurve(curve)
  requireFinite(temperatureC, 'The temperature')
  if (temperatureC <= -ZERO_C_IN_K)
    throw new EchtError('below-absolute-zero', `${temperatureC} °C is below absolute zero.`)
  const target = 1 / (temperatureC + ZERO_C_IN_K)
  if (curve.model === 'beta')
    return curve.coefficients[0]! * Math.exp(curve.coefficients[1]! * (target - 1 / T25_K))
  // The branch that rises through the middle of what thermistors are, 1 Ω to 1 MΩ; it is followed out to
  // where it turns back.
  const high = turningPoint(curve, +1),
    low = turningPoint(curve, -1)
  if (reciprocalK(curve, low) > target || reciprocalK(curve, high) < target) {
    throw new EchtError(
      'beyond-curve',
      `The curve reaches no resistance at ${temperatureC} °C: it turns back before it. Take ` +
        'a point nearer to that temperature.',
    )
  }
  // Newton from the beta-like start is quick; the bracket catches the rest
  let L = Math.min(Math.max(7, low), high)
  for (let step = 0; step < 20; step++) {
    const next = L - (reciprocalK(curve, L) - target) / reciprocalSlope(curve, L)
    if (!(next > low && next < high)) break
    if (Math.abs(next - L) < 1e-13 * Math.max(1, Math.abs(L))) return Math.exp(next)
    L = next
  }
  return Math.exp(findRoot((l) => reciprocalK(curve, l) - target, low, high, 1e-13))
}

/** The temperatures between which a curve does not turn back, °C, a hair inside them. */
export function thermistorReachC(curve: ThermistorCurve): [number, number] {
  if (curve.model === 'beta') return [-ZERO_C_IN_K * (1 - HAIR), Infinity]
  const hottest = reciprocalK(curve, turningPoint(curve, -1)),
    coldest = reciprocalK(curve, turningPoint(curve, +1))
  return [
    (1 / coldest) * (1 + HAIR) - ZERO_C_IN_K,
    hottest > 0 ? (1 / hottest) * (1 - HAIR) - ZERO_C_IN_K : Infinity,
  ]
}

/** So far inside an end, relative, that rounding does not carry over it. */
const HAIR = 1e-9
const L_LOW = -4,
  L_HIGH = 25

// where the slope of a cubic first vanishes going out from a middle that rises; the end of the span if it never does
function turningPoint(curve: ThermistorCurve, side: 1 | -1): number {
  const [, b, c, d = 0] = curve.coefficients as [number, number, number, number?]
  const end = side > 0 ? L_HIGH : L_LOW
  const middle = risingMiddle(curve)
  const discriminant = d * d - 3 * c * b
  if (discriminant < 0 || c === 0) {
    const flat = c === 0 && d !== 0 ? -b / (2 * d) : NaN
    return (flat - middle) * side > 0 && (flat - end) * side < 0 ? flat : end
  }
  const roots = [(-d + Math.sqrt(discriminant)) / (3 * c), (-d - Math.sqrt(discriminant)) / (3 * c)]
  const nearest = roots.filter((r) => (r - middle) * side > 0).sort((x, y) => (x - y) * side)[0]
  return nearest !== undefined && (nearest - end) * side < 0 ? nearest : end
}

function risingMiddle(curve: ThermistorCurve): number {
  for (const L of [7, 8, 6, 9, 5, 10, 4, 11, 3, 12, 2, 1, 13])
    if (reciprocalSlope(curve, L) > 0) return L
  throw new EchtError(
    'not-monotonic',
    'On this curve resistance rises with temperature everywhere: it is not a thermistor of the falling kind.',
  )
}
