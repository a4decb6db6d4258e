import { EchtError, requireFinite, requirePositive, requireRange } from '../error.ts'
import { aFunction, aThing } from '../expects.ts'
import { linspace } from '../math/linspace.ts'
import { slopeAt } from '../math/slope.ts'
import { preferredValues, type PreferredSeries } from '../standards/preferred.ts'
import { thermistorOhm, type ThermistorCurve } from '../curve/thermistor/model.ts'

export type PullUp = {
  /** the part to fit, Ω; beside a fixed pull-up, in parallel with it, Infinity when none is fitted */
  pullUpOhm: number
  /** °C per count, largest over the range, and where */
  worstResolutionC: number
  worstAtC: number
  /** largest over the range, °C */
  selfHeatingC: number
}

/** What is asked of a pull-up for any resistive sensor; temperatures stand for its truth. */
export type PullUpTask = {
  rangeC: [number, number]
  supplyV: number
  referenceV: number
  bits: number
  series: PreferredSeries
  /** 1 if left out: still air */
  dissipationMwPerK?: number
  /** nothing is excluded for heat when left out */
  maxSelfHeatingC?: number
  fixedPullUpOhm?: number
  /** least distance from ground and reference at the range's ends, so that open and short are told apart */
  marginV?: number
}

const PLACES = 61
const MOST_PLACES = 10_000
const LOWEST_OHM = 10,
  HIGHEST_OHM = 1e6

/**
 * The pull-up to buy (IEC 60063) that makes the worst resolution over the range the best, within the limits on
 * self-heating and margin; the ideal value, and every candidate within a decade of it. Resolution is
 * `|dT/dV|·Vref/2^bits`, °C per count. Throws `EchtError` `no-pull-up` when the limits leave none, `bad-range`,
 * `not-a-number`, `not-positive`, `out-of-range` on bits or a series that no device has, and as `thermistorOhm`:
 * `beyond-curve`, `not-monotonic`, `unknown-model`, `bad-curve`, `below-absolute-zero`.
 */
export function designPullUp(task: PullUpTask & { curve: ThermistorCurve }): PullUpDesign {
  aThing(task, 'The task')
  return designPullUpFor((t) => thermistorOhm(task.curve, t), task)
}

export type PullUpDesign = { best: PullUp; idealOhm: number; candidates: PullUp[] }

/** As `designPullUp`, for a sensor of any family by its ohms at a truth. */
export function designPullUpFor(ohmAt: (truth: number) => number, task: PullUpTask): PullUpDesign {
  const sensor = lookAtSensor(ohmAt, task)
  const judge = (partOhm: number): PullUp & { allowed: boolean; margin: boolean } =>
    judgePullUp(sensor, task, partOhm)
  const fixed = task.fixedPullUpOhm
  const parts = [
    ...preferredValues(task.series, LOWEST_OHM, HIGHEST_OHM),
    ...(fixed === undefined ? [] : [Infinity]),
  ]
  const judged = parts.map(judge)
  const allowed = judged.filter((p) => p.allowed)
  if (allowed.length === 0) throw new EchtError('no-pull-up', whyNone(judged, task))
  // of equals the larger part: it heats the sensor less
  const best = allowed.reduce((a, b) => (b.worstResolutionC <= a.worstResolutionC ? b : a))
  const idealOhm = idealPart(judge, fixed)
  const centre = Number.isFinite(idealOhm) ? idealOhm : HIGHEST_OHM
  const near = allowed.filter(
    (p) =>
      p === best ||
      p.pullUpOhm === Infinity ||
      (p.pullUpOhm >= centre / 10 && p.pullUpOhm <= centre * 10),
  )
  return { best: strip(best), idealOhm, candidates: near.map(strip) }
}

const strip = ({ pullUpOhm, worstResolutionC, worstAtC, selfHeatingC }: PullUp): PullUp => ({
  pullUpOhm,
  worstResolutionC,
  worstAtC,
  selfHeatingC,
})

/**
 * °C per count at each temperature for one pull-up: the chart of a candidate. Infinity where the
 * input is beyond its reference.
 */
export function resolutionOverRange(
  ohmAt: (truth: number) => number,
  task: Omit<PullUpTask, 'series'>,
  partOhm: number,
  places = PLACES,
): { temperatureC: number; resolutionC: number }[] {
  if (!Number.isInteger(places) || places < 2 || places > MOST_PLACES)
    throw new EchtError('out-of-range', `${places} places: give 2 to ${MOST_PLACES}.`)
  const sensor = lookAtSensor(ohmAt, task, places)
  // none beside a fixed one is Infinity
  if (partOhm !== Infinity || task.fixedPullUpOhm === undefined)
    requirePositive(partOhm, 'The pull-up')
  const total = inParallel(partOhm, task.fixedPullUpOhm)
  return sensor.map((s) => ({
    temperatureC: s.temperatureC,
    resolutionC: resolutionC(s, total, task),
  }))
}

type SensorPlace = { temperatureC: number; ohm: number; ohmPerC: number }

