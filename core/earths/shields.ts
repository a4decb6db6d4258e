import type { Build, Id } from '../build/types.ts'
import { shieldOhm, type SolvedGround } from '../ground/index.ts'
import { groundPicture, type ReaderCost } from './costs.ts'
import type { GroundSlope } from './slopes.ts'

/** Which end of a shield is grounded: at the unit's sensor ground, at the far end, at both. */
export type ShieldEnd = 'unit' | 'far' | 'both'

/** What a way of grounding a shield costs, in the state that is looked at. */
export type ShieldCost = {
  end: ShieldEnd
  /** current that runs in it, A */
  ampere: number
  /**
   * what it lifts the unit's sensor ground by over the unit's own ground, V: that much of a trigger's margin is gone
   */
  liftV: number
  /** the reader it costs the most, against without the shield, truth unit; null where it costs none */
  worst: { cost: ReaderCost; off: number; share: number } | null
}

/**
 * What a shield from a unit's sensor ground to a post does, by which end of it is grounded. At one end it carries
 * nothing. At both it is one more ground wire, from the post straight into the sensor ground: solved as that. Throws as
 * `groundCost`.
 */
export function shieldCosts(
  { ground, estimate }: SolvedGround,
  slopes: readonly GroundSlope[],
  state: Id,
  { sensors, unit, far, lengthM }: { sensors: Id; unit: Id; far: Id; lengthM: number },
): ShieldCost[] {
  const plain = { ...ground, ...estimate }
  const without = groundPicture(plain, slopes, state)
  const before = new Map(without.costs.map((c) => [c.read, c.off]))
  const ohm = shieldOhm(lengthM)
  const shield = { id: SHIELD, a: far, b: sensors, ohm, doubt: 0.3 }
  const both = groundPicture({ ...plain, wires: [...plain.wires, shield] }, slopes, state)
  const moved = both.costs
    .map((cost) => {
      const off = cost.off - (before.get(cost.read) ?? 0)
      return { cost, off, share: Math.abs(off) / cost.need }
    })
    .sort((a, b) => b.share - a.share)
  const [worst] = moved.filter((m) => m.share > 1e-6)
  const liftIn = ({ volt }: { volt: Record<Id, number> }): number =>
    (volt[sensors] ?? 0) - (volt[unit] ?? 0)
  return [
    { end: 'unit', ampere: 0, liftV: 0, worst: null },
    { end: 'far', ampere: 0, liftV: 0, worst: null },
    {
      end: 'both',
      ampere: Math.abs(both.ampere[SHIELD] ?? 0),
      liftV: liftIn(both) - liftIn(without),
      worst: worst ?? null,
    },
  ]
}

const SHIELD = 'the shield'

/** How a signal wants to be wired, and why; by what its sensor gives. */
export type Wanted = { cable: 'single' | 'twisted' | 'shielded-pair'; why: string }

/** What each kind of signal wants: edges most, millivolts next, a thermistor behind a filter least. */
export function wantedFor(
  signal: 'resistance' | 'voltage' | 'frequency',
  isTrigger: boolean,
): Wanted {
  if (isTrigger)
    return {
      cable: 'shielded-pair',
      why:
        'An edge that noise adds or takes away is a missed spark: twisted, shielded, the ' +
        'shield on the sensor ground of the unit alone.',
    }
  if (signal === 'frequency')
    return {
      cable: 'twisted',
      why: 'Edges are counted: twisted with its ground; a shield where it runs beside coils or injectors.',
    }
  if (signal === 'voltage')
    return {
      cable: 'twisted',
      why: 'A source of some kiloohms that is read as it comes: twist it with its ground where it runs beside coils.',
    }
  return {
    cable: 'single',
    why: 'Slow, and filtered by the unit: neither, so long as its ground wire goes with it.',
  }
}

/**
 * Posts a shield is grounded at: the sensor ground of the unit, beside its own, and where it might be grounded
 * besides.
 */
export const shieldEnds = (build: Build): { sensors: Id; unit: Id; far: Id } | null => {
  const sensors = build.posts.find((p) => p.kind === 'sensors')
  const unit = build.posts.find((p) => p.kind === 'device' && p.device === sensors?.device)
  const far = build.posts.find((p) => p.kind === 'block' || p.kind === 'body')
  return sensors && far ? { sensors: sensors.id, unit: unit?.id ?? sensors.id, far: far.id } : null
}
