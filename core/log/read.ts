import { number, plainly, say, written, type Said, counted } from '../quantity/index.ts'
import Papa from 'papaparse'
import { EchtError } from '../error.ts'
import { beginOf, delimiterOf } from './begin.ts'
import { cellNumber } from './number.ts'

/** A recorded log: one column of numbers for each name, NaN where a cell held none. */
export type Log = {
  /** what stands above the names, row by row */
  preamble: string[][]
  names: string[]
  columns: Float64Array[]
  /** rows that were read */
  rows: number
  unread: Unread
  /** cells of each column that hold something, and no number */
  badCells: number[]
}

/** Rows that are in the file and not in the columns: how many, where the first of them stand, and why. */
export type Unread = { rows: number; first: number[]; why: string[] }

/** A verdict is refused when more than this share of what it would rest on was not read. */
const MOST_UNREAD = 0.01
/** So many of the rows that were not read are named. */
const NAMED = 5

/** Characters parsed at a time: measured, the quickest on a log of 24 columns; short enough to report and to stop. */
const CHUNK_CHARACTERS = 1 << 18
/** Rows kept together: blocks are joined once at the end, so that nothing is ever held twice. */
const BLOCK_ROWS = 1 << 14
const MOST_COLUMNS = 512

/**
 * Puts rows of a CSV log together as they are parsed: what the program wrote about the file, a header of names, a row
 * of units beneath it where there is one, then numbers. Decimal commas are understood where the separator is no
 * comma. Rows of another length than the header, and rows that a stray quote mark swallowed, are left out and
 * counted. Throws `EchtError` `bad-log`.
 */
export function logBuilder(
  /** a file of one column is a log too where its rate is known from elsewhere */
  leastColumns = 2,
): {
  take: (
    rows: readonly (readonly string[])[],
    delimiter?: string,
    /** indices of rows the parser found wrong */ malformed?: ReadonlySet<number>,
  ) => void
  finish: () => Log
  /** lines read so far */
  line: () => number
} {
  let names: string[] | null = null
  let preamble: string[][] = []
  let badCells: number[] = []
  const store = columnStore()
  const missed = unreadRows()
  let units = false
  /** Looks for the names in the first rows that come; the place after them. */
  const begin = (rows: readonly (readonly string[])[]): number => {
    // some programs write their separator above the header
    const first = /^sep=/i.test(rows[0]?.[0] ?? '') ? 1 : 0
    if (first === rows.length) return first
    const { header, body, width } = beginOf(rows.slice(first), leastColumns)
    const next = first + body
    const row = header === null ? rows[next]! : rows[first + header]!
    requireColumns(row, leastColumns)
    const written = row.slice(0, width).map((c) => (header === null ? '' : c.trim()))
    names = written.map((c, i) => c || `column ${i + 1}`)
    preamble = rows.slice(first, first + (header ?? body)).map((r) => [...r])
    badCells = names.map(() => 0)
    store.open(names.length)
    for (const above of rows.slice(first, next)) missed.pass(above)
    return next
  }
  const add = (row: readonly string[], delimiter: string): void => {
    if (row.length === 1 && row[0]!.trim() === '') return
    if (!missed.isWhole(row, names!.length, delimiter)) return
    const { block, at } = store.next()
    for (let c = 0; c < block.length; c++) {
      const value = cellNumber(row[c])
      block[c]![at] = value
      // what is not itself is no number
      if (value !== value && row[c]!.trim() !== '') badCells[c]!++
    }
  }
  const isUnits = (row: readonly string[]): boolean =>
    !units && store.rows() === 0 && row.every((c) => Number.isNaN(cellNumber(c)))
  return {
    line: () => missed.line(),
    take: (all, delimiter = ',', malformed = NONE) => {
      for (let i = names ? 0 : begin(all); i < all.length; i++) {
        const row = all[i]!
        if (malformed.has(i)) missed.malformed(row)
        else if (isUnits(row)) {
          units = true
          missed.pass(row)
          names = names!.map((n, i) =>
            row[i]?.trim() ? `${n} [${row[i]!.trim().replace(/^\[|\]$/g, '')}]` : n,
          )
        } else add(row, delimiter)
      }
    },
    finish: () => {
      const unread = missed.all()
      if (!names)
        throw new EchtError('bad-log', 'The file is empty: choose the log as it was saved.')
      if (store.rows() === 0)
        throw new EchtError(
          'bad-log',
          unread.rows === 0
            ? 'The log holds a header and no rows: save it again with its rows.'
            : `None of the ${unread.rows} rows could be read: ${unread.why.join('; ')}.`,
        )
      return { preamble, names, columns: store.columns(), rows: store.rows(), unread, badCells }
    },
  }
}

