import type { Collection } from './limits.ts'

/** A part of a record of an earlier schema. */
export type Old = Record<string, unknown>
export type Lift = (part: Old, build: Old) => Old

/**
 * What each schema changed, by the kind of entity it changed; `top` is the build's own fields. Each works on an
 * entity and on a part of one alike, so that what the history keeps is brought up by the same rules. Where parts moved
 * from one entity to another, `edits` says what becomes of an edit instead; `first` gives the record what it lacks.
 */
export type SchemaLift = { [Where in Collection | 'top' | 'changes']?: Lift } & {
  first?: (build: Old) => Old
  edits?: (edit: Old, build: Old) => Old[]
}

export const listOrNone = (value: unknown): unknown[] =>
  Array.isArray(value) ? (value as unknown[]) : []
export const isThing = (value: unknown): value is Old =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
export const thingsOf = (value: unknown): Old[] => listOrNone(value).filter(isThing)

/** What is no thing in a list is left as it is: the check that follows refuses it, and recovery leaves it out. */
export const things = (value: unknown, make: (item: Old) => Old): unknown[] =>
  listOrNone(value).map((item) => (isThing(item) ? make(item) : item))

/** Fields that exist in a part, and what a schema makes of them. */
export const lift = (part: Old, fields: Record<string, (value: unknown) => unknown>): Old => ({
  ...part,
  ...Object.fromEntries(
    Object.entries(fields).flatMap(([key, make]) => (key in part ? [[key, make(part[key])]] : [])),
  ),
})
export const each =
  (make: (item: Old) => Old) =>
  (value: unknown): unknown =>
    Array.isArray(value) ? things(value, make) : value
export const withDefaults =
  (defaults: Old) =>
  (value: unknown): unknown =>
    isThing(value) ? { ...defaults, ...value } : value
