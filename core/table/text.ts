import Papa from 'papaparse'
import { EchtError } from '../error.ts'
import { parseQuantity } from '../quantity/parse.ts'
import { convertFromCore, findUnit } from '../quantity/units.ts'
import { requireTable, type Table } from './interpolate.ts'

export type TableFormat = 'csv' | 'json' | 'tsv' | 'c'

/** What goes with a table when it leaves: all of it is text for people. */
export type TableNote = {
  sensor: string
  device: string
  axisUnit: string
  valueUnit: string
  axisStep: number
  valueStep: number
  /** in the value unit */
  worstError: number
  date: string
}

export const TABLE_FORMATS: { id: TableFormat; name: string; extension: string }[] = [
  { id: 'csv', name: 'CSV', extension: 'csv' },
  { id: 'tsv', name: 'Text to paste', extension: 'txt' },
  { id: 'json', name: 'JSON', extension: 'json' },
  { id: 'c', name: 'C array', extension: 'h' },
]

/** A table in the device's unit and order as text. Numbers carry just the decimals of the device's steps. */
export function writeTable(table: Table, note: TableNote, format: TableFormat): string {
  const x = table.x.map((v) => onStep(v, note.axisStep)),
    y = table.y.map((v) => onStep(v, note.valueStep))
  switch (format) {
    case 'csv':
      return (
        Papa.unparse(
          [
            [`axis ${note.axisUnit}`, `value ${note.valueUnit}`].map(inert),
            ...x.map((v, i) => [v, y[i]!]),
          ],
          { newline: '\n' },
        ) + '\n'
      )
    case 'tsv':
      return x.map((v, i) => `${v}\t${y[i]}`).join('\n') + '\n'
    case 'json':
      return `${JSON.stringify({ ...note, x: x.map(Number), y: y.map(Number) }, null, 2)}\n`
    case 'c':
      return cArray(x, y, note)
  }
}

/**
 * Text that a spreadsheet would take for a formula gets an apostrophe before it (OWASP, CSV injection).
 * Numbers are written as numbers: a leading minus there is no formula.
 */
export const inert = (text: string): string =>
  /^[=+\-@\t\r]/.test(text) && !/^-?\d+(\.\d+)?$/.test(text) ? `'${text}` : text

function onStep(value: number, step: number): string {
  // beyond these a number is written with a power of ten, which no device and no spreadsheet reads as meant
  if (!Number.isFinite(value) || Math.abs(value) > MOST_VALUE)
    throw new EchtError(
      'bad-table',
      `A cell of the table is ${value}: no device holds a number like that. Look at the curve and the input.`,
    )
  const decimals = Math.max(
    0,
    Math.min(9, (String(Number(step.toPrecision(6))).split('.')[1] ?? '').length),
  )
  const text = value.toFixed(decimals)
  return Number(text) === 0 ? text.replace('-', '') : text
}

/** Largest number a table may hold. */
const MOST_VALUE = 1e12

