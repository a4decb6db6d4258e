import type { ErrorCode } from './errorCodes.ts'

/**
 * The one error the core throws on bad input: `code` for programs, `message` for the person in the
 * garage (what is wrong, where, what to do about it).
 */
export class EchtError extends Error {
  override readonly name = 'EchtError'
  readonly code: ErrorCode
  /** indices of the points it is about, where it is about points */
  readonly points: number[]
  constructor(code: ErrorCode, message: string, points: number[] = []) {
    super(message)
    this.code = code
    this.points = points
  }
}

/**
 * What a computation gives, or `otherwise` where it refuses its input. Only an `EchtError` is a refusal: any other
 * error is a fault of this program, and is thrown on.
 *
 * @example orElse(() => family.forward(curve, 900), NaN) // NaN beyond the end of the curve
 */
export function orElse<T, U>(compute: () => T, otherwise: U): T | U {
  try {
    return compute()
  } catch (error) {
    refusal(error)
    return otherwise
  }
}

/** What was thrown, where it is a refusal; any other error is a fault of this program, and is thrown on. */
export function refusal(error: unknown): EchtError {
  if (error instanceof EchtError) return error
  throw error
}

/** No quantity of a vehicle lies beyond this in any unit of the core, nor, if a size, nearer to 0 than its inverse. */
const LARGEST = 1e15

/** A value as a message shows it. */
export const inMessage = (value: unknown): string =>
  typeof value === 'string'
    ? `"${value.slice(0, 40)}"`
    : Array.isArray(value)
      ? 'a list'
      : typeof value === 'object' && value !== null
        ? 'a thing'
        : typeof value === 'function'
          ? 'a function'
          : String(value)

/**
 * Throws `not-a-number` unless `value` is a finite number, `out-of-range` where nothing is that large; `what` names it
 * in the message.
 */
export function requireFinite(value: unknown, what: string): number {
  if (typeof value !== 'number' || !Number.isFinite(value)) {
    throw new EchtError('not-a-number', `${what} is ${inMessage(value)}: give a finite number.`)
  }
  if (Math.abs(value) > LARGEST)
    throw new EchtError(
      'out-of-range',
      `${what} is ${value}: nothing is that large. Look at what was typed, and at its unit.`,
    )
  return value
}

/**
 * As `requireFinite`, of what is divided by: throws `out-of-range` as well where it is so near to 0 that it is meant to
 * be 0.
 */
export function requireSize(value: unknown, what: string): number {
  const n = requireFinite(value, what)
  if (n !== 0 && Math.abs(n) < 1 / LARGEST)
    throw new EchtError(
      'out-of-range',
      `${what} is ${n}: nothing is that small. Look at what was typed, and at its unit.`,
    )
  return n
}

/** Throws unless `value` is a finite number above zero; `what` names it in the message. */
export function requirePositive(value: unknown, what: string): number {
  const n = requireSize(value, what)
  if (n <= 0) throw new EchtError('not-positive', `${what} is ${n}: it must be above zero.`)
  return n
}

/** A range narrower than this share of its ends, or of 1, is taken for a single value. */
const NARROWEST = 1e-12

/** Throws unless `range` is [low, high] with low below high; `what` names it in the message. */
export function requireRange(range: readonly number[], what: string): [number, number] {
  if (!Array.isArray(range) || range.length !== 2) {
    throw new EchtError('bad-range', `${what} must be two numbers, low and high.`)
  }
  const low = requireFinite(range[0], `${what}: the low end`)
  const high = requireFinite(range[1], `${what}: the high end`)
  if (low >= high)
    throw new EchtError(
      'bad-range',
      `${what} runs from ${low} to ${high}: the low end must be below the high end.`,
    )
  if (high - low < NARROWEST * Math.max(1, Math.abs(low), Math.abs(high)))
    throw new EchtError(
      'bad-range',
      `${what} runs from ${low} to ${high}: that is no range. Give one that can be told apart.`,
    )
  return [low, high]
}
