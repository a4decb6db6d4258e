import { linearRegression, linearRegressionLine, quantile } from 'simple-statistics'
import { EchtError } from '../error.ts'
import { aNumber, everyOf, thingWith } from '../expects.ts'

/** One moment of a log: seconds from its start, the reference in °C, the sensor in Ω. */
export type CoolingSample = { timeS: number; referenceC: number; resistanceOhm: number }

const STEP = everyOf(thingWith({ timeS: aNumber, value: aNumber }))

/**
 * The time constant of a probe, s, from a step: a record of its reading after it is moved into a bath.
 * First order: ln|y − y∞| falls with slope −1/τ, fitted between 80 % and 10 % of the step, where noise and
 * the first stirring matter least. `settled` is the final value, the mean of the last tenth.
 * Throws `EchtError` `no-step` when the record holds none.
 */
export function timeConstantS(step: readonly { timeS: number; value: number }[]): {
  tauS: number
  settled: number
} {
  STEP(step, 'The record')
  if (step.length < 10)
    throw new EchtError(
      'no-step',
      `${step.length} readings are too few to see a step: record at least 10.`,
    )
  const tail = step.slice(-Math.max(3, Math.round(step.length / 10)))
  const settled = tail.reduce((s, p) => s + p.value, 0) / tail.length
  const size = Math.abs(step[0]!.value - settled)
  const noise = quantile(
    tail.map((p) => Math.abs(p.value - settled)),
    0.9,
  )
  const sign = Math.sign(step[0]!.value - settled)
  const used: [number, number][] = []
  for (const p of step) {
    const left = (sign * (p.value - settled)) / size
    if (left < 0.1) break
    if (left <= 0.8) used.push([p.timeS, Math.log(left)])
  }
  const sameTime = new Set(used.map(([t]) => t)).size < 2
  if (size < 10 * noise || used.length < 3 || sameTime)
    throw new EchtError(
      'no-step',
      'The record shows no clear step: move the probe from one temperature straight into the ' +
        'other and keep recording until it rests.',
    )
  const slope = linearRegression(used).m
  if (!(slope < 0))
    throw new EchtError('no-step', 'The record does not settle: record until the probe rests.')
  return { tauS: -1 / slope, settled }
}

/** A slope rests on so many samples at least, and they may lie so many windows apart where they come slowly. */
const LEAST_SAMPLES = 5
const SLOW_WINDOWS = 3

type LagOptions = {
  referenceTauS: number
  sensorTauS: number
  /** 20 if left out */ windowS?: number
}
type CooledPoint = {
  temperatureC: number
  resistanceOhm: number
  timeS: number
  samples: number
}

/**
 * One point out of a log at a moment, corrected for the lag of both probes. While the bath changes, a
 * first-order probe reads `rate·τ` behind, so each reading y becomes y + τ·dy/dt; the slope is a straight
 * line through the samples within `windowS`, or through the nearest five where they come more slowly than that.
 * Undefined while fewer than five lie within three windows.
 */
export function lagCorrected(
  log: readonly CoolingSample[],
  atS: number,
  options: LagOptions,
): CooledPoint | undefined {
  const half = (options.windowS ?? 20) / 2
  const away = (s: CoolingSample): number => Math.abs(s.timeS - atS)
  const within = log.filter((s) => away(s) <= half)
  const near =
    within.length < LEAST_SAMPLES
      ? log
          .filter((s) => away(s) <= SLOW_WINDOWS * half)
          .sort((a, b) => away(a) - away(b))
          .slice(0, LEAST_SAMPLES)
      : within
  if (near.length < LEAST_SAMPLES) return undefined
  const reference = trend(
    near.map((s) => [s.timeS, s.referenceC]),
    atS,
  )
  const logOhm = trend(
    near.map((s) => [s.timeS, Math.log(s.resistanceOhm)]),
    atS,
  )
  return {
    temperatureC: reference.value + options.referenceTauS * reference.slope,
    resistanceOhm: Math.exp(logOhm.value + options.sensorTauS * logOhm.slope),
    timeS: atS,
    samples: near.length,
  }
}

/**
 * Points out of a whole cooling log, one per `everyC` (5) of reference, each averaged over its window:
 * hundreds of samples share the thermometer's offset and would only feign certainty.
 */
export function pointsFromCooling(
  log: readonly CoolingSample[],
  options: LagOptions & { everyC?: number },
): CooledPoint[] {
  if (log.length < LEAST_SAMPLES)
    throw new EchtError(
      'too-few-points',
      `The log holds ${log.length} readings: let it run longer.`,
    )
  const half = (options.windowS ?? 20) / 2
  const taken: CooledPoint[] = []
  let lastC = NaN
  for (const at of log) {
    // a window that hangs over either end of the log would weigh the slope wrongly
    if (at.timeS - log[0]!.timeS < half || log.at(-1)!.timeS - at.timeS < half) continue
    if (Math.abs(at.referenceC - lastC) < (options.everyC ?? 5)) continue
    const point = lagCorrected(log, at.timeS, options)
    if (!point) continue
    taken.push(point)
    lastC = at.referenceC
  }
  return taken
}

function trend(points: [number, number][], at: number): { value: number; slope: number } {
  const line = linearRegression(points)
  return { value: linearRegressionLine(line)(at), slope: line.m }
}
