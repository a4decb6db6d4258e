/** JSON Schema in small words, for what a family keeps in its settings besides the fields it asks for. */
export type Shape = Readonly<Record<string, unknown>>

export const numberShape: Shape = { type: 'number' }
export const positiveShape: Shape = { type: 'number', exclusiveMinimum: 0 }
export const textShape: Shape = { type: 'string', maxLength: 200 }
export const flagShape: Shape = { type: 'boolean' }
export const orNothing = (shape: Shape): Shape => ({ anyOf: [shape, { type: 'null' }] })
export const oneOf = (...values: string[]): Shape => ({ enum: values })
export const listOf = (items: Shape, maxItems: number, minItems = 0): Shape => ({
  type: 'array',
  items,
  minItems,
  maxItems,
})
/** A thing with all of these; more is let be. */
export const thing = (properties: Record<string, Shape>): Shape => ({
  type: 'object',
  properties,
  required: Object.keys(properties),
})
/** A thing with some of these. */
export const partOf = (properties: Record<string, Shape>): Shape => ({
  type: 'object',
  properties,
})
