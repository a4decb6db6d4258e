import type { Build, Channel, Device, DeviceTable, Input, Pull, Read } from '../build/types.ts'
import { elementOf, inputOf, readOf } from '../build/find.ts'
import { hashOf } from '../build/hash.ts'
import { pointsOf } from '../build/find.ts'
import type { CircuitElement } from '../circuit/circuit.ts'
import type { Table } from '../table/interpolate.ts'
import { sensorOf, type Sensor } from './sensor.ts'

export type StageId = 'truth' | 'element' | 'plug' | 'pin' | 'converter' | 'shown'
export type Basis = 'assumed' | 'measured' | 'proven'

/** Something that is not known exactly, and how far: 1σ of a normal, or the half-width of a uniform. */
export type Spread = {
  id: string
  share: ShareId
  label: string
  kind: 'normal' | 'uniform'
  size: number
  /** where it acts: a circuit element, the element's truth, the converter's count, the face */
  on: { kind: 'circuit'; element: string } | { kind: 'truth' } | { kind: 'counts' } | { kind: 'face' }
}

export type ShareId = 'element' | 'leads' | 'shared' | 'ground' | 'input' | 'converter' | 'table'

/**
 * A channel put together for one reader: plain data, so that it crosses to a worker. The circuits leave out
 * the sensor, which hangs between PLUG_HIGH and PLUG_LOW; the pin is PIN and the converter's ground GROUND.
 */
export type ChainSpec = {
  read: string
  device: string
  stages: StageId[]
  sensor: Pick<Sensor, 'family' | 'curve' | 'fit' | 'tolerance' | 'basis'>
  range: [number, number]
  best: [number, number]
  accuracy: number
  /** from the perfect chain to the real one, each adding a cause */
  circuits: { share: 'element' | 'leads' | 'shared' | 'ground'; elements: CircuitElement[] }[]
  converter: { bits: number; referenceV: number } | null
  /** what is in the device; null: as good as perfect */
  table: (Table & { axis: DeviceTable['axis']; beyond: DeviceTable['beyond'] }) | null
  dissipationMwPerK: number
  /** half a step of the last shown digit, truth unit */
  faceHalfStep: number
  spreads: Spread[]
  basis: Record<StageId, Basis>
}

export const PLUG_HIGH = 'plug signal', PLUG_LOW = 'plug ground', PIN = 'pin', GROUND = 'converter ground'

/** No wire is a perfect one; this keeps a zero out of the solver and changes nothing that can be read. */
const LEAST_OHM = 1e-4
/** Input leakage of a converter where nobody states it. */
const LEAK_OHM = 1e7
/** A ground offset nobody measured, V: what a tidy sensor ground stays within. */
const UNMEASURED_GROUND_V = 0.005
/** Rails above this are battery: 12 to 14.4 V. */
const BATTERY_ABOVE_V = 6, BATTERY_HALF_WIDTH_V = 1.2

export type Assembled = { spec: ChainSpec | null; sensor: Sensor; channel: Channel; read: Read; input: Input; device: Device; problem: string | null }

