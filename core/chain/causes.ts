import { number, percent, say, type Phrase, type Said } from '../quantity/said.ts'
import type { Input, Pull, Read, WiredRead } from '../build/types.ts'
import type { Drive } from '../curve/family.ts'
import type { AnyFamily } from '../curve/registry.ts'
import type { ShareId } from './shares.ts'
import type { StageId } from './stages.ts'
import { handHeld, MEASURED_GROUND_V, UNMEASURED_GROUND_V } from './points.ts'
import {
  onPulls,
  seenPart,
  type GroundOffset,
  type Is,
  type Seen,
  type View,
  type WireIs,
} from '../network/index.ts'

/** Something that is not known exactly, and how far: 1σ of a normal, or the half-width of a uniform. */
export type Spread = {
  id: string
  share: ShareId
  label: Phrase
  kind: 'normal' | 'uniform'
  size: number
  /** the stage it enters at, which every later one feels; its size is in that stage's unit */
  at: StageId
  /** of one that acts in the circuit: its size is in the unit of a part of it, or a share of all that follow a rail */
  circuit?: InCircuit
  /** its size is counted in 1σ of the curve, which differs from truth to truth */
  ofCurve?: true
  /** what would make it smaller, and the share of its size that then remains; null where the curve itself says */
  remedy: SpreadRemedy | null
}

/** Parts of a circuit that one cause moves. */
export type InCircuit =
  | { part: string }
  /** a reference with all rails that follow it; `own`: the converter measures against it, and follows as well */
  | { rails: string[]; own: boolean }

/** What to do about a cause, the share of its size that then remains, and the causes that go with it altogether. */
export type SpreadRemedy = { text: Phrase; leaves: number; takes?: string[] }

/** A wire measured with the probes' own ohms taken off, Ω. */
const MEASURED_WIRE_OHM = 0.05
/** Rails above this are battery, 12 to 14.4 V, and differ from hour to hour whatever was measured once. */
const BATTERY_ABOVE_V = 6
const BATTERY_HALF_WIDTH_V = 1.2
/** A regulated rail nobody measured, relative half-width. */
const RAIL_LIMIT = 0.02
/** The closest resistor that is sold everywhere, relative half-width. */
const CLOSE_PART = 0.001
/** Below this much gain measuring is not worth advising. */
const WORTH = 0.9

const share = (after: number, now: number): number => (now > 0 ? Math.min(1, after / now) : 1)
/** The tolerance of a part, as its limits. */
const limits = (relative: number): Said => say('limits')`±${percent(relative, 1)}`

const inPart = (part: string): Pick<Spread, 'at' | 'circuit'> => ({ at: 'plug', circuit: { part } })

/** A resistor's ohms: its part tolerance, or the meter that measured it. */
function pullSpread(pull: Pull, part: string, of: ShareId): Spread {
  const name = pull.name || 'pull-up'
  const limit = pull.tolerance * pull.ohm.value
  const byMeter = Math.min(limit, handHeld('Ω', pull.ohm.value))
  const known = pull.ohm.basis === 'measured'
  // worked out of other readings it is as good as those made it
  const size = known && pull.ohm.from.length === 0 ? byMeter : limit
  const measuring = share(byMeter, size)
  const base = {
    id: `pull ${pull.id}`,
    share: of,
    label: known
      ? say('measured')`${name}, as it was measured`
      : say('part')`${name} ${limits(pull.tolerance)}`,
    kind: 'uniform' as const,
    size,
    ...inPart(part),
  }
  return measuring < WORTH
    ? {
        ...base,
        remedy: {
          text: 'Measure the pull-up, device off and plug open, and type its ohms.',
          leaves: measuring,
        },
      }
    : {
        ...base,
        remedy: {
          text: 'Fit a pull-up of 0.1 %: a hand-held meter knows it no better than its rings do.',
          leaves: share(CLOSE_PART * pull.ohm.value, size),
        },
      }
}

/** A rail of its own, not the converter's reference. */
function railSpread(pull: Pull, part: string, of: ShareId): Spread {
  const { value, basis } = pull.railV
  const battery = value > BATTERY_ABOVE_V
  const known = basis === 'measured' && !battery
  const byMeter = handHeld('V', value)
  const size = battery ? BATTERY_HALF_WIDTH_V : known ? byMeter : RAIL_LIMIT * value
  return {
    id: `rail ${pull.id}`,
    share: of,
    label: say(
      'rail',
    )`supply of ${pull.name || 'the pull-up'}${known ? ', as it was measured' : ''}`,
    kind: 'uniform',
    size,
    ...inPart(part),
    remedy:
      battery || known || byMeter > WORTH * size
        ? {
            text: 'Move the pull-up to the converter’s own reference: its errors then cancel.',
            leaves: 0,
            takes: ['reference'],
          }
        : {
            text: 'Measure that supply with the loads on, and type it.',
            leaves: share(byMeter, size),
          },
  }
}

