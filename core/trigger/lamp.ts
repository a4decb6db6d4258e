import { EchtError, requireFinite, requirePositive, requireRange } from '../error.ts'
import { aNumber, aThing, everyOf } from '../expects.ts'
import { scatterScale } from '../math/index.ts'

/** What a timing lamp showed at a speed, against what was commanded; degrees before top dead centre. */
export type LampReading = {
  rpm: number
  commandedDeg: number
  seenDeg: number
  /** 1σ, degrees; 0.5 if left out */
  uncertaintyDeg?: number
}

/** A fixed offset and a delay, told apart, each with 1σ. A delay is not known from one speed alone. */
export type LampFit = {
  offsetDeg: number
  delayS: number | null
  offsetUncertaintyDeg: number
  delayUncertaintyS: number | null
}

const LAMP_SIGMA_DEG = 0.5
/** Degrees of the crank in a second at one turn a minute. */
export const DEG_PER_RPM_S = 6

/** The same angle from −180 to 180, °. */
const nearestTurn = (deg: number): number => deg - 360 * Math.round(deg / 360)

type Weighed = { x: number; y: number; w: number }

const weighed = ({ rpm, commandedDeg, seenDeg, uncertaintyDeg }: LampReading): Weighed => {
  const sigma = requirePositive(
    uncertaintyDeg ?? LAMP_SIGMA_DEG,
    'The uncertainty of a lamp reading',
  )
  // a dial begins anew at 360: 359 seen where 2 was commanded is 3 late
  const y = nearestTurn(
    requireFinite(seenDeg, 'What the lamp shows') -
      requireFinite(commandedDeg, 'What was commanded'),
  )
  const speed = requireFinite(rpm, 'The speed')
  if (speed < 0)
    throw new EchtError(
      'out-of-range',
      `A speed of ${speed} rpm: give the speed the lamp was read at.`,
    )
  return { x: speed, y, w: 1 / sigma ** 2 }
}

/**
 * Offset and delay out of lamp readings: seen = commanded + offset − 6·rpm·delay, by weighted least squares
 * with the uncertainties that are stated. One speed alone says nothing of the delay: the offset then is what
 * stands at that speed. Readings that scatter beyond what is stated widen the uncertainties (`scatterScale`).
 * Throws `EchtError` `too-few-points` without a reading, `not-a-number`, `not-positive`, `out-of-range`,
 * `bad-input`.
 *
 * @example lampFit([{ rpm: 1000, commandedDeg: 10, seenDeg: 4 }, { rpm: 4000, commandedDeg: 10, seenDeg: 3 }]).delayS
 */
export function lampFit(readings: LampReading[]): LampFit {
  const { offsetDeg, slope, w, x, spread, scale } = lineThrough(readings)
  // one speed says nothing of a slope
  if (slope === null)
    return {
      offsetDeg,
      delayS: null,
      offsetUncertaintyDeg: scale / Math.sqrt(w),
      delayUncertaintyS: null,
    }
  return {
    offsetDeg,
    delayS: -slope / DEG_PER_RPM_S,
    offsetUncertaintyDeg: scale * Math.sqrt(1 / w + (x * x) / spread),
    delayUncertaintyS: scale / Math.sqrt(spread) / DEG_PER_RPM_S,
  }
}

/** A weighted line through lamp readings, and how much wider than stated their scatter makes it. */
function lineThrough(readings: LampReading[]) {
  everyOf(aThing)(readings, 'The lamp readings')
  if (readings.length === 0)
    throw new EchtError('too-few-points', 'No lamp reading: read the lamp at one speed at least.')
  const all = readings.map(weighed)
  const sum = (f: (p: Weighed) => number): number => all.reduce((s, p) => s + f(p), 0)
  const w = sum((p) => p.w)
  const x = sum((p) => p.w * p.x) / w
  const y = sum((p) => p.w * p.y) / w
  const spread = sum((p) => p.w * (p.x - x) ** 2)
  // speeds that differ by less than rounding are one speed
  const slope =
    spread <= 1e-9 * w * (1 + x * x) ? null : sum((p) => p.w * (p.x - x) * (p.y - y)) / spread
  const offsetDeg = y - (slope ?? 0) * x
  const chiSquared = sum((p) => p.w * (p.y - offsetDeg - (slope ?? 0) * p.x) ** 2)
  const scale = scatterScale(chiSquared, all.length - (slope === null ? 1 : 2))
  return { offsetDeg, slope, w, x, spread, scale }
}

/** A speed to read the lamp at next, and what it would leave of the uncertainty of the angle at every speed. */
export type NextLamp = { rpm: number; worstBeforeDeg: number; worstAfterDeg: number }

/**
 * Of the speeds that may be driven, the one at which a further reading narrows the error of the angle at the worst
 * speed of use the most. Throws as `lampFit`, and `nothing-makeable` where no speed is given.
 */
export function bestNextLamp(
  readings: LampReading[],
  speeds: readonly number[],
  range: readonly [number, number],
): NextLamp {
  const [low, high] = requireRange(range, 'The speeds of use')
  everyOf(aNumber)(speeds, 'The speeds that may be driven')
  if (speeds.length === 0)
    throw new EchtError('nothing-makeable', 'Give at least one speed the engine may be run at.')
  const { scale } = lineThrough(readings)
  const worst = (of: LampReading[]): number => scale * worstAngleSigma(of, [low, high])
  const before = worst(readings)
  const tried = speeds.map((rpm) => ({
    rpm,
    after: worst([...readings, { rpm, commandedDeg: 0, seenDeg: 0 }]),
  }))
  const best = tried.reduce((a, b) => (b.after < a.after ? b : a))
  return { rpm: best.rpm, worstBeforeDeg: before, worstAfterDeg: best.after }
}

/**
 * 1σ of the angle at the worst of two speeds; without two speeds what a delay of 100 µs more or less would do is in
 * it.
 */
function worstAngleSigma(readings: LampReading[], range: readonly [number, number]): number {
  const all = readings.map(weighed)
  const prior = (DEG_PER_RPM_S * UNKNOWN_DELAY_S) ** -2
  let [a, b, c] = [0, 0, prior]
  for (const { x, w } of all) {
    a += w
    b += w * x
    c += w * x * x
  }
  const det = a * c - b * b
  const at = (x: number): number => Math.sqrt(Math.max(0, (c - 2 * b * x + a * x * x) / det))
  return Math.max(...range.map(at))
}
/** What is thought of a delay before it is measured, 1σ, s. */
const UNKNOWN_DELAY_S = 1e-4
