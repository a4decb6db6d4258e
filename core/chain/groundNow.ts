import { K95 } from '../constants.ts'
import { inputOf } from '../build/find.ts'
import type { Build, Id, WiredRead } from '../build/types.ts'
import { reduceToPort } from '../circuit/port.ts'
import {
  feetOfDevices,
  groundNet,
  offsetOf,
  solvedGround,
  type Feet,
  type GroundNet,
  type SolvedGround,
} from '../ground/index.ts'
import {
  networkOf,
  viewFrom,
  type GroundOffset,
  type Hanging,
  type SensorAt,
} from '../network/index.ts'
import { remembered } from './remember.ts'
import { standingOf } from './standing.ts'

/**
 * What a reader's sensor ground stands off: as it was measured at the pin, or as the vehicle's grounds make it now. The
 * grounds are solved first, by their loads; what sensors draw through them, where those loads lift them, is added to
 * each reader's offset, and the way its own current takes is a resistance in its ground wire. That sensors lift one
 * another's current is left out: less than a millionth of a reading (`groundNow.test.ts` counts it).
 */
export function groundNow(build: Build, read: WiredRead): GroundOffset {
  const offset = offsetOf(build, read)
  const solved = offset && solvedGround(build).solved
  if (!offset || !solved) return read.wire.groundOffsetV
  const { volt, sigmaV, ohm } = throughSensors(build, read.id, solved)
  return {
    ...{ value: offset.volt + volt, basis: 'assumed', from: [], ohm },
    sizeV: Math.hypot(offset.band, K95 * sigmaV),
  }
}

/** A ground post on which a wire ends, as a converter sees it: at rest a tidy ground, else as the grounds say. */
export function postNow(build: Build, device: Id, post: Id): GroundOffset {
  const none: GroundOffset = { value: 0, basis: 'assumed', from: [] }
  const { solved } = solvedGround(build)
  const own = feetOfDevices(build).get(device)
  const { state } = build.vehicle
  if (!solved || !own) return none
  const net = netOf(solved)
  const there = new Set(net.nodes)
  if (!there.has(post) || !there.has(own.converter)) return none
  const between = net.between(post, own.converter, `the post "${post}"`)
  const ohm = net.perAmpere(post, between) - net.perAmpere(own.converter, between)
  if (state === null) return { ...none, ohm }
  const lifts = solved.estimate.loads
    .filter((l) => l.states.includes(state))
    .map((l) => ({ volt: l.ampere * net.perAmpere(l.into, between), doubt: l.doubt }))
  return {
    ...{ basis: 'assumed', from: [], ohm },
    value: lifts.reduce((sum, l) => sum + l.volt, 0),
    sizeV: K95 * Math.hypot(...lifts.map((l) => l.volt * l.doubt)),
  }
}

/** What a sensor returns into its ground, A, and 1σ of it: it stands somewhere in its range. */
type Returned = { id: Id; sensor: Id; feet: Feet; ampere: number; sigmaA: number }

const nets = new WeakMap<SolvedGround, GroundNet>()
function netOf(solved: SolvedGround): GroundNet {
  const known = nets.get(solved)
  if (known) return known
  const { wires } = solved.estimate
  const net = groundNet({ reference: solved.ground.reference, wires })
  nets.set(solved, net)
  return net
}

/** Volts other sensors lift a reader's ground by, 1σ of that, and the ohms of the way its own current takes. */
function throughSensors(
  build: Build,
  read: Id,
  solved: SolvedGround,
): { volt: number; sigmaV: number; ohm: number } {
  const own = solved.ground.feet.get(read)
  if (!own) return { volt: 0, sigmaV: 0, ohm: 0 }
  const net = netOf(solved)
  const between = net.between(own.sensor, own.converter, `reader "${read}"`)
  const ohmOf = (feet: Feet): number =>
    net.perAmpere(feet.sensor, between) - net.perAmpere(feet.converter, between)
  const sensor = networkOf(build).hanging(read).sensor
  const others = returnedIn(build, solved).filter((r) => r.sensor !== sensor)
  return {
    volt: others.reduce((sum, r) => sum + r.ampere * ohmOf(r.feet), 0),
    sigmaV: Math.hypot(...others.map((r) => r.sigmaA * ohmOf(r.feet))),
    ohm: ohmOf(own),
  }
}

const returned = new WeakMap<Build, Returned[]>()

/** What every reader and trigger that stands on these grounds returns into them. */
function returnedIn(build: Build, solved: SolvedGround): Returned[] {
  const known = returned.get(build)
  if (known) return known
  const standing = standingOf(build)
  const devices = feetOfDevices(build)
  const nodes = new Set(netOf(solved).nodes)
  const { offsets } = solved
  const readers = [...solved.ground.feet].map(([id, feet]) => ({ id, feet }))
  const triggers = build.triggers.flatMap(({ id, input }) => {
    const feet = input === null ? undefined : devices.get(inputOf(build, input).device.id)
    return feet && nodes.has(feet.sensor) && nodes.has(feet.converter) ? [{ id, feet }] : []
  })
  const all = [...readers, ...triggers].map(({ id, feet }): Returned => {
    const hanging = networkOf(build).hanging(id)
    const lifted: GroundOffset = {
      ...{ value: offsets.get(id)?.volt ?? 0, basis: 'assumed', from: [] },
    }
    const at = standing(hanging.sensor)
    const network = networkOf(build)
    const { plug, pin } = hanging
    const rests = [
      ...[lifted.value, at?.usual, ...(at?.ends ?? []), pin.id, hanging.supplyA],
      ...network.hangingAt(plug.signal).map((h) => h.input),
      ...[...network.at(plug.signal), ...network.at(plug.ground)],
    ]
    const draws = remembered(hanging.input, `returned by ${id}`, rests, () =>
      drawn(build, hanging, at, lifted),
    )
    return { id, feet, sensor: hanging.sensor, ...draws }
  })
  returned.set(build, all)
  return all
}

/** What a sensor draws: from its supply, and of what feeds its signal. */
function drawn(
  build: Build,
  { id, input, device, drive, supplyA }: Hanging,
  at: SensorAt | null,
  groundOffset: GroundOffset,
): { ampere: number; sigmaA: number } {
  if (drive?.kind !== 'resistance' || !at) return { ampere: supplyA, sigmaA: 0 }
  const looking = { read: { id }, input, device, drive }
  const { nodes, parts } = viewFrom(networkOf(build), looking, { groundOffset })
  if (!parts.some((p) => p.is.kind === 'pull')) return { ampere: supplyA, sigmaA: 0 }
  const elements = parts.map((p) => p.element)
  const port = reduceToPort({ reference: nodes.ground, elements }, nodes.high, nodes.low, [])
  const ampere = (ohm: number): number => port.portV / (port.portOhm + ohm)
  const [one, other] = at.ends.map(ampere)
  return {
    ampere: supplyA + ampere(at.usual),
    sigmaA: Math.abs(other! - one!) / 2 / Math.sqrt(3),
  }
}
