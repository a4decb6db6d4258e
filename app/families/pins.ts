import {
  idleSwitch,
  potentiometerPins,
  type FourPins,
  type PairOhms,
} from '../../core/curve/potentiometer/index.ts'
import type { Pin } from '../../core/build/index.ts'
import { newPin } from '../store/make.ts'
import { inWords } from '../store/problem.ts'

/** How many pins the part has. */
export type PinCount = '3' | '4'
type Letter = 'a' | 'b' | 'c' | 'd'
export type PinPair = keyof FourPins
/** Ohms between each two pins, as far as they are typed. */
export type OhmsOfPairs = Partial<Record<PinPair, number>>

/** A meter that shows this much shows an open pair, Ω. */
const OPEN_OHM = 1e8

export const lettersOf = (count: PinCount): Letter[] =>
  count === '3' ? ['a', 'b', 'c'] : ['a', 'b', 'c', 'd']
export const pairsOf = (count: PinCount): PinPair[] =>
  count === '3' ? ['ab', 'bc', 'ac'] : ['ab', 'ac', 'ad', 'bc', 'bd', 'cd']

/** What each pin is; `idle` where the part has a switch beside its track. */
export type FoundPins = {
  wiper: Letter
  ground: Letter
  supply: Letter
  /** Ω */ trackOhm: number
  certain: boolean
  idle: { pin: Letter; joins: Letter; closesAt: 'closed' | 'open' } | null
}

type Duty = 'signal' | 'ground' | 'supply 5 V' | 'idle switch'
const KIND: Record<Duty, Pin['kind']> = {
  ...{ signal: 'signal', ground: 'ground', 'supply 5 V': 'supply', 'idle switch': 'signal' },
}

/** What a pin does, as it is written beside its letter. */
export function dutyOf(letter: Letter, pins: FoundPins): Duty {
  if (letter === pins.wiper) return 'signal'
  if (letter === pins.ground) return 'ground'
  return letter === pins.supply ? 'supply 5 V' : 'idle switch'
}

const lettered = ({ name }: Pin): boolean => /^[a-d] /.test(name)

/** A pin of the sensor by its letter: the one noted under it, or the one of its kind that nobody lettered yet. */
export function pinAs(letter: Letter, found: FoundPins, before: readonly Pin[]): Pin {
  const duty = dutyOf(letter, found)
  const made = newPin(`${letter} ${duty}`, KIND[duty])
  const known =
    before.find((p) => p.name.startsWith(`${letter} `)) ??
    before.find((p) => !lettered(p) && p.kind === made.kind)
  return known ? { ...known, name: made.name, kind: made.kind } : made
}

/** The pins, once every pair is typed for both ends of the throw; the reason where no part behaves so. */
export function pinsFound(
  count: PinCount,
  ohms: { closed: OhmsOfPairs; open: OhmsOfPairs },
): { found: FoundPins | null; problem: string | null } {
  const closed = whole(count, ohms.closed),
    open = whole(count, ohms.open)
  if (!closed || !open) return { found: null, problem: null }
  try {
    if (count === '3')
      return { found: { ...potentiometerPins(closed, open), idle: null }, problem: null }
    const { track, switchPin, joins, closesAt } = idleSwitch(closed, open)
    return { found: { ...track, idle: { pin: switchPin, joins, closesAt } }, problem: null }
  } catch (error) {
    return { found: null, problem: inWords(error, 'Finding the pins') }
  }
}

/** Every pair's ohms, an open pair as Infinity; null while one is missing. */
function whole(count: PinCount, ohms: OhmsOfPairs): (PairOhms & FourPins) | null {
  const all = pairsOf(count).map((pair) => [pair, ohms[pair]] as const)
  if (all.some(([, ohm]) => ohm === undefined)) return null
  const read = all.map(([pair, ohm]) => [pair, ohm! >= OPEN_OHM ? Infinity : ohm!] as const)
  return Object.fromEntries(read) as PairOhms & FourPins
}