function cArray(x: string[], y: string[], note: TableNote): string {
  // nothing typed by a person may end the comment, begin another, go on on the next line, or be shown as what it is not
  const safe = (text: string): string =>
    text
      .replace(/\*\//g, '* /')
      .replace(/\/\*/g, '/ *')
      .replace(/[\p{Cc}\p{Cf}\p{Zl}\p{Zp}\\]/gu, ' ')
      .replace(/\?\?/g, '? ?')
  const list = (values: string[]): string =>
    values.map((v) => (v.includes('.') ? `${v}f` : `${v}.0f`)).join(', ')
  return `/*
 * ${safe(note.sensor)} for ${safe(note.device)}
 * axis in ${safe(note.axisUnit)}, step ${note.axisStep}; value in ${safe(note.valueUnit)}, step ${note.valueStep}
 * worst error ${note.worstError.toFixed(3)} ${safe(note.valueUnit)} over the range of use
 * ${safe(note.date)}
 */
#define SENSOR_CELLS ${x.length}
static const float sensor_axis[SENSOR_CELLS] = { ${list(x)} };
static const float sensor_value[SENSOR_CELLS] = { ${list(y)} };
`
}

/**
 * A table out of pasted text or a CSV file, to compare with: two columns (axis, value), or two rows of them;
 * commas, semicolons or tabs; decimal commas where the separator allows; a header is passed over.
 * Returned with the axis ascending, in the units of the text. Throws `EchtError` `bad-table`, `swapped-columns`.
 */
export function readTable(
  text: string,
  expect?: { axisRange: [number, number]; valueRange: [number, number] },
): Table {
  if (text.length > 200_000)
    throw new EchtError(
      'bad-table',
      `The text holds ${text.length} characters: a table has at most a few hundred cells. This is some other file.`,
    )
  const trimmed = withoutSeparatorLine(text)
  if (trimmed === '')
    throw new EchtError(
      'bad-table',
      'Nothing was pasted: copy two columns, axis and value, and paste them here.',
    )
  if (trimmed.startsWith('{')) return ascending(fromJson(trimmed), expect)
  const delimiter = trimmed.includes('\t')
    ? '\t'
    : trimmed.includes(';')
      ? ';'
      : trimmed.includes(',')
        ? ','
        : ' '
  const { data, errors } = Papa.parse<string[]>(
    delimiter === ' ' ? trimmed.replace(/ +/g, ' ') : trimmed,
    {
      delimiter,
      skipEmptyLines: 'greedy',
    },
  )
  requireWholeQuotes(errors)
  const isNumber = (cell: string | undefined): boolean =>
    cell !== undefined && /^'?[+-]?\s*[\d.,]+(e[+-]?\d+)?$/i.test(cell.trim())
  const rows = data.filter((row) => row.some(isNumber))
  const numbers = rows.map((row) => row.map((c) => c.trim()).filter(isNumber))
  // where a comma does not part columns it is a decimal one: nobody writes thousands into a table
  const read = (cell: string): number =>
    cellNumber(delimiter === ',' ? cell : cell.replace(',', '.'))
  if (rows.length === 2 && numbers[0]!.length > 2)
    return ascending({ x: numbers[0]!.map(read), y: numbers[1]!.map(read) }, expect)
  rows.forEach((_, i) => {
    if (numbers[i]!.length !== 2)
      throw new EchtError(
        'bad-table',
        `Row ${i + 1} holds ${numbers[i]!.length} numbers: each row needs an axis and a ` +
          'value. With decimal commas, separate the columns by a tab or a semicolon.',
      )
  })
  return ascending(
    { x: numbers.map((r) => read(r[0]!)), y: numbers.map((r) => read(r[1]!)) },
    expect,
  )
}

const cellNumber = (cell: string): number =>
  parseQuantity(cell.replace(/^'/, '').replace(/\s/g, ''), 'counts')

function fromJson(text: string): Table {
  let data: { x?: unknown; y?: unknown }
  try {
    data = JSON.parse(text) as typeof data
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error
    throw new EchtError('bad-table', 'The text begins like JSON but is cut short: copy it again.')
  }
  const list = (v: unknown, name: string): number[] => {
    if (!Array.isArray(v))
      throw new EchtError('bad-table', `The JSON holds no list "${name}": it needs "x" and "y".`)
    return v.map((cell, i) => {
      // null, true and an empty text count as numbers to the language
      const n = typeof cell === 'number' ? cell : typeof cell === 'string' ? cellNumber(cell) : NaN
      if (Number.isFinite(n)) return n
      throw new EchtError(
        'bad-table',
        `Cell ${i + 1} of "${name}" is ${JSON.stringify(cell)}, which is no number.`,
      )
    })
  }
  return { x: list(data.x, 'x'), y: list(data.y, 'y') }
}

/** Text without the line in which some programs name their separator. */
export const withoutSeparatorLine = (text: string): string =>
  text
    .trim()
    .replace(/^\uFEFF?sep=.[\t ]*(\r\n|\r|\n|$)/i, '')
    .trim()

/** Throws `EchtError` `bad-table` where a quote mark makes one cell of several lines. */
export function requireWholeQuotes(errors: readonly Papa.ParseError[]): void {
  const quote = errors.find((e) => e.type === 'Quotes')
  if (quote)
    throw new EchtError(
      'bad-table',
      `A quote mark in line ${(quote.row ?? 0) + 1} stands where none belongs, and swallows ` +
        'what follows it: take it out.',
    )
}

function ascending(
  table: Table,
  expect?: { axisRange: [number, number]; valueRange: [number, number] },
): Table {
  const order = table.x.map((_, i) => i).sort((a, b) => table.x[a]! - table.x[b]!)
  const sorted =
    table.x.length === table.y.length
      ? { x: order.map((i) => table.x[i]!), y: order.map((i) => table.y[i]!) }
      : table
  requireTable(sorted)
  const large = [...sorted.x, ...sorted.y].find((v) => Math.abs(v) > MOST_VALUE)
  if (large !== undefined)
    throw new EchtError('bad-table', `A cell holds ${large}: no device holds a number like that.`)
  if (expect) {
    const share = (v: number[], [low, high]: [number, number]): number =>
      v.filter((n) => n >= low && n <= high).length / v.length
    const straight = Math.min(share(sorted.x, expect.axisRange), share(sorted.y, expect.valueRange))
    const swapped = Math.min(share(sorted.y, expect.axisRange), share(sorted.x, expect.valueRange))
    if (straight < 0.8 && swapped > straight)
      throw new EchtError(
        'swapped-columns',
        'The columns look swapped: the first must be the axis, the second the value. Exchange them and paste again.',
      )
    if (straight < 0.5)
      throw new EchtError(
        'bad-table',
        `Most numbers lie outside the device's axis (${expect.axisRange.join(' to ')}) or ` +
          `values (${expect.valueRange.join(' to ')}): check the units.`,
      )
  }
  return sorted
}

/** A table in the unit and order its device lists it, from one in the core's unit with the axis ascending; and back. */
export function toDeviceOrder(
  table: Table,
  spec: { valueUnit: string; direction: 'rising' | 'falling' },
): Table {
  const y = table.y.map((v) => convertFromCore(v, spec.valueUnit))
  return spec.direction === 'falling'
    ? { x: [...table.x].reverse(), y: y.reverse() }
    : { x: [...table.x], y }
}

export function fromDeviceOrder(table: Table, spec: { valueUnit: string }): Table {
  const unit = findUnit(spec.valueUnit)
  return { x: table.x, y: table.y.map((v) => (unit ? unit.toCore(v) : v)) }
}

/** The values a device can hold as it shows them, lowest first: what a pasted table is held to. */
export function valueRangeShown(spec: {
  valueUnit: string
  valueRange: readonly [number, number]
}): [number, number] {
  const ends = spec.valueRange.map((v) => convertFromCore(v, spec.valueUnit))
  return [Math.min(...ends), Math.max(...ends)]
}
