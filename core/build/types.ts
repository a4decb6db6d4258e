/**
 * The saved record. One immutable document a build; every screen is computed from it. Values are in the
 * core's units. Ids are random and stable; nothing refers by position.
 */
export type Id = string

/** Bumped when the shape changes; `migrate.ts` brings older files up. */
export const SCHEMA = 6

export type Build = {
  schema: typeof SCHEMA
  id: Id
  name: string
  /** counts changes; two tabs compare it before they write */
  revision: number
  /** revision at the last import or duplication, for merging later */
  parentRevision: number
  createdAt: string
  vehicle: Vehicle
  instruments: Instrument[]
  devices: Device[]
  elements: Element[]
  channels: Channel[]
  measurements: Measurement[]
  proofs: Proof[]
  changes: Change[]
  attachments: Attachment[]
}

export type Vehicle = {
  name: string
  note: string
  altitudeM: number | null
  /** share of ethanol in the tank, by volume, 0 to 1 */ ethanol: number
}

/** A value and how far it can be trusted: assumed until measured; `from` are measurement ids. */
export type Stated<T = number> = { value: T; basis: 'assumed' | 'measured'; from: Id[] }

/** A tolerance as data sheets state it: the half-width of its limits, relative. 0.01 is ±1 %. */
export type RelativeLimit = number

export type Instrument = {
  id: Id
  name: string
  kind: 'meter' | 'thermometer' | 'barometer' | 'gauge' | 'can'
  accuracy: Accuracy
  /** first-order time constant of a probe, s */
  lagS: number | null
  /** what it showed in stirred ice and water, °C, and when */
  iceCheck: { readC: number; at: string } | null
  checkedAt: string | null
  note: string
}

/** Limits as on a data sheet: ± (percent of the reading + digits of the last place + offset). */
export type Accuracy = {
  percent: number
  digits: number
  /** core unit */
  offset: number
  /** share of per cent and offset that every reading of this instrument has in common, 0 to 1 */
  commonShare: number
}

export type Device = {
  id: Id
  name: string
  kind: 'ecu' | 'display' | 'gauge' | 'other'
  note: string
  inputs: Input[]
}

export type Input = {
  id: Id
  pin: string
  /** volts into a converter, or edges into a counter */
  signal: 'voltage' | 'frequency'
  /** of an input that counts edges: how long it counts, s, and the highest it can follow, Hz */
  counter: { gateS: number; highestHz: number } | null
  /** what the device gives the sensor to live on; only ratiometric sensors notice */
  sensorSupply: {
    volt: Stated
    toReference: boolean
    /** where it is not the reference */ tolerance: RelativeLimit
  }
  /** measures against the sensor's own ground wire, so that a ground difference cancels */
  differential: boolean
  /** converter width; null for a device that has none, such as a moving-needle gauge */
  bits: number | null
  referenceV: Stated
  /** of the reference, where the pull-up does not follow it */
  referenceTolerance: RelativeLimit
  pulls: Pull[]
  /** most the input may see, V */
  limitV: number
  table: DeviceTable | null
}

export type Pull = {
  id: Id
  name: string
  ohm: Stated
  tolerance: RelativeLimit
  railV: Stated
  /** its rail is the converter's reference, so that supply errors cancel */
  toReference: boolean
  kind: 'fixed' | 'switchable' | 'fitted'
  on: boolean
}

export type DeviceTable = {
  /** what the device takes: a table, three pairs of temperature and ohms, or coefficients */
  form: 'table' | 'pairs' | 'coefficients'
  cells: number
  axis: Axis
  axisStep: number
  axisRange: [number, number]
  /** order in which the device lists its axis */
  direction: 'rising' | 'falling'
  /** the axis cannot be changed: these are its cells */
  axisFixed: number[] | null
  /** as the device shows it: any unit of the channel's quantity */
  valueUnit: string
  valueStep: number
  valueRange: [number, number]
  beyond: 'hold' | 'extrapolate'
  onOpen: FaultShow
  onShort: FaultShow
  /** what is in the device now, x in the axis unit ascending, y in the core's unit */
  entered: EnteredTable | null
}

export type Axis = 'V' | 'Ω' | 'counts' | 'Hz'

/** What a device shows on a fault: beyond the low end, beyond the high end, the last good value, a stated one. */
export type FaultShow = { show: 'low' | 'high' | 'last' | 'value'; value: number | null }
export type EnteredTable = { x: number[]; y: number[]; at: string; name: string }

