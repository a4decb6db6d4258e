import { SCHEMA } from './types.ts'

/** JSON Schema (2020-12) of a saved build. Compiled at build time by `npm run schema`. */
const object = (properties: Record<string, unknown>, optional: string[] = []) => ({
  type: 'object',
  properties,
  required: Object.keys(properties).filter((k) => !optional.includes(k)),
  additionalProperties: false,
})
const array = (items: unknown, maxItems = 20000) => ({ type: 'array', items, maxItems })
const orNull = (schema: object) => ({ anyOf: [schema, { type: 'null' }] })

const id = { type: 'string', pattern: '^[A-Za-z0-9_-]{1,64}$' }
const text = { type: 'string', maxLength: 2000 }
const unit = { type: 'string', minLength: 1, maxLength: 20 }
const time = {
  type: 'string',
  pattern: '^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$',
}
const number = { type: 'number' }
const positive = { type: 'number', exclusiveMinimum: 0 }
const notNegative = { type: 'number', minimum: 0 }
const range = { type: 'array', prefixItems: [number, number], items: false, minItems: 2 }
const stated = (value: object) =>
  object({ value, basis: { enum: ['assumed', 'measured'] }, from: array(id) })

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
  ohm: stated(positive),
  tolerance: { type: 'number', minimum: 0, maximum: 0.5 },
  railV: stated(positive),
  toReference: { type: 'boolean' },
  kind: { enum: ['fixed', 'switchable', 'fitted'] },
  on: { type: 'boolean' },
})
const faultShow = object({
  show: { enum: ['low', 'high', 'last', 'value'] },
  value: orNull(number),
})
const numbers = { type: 'array', items: number, minItems: 2, maxItems: 256 }
const table = object({
  form: { enum: ['table', 'pairs', 'coefficients'] },
  cells: { type: 'integer', minimum: 2, maximum: 256 },
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
    volt: stated(positive),
    toReference: { type: 'boolean' },
    tolerance: notNegative,
  }),
  differential: { type: 'boolean' },
  bits: orNull({ type: 'integer', minimum: 4, maximum: 24 }),
  referenceV: stated(positive),
  referenceTolerance: notNegative,
  pulls: array(pull, 16),
  limitV: positive,
  table: orNull(table),
})
const device = object({
  id,
  name: text,
  kind: { enum: ['ecu', 'display', 'gauge', 'other'] },
  note: text,
  inputs: array(input, 200),
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
  signalOhm: stated(notNegative),
  groundOhm: stated(notNegative),
  groundOffsetV: stated(number),
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
  combine: { enum: ['one', 'series', 'parallel', 'separate'] },
  linked: { type: 'boolean' },
  reads: array(read, 16),
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
  typed: { type: 'string', maxLength: 80 },
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
    field: { type: 'string', maxLength: 60 },
    before: true,
    after: true,
    at: { type: 'integer', minimum: 0 },
  },
  ['field', 'before', 'after', 'at'],
)
const change = object({
  id,
  at: time,
  by: text,
  kind: { type: 'string', maxLength: 60 },
  args: true,
  edits: array(edit),
})
const attachment = object({
  id,
  sha256: { type: 'string', pattern: '^[0-9a-f]{64}$' },
  bytes: notNegative,
  kind: text,
})

export const buildSchema = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'echt-build',
  title: 'Echt build',
  ...object({
    schema: { const: SCHEMA },
    id,
    name: { type: 'string', minLength: 1, maxLength: 200 },
    revision: { type: 'integer', minimum: 0 },
    parentRevision: { type: 'integer', minimum: 0 },
    createdAt: time,
    vehicle: object({
      name: text,
      note: text,
      altitudeM: orNull(number),
      ethanol: { type: 'number', minimum: 0, maximum: 1 },
    }),
    instruments: array(instrument, 500),
    devices: array(device, 500),
    elements: array(element, 2000),
    channels: array(channel, 2000),
    measurements: array(measurement),
    proofs: array(proof, 5000),
    changes: array(change, 100000),
    attachments: array(attachment, 5000),
  }),
}
