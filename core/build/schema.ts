import { SCHEMA, type Collection } from './types.ts'

/**
 * JSON Schemas (2020-12) of a saved build: one for each kind of entity, so that an edit is checked by what it
 * touches, and one for the whole. Compiled at build time by `npm run schema`.
 */

/** Longest name of a build, text anybody types, and how many of each thing a build holds. */
export const MOST = {
  name: 200,
  text: 2000,
  typed: 80,
  pulls: 16,
  cells: 256,
  inputs: 200,
  reads: 16,
  instruments: 500,
  devices: 500,
  elements: 2000,
  channels: 2000,
  measurements: 50_000,
  proofs: 5000,
  changes: 100_000,
  attachments: 5000,
} as const

const object = (properties: Record<string, unknown>, optional: string[] = []) => ({
  type: 'object',
  properties,
  required: Object.keys(properties).filter((k) => !optional.includes(k)),
  additionalProperties: false,
})
const array = (items: unknown, maxItems = 20000) => ({ type: 'array', items, maxItems })
const orNull = (schema: object) => ({ anyOf: [schema, { type: 'null' }] })

const idOf = (name: string): string => `echt-${name}`
const SHARED: Record<string, object> = {}
/** A part that several places have in common: compiled once. */
const shared = (name: string, schema: object) => {
  SHARED[name] = schema
  return { $ref: idOf(name) }
}

const id = shared('id', { type: 'string', pattern: '^[A-Za-z0-9_-]{1,64}$' })
const text = shared('text', { type: 'string', maxLength: MOST.text })
const unit = shared('unit', { type: 'string', minLength: 1, maxLength: 20 })
const time = shared('time', {
  type: 'string',
  pattern: '^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$',
})
const number = shared('number', { type: 'number' })
const positive = shared('positive', { type: 'number', exclusiveMinimum: 0 })
const notNegative = shared('notNegative', { type: 'number', minimum: 0 })
const flag = shared('flag', { type: 'boolean' })
const range = shared('range', {
  type: 'array',
  prefixItems: [number, number],
  items: false,
  minItems: 2,
})
const stated = (name: string, value: object) =>
  shared(name, object({ value, basis: { enum: ['assumed', 'measured'] }, from: array(id) }))
const statedNumber = stated('statedNumber', number)
const statedPositive = stated('statedPositive', positive)
const statedNotNegative = stated('statedNotNegative', notNegative)

const accuracy = object({
  percent: notNegative,
  digits: notNegative,
  offset: notNegative,
  commonShare: { type: 'number', minimum: 0, maximum: 1 },
})
const instrument = object({
  id,
  name: text,
  kind: { enum: ['meter', 'thermometer', 'barometer', 'gauge', 'can'] },
  accuracy,
  lagS: orNull(notNegative),
  iceCheck: orNull(object({ readC: number, at: time })),
  checkedAt: orNull(time),
  note: text,
})
const pull = object({
  id,
  name: text,
  ohm: statedPositive,
  tolerance: { type: 'number', minimum: 0, maximum: 0.5 },
  railV: statedPositive,
  toReference: flag,
  kind: { enum: ['fixed', 'switchable', 'fitted'] },
  on: flag,
})
const faultShow = shared(
  'faultShow',
  object({ show: { enum: ['low', 'high', 'last', 'value'] }, value: orNull(number) }),
)
const numbers = shared('numbers', {
  type: 'array',
  items: number,
  minItems: 2,
  maxItems: MOST.cells,
})
const table = object({
  form: { enum: ['table', 'pairs', 'coefficients'] },
  cells: { type: 'integer', minimum: 2, maximum: MOST.cells },
  axis: { enum: ['V', 'Ω', 'counts', 'Hz'] },
  axisStep: positive,
  axisRange: range,
  direction: { enum: ['rising', 'falling'] },
  axisFixed: orNull(numbers),
  valueUnit: unit,
  valueStep: positive,
  valueRange: range,
  beyond: { enum: ['hold', 'extrapolate'] },
  onOpen: faultShow,
  onShort: faultShow,
  entered: orNull(object({ x: numbers, y: numbers, at: time, name: text })),
})
const input = object({
  id,
  pin: text,
  signal: { enum: ['voltage', 'frequency'] },
  counter: orNull(object({ gateS: positive, highestHz: positive })),
  sensorSupply: object({
    volt: statedPositive,
    toReference: flag,
    tolerance: notNegative,
  }),
  differential: flag,
  bits: orNull({ type: 'integer', minimum: 4, maximum: 24 }),
  referenceV: statedPositive,
  referenceTolerance: notNegative,
  pulls: array(pull, MOST.pulls),
  limitV: positive,
  table: orNull(table),
})
const device = object({
  id,
  name: text,
  kind: { enum: ['ecu', 'display', 'gauge', 'other'] },
  note: text,
  inputs: array(input, MOST.inputs),
})
const element = object({
  id,
  name: text,
  family: { type: 'string', maxLength: 60 },
  settings: { type: 'object' },
  pins: array(object({ name: text, wire: text }), 16),
})
const wire = object({
  colour: text,
  cavity: text,
  signalOhm: statedNotNegative,
  groundOhm: statedNotNegative,
  groundOffsetV: statedNumber,
})
const read = object({
  id,
  source: object({ kind: { const: 'element' }, id }),
  input: id,
  wire,
  face: object({
    name: text,
    decimals: { type: 'integer', minimum: 0, maximum: 6 },
    unit: orNull(unit),
    dampingS: notNegative,
    needle: orNull(
      object({ sweepDegrees: positive, low: number, high: number, markStep: positive }),
    ),
    warning: orNull(
      object({ when: { enum: ['above', 'below'] }, at: number, hysteresis: notNegative }),
    ),
  }),
})
const channel = object({
  id,
  name: text,
  quantity: text,
  place: text,
  needs: object({ range, best: range, accuracy: positive }),
  elements: array(id, 2),
  combine: id,
  kind: id,
  linked: flag,
  reads: array(read, MOST.reads),
})
const reading = object({
  role: {
    enum: [
      'truth',
      'signal',
      'altitude',
      'pressure',
      'supply',
      'gauge',
      'height',
      'mass',
      'diameter',
      'shown',
      'pinV',
    ],
  },
  typed: { type: 'string', maxLength: MOST.typed },
  unit: { type: 'string', maxLength: 20 },
  value: number,
  instrument: orNull(id),
})
const about = {
  oneOf: [
    object({ kind: { const: 'point' }, element: id }),
    object({ kind: { const: 'keyOn' }, read: id }),
    object({ kind: { const: 'input' }, input: id }),
  ],
}
const measurement = object({
  id,
  at: time,
  by: text,
  about,
  method: { type: 'string', maxLength: 60 },
  readings: array(reading, 16),
  note: text,
  struck: orNull(object({ at: time, why: text })),
})
const proof = object({
  id,
  read: id,
  measurements: array(id),
  dependsOn: { type: 'string', pattern: '^[0-9a-f]{64}$' },
  at: time,
  by: text,
})
const attachment = object({
  id,
  sha256: { type: 'string', pattern: '^[0-9a-f]{64}$' },
  bytes: notNegative,
  kind: text,
})

