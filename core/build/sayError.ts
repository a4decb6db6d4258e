import type { SchemaError } from '../curve/settings.ts'

/** What the schema finds wrong, in words: where, what is there, and what may be. */
export function sayError(error: SchemaError | undefined, data: unknown, name?: string): string {
  if (!error) return 'it does not fit the schema'
  const { value, place } = at(error.instancePath, data, name)
  return `${place} ${sayFault(error, value)}`
}

function sayFault({ keyword, params }: SchemaError, value: unknown): string {
  const { limit } = params
  const length = (value as { length?: number })?.length
  switch (keyword) {
    case 'maxItems':
      return `holds ${length} entries: at most ${limit} are kept`
    case 'minItems':
      return `holds ${length} entries: it needs at least ${limit}`
    case 'maxLength':
      return `is ${length} characters long: at most ${limit} are kept`
    case 'minLength':
      return 'is empty'
    case 'minimum':
      return `is ${shown(value)}: it must be at least ${limit}`
    case 'maximum':
      return `is ${shown(value)}: it must be at most ${limit}`
    case 'exclusiveMinimum':
      return `is ${shown(value)}: it must be above ${limit}`
    case 'type':
      return `is ${shown(value)}: it must be ${article(String(params.type))}`
    case 'enum':
      return `is ${shown(value)}: it must be one of ${(params.allowedValues as unknown[]).join(', ')}`
    case 'required':
      return `lacks "${String(params.missingProperty)}"`
    case 'additionalProperties':
      return `has "${String(params.additionalProperty)}", which is not known here`
    default:
      return `is ${shown(value)}, which does not fit`
  }
}

const article = (type: string): string => (/^[aeiou]/.test(type) ? `an ${type}` : `a ${type}`)

const shown = (value: unknown): string =>
  typeof value === 'object' && value !== null
    ? Array.isArray(value)
      ? 'a list'
      : 'an object'
    : (JSON.stringify(value)?.slice(0, 60) ?? 'nothing')

// /channels/2/needs/accuracy → channels, 3 "Oil", needs, accuracy
function at(path: string, data: unknown, name?: string): { value: unknown; place: string } {
  let value: unknown = data
  const parts = path
    .split('/')
    .slice(1)
    .map((part) => {
      value = (value as Record<string, unknown> | undefined)?.[part]
      const named = (value as { name?: unknown } | undefined)?.name
      return /^\d+$/.test(part)
        ? `${Number(part) + 1}${typeof named === 'string' ? ` "${named.slice(0, 40)}"` : ''}`
        : part
    })
  const place = [...(name === undefined ? [] : [`"${name.slice(0, 40)}"`]), ...parts].join(', ')
  return { value, place: place === '' ? 'its top' : place }
}
