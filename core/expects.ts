import { EchtError, inMessage, requireFinite, requireSize } from './error.ts'

/**
 * What a public function expects of what it is given, checked before it computes: throws an `EchtError` that names the
 * place and the value. Whoever calls from outside has no compiler to do it.
 */
export type Expects = (value: unknown, what: string) => void

function refuse(value: unknown, what: string, asked: string): never {
  throw new EchtError('bad-input', `${what} is ${inMessage(value)}: give ${asked}.`)
}

/** A finite number of a size that something in a vehicle can have. */
export const aNumber: Expects = (value, what) => void requireFinite(value, what)

/** The same of what is divided by or taken the logarithm of. */
export const aSize: Expects = (value, what) => void requireSize(value, what)

export const aText: Expects = (value, what) => {
  if (typeof value !== 'string') refuse(value, what, 'a text')
}

export const aFunction: Expects = (value, what) => {
  if (typeof value !== 'function') refuse(value, what, 'a function')
}

export const aFlag: Expects = (value, what) => {
  if (typeof value !== 'boolean') refuse(value, what, 'true or false')
}

export const wordOf =
  (...words: readonly string[]): Expects =>
  (value, what) => {
    if (!words.some((w) => w === value)) refuse(value, what, words.join(', or '))
  }

/** What is known by an id is called by it. */
const nameOf = (value: unknown): string | null => {
  const id = (value as { id?: unknown } | null)?.id
  return typeof id === 'string' ? `"${id}"` : null
}

export const everyOf =
  (item: Expects): Expects =>
  (value, what) => {
    if (!Array.isArray(value)) refuse(value, what, 'a list')
    value.forEach((v, i) => item(v, `${what}, ${nameOf(v) ?? `number ${i + 1}`}`))
  }

/** A thing with these; what else it has is let be. */
export const thingWith =
  (parts: Readonly<Record<string, Expects>>): Expects =>
  (value, what) => {
    if (typeof value !== 'object' || value === null || Array.isArray(value))
      refuse(value, what, `a thing with ${Object.keys(parts).join(', ')}`)
    for (const [name, part] of Object.entries(parts))
      part((value as Record<string, unknown>)[name], `${what}, its ${name}`)
  }

/** A thing whose parts are looked at where they are used. */
export const aThing = thingWith({})

export const optional =
  (part: Expects): Expects =>
  (value, what) => {
    if (value !== undefined) part(value, what)
  }
