import type { Build, Channel, Device, DeviceTable, Input, Pull, Read } from '../build/types.ts'
import { elementOf, inputOf, measurementOf, readOf } from '../build/find.ts'
import { hashOf } from '../build/hash.ts'
import type { CircuitElement } from '../circuit/circuit.ts'
import type { Table } from '../table/interpolate.ts'
import { spreadsOf, type Spread } from './causes.ts'
import { faceHalfStep, onPulls, otherFeeds, type Feed } from './feeds.ts'
import { remembered } from './remember.ts'
import { statusRestsOn } from './rests.ts'
import { readerInPoints } from './points.ts'
import type { Sensor } from './sensor.ts'
import { needsOf, sourceOf } from './source.ts'
import { familyOf } from '../curve/registry.ts'
import type { Drive } from '../curve/family.ts'
import type { ShareId } from './shares.ts'
import { basesOf, STAGES, type StageId } from './stages.ts'
import { GROUND, PIN, PLUG_HIGH, PLUG_LOW, SUPPLY } from './transfer.ts'

export type Basis = 'assumed' | 'measured' | 'proven'

/**
 * A channel put together for one reader: plain data, so that it crosses to a worker. The circuits leave out
 * the sensor, which hangs between PLUG_HIGH and PLUG_LOW (`transfer.ts`); the pin is PIN and the converter's
 * ground GROUND. An element that gives a frequency has no circuit: any wire carries it.
 */
export type ChainSpec = {
  read: string
  device: string
  stages: StageId[]
  sensor: Pick<Sensor, 'family' | 'curve' | 'fit' | 'tolerance' | 'basis'>
  drive: Drive
  range: [number, number]
  best: [number, number]
  accuracy: number
  /** from the perfect chain to the real one, each adding a cause */
  circuits: { share: ShareId; elements: CircuitElement[] }[]
  /** counts for one volt or hertz at the pin, and the most it can show; null: none, as in a needle gauge */
  converter: { perUnit: number; full: number } | null
  /** what is in the device; null: as good as perfect */
  table: (Table & { axis: DeviceTable['axis']; beyond: DeviceTable['beyond'] }) | null
  dissipationMwPerK: number
  /** half a step of the last shown digit, truth unit */
  faceHalfStep: number
  spreads: Spread[]
  basis: Record<StageId, Basis>
}

export { GROUND, PIN, PLUG_HIGH, PLUG_LOW }

/** No wire is a perfect one; this keeps a zero out of the solver and changes nothing that can be read. */
const LEAST_OHM = 1e-4
/** Input leakage of a converter where nobody states it. */
const LEAK_OHM = 1e7
export type Assembled = {
  spec: ChainSpec | null
  sensor: Sensor
  channel: Channel
  /** the channel's, or a part's share of them */ needs: Channel['needs']
  read: Read
  input: Input
  device: Device
  problem: string | null
}

/**
 * The chain of one reader out of the record; `spec` is null with the reason in `problem` while
 * something is missing.
 */
export function assembleChain(build: Build, readId: string): Assembled {
  const { spec, ...parts } = computed(build, readId)
  if (!spec) return { ...parts, spec }
  return { ...parts, spec: { ...spec, basis: basisOf(build, parts, spec) } }
}

/** All of a chain but how far it can be trusted, which a proof of it decides. */
function computed(
  build: Build,
  readId: string,
): Omit<Assembled, 'spec'> & { spec: Omit<ChainSpec, 'basis'> | null } {
  const { read, channel } = readOf(build, readId)
  const { input, device } = inputOf(build, read.input)
  const sensor = sourceOf(build, channel, read),
    needs = needsOf(build, channel, read)
  const parts = { sensor, channel, needs, read, input, device }
  const electrical = groundBeside(build, sensor, read)
  if (sensor.curve === undefined)
    return {
      ...parts,
      spec: null,
      problem:
        sensor.problem ??
        'Nothing is known of this sensor yet: take two points, or take a library curve on trust.',
    }
  const others = otherFeeds(build, channel, read)
  const element = elementOf(build, read.source.id)
  const family = familyOf(sensor.family)
  const drive = family.drive(element.settings)
  const problem = inputProblem(drive, device, input, others)
  if (problem) return { ...parts, spec: null, problem }
  const edges = drive.kind === 'frequency'
  const converter = converterOf(input)
  const spec: Omit<ChainSpec, 'basis'> = {
    read: read.id,
    device: device.name,
    stages: STAGES.filter((s) => s.stands({ drive, converter })).map((s) => s.id),
    sensor: {
      family: sensor.family,
      curve: sensor.curve,
      fit: sensor.fit,
      tolerance: sensor.tolerance,
      basis: sensor.basis,
    },
    drive,
    range: needs.range,
    best: needs.best,
    accuracy: needs.accuracy,
    circuits: edges
      ? [{ share: 'element', elements: [] }]
      : circuitsOf(drive, electrical.read, input, others),
    converter,
    table: enteredTable(input),
    dissipationMwPerK: element.settings.dissipationMwPerK ?? 1,
    faceHalfStep: faceHalfStep(read, input, family),
    spreads: spreadsOf(drive, electrical.read, input, others, family).filter(
      (s) => s.id !== 'ground offset' || !electrical.inCurve,
    ),
  }
  return { ...parts, spec, problem: null }
}

