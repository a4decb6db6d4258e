import { cellNumber } from './number.ts'

/** Rows in a row that are numbers, from which the columns begin. */
const SURE = 3

export type Begin = {
  /** the row of names; null where there is none */
  header: number | null
  /** the first row of the columns or of their units */
  body: number
  /** columns, a separator at the end of the rows left out */
  width: number
}

/**
 * Where the columns of a file begin, of its first rows: many programs write about the file itself first, over as many
 * lines as they please. The columns begin with rows of numbers, all of a length; above them stands the row of names,
 * perhaps with one of units between. A file in which no such rows are found has its names first.
 */
export function beginOf(rows: readonly (readonly string[])[], leastColumns: number): Begin {
  const alike = (i: number, count: number): boolean =>
    rows[i]!.length >= leastColumns &&
    rows.slice(i, i + count).every((r) => isNumbers(r) && r.length === rows[i]!.length)
  const sure = rows.findIndex((_, i) => i + SURE <= rows.length && alike(i, SURE))
  // a file of a row or two has them at once
  const at = sure >= 0 ? sure : rows.findIndex((_, i) => i < SURE && alike(i, rows.length))
  const width = rows[Math.max(0, at)]!.length
  const begin = (header: number | null, body: number): Begin => {
    const names = header === null ? width : rows[header]!.length
    return { header, body, width: Math.abs(names - width) === 1 ? Math.min(names, width) : names }
  }
  if (at < 0) return isWords(rows[0]!) ? begin(0, 1) : begin(null, 0)
  const isNames = (i: number): boolean => i >= 0 && isWords(rows[i]!) && rows[i]!.length > 1
  if (at === 0 || !(isNames(at - 1) || (width === 1 && isWords(rows[at - 1]!))))
    return begin(null, at)
  // of two rows of words the lower one has the units, unless it is the one with the time in it
  const units =
    isNames(at - 2) && rows[at - 2]!.length === rows[at - 1]!.length && !isUnder(rows[at - 1]!)
  return units ? begin(at - 2, at - 1) : begin(at - 1, at)
}

const isUnder = (row: readonly string[]): boolean => row.some((c) => /\btime\b/i.test(c))

const filled = (row: readonly string[]): string[] => row.filter((c) => c.trim() !== '')

/** More than half of what is in it are numbers. */
function isNumbers(row: readonly string[]): boolean {
  const cells = filled(row)
  return (
    cells.length > 0 && 2 * cells.filter((c) => !Number.isNaN(cellNumber(c))).length > cells.length
  )
}

/** Some of what is in it are words. */
const isWords = (row: readonly string[]): boolean =>
  filled(row).some((c) => Number.isNaN(cellNumber(c)))

/** Lines by which the separator is judged. */
const LINES = 20

/**
 * The separator of a file by its beginning: the one it names above its header, as some programs do, or the one that
 * stands in all of the last lines of it; undefined where there is none. Numbers with decimal commas are parted by
 * something else, which goes before the comma.
 */
export function delimiterOf(start: string): string | undefined {
  const named = /^\uFEFF?sep=(.)/i.exec(start)?.[1]
  if (named) return named
  const lines = start.split(/\r\n|\r|\n/).filter((l) => l.trim() !== '')
  // the last line may be cut, the first ones tell of the file
  const last = lines.slice(Math.floor(lines.length / 2), -1).slice(-LINES)
  return last.length === 0
    ? undefined
    : ['\t', ';', ','].find((d) => last.every((l) => l.includes(d)))
}
