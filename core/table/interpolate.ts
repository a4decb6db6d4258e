import { EchtError, inMessage, orElse, requireFinite } from '../error.ts'
import { everyOf, thingWith, type Expects } from '../expects.ts'

/** Breakpoints as a device holds them: x ascending, one value each. */
export type Table = { x: number[]; y: number[] }

const aCell: Expects = (value, what) => {
  if (orElse(() => requireFinite(value, what), null) === null)
    throw new EchtError(
      'bad-table',
      `${what} is ${inMessage(value)}: a table holds numbers a device can hold.`,
    )
}
const TABLE = thingWith({ x: everyOf(aCell), y: everyOf(aCell) })

/** Throws `EchtError` `bad-table` unless x ascends strictly and each has a finite value. */
export function requireTable(table: Table): void {
  TABLE(table, 'The table')
  const { x, y } = table
  if (x.length < 2)
    throw new EchtError('bad-table', `A table needs at least two cells; this one has ${x.length}.`)
  if (x.length !== y.length)
    throw new EchtError(
      'bad-table',
      `The table has ${x.length} axis cells and ${y.length} values: each axis cell needs one value.`,
    )
  for (let i = 0; i < x.length; i++) {
    if (i > 0 && x[i]! <= x[i - 1]!)
      throw new EchtError(
        'bad-table',
        `The axis must rise from cell to cell: cell ${i} is ${x[i - 1]}, cell ${i + 1} is ${x[i]}.`,
      )
  }
}

/**
 * Value of a table at x, linear between cells, holding the end values beyond them. Throws
 * `bad-table`, `not-a-number`.
 */
export function interpolate(table: Table, x: number): number {
  requireTable(table)
  if (typeof x !== 'number' || Number.isNaN(x))
    throw new EchtError('not-a-number', `The table is looked up at ${inMessage(x)}: give a number.`)
  return lookUp(table, x, 'hold')
}

/** The same without the checks, for hot loops, and with the device's rule beyond the ends. */
export function lookUp(table: Table, x: number, beyond: 'hold' | 'extrapolate'): number {
  const xs = table.x,
    ys = table.y,
    last = xs.length - 1
  if (beyond === 'hold') {
    if (x <= xs[0]!) return ys[0]!
    if (x >= xs[last]!) return ys[last]!
  }
  let low = 0,
    high = last
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (xs[middle]! <= x) low = middle
    else high = middle
  }
  return ys[low]! + ((ys[low + 1]! - ys[low]!) * (x - xs[low]!)) / (xs[low + 1]! - xs[low]!)
}

/** Every x at which a table gives a value, ascending: none beyond its values, several where it turns back. */
export function invertTable(table: Table, value: number): number[] {
  const found: number[] = []
  for (let i = 0; i + 1 < table.x.length; i++) {
    const a = table.y[i]!,
      b = table.y[i + 1]!
    if (a === b || (value - a) * (value - b) > 0) continue
    const x = table.x[i]! + ((table.x[i + 1]! - table.x[i]!) * (value - a)) / (b - a)
    if (found.length === 0 || x - found.at(-1)! > 1e-12 * Math.abs(x)) found.push(x)
  }
  return found
}