function lookAtSensor(
  ohmAt: (truth: number) => number,
  task: Omit<PullUpTask, 'series'>,
  places = PLACES,
): SensorPlace[] {
  aThing(task, 'The task')
  aFunction(ohmAt, 'The curve of the sensor')
  const [low, high] = requireRange(task.rangeC, 'The range of use')
  requirePositive(task.supplyV, 'The pull-up supply')
  requirePositive(task.referenceV, 'The converter reference')
  if (!Number.isInteger(task.bits) || task.bits < 4 || task.bits > 24)
    throw new EchtError(
      'out-of-range',
      `A converter of ${task.bits} bits is not usual: give 8 to 16.`,
    )
  for (const [value, what] of [
    [task.dissipationMwPerK, 'The dissipation constant'],
    [task.maxSelfHeatingC, 'The largest self-heating'],
    [task.fixedPullUpOhm, 'The fixed pull-up'],
  ] as const) {
    if (value !== undefined) requirePositive(value, what)
  }
  if (task.marginV !== undefined && requireFinite(task.marginV, 'The margin') < 0)
    throw new EchtError('out-of-range', 'The margin cannot be negative.')
  const h = (high - low) * 1e-5
  return linspace(low, high, places).map((temperatureC) => {
    return {
      temperatureC,
      ohm: requirePositive(ohmAt(temperatureC), `The ohms at ${temperatureC}`),
      ohmPerC: slopeAt(ohmAt, temperatureC, h, [low, high]),
    }
  })
}

const inParallel = (part: number, fixed: number | undefined): number =>
  fixed === undefined ? part : part === Infinity ? fixed : (part * fixed) / (part + fixed)

function resolutionC(
  place: SensorPlace,
  total: number,
  task: Pick<PullUpTask, 'supplyV' | 'referenceV' | 'bits'>,
): number {
  const volt = (task.supplyV * place.ohm) / (total + place.ohm)
  if (volt > task.referenceV) return Infinity
  const voltPerC = Math.abs((task.supplyV * total * place.ohmPerC) / (total + place.ohm) ** 2)
  return task.referenceV / 2 ** task.bits / voltPerC
}

function judgePullUp(
  sensor: SensorPlace[],
  task: PullUpTask,
  partOhm: number,
): PullUp & { allowed: boolean; margin: boolean } {
  const total = inParallel(partOhm, task.fixedPullUpOhm)
  let worstResolutionC = -1,
    worstAtC = NaN,
    hottest = 0
  for (const place of sensor) {
    const r = resolutionC(place, total, task)
    if (r > worstResolutionC) {
      worstResolutionC = r
      worstAtC = place.temperatureC
    }
    const volt = (task.supplyV * place.ohm) / (total + place.ohm)
    hottest = Math.max(hottest, ((volt ** 2 / place.ohm) * 1000) / (task.dissipationMwPerK ?? 1))
  }
  const volts = sensor.map((p) => (task.supplyV * p.ohm) / (total + p.ohm))
  const margin =
    Math.min(...volts) >= (task.marginV ?? 0) &&
    Math.max(...volts) <= task.referenceV - (task.marginV ?? 0)
  const cool = task.maxSelfHeatingC === undefined || hottest <= task.maxSelfHeatingC
  return {
    pullUpOhm: partOhm,
    worstResolutionC,
    worstAtC,
    selfHeatingC: hottest,
    margin,
    allowed: margin && cool && Number.isFinite(worstResolutionC),
  }
}

// the limits cut the range of values at either side, so a scan finds the best stretch and a golden section its foot
function idealPart(
  judge: (ohm: number) => { worstResolutionC: number; allowed: boolean },
  fixed: number | undefined,
): number {
  const cost = (logOhm: number): number => {
    const j = judge(Math.exp(logOhm))
    return j.allowed ? j.worstResolutionC : Infinity
  }
  const grid = linspace(Math.log(LOWEST_OHM), Math.log(HIGHEST_OHM), 231)
  const costs = grid.map(cost)
  const at = costs.indexOf(Math.min(...costs))
  if (fixed !== undefined) {
    const none = judge(Infinity)
    if (none.allowed && none.worstResolutionC <= costs[at]!) return Infinity
  }
  let low = grid[Math.max(0, at - 1)]!,
    high = grid[Math.min(grid.length - 1, at + 1)]!
  const golden = (Math.sqrt(5) - 1) / 2
  for (let step = 0; step < 40; step++) {
    const a = high - golden * (high - low),
      b = low + golden * (high - low)
    if (cost(a) <= cost(b)) high = b
    else low = a
  }
  const middle = (low + high) / 2
  return Math.exp(Number.isFinite(cost(middle)) ? middle : grid[at]!)
}

function whyNone(judged: { margin: boolean; selfHeatingC: number }[], task: PullUpTask): string {
  if (judged.every((j) => !j.margin)) {
    return (
      `No pull-up keeps the input ${task.marginV ?? 0} V clear of ground and of ` +
      `${task.referenceV} V over the whole range: narrow the range, lower the margin or the ` +
      'pull-up supply.'
    )
  }
  return (
    `No pull-up keeps self-heating below ${task.maxSelfHeatingC} °C within the margin: allow ` +
    'more heat, or a smaller margin.'
  )
}