function requireColumns(row: readonly string[], least: number): void {
  if (row.length < least)
    throw new EchtError(
      'bad-log',
      'The first line holds one column only: a log needs at least two, parted by commas, semicolons or tabs.',
    )
  if (row.length > MOST_COLUMNS)
    throw new EchtError(
      'bad-log',
      `${row.length} columns are more than ${MOST_COLUMNS}: this is no log of a vehicle.`,
    )
}

/** Columns that grow in blocks, joined once at the end. */
function columnStore() {
  let blocks: Float64Array[][] = []
  let block: Float64Array[] = []
  let width = 0
  let rows = 0
  let inBlock = BLOCK_ROWS
  return {
    open: (columns: number): void => {
      width = columns
    },
    rows: (): number => rows,
    /** the block and the place in it for one more row */
    next: (): { block: Float64Array[]; at: number } => {
      if (inBlock === BLOCK_ROWS) {
        block = Array.from({ length: width }, () => new Float64Array(BLOCK_ROWS))
        blocks.push(block)
        inBlock = 0
      }
      rows++
      return { block, at: inBlock++ }
    },
    columns: (): Float64Array[] => {
      const all = Array.from({ length: width }, (_, c) => {
        const whole = new Float64Array(rows)
        blocks.forEach((b, k) => {
          whole.set(k === blocks.length - 1 ? b[c]!.subarray(0, inBlock) : b[c]!, k * BLOCK_ROWS)
          b[c] = EMPTY
        })
        return whole
      })
      blocks = []
      return all
    },
  }
}

/** Keeps count of the lines of a file, and of those that could not be read. */
function unreadRows() {
  let line = 0
  const unread: Unread = { rows: 0, first: [], why: [] }
  const miss = (lines: number, why: string): void => {
    unread.rows += lines
    if (unread.first.length < NAMED) unread.first.push(line)
    if (!unread.why.includes(why)) unread.why.push(why)
  }
  /** lines that a quoted cell reaches over, beyond its own */
  const swallowed = (row: readonly string[]): number => {
    let lines = 0
    for (const cell of row)
      if (cell.length > LONGEST_CELL) lines += cell.split(/\r\n|\r|\n/).length - 1
    return lines
  }
  return {
    /** a line that holds no numbers to take */
    pass: (row: readonly string[]): void => {
      line += 1 + swallowed(row)
    },
    /** whether a row can be taken as it is; counts it where it cannot */
    isWhole: (row: readonly string[], width: number, delimiter: string): boolean => {
      line++
      const more = swallowed(row)
      if (more > 0) {
        miss(more + 1, 'a quote mark that is never closed swallows the rows after it')
        line += more
        return false
      }
      // a separator at the end of every row is no cell
      if (row.length === width || (row.length === width + 1 && row[width] === '')) return true
      const commas = delimiter === ',' && row.length >= 2 * width - 1 && width > 1
      miss(
        1,
        commas
          ? 'its numbers have decimal commas and commas part its columns too: export it with semicolons or points'
          : `its rows have not the ${width} cells of the header`,
      )
      return false
    },
    malformed: (row: readonly string[]): void => {
      line++
      const more = swallowed(row)
      miss(more + 1, 'a quote mark stands inside a cell')
      line += more
    },
    line: (): number => line,
    all: (): Unread => unread,
  }
}

