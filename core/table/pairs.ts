import Papa from 'papaparse'
import { EchtError, refusal } from '../error.ts'
import { parseQuantity } from '../quantity/parse.ts'
import { requireWholeQuotes, withoutSeparatorLine } from './text.ts'

export type PastedPair = { first: number; second: number; firstTyped: string; secondTyped: string }

/** How the two columns are to be understood: units, what they are called, and what speaks against a value. */
export type PairColumns = {
  firstUnit: string
  secondUnit: string
  names: readonly [string, string]
  first: (v: number) => string | null
  second: (v: number) => string | null
}

/**
 * Pairs out of pasted text, a line each: two numbers parted by a tab, a semicolon, spaces, or a comma where it is
 * no decimal one; units may stand with them; a header is passed over. Every error names its line, and nothing is
 * taken while there is one. Throws `EchtError` `bad-pairs`, `swapped-columns`.
 */
export function readPairs(text: string, columns: PairColumns): PastedPair[] {
  const trimmed = withoutSeparatorLine(text)
  if (trimmed === '')
    throw new EchtError(
      'bad-pairs',
      `Nothing was pasted: a ${columns.names[0]} and a ${columns.names[1]} a line.`,
    )
  if (trimmed.length > 2_000_000)
    throw new EchtError(
      'bad-pairs',
      `${trimmed.length} characters are no list of points: this is some other file.`,
    )
  const delimiter = delimiterOf(trimmed)
  const { data, errors } = Papa.parse<string[]>(
    delimiter === ' ' ? trimmed.replace(/[ ]+/g, ' ') : trimmed,
    { delimiter, skipEmptyLines: 'greedy' },
  )
  requireWholeQuotes(errors)
  const rows = data.map((row) => row.map((c) => c.trim()).filter((c) => c !== ''))
  const numeric = (c: string | undefined): boolean => c !== undefined && /\d/.test(c)
  const start = rows[0] && !rows[0].some(numeric) ? 1 : 0
  const understood = rows.slice(start).map((row, i) => {
    const line = `Line ${i + 1 + start}`
    if (row.length !== 2)
      throw new EchtError(
        'bad-pairs',
        `${line} holds ${row.length} values: each needs a ${columns.names[0]} and a ` +
          `${columns.names[1]}. With decimal commas, part the columns by a tab or a semicolon.`,
      )
    const read = (cell: string, unit: string, name: string): number => {
      try {
        return parseQuantity(cell, unit)
      } catch (error) {
        throw new EchtError('bad-pairs', `${line}, ${name}: ${refusal(error).message}`)
      }
    }
    return {
      line,
      first: read(row[0]!, columns.firstUnit, columns.names[0]),
      second: read(row[1]!, columns.secondUnit, columns.names[1]),
      firstTyped: row[0]!,
      secondTyped: row[1]!,
    }
  })
  if (understood.length === 0)
    throw new EchtError('bad-pairs', 'Only a header was pasted: copy the numbers with it.')
  requirePlausible(understood, columns)
  return understood.map(({ line: _, ...pair }) => pair)
}

/** What parts the two columns of a text. */
function delimiterOf(text: string): string {
  if (text.includes('\t')) return '\t'
  if (text.includes(';')) return ';'
  const commas =
    /\d,\s+|,\s*\d+[.,]\d/.test(text) ||
    (/^[^,\s]+,[^,\s]+$/m.test(text) && !/\s/.test(text.split('\n')[0]!.trim()))
  return commas ? ',' : ' '
}

/** Throws for a value its column cannot hold, and where exchanging the columns would mend them all. */
function requirePlausible(
  pairs: readonly (PastedPair & { line: string })[],
  columns: PairColumns,
): void {
  const bad = pairs.find((p) => columns.first(p.first) ?? columns.second(p.second))
  if (!bad) return
  const [firstName, secondName] = columns.names
  if (pairs.every((p) => !columns.first(p.second) && !columns.second(p.first)))
    throw new EchtError(
      'swapped-columns',
      `The columns look swapped: the ${firstName} comes first, then the ${secondName}. Exchange them and paste again.`,
    )
  const first = columns.first(bad.first)
  throw new EchtError(
    'bad-pairs',
    first
      ? `${bad.line}, ${firstName} ${bad.firstTyped}: ${first}`
      : `${bad.line}, ${secondName} ${bad.secondTyped}: ${columns.second(bad.second)}`,
  )
}