/**
 * The reader as its circuit sees it. Where every point of the sensor was taken in a device, what that device's ground
 * stands off is in the curve already: nothing is left of it for the reader it was taken by, and for another the
 * difference of the two.
 */
function groundBeside(build: Build, sensor: Sensor, read: Read): { read: Read; inCurve: boolean } {
  const { points, fit, element } = sensor
  if (fit === null || points.length === 0 || !points.every((p) => p.inDevice))
    return { read, inCurve: false }
  const by = readerInPoints(build, element.id) ?? read
  const [own, theirs] = [read.wire.groundOffsetV, by.wire.groundOffsetV]
  const basis = own.basis === 'measured' && theirs.basis === 'measured' ? 'measured' : 'assumed'
  const groundOffsetV = { ...own, basis, value: own.value - theirs.value } as const
  return { read: { ...read, wire: { ...read.wire, groundOffsetV } }, inCurve: by.id === read.id }
}

/** Why this input cannot read such an element, or null. */
function inputProblem(drive: Drive, device: Device, input: Input, others: Feed[]): string | null {
  if ((drive.kind === 'frequency') !== (input.signal === 'frequency')) {
    return drive.kind === 'frequency'
      ? `Pin ${input.pin} of ${device.name} measures volts, and this sensor gives edges: give it a frequency input, under Input.`
      : `Pin ${input.pin} of ${device.name} counts edges, and this sensor gives no frequency: give it a voltage input, under Input.`
  }
  if (drive.kind === 'resistance' && onPulls(input).length === 0 && others.length === 0)
    return `No pull-up feeds pin ${input.pin} of ${device.name}: a resistive sensor gives no voltage without one. Choose one under Input.`
  return null
}

const converterOf = (input: Input): ChainSpec['converter'] =>
  input.signal === 'frequency'
    ? input.counter && {
        perUnit: input.counter.gateS,
        full: input.counter.highestHz * input.counter.gateS,
      }
    : input.bits === null
      ? null
      : { perUnit: 2 ** input.bits / input.referenceV.value, full: 2 ** input.bits - 1 }

const supplyOf = (input: Input): number =>
  input.sensorSupply.toReference ? input.referenceV.value : input.sensorSupply.volt.value
const railOf = (pull: Pull, input: Input): number =>
  pull.toReference ? input.referenceV.value : pull.railV.value

function pullElements(input: Input, node: string): CircuitElement[] {
  return onPulls(input).flatMap((p): CircuitElement[] => [
    {
      id: `rail ${p.id}`,
      kind: 'voltage',
      plus: `rail ${p.id}`,
      minus: GROUND,
      volt: railOf(p, input),
    },
    { id: `pull ${p.id}`, kind: 'resistor', a: `rail ${p.id}`, b: node, ohm: p.ohm.value },
  ])
}

