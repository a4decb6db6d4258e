import { fixed } from '../../quantity/index.ts'
import { EchtError } from '../../error.ts'
import { potentiometerPins, type PairOhms, type PotentiometerPins } from './pins.ts'

/** Six pair resistances of a four-pin part, Ω; Infinity where the meter shows open. */
export type FourPins = Record<'ab' | 'ac' | 'ad' | 'bc' | 'bd' | 'cd', number>
type Four = 'a' | 'b' | 'c' | 'd'
const ALL: readonly Four[] = ['a', 'b', 'c', 'd']
const pairOf = (set: FourPins, p: Four, q: Four): number =>
  set[[p, q].sort().join('') as keyof FourPins]
/** A closed contact, Ω. */
const CLOSED_OHM = 50

/**
 * A four-pin part with an idle switch: the pin that is open to all others when the throttle is open is the
 * switch's own; closed, it lies on one of the track's pins through a contact. The other three are read as a
 * potentiometer. Throws `EchtError` `no-switch` when no pin behaves so, `ambiguous` when two do.
 */
export function idleSwitch(
  closed: FourPins,
  open: FourPins,
): {
  switchPin: Four
  joins: Four
  closesAt: 'closed' | 'open'
  track: Omit<PotentiometerPins, 'wiper' | 'ground' | 'supply'> &
    Record<'wiper' | 'ground' | 'supply', Four>
} {
  const isOpen = (set: FourPins, p: Four): boolean =>
    ALL.filter((q) => q !== p).every(
      (q) => !Number.isFinite(pairOf(set, p, q)) || pairOf(set, p, q) > 1e6,
    )
  const found = ALL.flatMap((p) => {
    const when =
      isOpen(open, p) && !isOpen(closed, p)
        ? ('closed' as const)
        : isOpen(closed, p) && !isOpen(open, p)
          ? ('open' as const)
          : null
    return when ? [{ pin: p, when }] : []
  })
  if (found.length === 0)
    throw new EchtError(
      'no-switch',
      'No pin goes from open to joined as the throttle moves: three of the four are the ' +
        'track, and the fourth is unused, or the switch is dead.',
    )
  if (found.length > 1)
    throw new EchtError(
      'ambiguous',
      `Pins ${found.map((f) => f.pin).join(' and ')} both open and close: measure again, ` +
        'with the lever right on its stop.',
    )
  const { pin, when } = found[0]!
  const set = when === 'closed' ? closed : open
  const rest = ALL.filter((q) => q !== pin) as [Four, Four, Four]
  const joins = rest.reduce((a, b) => (pairOf(set, pin, b) < pairOf(set, pin, a) ? b : a))
  if (pairOf(set, pin, joins) > CLOSED_OHM)
    throw new EchtError(
      'no-switch',
      `Pin ${pin} never comes nearer than ${fixed(pairOf(set, pin, joins), 0)} Ω to ` +
        'another: its contact is burnt, or it is no switch.',
    )
  const as = (s: FourPins): PairOhms => ({
    ab: pairOf(s, rest[0], rest[1]),
    bc: pairOf(s, rest[1], rest[2]),
    ac: pairOf(s, rest[0], rest[2]),
  })
  const pins = potentiometerPins(as(closed), as(open))
  const name = (p: 'a' | 'b' | 'c'): Four => rest['abc'.indexOf(p)]!
  return {
    switchPin: pin,
    joins,
    closesAt: when,
    track: {
      trackOhm: pins.trackOhm,
      certain: pins.certain,
      wiper: name(pins.wiper),
      ground: name(pins.ground),
      supply: name(pins.supply),
    },
  }
}
