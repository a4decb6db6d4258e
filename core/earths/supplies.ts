import { elementOf, inputOf, pinName, wiredReads } from '../build/find.ts'
import type { Build, Device, Id, Input, WiredRead } from '../build/types.ts'
import { crankingState } from './costs.ts'
import { assembleChain, linearSpread, prepareChain } from '../chain/index.ts'
import { findFamily } from '../curve/registry.ts'
import { orElse, requirePositive } from '../error.ts'
import { aNumber, aThing, thingWith } from '../expects.ts'
import { nodeVolts, groundNet, solvedGround } from '../ground/index.ts'
import { linspace } from '../math/linspace.ts'

/** One thing that lives on a device's sensor supply. */
type OnRail = {
  read: Id
  channel: string
  pin: string
  what: 'pull-up' | 'sensor'
  ma: number
}

/** What a device's sensor supply must give, and what hangs on it. */
export type RailBudget = {
  device: Id
  parts: OnRail[]
  ma: number
  /** most it gives, mA; null where nobody knows */
  limitMa: number | null
  /** share of the limit that is used; null where there is none */
  used: number | null
  /** channels that one short of the rail takes down */
  falls: string[]
  /** largest error of a reader over its need when the rail sags by one per cent; the readers it does not cancel in */
  sag: { read: Id; channel: string; off: number; unit: string; share: number }[]
}

/** Part of a supply beyond which it is near its limit: it warms, sags and ages. */
export const NEAR_LIMIT = 0.8
const SAG = 0.01

/** What each device's reference and sensor supply feed: pull-ups at their hottest, bridges, potentiometers. */
export const railBudgets = (build: Build): RailBudget[] =>
  build.devices.flatMap((device) => {
    const reads = readsBy(build, device)
    const parts = reads.flatMap((r) => onRail(build, r))
    if (parts.length === 0) return []
    const ma = parts.reduce((sum, p) => sum + p.ma, 0)
    const limitMa = device.supply.railMa
    return [
      {
        device: device.id,
        parts: parts.sort((a, b) => b.ma - a.ma),
        ma,
        limitMa,
        used: limitMa === null ? null : ma / limitMa,
        falls: [...new Set(parts.map((p) => p.channel))],
        sag: reads.flatMap((r) => sagOf(build, r)).sort((a, b) => b.share - a.share),
      },
    ]
  })

type Reading = { read: WiredRead; channel: string; input: Input; pin: string }
const readsBy = (build: Build, device: Device): Reading[] =>
  build.channels.flatMap((c) =>
    wiredReads(c).flatMap((read) => {
      const placed = inputOf(build, read.input)
      const { input } = placed
      return placed.device === device
        ? [{ read, channel: c.name, input, pin: pinName(placed.pin) }]
        : []
    }),
  )

function onRail(build: Build, { read, channel, input, pin }: Reading): OnRail[] {
  const element = elementOf(build, read.source.id)
  const drive = findFamily(element.family)?.drive(element.settings)
  if (!drive) return []
  const named = { read: read.id, channel, pin }
  // at its fewest ohms a thermistor leaves the pull-up the whole rail
  const pulls = input.pulls
    .filter((p) => p.on && p.toReference)
    .map((p): OnRail => ({
      ...named,
      what: 'pull-up',
      ma: (1000 * input.referenceV.value) / p.ohm.value,
    }))
  const fed = drive.kind === 'voltage' && drive.nominalV !== null && input.sensorSupply.toReference
  return fed ? [...pulls, { ...named, what: 'sensor', ma: drive.supplyMa }] : pulls
}

const ROOT3 = Math.sqrt(3)

/** What a reader is off by when its device's reference sags by one per cent; nothing where that cancels. */
function sagOf(build: Build, { read, channel }: Reading): RailBudget['sag'] {
  return orElse(() => {
    const { spec, needs, sensor } = assembleChain(build, read.id)
    if (!spec) return []
    const spreads = spec.spreads
      .filter(({ circuit }) => circuit && 'rails' in circuit && circuit.own)
      .map((s) => ({ ...s, size: SAG }))
    const chain = prepareChain({ ...spec, spreads })
    const offs = linspace(...spec.best, 5).map((t) => ROOT3 * linearSpread(chain, t).total)
    const off = Math.max(...offs)
    const unit = findFamily(sensor.family)?.truthUnit ?? ''
    const share = off / needs.accuracy
    return share > 0.01 ? [{ read: read.id, channel, off, unit, share }] : []
  }, [])
}

