import {
  Array as list,
  Boolean as flag,
  Null,
  Number as number,
  Object as object,
  Partial,
  String as text,
  Union,
  Unsafe,
  type TProperties,
  type TSchema,
} from 'typebox'

/**
 * What the schemas of families' settings are made of, for what a family keeps besides the fields it asks for.
 * Imported by name: these are in the page's bundle, and the library whole would be 13 kB there.
 */
export type Shape = TSchema

export const numberShape = number()
export const positiveShape = number({ exclusiveMinimum: 0 })
export const rangeShape = (low?: number, high?: number) =>
  number({
    ...(low === undefined ? {} : { minimum: low }),
    ...(high === undefined ? {} : { maximum: high }),
  })
export const textShape = text({ maxLength: 200 })
export const flagShape = flag()
export const orNothing = <T extends TSchema>(shape: T) => Union([shape, Null()])
export const anyOf = <T extends TSchema[]>(...shapes: T) => Union(shapes)
export const oneOf = <const T extends string>(...values: T[]) => Unsafe<T>({ enum: values })
export const listOf = <T extends TSchema>(items: T, maxItems: number, minItems = 0) =>
  list(items, { maxItems, minItems })
/** A thing with all of these; more is let be. */
export const thing = <P extends TProperties>(properties: P) => object(properties)
/** A thing with some of these. */
export const partlyOf = <P extends TProperties>(properties: P) => Partial(object(properties))
