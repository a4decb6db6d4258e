import type { Build, Channel, DeviceTable, Input, WiredRead } from '../build/types.ts'
import { pathOf, pinName, type Path } from '../build/find.ts'
import type { CircuitElement } from '../circuit/circuit.ts'
import type { Table } from '../table/interpolate.ts'
import { circuitCauses, GROUND_OFFSET, type Spread } from './causes.ts'
import { faceHalfStep } from './faceStep.ts'
import { readerInPoints } from './points.ts'
import type { Sensor } from './sensor.ts'
import { needsOf, sourceOf } from './source.ts'
import { familyOf } from '../curve/registry.ts'
import type { Drive } from '../curve/family.ts'
import { groundNow, postNow } from './groundNow.ts'
import type { ShareId } from './shares.ts'
import { standingOf } from './standing.ts'
import { STAGES, stepsOf, type StageId } from './stages.ts'
import {
  networkOf,
  viewFrom,
  type GroundOffset,
  type Nodes,
  type PartKind,
  type PartRole,
  type View,
} from '../network/index.ts'

export type Basis = 'assumed' | 'measured' | 'proven'

/**
 * A channel put together for one reader: plain data, so that it crosses to a worker. The circuits leave out
 * the sensor; `nodes` says where it hangs and what the converter looks at. An element that gives a frequency has no
 * circuit: any wire carries it.
 */
export type ChainSpec = {
  read: string
  input: string
  device: string
  stages: StageId[]
  sensor: Pick<Sensor, 'family' | 'curve' | 'fit' | 'tolerance' | 'basis'>
  drive: Drive
  range: [number, number]
  best: [number, number]
  accuracy: number
  nodes: Nodes
  /** from the perfect chain to the real one, each adding a cause */
  circuits: { share: ShareId; elements: CircuitElement[] }[]
  /** what each part of them is and whose, for whoever changes one */
  parts: { id: string; kind: PartKind; of: string; role: PartRole }[]
  /** counts for one volt or hertz at the pin, and the most it can show; null: none, as in a needle gauge */
  converter: { perUnit: number; full: number } | null
  /** what is in the device; null: as good as perfect */
  table: (Table & { axis: DeviceTable['axis']; beyond: DeviceTable['beyond'] }) | null
  /** truth by which each milliwatt in the element moves it; 0 where nothing does */
  heatingPerMw: number
  /** half a step of the last shown digit, truth unit */
  faceHalfStep: number
  spreads: Spread[]
  basis: Record<StageId, Basis>
}

export type Assembled = Path & {
  spec: ChainSpec | null
  sensor: Sensor
  /** the channel's, or a part's share of them */ needs: Channel['needs']
  problem: string | null
}

/** All of a chain but how far it can be trusted, which a proof of it decides; null with the reason in `problem`. */
export function computed(
  build: Build,
  readId: string,
  forced?: GroundOffset,
): Omit<Assembled, 'spec'> & { spec: Omit<ChainSpec, 'basis'> | null } {
  const path = pathOf(build, readId)
  const { read, wired, channel, element, input, sends: device } = path
  const sensor = sourceOf(build, channel, wired),
    needs = needsOf(build, channel, wired)
  const parts = { ...path, sensor, needs }
  if (sensor.curve === undefined)
    return {
      ...parts,
      spec: null,
      problem:
        sensor.problem ??
        'Nothing is known of this sensor yet: take two points, or take a library curve on trust.',
    }
  const family = familyOf(sensor.family)
  const drive = family.drive(element.settings)
  const ground = groundBeside(build, sensor, wired, forced)
  const view = viewFrom(
    networkOf(build),
    { read: wired, input, device, drive },
    {
      groundOffset: ground.offset,
      standing: standingOf(build),
      postAt: (post) => postNow(build, device.id, post),
    },
  )
  const problem = inputProblem(drive, path, view)
  if (problem) return { ...parts, spec: null, problem }
  const converter = converterOf(input)
  const looking = { drive, wired, read, input, family }
  const stages = STAGES.filter((s) => s.stands({ drive, converter })).map((s) => s.id)
  const spec: Omit<ChainSpec, 'basis'> = {
    read: read.id,
    input: input.id,
    device: path.shows.name,
    stages,
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
    nodes: view.nodes,
    circuits: circuitsOf(view),
    parts: view.parts.map(({ is, element, role }) => ({
      ...{ id: element.id, kind: is.kind, of: is.of, role },
    })),
    converter,
    table: enteredTable(input),
    heatingPerMw: family.heatingPerMw?.(element.settings) ?? 0,
    faceHalfStep: faceHalfStep(read, input, family),
    spreads: [
      ...circuitCauses(view, looking).filter((s) => s.id !== GROUND_OFFSET || !ground.inCurve),
      ...stepsOf({ stages }).flatMap((step) => step.causes(looking)),
    ].filter((s) => s.size > 0),
  }
  return { ...parts, spec, problem: null }
}