/** The chain of one reader out of the record; `spec` is null with the reason in `problem` while something is missing. */
export function assembleChain(build: Build, readId: string): Assembled {
  const { read, channel } = readOf(build, readId)
  const { input, device } = inputOf(build, read.input)
  const sensor = sensorOf(build, read.source.id, channel.needs.range)
  const parts = { sensor, channel, read, input, device }
  if (sensor.curve === undefined) return { ...parts, spec: null, problem: sensor.problem ?? 'Nothing is known of this sensor yet: take two points, or take a library curve on trust.' }
  const others = otherFeeds(build, channel, read)
  if (onPulls(input).length === 0 && others.length === 0) return { ...parts, spec: null, problem: `No pull-up feeds pin ${input.pin} of ${device.name}: a resistive sensor gives no voltage without one. Choose one under Input.` }
  const element = elementOf(build, read.source.id)
  const spec: ChainSpec = {
    read: read.id,
    device: device.name,
    stages: input.bits === null ? ['truth', 'element', 'plug', 'pin', 'shown'] : ['truth', 'element', 'plug', 'pin', 'converter', 'shown'],
    sensor: { family: sensor.family, curve: sensor.curve, fit: sensor.fit, tolerance: sensor.tolerance, basis: sensor.basis },
    range: channel.needs.range, best: channel.needs.best, accuracy: channel.needs.accuracy,
    circuits: circuitsOf(read, input, others),
    converter: input.bits === null ? null : { bits: input.bits, referenceV: input.referenceV.value },
    table: enteredTable(input),
    dissipationMwPerK: element.settings.dissipationMwPerK ?? 1,
    faceHalfStep: (0.5 * 10 ** -read.face.decimals) / (input.table?.valueUnit === '°F' ? 1.8 : 1),
    spreads: spreadsOf(read, input, others),
    basis: basisOf(build, parts),
  }
  return { ...parts, spec, problem: null }
}

type Feed = { input: Input; read: Read }

const onPulls = (input: Input): Pull[] => input.pulls.filter((p) => p.on)
const otherFeeds = (build: Build, channel: Channel, read: Read): Feed[] =>
  channel.reads.filter((r) => r.id !== read.id && r.source.id === read.source.id).map((r) => ({ read: r, input: inputOf(build, r.input).input })).filter((f) => onPulls(f.input).length > 0)

const railOf = (pull: Pull, input: Input): number => (pull.toReference ? input.referenceV.value : pull.railV.value)

function pullElements(input: Input, node: string): CircuitElement[] {
  return onPulls(input).flatMap((p): CircuitElement[] => [
    { id: `rail ${p.id}`, kind: 'voltage', plus: `rail ${p.id}`, minus: GROUND, volt: railOf(p, input) },
    { id: `pull ${p.id}`, kind: 'resistor', a: `rail ${p.id}`, b: node, ohm: p.ohm.value },
  ])
}

function circuitsOf(read: Read, input: Input, others: Feed[]): ChainSpec['circuits'] {
  const own = [...pullElements(input, PIN), { id: 'leak', kind: 'resistor', a: PIN, b: GROUND, ohm: LEAK_OHM } as CircuitElement]
  const wire = (signal: number, ground: number, offset: number): CircuitElement[] => [
    { id: 'signal wire', kind: 'resistor', a: PLUG_HIGH, b: PIN, ohm: Math.max(signal, LEAST_OHM) },
    { id: 'ground wire', kind: 'resistor', a: PLUG_LOW, b: 'sensor ground', ohm: Math.max(ground, LEAST_OHM) },
    { id: 'ground offset', kind: 'voltage', plus: 'sensor ground', minus: GROUND, volt: offset },
  ]
  const shared = others.flatMap(({ read: r, input: i }): CircuitElement[] => [
    { id: `wire ${r.id}`, kind: 'resistor', a: PLUG_HIGH, b: `pin ${r.id}`, ohm: Math.max(r.wire.signalOhm.value, LEAST_OHM) },
    ...pullElements(i, `pin ${r.id}`),
  ])
  const leads = wire(read.wire.signalOhm.value, read.wire.groundOhm.value, 0)
  return [
    { share: 'element', elements: [...own, ...wire(0, 0, 0)] },
    { share: 'leads', elements: [...own, ...leads] },
    { share: 'shared', elements: [...own, ...leads, ...shared] },
    { share: 'ground', elements: [...own, ...wire(read.wire.signalOhm.value, read.wire.groundOhm.value, read.wire.groundOffsetV.value), ...shared] },
  ]
}

