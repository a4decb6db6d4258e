import { EchtError } from '../error.ts'
import { SCHEMA } from './types.ts'

type Old = Record<string, unknown>
const list = (value: unknown): Old[] => (Array.isArray(value) ? (value as Old[]) : [])

/**
 * From each schema to the next. Schema 1 (the first trial files) gave instruments only per cent and digits,
 * and wires no ground offset.
 */
const STEPS: Readonly<Record<number, (old: Old) => Old>> = {
  1: (old) => ({
    ...old,
    schema: 2,
    instruments: list(old.instruments).map((i) => ({ ...i, accuracy: { offset: 0, commonShare: 0.8, ...(i.accuracy as Old) } })),
    channels: list(old.channels).map((c) => ({
      ...c,
      reads: list(c.reads).map((r) => ({ ...r, wire: { groundOffsetV: { value: 0, basis: 'assumed', from: [] }, ...(r.wire as Old) } })),
    })),
  }),
}

/** Brings a parsed file up to the current schema. Throws `EchtError` `newer-schema` or `not-a-build`. */
export function migrate(data: unknown): { data: unknown; from: number } {
  if (typeof data !== 'object' || data === null || Array.isArray(data)) {
    throw new EchtError('not-a-build', 'This file is not an Echt build: it holds no record at its top. Choose a file that ends in .echt.json.')
  }
  const version = (data as Old).schema
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    throw new EchtError('not-a-build', 'This file is not an Echt build: it names no schema version. Choose a file that ends in .echt.json.')
  }
  if (version > SCHEMA) {
    throw new EchtError('newer-schema', `This build was saved by a newer Echt (schema ${version}; this one knows ${SCHEMA}). Update this one, then import again. Nothing was changed.`)
  }
  let current = data as Old
  for (let v = version; v < SCHEMA; v++) current = STEPS[v]!(current)
  return { data: current, from: version }
}
