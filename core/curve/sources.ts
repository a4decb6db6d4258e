import { register } from '../register.ts'
import type { FamilyFit } from './family.ts'
import { joinedId, joinHalves, type JoinedFit, type Wiring } from './joined.ts'
import type { KnotCurve } from './knots.ts'
import type { MonotoneFit } from './monotone.ts'
import { findFamily } from './registry.ts'
import { TAKES } from './takes.ts'

/** What is known of a sensor, or of several joined: its curve and how good that is. Plain data. */
export type Known = {
  family: string
  curve: unknown
  fit: FamilyFit<unknown> | null
  /** 1σ, share of the signal, where the curve is taken on trust */
  tolerance: number
}

/**
 * How the sensors of a channel become what is read. Callers ask the source of a channel; none of them asks which it
 * is. Another source is one more entry of `SOURCES`.
 */
export type Source = {
  /** as the record keeps it */
  id: string
  /** how its sensors hang, in a choice */
  name: string
  /** where it serves and what it costs, for whoever chooses */
  why: string
  /** how many sensors it takes */
  takes: number
  /** whether sensors of a family can hang so */
  can: (family: string) => boolean
  /**
   * All of them as one sensor, where one reader reads them together; `level`: something keeps them filled to the
   * same share. Left out, every sensor has readers of its own. Throws `EchtError` where they cannot be joined.
   */
  join?: (parts: readonly Known[], options: { level: boolean }) => Known
  /** what the readers of its sensors show is added in the display */
  adds?: true
}

const addable = (family: string): boolean => findFamily(family)?.adds === true
const onOneWire = (family: string): boolean =>
  addable(family) && findFamily(family)?.signal === 'resistance'

const joinedOnWire =
  (wiring: Wiring) =>
  (parts: readonly Known[], { level }: { level: boolean }): Known => {
    const halves = parts.map((p) => p.curve as KnotCurve) as [KnotCurve, KnotCurve]
    const curve = joinHalves(halves, { wiring, linked: level })
    const known = parts.map((p) => ({
      fit: p.fit as MonotoneFit | null,
      tolerance: p.tolerance,
    })) as JoinedFit['known']
    const fit: JoinedFit = { curve, known, suspects: [], warnings: [], residuals: [] }
    return { family: joinedId(parts[0]!.family), curve, fit, tolerance: 0 }
  }

/** In the order people choose from. */
export const SOURCES: Source[] = [
  { id: 'one', name: 'one sensor', why: '', takes: TAKES.get('one')!, can: () => true },
  {
    id: 'separate',
    name: 'each on an input, added',
    why: 'Recommended where the device has a pin to spare: no fill is hidden.',
    takes: TAKES.get('separate')!,
    can: addable,
    adds: true,
  },
  {
    id: 'series',
    name: 'in series on one wire',
    why:
      'One wire; a full half and an empty one can read like two half full. Good where a pump ' +
      'keeps the halves level.',
    takes: TAKES.get('series')!,
    can: onOneWire,
    join: joinedOnWire('series'),
  },
  {
    id: 'parallel',
    name: 'in parallel on one wire',
    why: 'One wire; the lower resistance speaks louder. Least of all, and only where the gauge asks for it.',
    takes: TAKES.get('parallel')!,
    can: onOneWire,
    join: joinedOnWire('parallel'),
  },
]

/** One source more; what is returned takes it out again. Throws `EchtError` `registered-twice`. */
export function registerSource(source: Source): () => void {
  const takeOut = register(SOURCES, source, 'source')
  TAKES.set(source.id, source.takes)
  return () => {
    takeOut()
    TAKES.delete(source.id)
  }
}

/** The source of this id, or undefined for one this version does not know. */
export const findSource = (id: string): Source | undefined => SOURCES.find((s) => s.id === id)