/** A reference, with all that follows it. Where every rail of a circuit follows the converter's own it cancels. */
function referenceSpread(
  input: Input,
  options: { id: string; of: ShareId; label: string; rails: string[]; converter: boolean },
): Spread {
  const { basis, value } = input.referenceV
  const byMeter = Math.min(input.referenceTolerance, handHeld('V', value) / value)
  const known = basis === 'measured'
  const size = known ? byMeter : input.referenceTolerance
  return {
    id: options.id,
    share: options.of,
    label: say(
      'reference',
    )`${options.label}, ${known ? 'as it was measured' : limits(input.referenceTolerance)}`,
    kind: 'uniform',
    size,
    at: options.converter ? 'converter' : 'plug',
    circuit: { rails: options.rails, own: options.converter },
    remedy:
      share(byMeter, size) < WORTH
        ? { text: 'Measure that reference, and type its volts.', leaves: share(byMeter, size) }
        : {
            text: 'Feed all that is read here from one reference: its errors then cancel.',
            leaves: 0,
          },
  }
}

/** A wire's ohms; of one that is drawn there may be several. */
function wireSpread(is: WireIs, part: string): Spread {
  const { stated, drawn } = is
  const id = is.kind
  const byMeter = Math.min(stated.value / 2, MEASURED_WIRE_OHM)
  const known = stated.basis === 'measured'
  const size = is.doubtOhm ?? (known ? byMeter : stated.value / 2)
  return {
    id: drawn ? `${id} ${drawn.id}` : id,
    share: 'leads',
    label: say(
      known ? 'measured' : 'not-measured',
    )`${drawn?.name || id}, ${known ? 'as it was measured' : 'not measured'}`,
    kind: 'uniform',
    size,
    ...inPart(part),
    remedy:
      known || share(byMeter, size) > WORTH
        ? { text: 'A shorter or thicker wire.', leaves: 0.5 }
        : {
            text: say('measure-wire')`Measure the ${id} from end to end.`,
            leaves: share(byMeter, size),
          },
  }
}

/** The cause that what a sensor's ground stands off is. */
export const GROUND_OFFSET = 'ground offset'

function groundSpread(part: string, stated: GroundOffset): Spread {
  if (stated.sizeV !== undefined) return solvedGround(part, stated.sizeV)
  const known = stated.basis === 'measured'
  return {
    id: GROUND_OFFSET,
    share: 'ground',
    label: say(
      known ? 'measured' : 'not-measured',
    )`ground offset, ${known ? 'as it was measured' : 'not measured'}`,
    kind: 'uniform',
    size: known ? MEASURED_GROUND_V : UNMEASURED_GROUND_V,
    ...inPart(part),
    remedy: known
      ? {
          text: 'Use a differential input: a ground difference then cancels.',
          leaves: 0,
          takes: ['ground wire'],
        }
      : {
          text: 'Measure the ground difference with the loads on and type it.',
          leaves: MEASURED_GROUND_V / UNMEASURED_GROUND_V,
        },
  }
}

/** The ground difference that the vehicle's straps and loads make, as far as those are known. */
const solvedGround = (part: string, sizeV: number): Spread => ({
  id: GROUND_OFFSET,
  share: 'ground',
  label: say('by-the-grounds')`ground offset, by the vehicle’s straps and loads`,
  kind: 'uniform',
  size: Math.max(sizeV, MEASURED_GROUND_V),
  ...inPart(part),
  remedy: {
    text: 'Measure a volt drop under Earths: it settles the straps this rests on.',
    leaves: Math.min(1, Math.max(MEASURED_GROUND_V / sizeV, 0.3)),
  },
})

function supplySpread({ sensorSupply: { volt, tolerance } }: Input, part: string): Spread {
  const limit = tolerance * volt.value
  const byMeter = Math.min(limit, handHeld('V', volt.value))
  const known = volt.basis === 'measured'
  return {
    id: 'sensor supply',
    share: 'input',
    label: say('supply')`supply of the sensor${known ? ', as it was measured' : ''}`,
    kind: 'uniform',
    size: known ? byMeter : limit,
    ...inPart(part),
    remedy: {
      text: 'Feed the sensor from the converter’s reference: its errors then cancel.',
      leaves: 0,
      takes: ['reference'],
    },
  }
}

/** What a reader looks with. */
export type Looker = {
  drive: Drive
  /** wired to the sensor, and the one that shows it */ wired: WiredRead
  read: Read
  input: Input
  family: AnyFamily
}

