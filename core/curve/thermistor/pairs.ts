import { EchtError, requirePositive, requireRange, orElse } from '../../error.ts'
import { linspace } from '../../math/linspace.ts'
import { fitModel } from './fit.ts'
import { cleanPoints } from './points.ts'
import { thermistorC, thermistorOhm, type ThermistorCurve } from './model.ts'

export type ThermistorPairs = {
  pairs: { temperatureC: number; resistanceOhm: number }[]
  /** the curve the device makes of them: Steinhart-Hart through all three */
  curve: ThermistorCurve
  /** largest |device − truth| over the range, °C, and where */
  worstErrorC: number
  worstAtC: number
}

/**
 * For a device that takes three resistance-temperature pairs (or the coefficients through them): the three
 * whose Steinhart-Hart curve errs least over the range, on the device's steps (°C and Ω).
 * Temperatures are searched on the steps, from a grid and then by neighbours; ohms are rounded.
 */
export function bestThreePairs(
  curve: ThermistorCurve,
  task: { rangeC: [number, number]; stepC: number; stepOhm: number },
): ThermistorPairs {
  const [low, high] = requireRange(task.rangeC, 'The range of use')
  requirePositive(task.stepC, 'The temperature step')
  requirePositive(task.stepOhm, 'The resistance step')
  const onStep = (t: number): number => Math.round(t / task.stepC) * task.stepC
  const grid = [...new Set(linspace(low, high, 9).map(onStep))]
  if (grid.length < 3)
    throw new EchtError(
      'bad-range',
      `Steps of ${task.stepC} °C leave fewer than three temperatures between ${low} and ${high} °C.`,
    )
  const places = linspace(low, high, 61)
  const truthOhm = places.map((t) => thermistorOhm(curve, t))
  const judge = (temperatures: number[]): ThermistorPairs | undefined => {
    const pairs = temperatures.map((temperatureC) => ({
      temperatureC,
      resistanceOhm: Math.max(
        task.stepOhm,
        Math.round(thermistorOhm(curve, temperatureC) / task.stepOhm) * task.stepOhm,
      ),
    }))
    if (new Set(pairs.map((p) => p.resistanceOhm)).size < 3) return undefined
    const made = fitModel(cleanPoints(pairs, 0), 'steinhart-hart').curve
    let worstErrorC = 0,
      worstAtC = low
    for (const [i, t] of places.entries()) {
      // the curve made need not reach here
      const error = orElse(() => Math.abs(thermistorC(made, truthOhm[i]!) - t), Infinity)
      if (error > worstErrorC) {
        worstErrorC = error
        worstAtC = t
      }
    }
    return { pairs, curve: made, worstErrorC, worstAtC }
  }
  let best: ThermistorPairs | undefined
  const consider = (temperatures: number[]): boolean => {
    const [a, b, c] = temperatures as [number, number, number]
    if (!(a < b && b < c && a >= low - task.stepC && c <= high + task.stepC)) return false
    const judged = judge(temperatures)
    if (!judged || (best && judged.worstErrorC >= best.worstErrorC)) return false
    best = judged
    return true
  }
  for (let i = 0; i < grid.length; i++)
    for (let j = i + 1; j < grid.length; j++)
      for (let k = j + 1; k < grid.length; k++) consider([grid[i]!, grid[j]!, grid[k]!])
  for (let improved = true; improved;) {
    improved = false
    for (const which of [0, 1, 2])
      for (const steps of [-4, -1, 1, 4]) {
        if (!best) break
        const moved = best.pairs.map((p) => p.temperatureC)
        moved[which] = onStep(moved[which]! + steps * task.stepC)
        if (consider(moved)) improved = true
      }
  }
  if (!best)
    throw new EchtError(
      'bad-step',
      `Steps of ${task.stepOhm} Ω are too coarse to hold three different resistances of this sensor.`,
    )
  return best
}
