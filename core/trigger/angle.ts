import { EchtError, requireFinite } from '../error.ts'
import { wordOf, thingWith } from '../expects.ts'
import type { Trigger } from '../build/types.ts'
import { requireWheel, degreesBetween, type Wheel } from './wheel.ts'

/** How a unit counts: from the first tooth after the gap or the last before it, before or after top dead centre. */
export type Counts = Trigger['counts']

/** Degrees from the last tooth before the gap to the first after it. */
const gapDegrees = (wheel: Wheel): number => Math.max(...degreesBetween(wheel))

/** An angle brought into one turn, 0 to 360. */
const inTurn = (degrees: number): number => ((degrees % 360) + 360) % 360

const COUNTS = thingWith({
  tooth: wordOf('after-gap', 'before-gap'),
  from: wordOf('before', 'after'),
})

function checked(wheel: Wheel, counts: Counts): Counts {
  requireWheel(wheel)
  COUNTS(counts, 'How the unit counts')
  return counts
}

/**
 * What is entered in a unit for a tooth that stands so many degrees before top dead centre of cylinder one; the tooth
 * is the first after the gap. Throws `EchtError` `not-a-number`.
 *
 * @example enteredAngle(97.6, parseWheel('36-2'), { tooth: 'before-gap', from: 'before' }) // 127.6
 */
export function enteredAngle(beforeDeg: number, wheel: Wheel, counts: Counts): number {
  const { tooth, from } = checked(wheel, counts)
  requireFinite(beforeDeg, 'The angle of edge 0')
  // the tooth before the gap passes earlier, so that it stands further before top dead centre
  const before = tooth === 'after-gap' ? beforeDeg : beforeDeg + gapDegrees(wheel)
  return inTurn(from === 'before' ? before : -before)
}

/**
 * The other way: degrees that edge 0 stands before top dead centre, out of what is entered. Throws as `enteredAngle`.
 */
export function edgeBefore(enteredDeg: number, wheel: Wheel, counts: Counts): number {
  const { tooth, from } = checked(wheel, counts)
  requireFinite(enteredDeg, 'The trigger angle')
  const before = from === 'before' ? enteredDeg : -enteredDeg
  return inTurn(tooth === 'after-gap' ? before : before - gapDegrees(wheel))
}

/**
 * The trigger angle that brings the lamp's offset to nothing, in the unit's own convention. A spark that is seen later
 * than commanded means that edge 0 stands nearer to top dead centre than the unit was told. Throws as `enteredAngle`.
 */
export const correctedAngle = (
  enteredDeg: number,
  offsetDeg: number,
  wheel: Wheel,
  counts: Counts,
): number =>
  enteredAngle(
    edgeBefore(enteredDeg, wheel, counts) + requireFinite(offsetDeg, 'The offset'),
    wheel,
    counts,
  )

/** What an offset looks like where its cause has a signature. */
export type Signature = 'half-tooth' | 'gap' | null
/** How near to a signature an offset must be, over its own uncertainty. */
const NEAR_SIGMAS = 2.5

/**
 * Whether an offset is what a wrong edge or exchanged leads make: half a tooth pitch; or the teeth of the gap, where
 * the unit counts from the other side of it. Throws `EchtError` `not-a-number`.
 */
export function signatureOf(offsetDeg: number, sigmaDeg: number, wheel: Wheel): Signature {
  requireWheel(wheel)
  const off = Math.abs(requireFinite(offsetDeg, 'The offset'))
  const within = NEAR_SIGMAS * Math.max(requireFinite(sigmaDeg, 'Its uncertainty'), 0.2)
  const pitch = Math.min(...degreesBetween(wheel))
  if (within < pitch / 4 && Math.abs(off - pitch / 2) < within) return 'half-tooth'
  if (Math.abs(off - gapDegrees(wheel)) < within) return 'gap'
  return null
}

/**
 * Top dead centre out of a piston stop: the angles at which the piston touches it, turning one way and the other, on a
 * degree wheel that reads rising. It lies half way. Throws `EchtError` `not-a-number`, `bad-range` where both are one.
 */
export function topDeadCentre(oneWayDeg: number, otherWayDeg: number): number {
  const [a, b] = [oneWayDeg, otherWayDeg].map((d) =>
    inTurn(requireFinite(d, 'A touch of the stop')),
  )
  const apart = inTurn(b! - a!)
  if (apart === 0)
    throw new EchtError(
      'bad-range',
      'Both touches are at one angle: turn the engine the other way to the stop.',
    )
  // the stop keeps the piston off its top: the shorter way from touch to touch goes over it
  return inTurn(a! + (apart <= 180 ? apart / 2 : apart / 2 + 180))
}