const isSupplied = (drive: Drive): boolean => drive.kind === 'voltage' && drive.nominalV !== null

/** The rails of pull-ups that follow a device's own reference, as parts of the circuit. */
const following = (view: View, input: Input): string[] =>
  onPulls(input)
    .filter((p) => p.toReference)
    .map((p) => seenPart(view, 'rail', p.id).element.id)

/** What this reader's own reference moves: its converter, and every rail that follows it. */
function ownReference(view: View, { drive, input }: Looker): Spread[] {
  if (input.bits === null) return []
  const supplied = isSupplied(drive) && input.sensorSupply.toReference
  const supplies = view.parts.filter((p) => p.is.kind === 'supply' && p.role === 'input')
  const rails = [...following(view, input), ...(supplied ? supplies.map((p) => p.element.id) : [])]
  const othersFeed = view.parts.some((p) => p.role === 'other' && p.is.kind === 'pull')
  // of a resistance on pull-ups of its own reference alone, or a sensor fed from it, nothing is left
  const allFollow =
    onPulls(input).every((p) => p.toReference) &&
    (drive.kind === 'resistance' ? !othersFeed : supplied)
  if (allFollow) return []
  const options = { id: 'reference', label: 'the reference', rails, converter: true }
  return [referenceSpread(input, { ...options, of: 'converter' })]
}

/** The doubt of one part of a reader's circuit; none of what is known well enough, or cancels. */
function partSpreads({ is, role, element }: Seen, looking: Looker): Spread[] {
  const of: ShareId = role === 'other' ? 'shared' : 'input'
  if (role === 'wires' || role === 'ground') return ownWireSpreads(is, element.id, looking)
  switch (is.kind) {
    case 'pull':
      return [pullSpread(is.pull, element.id, of)]
    case 'rail':
      return is.pull.toReference ? [] : [railSpread(is.pull, element.id, of)]
    case 'supply':
      return is.input.sensorSupply.toReference ? [] : [supplySpread(is.input, element.id)]
    case 'others':
      return element.kind === 'current' ? [othersSpread(is, element.id)] : []
    default:
      return []
  }
}

/** Three and four wires take their own doubt off, and a differential input the ground's. */
function ownWireSpreads(is: Is, part: string, { drive, input }: Looker): Spread[] {
  const cancels = drive.kind === 'resistance' && drive.leadsCancel === true
  switch (is.kind) {
    case 'signal wire':
      return cancels ? [] : [wireSpread(is, part)]
    case 'ground wire':
      return cancels || input.differential ? [] : [wireSpread(is, part)]
    case 'supply wire':
      return is.drawn ? [wireSpread(is, part)] : []
    case 'return':
      return input.differential ? [] : [groundSpread(part, is.stated)]
    default:
      return []
  }
}

/** What other sensors draw through a wire of this one: they stand where they stand. */
const othersSpread = (is: Extract<Is, { kind: 'others' }>, part: string): Spread => ({
  id: part,
  share: 'shared',
  label:
    is.sensors === 1
      ? say('other-sensor')`current of another sensor on its wire`
      : say('other-sensors')`current of ${number(is.sensors)} other sensors on its wire`,
  kind: 'normal',
  size: is.sigmaA,
  ...inPart(part),
  remedy: { text: 'Give this sensor a wire of its own from plug to device.', leaves: 0 },
})

/** The references of other devices whose pull-ups feed the sensor too. */
function otherReferences(view: View): Spread[] {
  const inputs = new Set(
    view.parts.flatMap(({ is, role }) =>
      role === 'other' && is.kind === 'pull' ? [is.input] : [],
    ),
  )
  return [...inputs]
    .map((other) => ({ other, rails: following(view, other) }))
    .filter(({ rails }) => rails.length > 0)
    .map(({ other, rails }) =>
      referenceSpread(other, {
        id: `reference ${other.id}`,
        of: 'shared',
        label: 'the other device’s reference',
        rails,
        converter: false,
      }),
    )
}

const inputSpreads = (view: View, looking: Looker): Spread[] => [
  ...view.parts.flatMap((part) => partSpreads(part, looking)),
  ...otherReferences(view),
  ...ownReference(view, looking),
]

/** What is not known exactly of a sensor and of the circuit it is read in, with what would make it smaller. */
export const circuitCauses = (view: View, looking: Looker): Spread[] => [
  {
    id: 'curve',
    share: 'element',
    label: 'the curve',
    kind: 'normal',
    size: 1,
    at: 'element',
    ofCurve: true,
    remedy: null,
  },
  ...(looking.drive.kind === 'frequency' ? [] : inputSpreads(view, looking)),
]