function spreadsOf(read: Read, input: Input, others: Feed[]): Spread[] {
  const out: Spread[] = [{ id: 'curve', share: 'element', label: 'the curve', kind: 'normal', size: 1, on: { kind: 'truth' } }]
  const circuit = (id: string, share: ShareId, label: string, size: number, kind: Spread['kind'] = 'uniform'): void => {
    if (size > 0) out.push({ id, share, label, kind, size, on: { kind: 'circuit', element: id } })
  }
  const pulls = (of: Input, share: ShareId): void => {
    for (const p of onPulls(of)) {
      circuit(`pull ${p.id}`, share, `${p.name || 'pull-up'} ±${(p.tolerance * 100).toFixed(1)} %`, p.tolerance * p.ohm.value)
      if (!p.toReference) circuit(`rail ${p.id}`, share, `supply of ${p.name || 'the pull-up'}`, p.railV.value > BATTERY_ABOVE_V ? BATTERY_HALF_WIDTH_V : Math.max(0.01, input.referenceTolerance) * p.railV.value)
    }
  }
  pulls(input, 'input')
  for (const other of others) pulls(other.input, 'shared')
  if (read.wire.signalOhm.basis === 'assumed') circuit('signal wire', 'leads', 'signal wire, not measured', read.wire.signalOhm.value / 2)
  if (read.wire.groundOhm.basis === 'assumed') circuit('ground wire', 'leads', 'ground wire, not measured', read.wire.groundOhm.value / 2)
  if (read.wire.groundOffsetV.basis === 'assumed') circuit('ground offset', 'ground', 'ground offset, not measured', UNMEASURED_GROUND_V)
  if (input.bits !== null) out.push({ id: 'count', share: 'converter', label: 'one count', kind: 'uniform', size: 0.5, on: { kind: 'counts' } })
  out.push({ id: 'face', share: 'table', label: 'the last digit shown', kind: 'uniform', size: (0.5 * 10 ** -read.face.decimals) / (input.table?.valueUnit === '°F' ? 1.8 : 1), on: { kind: 'face' } })
  return out
}

function enteredTable(input: Input): ChainSpec['table'] {
  const entered = input.table?.entered
  if (!entered || input.table!.form !== 'table') return null
  return { x: entered.x, y: entered.y, axis: input.table!.axis, beyond: input.table!.beyond }
}

function basisOf(build: Build, parts: { sensor: Sensor; read: Read; input: Input }): ChainSpec['basis'] {
  const { sensor, read, input } = parts
  const all = (...stated: { basis: 'assumed' | 'measured' }[]): 'assumed' | 'measured' => (stated.every((s) => s.basis === 'measured') ? 'measured' : 'assumed')
  const proven = isProven(build, read.id)
  const up = (basis: 'assumed' | 'measured'): Basis => (proven ? 'proven' : basis)
  const pulls = onPulls(input).map((p) => p.ohm)
  return {
    truth: up('measured'),
    element: up(sensor.basis),
    plug: up(all(sensor, ...pulls)),
    pin: up(all(sensor, ...pulls, read.wire.groundOffsetV)),
    converter: up(all(sensor, ...pulls, read.wire.groundOffsetV, input.referenceV)),
    shown: up(input.table?.entered ? sensor.basis : 'assumed'),
  }
}

/** Hash of all that a reading rests on: the points that count, the element, the wire, the input and its table. */
export function restsOn(build: Build, readId: string): string {
  const { read, channel } = readOf(build, readId)
  const { input } = inputOf(build, read.input)
  const shared = otherFeeds(build, channel, read)
  return hashOf({
    element: { ...elementOf(build, read.source.id), name: '', pins: [] },
    points: pointsOf(build, read.source.id).filter((m) => !m.struck).map((m) => ({ method: m.method, readings: m.readings })),
    wire: { ...read.wire, colour: '', cavity: '' },
    face: read.face.decimals,
    input,
    shared: shared.map((s) => ({ wire: s.read.wire, pulls: s.input.pulls })),
  })
}

/** A read is proven while its proof rests on what is still so. */
export function isProven(build: Build, readId: string): boolean {
  const proof = build.proofs.find((p) => p.read === readId)
  return proof !== undefined && proof.dependsOn === restsOn(build, readId)
}
