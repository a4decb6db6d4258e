import type { Build, Id } from '../build/types.ts'
import { orElse } from '../error.ts'
import {
  bestNextDrop,
  meterSigmaV,
  proposeRepairs,
  readerBands,
  worstShare,
  type GroundPlan,
  type NextDrop,
  type SolvedGround,
  type TriedRepair,
} from '../ground/index.ts'
import { offBy, type GroundSlope } from './slopes.ts'

/** What is said of a vehicle's grounds in one state: bands, the next drop, repairs, schemes. */
export type GroundAdvice = {
  /** by reader, truth unit: half-width that holds 95 % of what its ground may cost it */
  bands: Record<Id, number>
  next: NextDrop | null
  repairs: TriedRepair[]
  schemes: Scheme[]
}

/** One way to ground the engine unit and its sensors, solved for this vehicle. */
export type Scheme = {
  power: 'as-it-is' | 'block' | 'battery' | 'stud'
  sensors: 'as-they-are' | 'at-the-unit' | 'local'
  /** worst error over its need of the unit's own readers, and which that is */
  worst: number
  read: Id | null
  /** the same of every other reader: a scheme moves the ground they share */
  others: number
}

/** A reader that a volt of ground moves less than this, truth unit, does not notice its ground. */
const LEAST_SLOPE = 1e-9
/** Kinds of post that a strap may be bolted to. */
const STUDS = new Set(['stud', 'block', 'head', 'body'])

/** The grounds as a plan of what may be changed, its readers in a state, each by the volts it can bear. */
export function planOf(
  build: Build,
  { ground, estimate }: SolvedGround,
  slopes: readonly GroundSlope[],
  state: Id,
): GroundPlan {
  const drawn = new Map(ground.wires.map((w) => [w.id, w]))
  return {
    reference: ground.reference,
    wires: estimate.wires.map((w) => ({
      ...w,
      cleanOhm: drawn.get(w.id)!.cleanOhm,
      shield: drawn.get(w.id)!.shield,
    })),
    loads: estimate.loads,
    readers: slopes.flatMap((s): GroundPlan['readers'][number][] => {
      const foot = ground.feet.get(s.read)
      // what was measured at the pin counts whatever the grounds are
      if (!foot || s.overridden || Math.abs(s.perVolt) < LEAST_SLOPE) return []
      return [
        {
          ...{ id: s.read, plus: foot.sensor, minus: foot.converter, state, factor: 1 },
          needV: s.need / Math.abs(s.perVolt),
          shareAt: (volt) => Math.abs(offBy(s, volt)) / s.need,
        },
      ]
    }),
    studs: build.posts
      .filter((p) => STUDS.has(p.kind) && !ground.loose.includes(p.id))
      .map((p) => p.id),
    grounds: build.posts.filter((p) => p.kind === 'device').map((p) => p.id),
  }
}

/** What is worth measuring, changing and comparing of a vehicle's grounds in a state. Throws as `groundCost`. */
export function groundAdvice(
  build: Build,
  solved: SolvedGround,
  slopes: readonly GroundSlope[],
  state: Id,
): GroundAdvice {
  const plan = planOf(build, solved, slopes, state)
  const { estimate } = solved
  const bands = readerBands(plan.reference, estimate, plan.readers)
  return {
    bands: Object.fromEntries(
      bands.map((b, i) => [b.id, (b.band * accuracyOf(slopes, b.id)) / plan.readers[i]!.needV]),
    ),
    next: bestNextDrop({
      reference: plan.reference,
      estimate,
      readers: plan.readers,
      nodes: build.posts
        .filter((p) => p.kind !== 'load' && !solved.ground.loose.includes(p.id))
        .map((p) => p.id),
      states: [state],
      sigmaV: meterSigmaV,
    }),
    repairs: proposeRepairs(plan),
    schemes: schemesOf(build, plan),
  }
}

const accuracyOf = (slopes: readonly GroundSlope[], read: Id): number =>
  slopes.find((s) => s.read === read)?.need ?? 0

/** Ohms of a unit's two power ground wires in parallel: 2.5 mm² and half a metre each to where it goes. */
const POWER_OHM = 0.0025

/**
 * The schools of grounding the engine unit, each solved for this vehicle with its own loads, best first: its power
 * ground on the block at two bolts, straight to battery negative, on one clean stud; its sensors on its sensor ground
 * or each where it is screwed in.
 */
export function schemesOf(build: Build, plan: GroundPlan): Scheme[] {
  const unit = unitGround(build)
  const tied = new Set([plan.reference, ...plan.wires.flatMap((w) => [w.a, w.b])])
  const at = (kind: string): Id | undefined =>
    build.posts.find((p) => p.kind === kind && tied.has(p.id))?.id
  const block = at('block')
  if (!unit || !block || !tied.has(unit)) return []
  const powers: [Scheme['power'], Id | undefined][] = [
    ['as-it-is', undefined],
    ['block', block],
    ['battery', plan.reference],
    ['stud', at('stud')],
  ]
  return powers
    .filter(([power, to]) => power === 'as-it-is' || (to !== undefined && to !== unit))
    .flatMap(([power, to]) =>
      (['as-they-are', 'at-the-unit', 'local'] as const).flatMap((sensors): Scheme[] => {
        const powered = to === undefined ? plan : poweredAt(plan, unit, to)
        const moved = sensorsAt(powered, { unit, block, sensors })
        const own = moved.readers.filter((r) => r.minus === unit)
        const rest = moved.readers.filter((r) => r.minus !== unit)
        // a scheme that would leave something hanging from nothing does not do for this vehicle
        return orElse(
          () => [
            {
              ...{ power, sensors },
              ...worstReader({ ...moved, readers: own }),
              others: worstShare({ ...moved, readers: rest }),
            },
          ],
          [],
        )
      }),
    )
    .sort((a, b) => a.worst - b.worst || a.others - b.others)
}

/** The ground of the engine unit: of the device that most readers read by. */
function unitGround(build: Build): Id | undefined {
  const grounds = build.posts.filter((p) => p.kind === 'device')
  const inputs = (device: Id | null): number =>
    build.devices.find((d) => d.id === device)?.inputs.length ?? 0
  return grounds.reduce<(typeof grounds)[number] | undefined>(
    (best, p) => (!best || inputs(p.device) > inputs(best.device) ? p : best),
    undefined,
  )?.id
}

const poweredAt = (plan: GroundPlan, unit: Id, to: Id): GroundPlan => {
  const own = plan.wires.find((w) => w.a === unit) ?? plan.wires.find((w) => w.b === unit)
  return {
    ...plan,
    wires: plan.wires.map((w) => (w === own ? { id: w.id, a: unit, b: to, ohm: POWER_OHM } : w)),
  }
}

const sensorsAt = (
  plan: GroundPlan,
  { unit, block, sensors }: { unit: Id; block: Id; sensors: Scheme['sensors'] },
): GroundPlan =>
  sensors === 'as-they-are'
    ? plan
    : {
        ...plan,
        readers: plan.readers.map((r) =>
          r.minus === unit ? { ...r, plus: sensors === 'local' ? block : unit } : r,
        ),
      }

function worstReader(plan: GroundPlan): Pick<Scheme, 'worst' | 'read'> {
  const worst = worstShare(plan)
  const read = plan.readers.find(
    (r) => Math.abs(worstShare({ ...plan, readers: [r] }) - worst) < 1e-12 * (1 + worst),
  )
  return { worst, read: worst > 0 ? (read?.id ?? null) : null }
}
