import { significant } from '../../quantity/index.ts'
import { EchtError, requirePositive } from '../../error.ts'
import { linspace } from '../../math/linspace.ts'
import { amount, bare, number, say, type Said } from '../../quantity/said.ts'
import { joinHalves, sumsThatFit, type JoinedCurve, type Wiring } from '../joined.ts'
import { knotCurve, knotTruth, type KnotCurve } from '../knots.ts'
import { predictLevel, type Sender, type Tank } from './tank.ts'

export type Arrangement = Wiring | 'separate'

/** The two halves of a saddle tank, each with its own shape and sender. */
export type TankHalf = { tank: Tank; sender: Sender }

/** What one arrangement of two senders knows of two halves of a saddle tank. */
export type TwoSenders = {
  arrangement: Arrangement
  /** one reading may be any litres between these when the halves differ: the widest such bar, and where */
  worstBarL: [number, number]
  worstAtOhm: number
  says: Said
}

/** The curve a half's shape and sender would give. */
export const predictedHalf = ({ tank, sender }: TankHalf): KnotCurve =>
  knotCurve(
    predictLevel(tank, sender).points.map((p) => ({ signal: p.signal, truth: p.litres })),
    { point: 'fill', unit: 'l' },
  )

/**
 * Two senders in the halves of a saddle tank, joined in series, in parallel or on two inputs: the joint reading at
 * which the litres that fit it lie farthest apart. In series and in parallel many fills give one reading when the
 * halves differ; on two inputs each half is known.
 */
export function twoSenders(
  halves: readonly [KnotCurve, KnotCurve],
  arrangement: Arrangement,
): TwoSenders {
  if (arrangement === 'separate')
    return {
      arrangement,
      worstBarL: [0, 0],
      worstAtOhm: halves[0].signal[0]!,
      says: say(
        'separate',
      )`Each half is read by itself and added in the display: no fill is hidden, at the price of a second input.`,
    }
  const curve = joinHalves([...halves], { wiring: arrangement, linked: false })
  let worstBarL: [number, number] = [0, 0],
    worstAtOhm = curve.level.signal[0]!
  for (const ohm of linspace(curve.level.signal[0]!, curve.level.signal.at(-1)!, 61)) {
    const bar = sumsThatFit(curve, ohm)
    if (bar && bar[1] - bar[0] > worstBarL[1] - worstBarL[0]) {
      worstBarL = bar
      worstAtOhm = ohm
    }
  }
  const bar = say('bar')`${bare(worstBarL[0], 'l', 0)} to ${amount(worstBarL[1], 'l', 0)}`
  return {
    arrangement,
    worstBarL,
    worstAtOhm,
    says:
      arrangement === 'series'
        ? say(
            'series',
          )`At ${number(worstAtOhm)} Ω together it can be ${bar}: a full half and an empty one
            read like two half full.`
        : say(
            'parallel',
          )`At ${number(worstAtOhm)} Ω together it can be ${bar}: the lower resistance speaks
            louder, so the fuller or the emptier half is believed.`,
  }
}

/**
 * All litres that fit a joint reading, least and most, whatever the halves hold; and what both level would be. A
 * joint reading no fill gives is an `out-of-range`.
 */
export function litresThatFit(
  curve: JoinedCurve,
  ohm: number,
): { bar: [number, number]; levelL: number | null } {
  requirePositive(ohm, 'The joint reading')
  const bar = sumsThatFit(curve, ohm)
  if (!bar)
    throw new EchtError(
      'out-of-range',
      `No fill of these two halves reads ${significant(ohm, 3)} Ω together: check the joint, ` +
        'the ohms and the arrangement.',
    )
  const { signal } = curve.level
  return {
    bar,
    levelL: ohm < signal[0]! || ohm > signal.at(-1)! ? null : knotTruth(curve.level, ohm),
  }
}