/** Longer cells than this are looked through for line breaks; no number is as long. */
const LONGEST_CELL = 24

/** What was not read of a log; null where all was. */
export function sayUnread({ unread, rows }: Pick<Log, 'unread' | 'rows'>): Said | null {
  if (unread.rows === 0) return null
  return say('unread')`${number(unread.rows)} of ${number(rows + unread.rows)} rows were not read
    (${unread.why.join('; ')}), the first at line ${unread.first.join(', ')}`
}

/**
 * A column of a log to base a verdict on. Throws `EchtError` `unread-log` when more than a per cent of its rows was
 * not read or holds no number: nobody may be told that a log without its faults has none.
 */
export function trustedColumn(log: Log, column: number): Float64Array {
  const values = log.columns[column]
  if (!values) throw new EchtError('bad-log', 'This log has no such column: choose another.')
  const name = log.names[column]!
  const all = log.rows + log.unread.rows
  if (log.unread.rows > MOST_UNREAD * all)
    throw new EchtError(
      'unread-log',
      `${written(sayUnread(log)!, plainly)}. No verdict is given on the rest: export the log again.`,
    )
  const bad = log.badCells[column]!
  if (log.unread.rows + bad > MOST_UNREAD * all)
    throw new EchtError(
      'unread-log',
      `${counted(bad)} of ${counted(all)} cells of "${name}" hold no ` +
        'number. No verdict is given on the rest: choose another column, or export the log ' +
        'again.',
    )
  return values
}

const EMPTY = new Float64Array(0)
const NONE: ReadonlySet<number> = new Set()

/** Pieces of a file without a single row after which a quote mark is taken for a stray one. */
const MOST_SILENT = 8

/** Rows of a piece in which the parser found quotes where none may stand. */
const malformed = (errors: readonly Papa.ParseError[]): Set<number> =>
  new Set(errors.flatMap((e) => (e.code === 'InvalidQuotes' && e.row !== undefined ? [e.row] : [])))

/** Characters of a file by which its separator is found. */
export const BEGINNING = 1 << 16

export type ReadLogOptions = {
  /** where the file names it */ delimiter?: string | undefined
  onProgress?: (share: number) => void
  /** asked between chunks */ stopped?: () => boolean
}

/**
 * What the CSV library is told to read a log with, whatever it reads from (text, a file, a stream): each piece
 * goes to the builder, `size` is what there is to read in the unit of the library's cursor.
 * `problem` says why it stopped.
 */
export function logParsing(
  builder: ReturnType<typeof logBuilder>,
  size: number,
  options: ReadLogOptions,
): {
  config: {
    skipEmptyLines: true
    chunkSize: number
    delimiter?: string
    chunk: (r: Papa.ParseResult<string[]>, parser: Papa.Parser) => void
  }
  problem: () => unknown
} {
  let problem: unknown = null
  let silent = 0
  return {
    problem: () => problem,
    config: {
      skipEmptyLines: true,
      chunkSize: CHUNK_CHARACTERS,
      ...(options.delimiter ? { delimiter: options.delimiter } : {}),
      chunk: ({ data, errors, meta }, parser) => {
        try {
          // the parser holds back what may still be one cell: after so much it is no cell
          silent = data.length === 0 ? silent + 1 : 0
          if (silent > MOST_SILENT)
            throw new EchtError(
              'bad-log',
              `A quote mark ${builder.line() === 0 ? 'in the first line' : `after line ${builder.line()}`} ` +
                'is never closed, and swallows the rows after it: take it out, or export the log again.',
            )
          builder.take(data, meta.delimiter, malformed(errors))
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
  const { config, problem } = logParsing(builder, text.length, {
    delimiter: delimiterOf(text.slice(0, BEGINNING)),
    ...options,
  })
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
