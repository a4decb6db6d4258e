import { linearRegression, linearRegressionLine, quantile } from 'simple-statistics'
import { EchtError } from '../../error.ts'

/** One moment of a log: seconds from its start, the reference in °C, the sensor in Ω. */
export type CoolingSample = { timeS: number; referenceC: number; resistanceOhm: number }

/**
 * The time constant of a probe, s, from a step: a record of its reading after it is moved into a bath.
 * First order: ln|y − y∞| falls with slope −1/τ, fitted between 80 % and 10 % of the step, where noise and
 * the first stirring matter least. `settled` is the final value, the mean of the last tenth.
 * Throws `EchtError` `no-step` when the record holds none.
 */
export function timeConstantS(step: readonly { timeS: number; value: number }[]): { tauS: number; settled: number } {
  if (step.length < 10) throw new EchtError('no-step', `${step.length} readings are too few to see a step: record at least 10.`)
  const tail = step.slice(-Math.max(3, Math.round(step.length / 10)))
  const settled = tail.reduce((s, p) => s + p.value, 0) / tail.length
  const size = Math.abs(step[0]!.value - settled)
  const noise = quantile(tail.map((p) => Math.abs(p.value - settled)), 0.9)
  const sign = Math.sign(step[0]!.value - settled)
  const used: [number, number][] = []
  for (const p of step) {
    const left = (sign * (p.value - settled)) / size
    if (left < 0.1) break
    if (left <= 0.8) used.push([p.timeS, Math.log(left)])
  }
  if (size < 10 * noise || used.length < 3) throw new EchtError('no-step', 'The record shows no clear step: move the probe from one temperature straight into the other and keep recording until it rests.')
  return { tauS: -1 / linearRegression(used).m, settled }
}

/**
 * Points out of a cooling log, corrected for the lag of both probes. While the bath changes at `rate` a
 * first-order probe reads `rate·τ` behind, so each reading y becomes y + τ·dy/dt; the slope is a straight
 * line through the samples within `windowS`. One point is taken per `everyC` of reference, averaged over
 * its window: hundreds of samples share the thermometer's offset and would only feign certainty.
 */
export function pointsFromCooling(log: readonly CoolingSample[], options: { referenceTauS: number; sensorTauS: number; everyC?: number; windowS?: number }): { temperatureC: number; resistanceOhm: number; timeS: number; samples: number }[] {
  const everyC = options.everyC ?? 5, windowS = options.windowS ?? 20
  if (log.length < 5) throw new EchtError('too-few-points', `The log holds ${log.length} readings: let it run longer.`)
  const taken: { temperatureC: number; resistanceOhm: number; timeS: number; samples: number }[] = []
  let lastC = NaN
  for (const at of log) {
    if (Math.abs(at.referenceC - lastC) < everyC) continue
    const near = log.filter((s) => Math.abs(s.timeS - at.timeS) <= windowS / 2)
    if (near.length < 5) continue
    const reference = trend(near.map((s) => [s.timeS, s.referenceC]), at.timeS)
    const logOhm = trend(near.map((s) => [s.timeS, Math.log(s.resistanceOhm)]), at.timeS)
    taken.push({
      temperatureC: reference.value + options.referenceTauS * reference.slope,
      resistanceOhm: Math.exp(logOhm.value + options.sensorTauS * logOhm.slope),
      timeS: at.timeS,
      samples: near.length,
    })
    lastC = at.referenceC
  }
  return taken
}

function trend(points: [number, number][], at: number): { value: number; slope: number } {
  const line = linearRegression(points)
  return { value: linearRegressionLine(line)(at), slope: line.m }
}
