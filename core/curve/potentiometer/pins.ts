import { EchtError, requireFinite } from '../../error.ts'
import { aThing } from '../../expects.ts'

/** Resistances, Ω, between the three pins of a potentiometer, taken two by two. */
export type PairOhms = { ab: number; bc: number; ac: number }
export type PotentiometerPin = 'a' | 'b' | 'c'
export type PotentiometerPins = {
  wiper: PotentiometerPin
  ground: PotentiometerPin
  supply: PotentiometerPin
  trackOhm: number
  certain: boolean
}

/** Meter error allowed for, 1σ relative of one reading: a 1 % meter is taken as uniform within ±1 %. */
const METER = 0.01 / Math.sqrt(3)
/** Contact and wiper resistance, Ω: up to 20, half of it with as much spread. */
const CONTACT_OHM = 20
/** How much likelier, in χ², the best reading of the pins must be than the next to be called certain. */
const CLEAR = 12
/**
 * Readings that fit no potentiometer better than this, in χ², were written down wrong: three times
 * the error of a 1 % meter still passes.
 */
const STRANGE = 40
/**
 * A throw must move the wiper by this many of its own standard errors, and by more than a 1 % meter
 * can err twice and a contact can change.
 */
const CLEAR_THROW = 5,
  CLEAR_SHARE = 0.03

/**
 * Which pin is which, from the three pair resistances closed and open. The pair that does not change is the
 * track and the pin outside it the wiper; of the track's ends, ground is the one the wiper moves away from as
 * it opens, so that the signal rises. Every assignment is scored by how well it explains all six readings.
 * `certain` is false where the throw is too small, or two assignments explain them about as well.
 * Throws `EchtError` `bad-resistance`, `not-a-number`.
 */
export function potentiometerPins(closed: PairOhms, open: PairOhms): PotentiometerPins {
  aThing(closed, 'What was read closed')
  aThing(open, 'What was read open')
  for (const [set, when] of [
    [closed, 'closed'],
    [open, 'open'],
  ] as const)
    for (const pair of ['ab', 'bc', 'ac'] as const) {
      if (!(requireFinite(set[pair], `${pair} ${when}`) > 0))
        throw new EchtError(
          'bad-resistance',
          `${pair} ${when} is ${set[pair]} Ω: it must be above zero. An open pair means a ` +
            'broken track or a fourth pin with a switch.',
        )
    }
  const scored = (['a', 'b', 'c'] as const)
    .map((wiper) => score(wiper, closed, open))
    .sort((x, y) => x.misfit - y.misfit)
  const best = scored[0]!
  const clear = scored[1]!.misfit - best.misfit > CLEAR
  return {
    ...best.pins,
    trackOhm: best.trackOhm,
    certain:
      clear &&
      best.throw > CLEAR_THROW &&
      best.movedOhm > CLEAR_SHARE * best.trackOhm + CONTACT_OHM &&
      best.misfit < STRANGE,
  }
}

const between = (set: PairOhms, p: PotentiometerPin, q: PotentiometerPin): number =>
  set[[p, q].sort().join('') as keyof PairOhms]

function score(
  wiper: PotentiometerPin,
  closed: PairOhms,
  open: PairOhms,
): {
  pins: Omit<PotentiometerPins, 'trackOhm' | 'certain'>
  trackOhm: number
  misfit: number
  movedOhm: number
  throw: number
} {
  const [one, other] = (['a', 'b', 'c'] as const).filter((p) => p !== wiper) as [
    PotentiometerPin,
    PotentiometerPin,
  ]
  const track = [between(closed, one, other), between(open, one, other)] as const
  const trackOhm = (track[0] + track[1]) / 2
  // the track is one resistance, read twice
  let misfit = (track[0] - track[1]) ** 2 / (2 * (METER * trackOhm) ** 2 + 1)
  const toOne = [between(closed, wiper, one), between(open, wiper, one)] as const,
    toOther = [between(closed, wiper, other), between(open, wiper, other)] as const
  for (const i of [0, 1] as const) {
    // the wiper parts the track: both ways together make it, and twice the contact
    const excess = toOne[i] + toOther[i] - trackOhm - CONTACT_OHM
    const sigma = Math.hypot(
      METER * toOne[i],
      METER * toOther[i],
      (METER * trackOhm) / Math.SQRT2,
      CONTACT_OHM / 2 + 1,
    )
    misfit += (Math.max(0, Math.abs(excess) - CONTACT_OHM) / sigma) ** 2
  }
  const rise = toOne[1] - toOne[0],
    fall = toOther[0] - toOther[1]
  const sigmaRise = Math.hypot(METER * toOne[0], METER * toOne[1], 2),
    sigmaFall = Math.hypot(METER * toOther[0], METER * toOther[1], 2)
  // what the wiper gains on one side it loses on the other
  misfit +=
    (Math.max(0, Math.abs(rise - fall) - CONTACT_OHM) / Math.hypot(sigmaRise, sigmaFall)) ** 2
  const moved =
    (rise / sigmaRise ** 2 + fall / sigmaFall ** 2) / (1 / sigmaRise ** 2 + 1 / sigmaFall ** 2)
  const sigmaMoved = 1 / Math.hypot(1 / sigmaRise, 1 / sigmaFall)
  return {
    pins:
      moved >= 0 ? { wiper, ground: one, supply: other } : { wiper, ground: other, supply: one },
    trackOhm,
    misfit,
    movedOhm: Math.abs(moved),
    throw: Math.abs(moved) / Math.hypot(sigmaMoved, CONTACT_OHM / 4),
  }
}