/**
 * What a reader's sensor ground stands off beside its curve. Where every point of the sensor was taken in a device,
 * what that device's ground stands off is in the curve already: nothing is left of it for the reader it was taken by,
 * and for another the difference of the two.
 */
function groundBeside(
  build: Build,
  sensor: Sensor,
  read: WiredRead,
  forced?: GroundOffset,
): { offset: GroundOffset; inCurve: boolean } {
  const here = forced ?? groundNow(build, read)
  const { points, fit, element } = sensor
  if (fit === null || points.length === 0 || !points.every((p) => p.inDevice))
    return { offset: here, inCurve: false }
  const by = readerInPoints(build, element.id) ?? read
  const [own, theirs] = [here, by.wire.groundOffsetV]
  const basis = own.basis === 'measured' && theirs.basis === 'measured' ? 'measured' : 'assumed'
  const offset = { ...own, basis, value: own.value - theirs.value } as const
  return { offset, inCurve: by.id === read.id }
}

/** Why this input cannot read such an element, or null. */
function inputProblem(drive: Drive, { input, pin, sends }: Path, view: View): string | null {
  const name = pinName(pin)
  if ((drive.kind === 'frequency') !== (input.signal === 'frequency')) {
    return drive.kind === 'frequency'
      ? `Pin ${name} of ${sends.name} measures volts, and this sensor gives edges: give ` +
          'it a frequency input, under Input.'
      : `Pin ${name} of ${sends.name} counts edges, and this sensor gives no frequency: ` +
          'give it a voltage input, under Input.'
  }
  if (drive.kind === 'resistance' && !view.parts.some((p) => p.is.kind === 'pull'))
    return (
      `No pull-up feeds pin ${name} of ${sends.name}: a resistive sensor gives no ` +
      'voltage without one. Choose one under Input.'
    )
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

/** In which order the errors of a circuit are added to a perfect one, and what each is put down to. */
const ADDED: [PartRole, ShareId][] = [
  ['input', 'element'],
  ['wires', 'leads'],
  ['other', 'shared'],
  ['ground', 'ground'],
]

/** A reader's circuit from the perfect one to the real one. */
const circuitsOf = ({ parts }: View): ChainSpec['circuits'] =>
  ADDED.slice(0, parts.length > 0 ? ADDED.length : 1).map(([, share], step) => ({
    share,
    elements: parts.flatMap(({ role, element, perfect }) => {
      const added = ADDED.findIndex(([r]) => r === role) <= step
      const part = added ? element : perfect
      return part ? [part] : []
    }),
  }))

function enteredTable(input: Input): ChainSpec['table'] {
  const entered = input.table?.entered
  if (!entered || input.table!.form !== 'table') return null
  return { x: entered.x, y: entered.y, axis: input.table!.axis, beyond: input.table!.beyond }
}

const resting = new WeakMap<Build, Build>()

/** A build whose vehicle is at rest: a proof is of that, whatever state its grounds are looked at in now. */
export function atRest(build: Build): Build {
  if (build.vehicle.state === null) return build
  const known = resting.get(build)
  if (known) return known
  const rest = { ...build, vehicle: { ...build.vehicle, state: null } }
  resting.set(build, rest)
  return rest
}
