import Type, { type Static, type TObject, type TProperties, type TSchema } from 'typebox'
import { oneOf } from '../../curve/shape.ts'
import { MOST } from '../limits.ts'

/**
 * What the schemas of a build are made of. Each is a JSON Schema (2020-12) and, by `Static`, a type: a record is
 * written down once.
 */

/** A thing with these fields and no others. */
export const object = <P extends TProperties>(properties: P): TObject<P> =>
  Type.Object(properties, { additionalProperties: false })

export const arrayOf = <T extends TSchema>(items: T, maxItems = 20_000) =>
  Type.Array(items, { maxItems })

export const orNull = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()])

export { oneOf }

export const idOf = (name: string): string => `echt-${name}`

/** Parts that several places have in common, by their name: each is compiled once. */
export const SHARED: Record<string, TSchema> = {}
export const shared = <T extends TSchema>(name: string, schema: T) => {
  SHARED[name] = schema
  return Type.Unsafe<Static<T>>({ $ref: idOf(name) })
}

/** Random and stable; nothing refers by position. */
export const id = shared('id', Type.String({ pattern: '^[A-Za-z0-9_-]{1,64}$' }))
export const text = shared('text', Type.String({ maxLength: MOST.text }))
export const unit = shared('unit', Type.String({ minLength: 1, maxLength: 20 }))
/** A moment, ISO 8601 with its offset. */
export const time = shared(
  'time',
  Type.String({
    pattern: '^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$',
  }),
)
export const sha256 = Type.String({ pattern: '^[0-9a-f]{64}$' })
export const anyNumber = shared('number', Type.Number())
export const positive = shared('positive', Type.Number({ exclusiveMinimum: 0 }))
export const zeroOrMore = shared('notNegative', Type.Number({ minimum: 0 }))
export const share = Type.Number({ minimum: 0, maximum: 1 })
export const flag = shared('flag', Type.Boolean())
/** Two numbers, low and high. */
export const range = shared(
  'range',
  Type.Unsafe<[number, number]>({
    type: 'array',
    prefixItems: [anyNumber, anyNumber],
    items: false,
    minItems: 2,
  }),
)
/** A column of a table. */
export const numbers = shared(
  'numbers',
  Type.Array(anyNumber, { minItems: 2, maxItems: MOST.cells }),
)

/** A value and how far it can be trusted: assumed until measured; `from` are measurement ids. */
const stated = <T extends TSchema>(name: string, value: T) =>
  shared(name, object({ value, basis: oneOf('assumed', 'measured'), from: arrayOf(id) }))
export const statedNumber = stated('statedNumber', anyNumber)
export const statedPositive = stated('statedPositive', positive)
export const statedNotNegative = stated('statedNotNegative', zeroOrMore)

/** A tolerance as data sheets state it: the half-width of its limits, relative. 0.01 is ±1 %. */
export const relativeLimit = zeroOrMore

/** What a device shows on a fault: beyond the low end, beyond the high end, the last good value, a stated one. */
export const faultShow = shared(
  'faultShow',
  object({ show: oneOf('low', 'high', 'last', 'value'), value: orNull(anyNumber) }),
)
