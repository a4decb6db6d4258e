import Papa from 'papaparse'
import { EchtError } from '../error.ts'

/** A recorded log: one column of numbers for each name, NaN where a cell held none. */
export type Log = {
  names: string[]
  columns: Float64Array[]
  rows: number
  /** rows with more or fewer cells than the header */ ragged: number
}

/** Characters parsed at a time: measured, the quickest on a log of 24 columns; short enough to report and to stop. */
export const CHUNK_CHARACTERS = 1 << 18
/** Rows kept together: blocks are joined once at the end, so that nothing is ever held twice. */
const BLOCK_ROWS = 1 << 14
const MOST_COLUMNS = 512

/**
 * Puts rows of a CSV log together as they are parsed: a header of names, a row of units beneath it where there is
 * one, then numbers. Decimal commas are understood where the separator is no comma. Throws `EchtError` `bad-log`.
 */
export function logBuilder(): {
  take: (rows: readonly (readonly string[])[]) => void
  finish: () => Log
} {
  let names: string[] | null = null
  let blocks: Float64Array[][] = [],
    block: Float64Array[] = []
  let rows = 0,
    inBlock = 0,
    ragged = 0,
    units = false
  const nextBlock = (): void => {
    block = names!.map(() => new Float64Array(BLOCK_ROWS))
    blocks.push(block)
    inBlock = 0
  }
  const begin = (row: readonly string[]): void => {
    if (row.length < 2)
      throw new EchtError(
        'bad-log',
        'The first line holds one column only: a log needs at least two, parted by commas, semicolons or tabs.',
      )
    if (row.length > MOST_COLUMNS)
      throw new EchtError(
        'bad-log',
        `${row.length} columns are more than ${MOST_COLUMNS}: this is no log of a vehicle.`,
      )
    const headed = row.some((c) => c.trim() !== '' && Number.isNaN(cellNumber(c)))
    names = row.map((c, i) => (headed && c.trim() !== '' ? c.trim() : `column ${i + 1}`))
    nextBlock()
    if (!headed) add(row)
  }
  const add = (row: readonly string[]): void => {
    if (row.length !== names!.length) {
      if (row.length === 1 && row[0]!.trim() === '') return
      ragged++
    }
    if (inBlock === BLOCK_ROWS) nextBlock()
    for (let c = 0; c < block.length; c++) block[c]![inBlock] = cellNumber(row[c])
    inBlock++
    rows++
  }
  return {
    take: (all) => {
      for (const row of all) {
        if (!names) begin(row)
        else if (rows === 0 && !units && row.every((c) => Number.isNaN(cellNumber(c)))) {
          units = true
          names = names.map((n, i) =>
            row[i]?.trim() ? `${n} [${row[i]!.trim().replace(/^\[|\]$/g, '')}]` : n,
          )
        } else add(row)
      }
    },
    finish: () => {
      if (!names || rows === 0)
        throw new EchtError(
          'bad-log',
          names ? 'The log holds a header and no rows.' : 'The file is empty.',
        )
      const columns = names.map((_, c) => {
        const whole = new Float64Array(rows)
        blocks.forEach((b, k) => {
          whole.set(k === blocks.length - 1 ? b[c]!.subarray(0, inBlock) : b[c]!, k * BLOCK_ROWS)
          b[c] = EMPTY
        })
        return whole
      })
      blocks = []
      return { names, columns, rows, ragged }
    },
  }
}

const EMPTY = new Float64Array(0)

const TEN = Array.from({ length: 16 }, (_, k) => 10 ** k)

/**
 * A cell as a number: plain, or with a decimal comma; NaN for anything else. The hot loop of a log: most cells are
 * a few digits and a point, and read by their characters (a whole mantissa below 2⁵³ over a power of ten is
 * rounded once, so the result is the language's own); the rest goes the long way.
 */
export function cellNumber(cell: string | undefined): number {
  if (cell === undefined) return NaN
  const n = cell.length
  if (n > 15 || n === 0) return slowNumber(cell)
  const minus = cell.charCodeAt(0) === 45
  let mantissa = 0,
    point = -1
  for (let i = minus ? 1 : 0; i < n; i++) {
    const c = cell.charCodeAt(i)
    if (c >= 48 && c <= 57) mantissa = 10 * mantissa + c - 48
    else if (c === 46 && point < 0) point = i
    else return slowNumber(cell)
  }
  if (n - (minus ? 1 : 0) - (point < 0 ? 0 : 1) === 0) return NaN
  const value = point < 0 ? mantissa : mantissa / TEN[n - 1 - point]!
  return minus ? -value : value
}

function slowNumber(cell: string): number {
  const plain = +cell
  // blanks count as 0 to the language and as nothing here
  if (plain === plain) return plain === 0 && cell.trim() === '' ? NaN : plain
  return cell.includes(',') && !cell.includes('.') ? +cell.replace(',', '.') : NaN
}

export type ReadLogOptions = {
  onProgress?: (share: number) => void
  /** asked between chunks */ stopped?: () => boolean
}

/**
 * What the CSV library is told to read a log with, whatever it reads from (text, a file, a stream): each piece
 * goes to the builder, `size` is what there is to read in the unit of the library's cursor. `problem` says why it stopped.
 */
export function logParsing(
  builder: ReturnType<typeof logBuilder>,
  size: number,
  options: ReadLogOptions,
): {
  config: {
    skipEmptyLines: true
    chunkSize: number
    chunk: (r: Papa.ParseResult<string[]>, parser: Papa.Parser) => void
  }
  problem: () => unknown
} {
  let problem: unknown = null
  return {
    problem: () => problem,
    config: {
      skipEmptyLines: true,
      chunkSize: CHUNK_CHARACTERS,
      chunk: ({ data, meta }, parser) => {
        try {
          builder.take(data)
          options.onProgress?.(Math.min(1, meta.cursor / size))
          if (options.stopped?.())
            throw new EchtError('stopped', 'Reading was stopped: nothing was taken.')
        } catch (error) {
          problem = error
          parser.abort()
        }
      },
    },
  }
}

/** A log out of text, piece by piece. Throws `EchtError` `bad-log`, `stopped`. */
export function readLogText(text: string, options: ReadLogOptions = {}): Log {
  const builder = logBuilder()
  const { config, problem } = logParsing(builder, text.length, options)
  Papa.parse<string[]>(text, config)
  if (problem()) throw problem()
  return builder.finish()
}

/** A column of a log by name, or the nearest to it among several likely names. */
export const likelyColumn = (
  names: readonly string[],
  words: readonly string[],
  not: readonly number[] = [],
): number => {
  const at = names.findIndex(
    (n, i) => !not.includes(i) && words.some((w) => n.toLowerCase().includes(w)),
  )
  return at >= 0 ? at : names.findIndex((_, i) => !not.includes(i))
}

/** Samples a second, from a time column in seconds; NaN where it does not rise. */
export function rateOf(timeS: ArrayLike<number>): number {
  const n = timeS.length
  const span = timeS[n - 1]! - timeS[0]!
  return n > 1 && span > 0 ? (n - 1) / span : NaN
}