/** What a battery voltage while cranking stops, and whether that may be. */
export type Dropout = {
  device: Id
  /** what it sees between its supply and its own ground, V */
  seesV: number
  stopsBelowV: number
  stops: boolean
  grade: 'fine' | 'note' | 'wrong'
}

/**
 * Which devices stop at a battery voltage while cranking: harmless for a gauge, fatal for what must live through it.
 * What counts is what a device sees: its ground is lifted by the starter's current where they share a strap.
 */
export function dropouts(build: Build, crankingV: number): Dropout[] {
  const lifts = liftsWhileCranking(build)
  return build.devices.flatMap((d): Dropout[] => {
    const { stopsBelowV, mustLive } = d.supply
    if (stopsBelowV === null) return []
    const seesV = crankingV - (lifts.get(d.id) ?? 0)
    const stops = seesV < stopsBelowV
    const grade = !stops ? 'fine' : mustLive ? 'wrong' : 'note'
    return [{ device: d.id, seesV, stopsBelowV, stops, grade }]
  })
}

/** By device: V its ground stands above the battery's while the engine is cranked; none where no grounds are drawn. */
function liftsWhileCranking(build: Build): Map<Id, number> {
  const { solved } = solvedGround(build)
  const state = crankingState(build)
  if (!solved || state === null) return new Map()
  const { estimate, ground } = solved
  const net = groundNet({ reference: ground.reference, ...estimate })
  const volts = nodeVolts(
    net,
    estimate.loads.filter((l) => l.states.includes(state)),
  )
  return new Map(
    build.posts.flatMap((p): [Id, number][] => {
      const volt = p.kind === 'sensors' || p.device === null ? undefined : volts[p.id]
      return volt === undefined ? [] : [[p.device!, volt]]
    }),
  )
}

/** Volts of one wire at each position of the key, and what feed that makes of it. */
export type FeedTest = { off: number; accessory: number; on: number; crank: number }
export type SupplyFeed = 'permanent' | 'switched' | 'drops-out-on-crank' | 'accessory' | 'none'

/** Less than so much of the battery's own volts is no feed. */
const ALIVE_SHARE = 0.6

/**
 * What a wire is, by its volts at off, accessory, on and crank: battery volts at rest are the measure. Throws
 * `EchtError` `not-a-number`, `not-positive`, `out-of-range`, `bad-input`.
 */
export function feedOf(test: FeedTest, batteryV: number): SupplyFeed {
  thingWith({ off: aNumber, accessory: aNumber, on: aNumber, crank: aNumber })(test, 'The test')
  requirePositive(batteryV, 'The battery')
  const { off, accessory, on, crank } = test
  const lives = (volt: number): boolean => volt > ALIVE_SHARE * batteryV
  if (!lives(on)) return lives(accessory) ? 'accessory' : 'none'
  if (crank < 0.4 * batteryV) return 'drops-out-on-crank'
  return lives(off) ? 'permanent' : 'switched'
}

/** Volts a silicon diode keeps while it conducts. */
const DIODE_V = 0.7
/** What is left of the current where a coil has let go. */
const LET_GO = 1 / 20

/** Time constants until so little is left: the diode's drop pulls the current towards less than nothing. */
const decaysTo = (batteryV: number): number =>
  Math.log((batteryV + DIODE_V) / (LET_GO * batteryV + DIODE_V))

/**
 * A relay whose coil a unit switches to ground: the coil's current, A; what the unit's pin stands at, V, at the moment
 * after it was switched off (without a diode nothing holds it: Infinity); how long the current takes to die to a
 * twentieth, s. Coils of relays have a few tenths of a henry. Throws `EchtError` `not-a-number`, `not-positive`.
 */
export function coilCircuit(task: {
  batteryV: number
  coilOhm: number
  coilH: number
  on: boolean
  diode: boolean
}): { coilA: number; pinV: number; decayS: number } {
  aThing(task, 'The task')
  const batteryV = requirePositive(task.batteryV, 'The battery')
  const coilOhm = requirePositive(task.coilOhm, 'The coil')
  const coilH = requirePositive(task.coilH, 'The inductance of the coil')
  return {
    coilA: batteryV / coilOhm,
    pinV: task.on ? 0 : task.diode ? batteryV + DIODE_V : Infinity,
    decayS: task.diode ? (coilH / coilOhm) * decaysTo(batteryV) : 0,
  }
}