const edit = object(
  {
    in: {
      enum: [
        'build',
        'instruments',
        'devices',
        'elements',
        'channels',
        'measurements',
        'proofs',
        'attachments',
      ],
    },
    id,
    // no step of a path may lead to what every object has from the language
    path: array(
      { type: 'string', maxLength: 64, not: { enum: ['__proto__', 'constructor', 'prototype'] } },
      12,
    ),
    before: true,
    after: true,
    at: { type: 'integer', minimum: 0 },
  },
  ['path', 'before', 'after', 'at'],
)
const change = object(
  {
    id,
    at: time,
    by: text,
    kind: { type: 'string', maxLength: 60 },
    edits: array(edit, MOST.measurements),
    of: id,
    left: array({ type: 'integer', minimum: 0 }, MOST.measurements),
  },
  ['of', 'left'],
)

const top = {
  name: { type: 'string', minLength: 1, maxLength: MOST.name },
  vehicle: object({
    name: text,
    note: text,
    altitudeM: orNull(number),
    ethanol: { type: 'number', minimum: 0, maximum: 1 },
  }),
}

const ENTITIES: Record<Collection | 'changes', object> = {
  instruments: instrument,
  devices: device,
  elements: element,
  channels: channel,
  measurements: measurement,
  proofs: proof,
  attachments: attachment,
  changes: change,
}

const DRAFT = 'https://json-schema.org/draft/2020-12/schema'
/** The schemas to compile, by the name their check is exported under. */
export const SCHEMAS: Record<string, object> = {
  ...Object.fromEntries(
    Object.entries(SHARED).map(([name, schema]) => [
      name,
      { $schema: DRAFT, $id: idOf(name), ...schema },
    ]),
  ),
  ...Object.fromEntries(
    Object.entries(ENTITIES).map(([name, schema]) => [
      name,
      { $schema: DRAFT, $id: idOf(name), ...schema },
    ]),
  ),
  top: { $schema: DRAFT, $id: idOf('top'), ...object(top) },
  build: {
    $schema: DRAFT,
    $id: idOf('build'),
    title: 'Echt build',
    ...object({
      schema: { const: SCHEMA },
      id,
      revision: { type: 'integer', minimum: 0 },
      parentRevision: { type: 'integer', minimum: 0 },
      createdAt: time,
      ...top,
      ...Object.fromEntries(
        Object.keys(ENTITIES).map((name) => [
          name,
          array({ $ref: idOf(name) }, MOST[name as keyof typeof ENTITIES]),
        ]),
      ),
    }),
  },
}