function circuitsOf(drive: Drive, read: Read, input: Input, others: Feed[]): ChainSpec['circuits'] {
  const own = [
    ...pullElements(input, PIN),
    { id: 'leak', kind: 'resistor', a: PIN, b: GROUND, ohm: LEAK_OHM } as CircuitElement,
  ]
  const wire = (signal: number, ground: number, offset: number): CircuitElement[] => [
    { id: 'signal wire', kind: 'resistor', a: PLUG_HIGH, b: PIN, ohm: Math.max(signal, LEAST_OHM) },
    {
      id: 'ground wire',
      kind: 'resistor',
      a: PLUG_LOW,
      b: 'sensor ground',
      ohm: Math.max(ground, LEAST_OHM),
    },
    { id: 'ground offset', kind: 'voltage', plus: 'sensor ground', minus: GROUND, volt: offset },
  ]
  const shared = others.flatMap(({ read: r, input: i }): CircuitElement[] => [
    {
      id: `wire ${r.id}`,
      kind: 'resistor',
      a: PLUG_HIGH,
      b: `pin ${r.id}`,
      ohm: Math.max(r.wire.signalOhm.value, LEAST_OHM),
    },
    ...pullElements(i, `pin ${r.id}`),
  ])
  // three and four wires cancel what they have; a differential input takes the sensor's ground for its own
  const cancels = drive.kind === 'resistance' && drive.leadsCancel === true
  const signalOhm = cancels ? 0 : read.wire.signalOhm.value,
    groundOhm = cancels ? 0 : read.wire.groundOhm.value
  const offsetV = input.differential ? 0 : read.wire.groundOffsetV.value
  // the supply wire of a three-wire sensor is taken to be as long as its ground wire
  const supply = (supplyOhm: number): CircuitElement[] =>
    drive.kind === 'voltage' && drive.nominalV !== null
      ? [
          {
            id: 'sensor supply',
            kind: 'voltage',
            plus: 'supply rail',
            minus: GROUND,
            volt: supplyOf(input),
          },
          {
            id: 'supply wire',
            kind: 'resistor',
            a: 'supply rail',
            b: SUPPLY,
            ohm: Math.max(supplyOhm, LEAST_OHM),
          },
          ...(drive.supplyMa > 0
            ? [
                {
                  id: 'supply current',
                  kind: 'current' as const,
                  from: SUPPLY,
                  to: PLUG_LOW,
                  ampere: drive.supplyMa / 1000,
                },
              ]
            : []),
        ]
      : []
  const leads = [...wire(signalOhm, input.differential ? 0 : groundOhm, 0), ...supply(groundOhm)]
  // a reader that only listens lives on what the others feed: that is its perfect chain, and no error of it
  const fed = drive.kind === 'resistance' && onPulls(input).length === 0 ? shared : []
  return [
    { share: 'element', elements: [...own, ...wire(0, 0, 0), ...supply(0), ...fed] },
    { share: 'leads', elements: [...own, ...leads, ...fed] },
    { share: 'shared', elements: [...own, ...leads, ...shared] },
    {
      share: 'ground',
      elements: [
        ...own,
        ...wire(signalOhm, input.differential ? 0 : groundOhm, offsetV),
        ...supply(groundOhm),
        ...shared,
      ],
    },
  ]
}

function enteredTable(input: Input): ChainSpec['table'] {
  const entered = input.table?.entered
  if (!entered || input.table!.form !== 'table') return null
  return { x: entered.x, y: entered.y, axis: input.table!.axis, beyond: input.table!.beyond }
}

function basisOf(
  build: Build,
  { sensor, read, input }: { sensor: Sensor; read: Read; input: Input },
  { drive, stages }: Pick<ChainSpec, 'drive' | 'stages'>,
): ChainSpec['basis'] {
  const edges = drive.kind === 'frequency'
  const stated = basesOf(stages, {
    sensor,
    pulls: drive.kind === 'resistance' ? onPulls(input).map((p) => p.ohm) : [],
    ground: edges || input.differential ? [] : [read.wire.groundOffsetV],
    reference: edges ? [] : [input.referenceV],
    table: Boolean(input.table?.entered),
  })
  const proven = isProven(build, read.id)
  return Object.fromEntries(
    [...stated].map(([stage, basis]): [StageId, Basis] => [stage, proven ? 'proven' : basis]),
  )
}

/** Hash of all that a reading rests on, as it was computed: the curve and its doubt, the circuits, the table, the face. */
export function restsOn(build: Build, readId: string): string {
  const { read, channel } = readOf(build, readId)
  return remembered(read, 'hash', statusRestsOn(build, channel), () => {
    const { spec, problem } = computed(build, readId)
    if (!spec) return hashOf({ problem })
    const { sensor, drive, circuits, converter, table, dissipationMwPerK, spreads } = spec
    const { warnings: _, suspects: __, ...fit } = sensor.fit ?? { warnings: [], suspects: [] }
    return hashOf(
      inDigits({
        sensor: { ...sensor, fit },
        drive,
        circuits,
        converter,
        table,
        dissipationMwPerK,
        spreads: spreads.map(({ id, kind, size, on }) => ({ id, kind, size, on })),
      }),
    )
  })
}

/** Digits of a number that a proof is held to: what is computed may differ by less from one browser to the next. */
const DIGITS = 6

function inDigits(value: unknown): unknown {
  if (typeof value === 'number') return Number(value.toPrecision(DIGITS))
  if (Array.isArray(value)) return value.map(inDigits)
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(Object.entries(value).map(([key, v]) => [key, inDigits(v)]))
}

/** A read is proven while its proof rests on what is still so, and what was read for it stands. */
export function isProven(build: Build, readId: string): boolean {
  const proof = build.proofs.find((p) => p.read === readId)
  return (
    proof !== undefined &&
    proof.measurements.every((id) => measurementOf(build, id)?.struck === null) &&
    proof.dependsOn === restsOn(build, readId)
  )
}