export type Element = {
  id: Id
  name: string
  family: string
  /** checked by the family; kept as it is where the family is not known */
  settings: ElementSettings
  pins: { name: string; wire: string }[]
}

export type ElementSettings = {
  /** library curve in use until there are points */
  assumedCurve?: string | null
  model?: string
  [other: string]: unknown
}

export type Channel = {
  id: Id
  /** what it is: the id of a kind of channel (`core/channel/registry.ts`) */
  kind: string
  name: string
  quantity: string
  /** where in the vehicle */
  place: string
  needs: { range: [number, number]; best: [number, number]; accuracy: number }
  elements: Id[]
  /** how its sensors become what is read: the id of a source (`core/curve/sources.ts`) */
  combine: string
  /** of two: a pipe or a pump keeps their halves level */
  linked: boolean
  reads: Read[]
}

export type Read = {
  id: Id
  /** the element it reads; of two joined on one wire the first, and both are meant */
  source: { kind: 'element'; id: Id }
  input: Id
  wire: Wire
  face: Face
}

export type Face = {
  name: string
  decimals: number
  /** unit it shows in; null: as this person prefers */
  unit: string | null
  /** a moving needle: sweep in degrees between two marks, core unit, and what separates two scale marks */
  needle: { sweepDegrees: number; low: number; high: number; markStep: number } | null
  /** one-pole smoothing of what is shown, s */
  dampingS: number
  /** warning lamp or colour: on beyond `at`, off again only `hysteresis` back; core unit */
  warning: { when: 'above' | 'below'; at: number; hysteresis: number } | null
}

export type Wire = {
  colour: string
  cavity: string
  signalOhm: Stated
  groundOhm: Stated
  /** how far the sensor ground stands above the converter's ground with the loads on, V */
  groundOffsetV: Stated
}

export type Reading = {
  role:
    | 'truth'
    | 'signal'
    | 'altitude'
    | 'pressure'
    | 'supply'
    | 'gauge'
    | 'height'
    | 'mass'
    | 'diameter'
    | 'shown'
    | 'pinV'
  /** exactly as typed */
  typed: string
  unit: string
  /** in the core's unit, computed once from `typed` */
  value: number
  instrument: Id | null
}

export type Measurement = {
  id: Id
  at: string
  by: string
  about: { kind: 'point'; element: Id } | { kind: 'keyOn'; read: Id } | { kind: 'input'; input: Id }
  method: string
  readings: Reading[]
  note: string
  struck: { at: string; why: string } | null
}

export type Proof = {
  id: Id
  read: Id
  measurements: Id[]
  /** hash of everything the reading rests on; the proof lapses when that changes */
  dependsOn: string
  at: string
  by: string
}

export type Attachment = { id: Id; sha256: string; bytes: number; kind: string }

export type Change = {
  id: Id
  at: string
  by: string
  kind: string
  /** what it did; of an undo or a redo empty, since the change it names says it */
  edits: Edit[]
  /** of an undo or a redo: the change taken back or done again */
  of?: Id
  /** of an undo or a redo: indexes of edits it left alone, because they were overtaken by another tab */
  left?: number[]
}

/**
 * What a change did to one entity: a whole one came or went (no path), or one place inside it took another value.
 * A step of a path is a key, the end of a pair ("0" or "1"), or the id of a thing in a list.
 */
export type Edit = {
  in: Collection | 'build'
  id: Id
  path?: string[]
  before?: unknown
  after?: unknown
  /** where a removed thing stood, to put it back there; a hint, not a reference */
  at?: number
}

export const COLLECTIONS = [
  'instruments',
  'devices',
  'elements',
  'channels',
  'measurements',
  'proofs',
  'attachments',
] as const
export type Collection = (typeof COLLECTIONS)[number]

export const newFace = (name: string, decimals = 1): Face => ({
  name,
  decimals,
  unit: null,
  needle: null,
  dampingS: 0,
  warning: null,
})

export const assumed = <T>(value: T): Stated<T> => ({ value, basis: 'assumed', from: [] })
export const measured = <T>(value: T, from: Id[] = []): Stated<T> => ({
  value,
  basis: 'measured',
  from,
})

/**
 * Part of a thing: only what changes is named, however deep; the rest stays as it is. A pair is changed by its
 * ends, `{ 0: low }`; any other list is given whole.
 */
export type Patch<T> = T extends readonly [number, number]
  ? T | { 0?: number; 1?: number }
  : T extends readonly unknown[]
    ? T
    : T extends Stated<unknown>
      ? T
      : T extends object
        ? { [K in keyof T]?: Patch<T[K]> }
        : T
