import { EchtError, requireFinite, requirePositive } from '../error.ts'
import { aNumber, optional, thingWith } from '../expects.ts'

const READINGS = thingWith({
  meterRelative: optional(aNumber),
  knownRelative: optional(aNumber),
  steps: optional(thingWith({ openV: aNumber, loadedV: aNumber, knownOhm: aNumber })),
})

/**
 * A device's own pull-up and rail when no manual tells: volts at the open input, and volts with one known
 * resistor from the input to the sensor ground. `meterOhm` (10 MΩ) is the meter's own load, taken out.
 * `spreadOhm` is 1σ from the meter's relative error `meterRelative` (0.002), the resistor's `knownRelative`
 * (0.01), and the last digit each was typed to (`steps`, in V, V and Ω; none if left out): two volts close
 * together in two digits say little. Throws `EchtError` `no-pull-up` where the two readings show none.
 */
export function findPullUp(readings: {
  openV: number
  knownOhm: number
  loadedV: number
  meterOhm?: number
  meterRelative?: number
  knownRelative?: number
  steps?: { openV: number; loadedV: number; knownOhm: number }
}): { pullUpOhm: number; railV: number; spreadOhm: number } {
  READINGS(readings, 'What was read')
  const openV = requirePositive(readings.openV, 'The volts at the open input')
  const knownOhm = requirePositive(readings.knownOhm, 'The known resistor')
  const loadedV = requireFinite(readings.loadedV, 'The volts with the resistor')
  const meterOhm = requirePositive(readings.meterOhm ?? 1e7, 'The load of the meter')
  if (openV < 0.05)
    throw new EchtError(
      'no-pull-up',
      `The open input shows ${openV} V: it has no pull-up, or the device is off.`,
    )
  if (loadedV <= 0 || loadedV >= openV * 0.999) {
    const toDo =
      loadedV >= openV * 0.999
        ? 'use a smaller resistor, near 1 kΩ'
        : 'check the sensor ground, the resistor and the polarity'
    throw new EchtError('no-pull-up', `The resistor changes ${openV} V to ${loadedV} V: ${toDo}.`)
  }
  const solve = (
    open: number,
    loaded: number,
    known: number,
  ): { pullUpOhm: number; railV: number } => {
    // open: rail·m/(p+m); loaded the same with k ∥ m. Both in closed form.
    const loadedOhm = (known * meterOhm) / (known + meterOhm)
    const pullUpOhm = (open - loaded) / (loaded / loadedOhm - open / meterOhm)
    return { pullUpOhm, railV: open * (1 + pullUpOhm / meterOhm) }
  }
  const found = solve(openV, loadedV, knownOhm)
  const relative = readings.meterRelative ?? 0.002
  const steps = readings.steps ?? { openV: 0, loadedV: 0, knownOhm: 0 }
  // rounding is even over one step
  const doubt = (value: number, share: number, step: number): number =>
    value + Math.hypot(share * value, step / Math.sqrt(12))
  const moves = [
    solve(doubt(openV, relative, steps.openV), loadedV, knownOhm),
    solve(openV, doubt(loadedV, relative, steps.loadedV), knownOhm),
    solve(openV, loadedV, doubt(knownOhm, readings.knownRelative ?? 0.01, steps.knownOhm)),
  ]
  return { ...found, spreadOhm: Math.hypot(...moves.map((m) => m.pullUpOhm - found.pullUpOhm)) }
}
