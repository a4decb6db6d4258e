import type { Patch } from './types.ts'

/** Things that are one value: half of one and half of another would say what nobody said. */
const WHOLE = new Set([
  'ohm',
  'railV',
  'referenceV',
  'volt',
  'signalOhm',
  'groundOhm',
  'groundOffsetV',
  'onOpen',
  'onShort',
  'entered',
  'iceCheck',
  'about',
  'struck',
  'transfer',
  'ampere',
  'fitted',
])

/** Whether what stands under this key is replaced whole, and never merged from two hands. */
export const isWhole = (key: string): boolean => WHOLE.has(key)

/** Whether two things under this key are of different kinds, so that nothing of one says anything of the other. */
export const isAnotherKind = (key: string, before: unknown, after: unknown): boolean =>
  key === 'sender' &&
  isPlainObject(before) &&
  isPlainObject(after) &&
  after.kind !== undefined &&
  before.kind !== after.kind

export const isPlainObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Two numbers, such as the ends of a range. */
export const isPair = (value: unknown): value is [number, number] =>
  Array.isArray(value) && value.length === 2 && value.every((v) => typeof v === 'number')

/** A copy of a thing with a patch laid over it: what the patch does not name stays what it is. */
export function patched<T>(thing: T, patch: Patch<NoInfer<T>>): T {
  if (isPair(thing) && isPlainObject(patch)) {
    const ends = patch as { 0?: number; 1?: number }
    return [ends[0] ?? thing[0], ends[1] ?? thing[1]] as T
  }
  if (!isPlainObject(thing) || !isPlainObject(patch)) return patch as T
  const out: Record<string, unknown> = { ...thing }
  for (const [key, value] of Object.entries(patch)) {
    if (value === undefined) continue
    const whole = isWhole(key) || isAnotherKind(key, out[key], value)
    out[key] = whole ? value : patched(out[key], value as Patch<unknown>)
  }
  return out as T
}
