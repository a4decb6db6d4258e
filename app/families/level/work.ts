import type { KnotCurve } from '../../../core/curve/index.ts'
import {
  chooseDamping,
  damped,
  fillsWorthTaking,
  fitLevel,
  judgeDamping,
  levelLitres,
  predictLevel,
  slosh,
  twoSenders,
  type Sender,
  type Tank,
} from '../../../core/curve/level/index.ts'

/** The lap that is drawn, s. */
export const LAP_S = 120

const FILLS = 4,
  TAUS = [0, 2, 5, 10, 20, 40]

/** What takes long about tanks, for the worker. Arguments and results are plain data; litres, seconds. */
export const levelWork = {
  /** the curve of a tank as drawn, and the fills that would say most beside those that were made, litres */
  tank(tank: Tank, sender: Sender, made: readonly number[]) {
    const predicted = predictLevel(tank, sender)
    const full = predicted.points.at(-1)!.litres
    const within = made.filter((l) => l < full)
    const fills = fillsWorthTaking(tank, sender, within, FILLS, (knots, signal) =>
      levelLitres(fitLevel(knots), signal),
    )
    return { predicted, fills }
  },
  /** the three ways to join two senders, and what each cannot know */
  arrangements(halves: [KnotCurve, KnotCurve]) {
    return (['series', 'parallel', 'separate'] as const).map((a) => twoSenders(halves, a))
  },
  /** the least damping that keeps the needle within `allowedL`, beside others, and a lap of slosh through it */
  damping({ sizeL, allowedL, contentsL }: { sizeL: number; allowedL: number; contentsL: number }) {
    const chosen = chooseDamping(allowedL, { sizeL })
    const lap = slosh(LAP_S, sizeL, 1).map((v) => contentsL + v)
    const taus = new Set(chosen ? [...TAUS, chosen.tauS] : TAUS)
    return {
      allowedL,
      chosenS: chosen?.tauS ?? null,
      lap,
      shown: damped(lap, { tauS: chosen?.tauS ?? 20, fastTauS: 0.5, fastForS: 5 }),
      verdicts: judgeDamping(
        [...taus].sort((a, b) => a - b),
        { sizeL },
      ),
    }
  },
}

export type DampingWork = ReturnType<typeof levelWork.damping>
export type TankWork = ReturnType<typeof levelWork.tank>
