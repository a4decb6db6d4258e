import type { Build, Id, VehicleState } from '../build/types.ts'
import {
  groundNet,
  nodeVolts,
  type GroundEstimate,
  type GroundNet,
  type VehicleGround,
} from '../ground/index.ts'
import { offBy, type GroundSlope } from './slopes.ts'

/** What the loads that run in a state cost one reader, in its own unit. */
export type ReaderCost = Omit<GroundSlope, 'volt' | 'off'> & {
  sensor: Id
  converter: Id
  /** V its sensor's ground stands above its converter's */
  volt: number
  /** of what is shown, truth unit */
  off: number
  /** |off| over what is needed */
  share: number
  /** by load, largest first, truth unit */
  byLoad: { load: Id; off: number }[]
}

/** Grounds in one state: every post's volts above the battery's, amperes through every strap, every reader's cost. */
export type GroundPicture = {
  volt: Record<Id, number>
  ampere: Record<Id, number>
  costs: ReaderCost[]
}

/**
 * What the grounds of a vehicle do in a state, out of its likeliest ohms and what a volt does to each reader. Worst
 * readers first. Throws as `groundCost`.
 */
export function groundPicture(
  ground: Pick<VehicleGround, 'reference' | 'feet'> & Pick<GroundEstimate, 'wires' | 'loads'>,
  slopes: readonly GroundSlope[],
  state: Id | null,
): GroundPicture {
  const { reference, wires, loads, feet } = ground
  const net = groundNet({ reference, wires, loads })
  const running = loads.filter((l) => state !== null && l.states.includes(state))
  const volt = nodeVolts(net, running)
  const ampere = Object.fromEntries(
    wires.map((w) => [w.id, ((volt[w.a] ?? 0) - (volt[w.b] ?? 0)) / w.ohm]),
  )
  const costs = slopes.flatMap((slope): ReaderCost[] => {
    const foot = feet.get(slope.read)
    return foot ? [costOf(net, running, slope, foot)] : []
  })
  return { volt, ampere, costs: costs.sort((a, b) => b.share - a.share) }
}

/** Below this nothing is put down to anything, V. */
const LEAST_V = 1e-6

function costOf(
  net: GroundNet,
  running: VehicleGround['loads'],
  slope: GroundSlope,
  { sensor, converter }: { sensor: Id; converter: Id },
): ReaderCost {
  const pair = net.between(sensor, converter, slope.name)
  const volts = running.map((l) => ({ load: l.id, volt: l.ampere * net.perAmpere(l.into, pair) }))
  const volt = volts.reduce((sum, l) => sum + l.volt, 0)
  const off = offBy(slope, volt)
  // the volts add up by load; what they do together is put down to each by its volts
  const perVolt = Math.abs(volt) < LEAST_V ? slope.perVolt : off / volt
  const byLoad = volts
    .map((l) => ({ load: l.load, off: l.volt * perVolt }))
    .sort((a, b) => Math.abs(b.off) - Math.abs(a.off))
  return {
    ...slope,
    sensor,
    converter,
    volt,
    off,
    share: Math.abs(off) / slope.need,
    byLoad,
  }
}

/** The state a build's grounds are looked at in first: the one in which most runs. */
/** No load of a vehicle but its starter draws so much, A. */
const STARTER_A = 100

/** Whether the starter turns in a state: it is called so, or what runs in it draws what only a starter does. */
export const isCranking = ({ id, name }: VehicleState, loads: Build['loads']): boolean =>
  /crank/i.test(name) || loads.some((l) => l.runs.includes(id) && l.ampere.value >= STARTER_A)

/** The state in which the starter turns; null where there is none. */
export const crankingState = ({ states, loads }: Build): Id | null =>
  states.find((s) => isCranking(s, loads))?.id ?? null

/** The state a build's grounds are looked at in first: the one in which most runs. */
export const busiestState = ({ states, loads }: Build): Id | null =>
  states.reduce<{ id: Id | null; most: number }>(
    (best, { id }) => {
      const ampere = loads.reduce((s, l) => s + (l.runs.includes(id) ? l.ampere.value : 0), 0)
      return ampere > best.most ? { id, most: ampere } : best
    },
    { id: null, most: -1 },
  ).id

/**
 * What each strap adds to what a reader's ground stands off, V: together they are the whole of it. A strap adds its
 * drop times the share of it that lies between the reader's sensor and its converter. Throws as `groundCost`.
 */
export function offsetByStrap(
  ground: Pick<VehicleGround, 'reference'> & Pick<GroundEstimate, 'wires' | 'loads'>,
  { volt }: Pick<GroundPicture, 'volt'>,
  { sensor, converter }: Pick<ReaderCost, 'sensor' | 'converter'>,
): Record<Id, number> {
  const { reference, wires } = ground
  const net = groundNet({ reference, wires })
  const one = (node: Id): number => {
    const here = { plus: node, minus: reference }
    return net.perAmpere(sensor, here) - net.perAmpere(converter, here)
  }
  // one ampere in at the sensor and out at the converter: the strap's share of it, times the strap's own drop
  return Object.fromEntries(
    wires.map((w) => {
      const drop = (volt[w.a] ?? 0) - (volt[w.b] ?? 0)
      return [w.id, ((one(w.a) - one(w.b)) / w.ohm) * drop]
    }),
  )
}
