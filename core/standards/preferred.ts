import { roundTo, roundFigures } from '../quantity/index.ts'
import { EchtError } from '../error.ts'

export type PreferredSeries = 'E12' | 'E24' | 'E96'

// IEC 60063: E12 and E24 are a table, not a formula (2.7, 3.3, 4.7 … differ from the rounded powers)
const E24 = [
  1, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2, 2.2, 2.4, 2.7, 3, 3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8,
  7.5, 8.2, 9.1,
]
const MANTISSAS: Partial<Record<string, readonly number[]>> = {
  E12: E24.filter((_, i) => i % 2 === 0),
  E24,
  E96: Array.from({ length: 96 }, (_, i) => roundTo(10 ** (i / 96), 2)),
}

/**
 * Resistor values that are sold, Ω, ascending, from `low` to `high` inclusive. IEC 60063. Throws `EchtError`
 * `out-of-range` for any other series.
 */
export function preferredValues(series: PreferredSeries, low: number, high: number): number[] {
  const mantissas = MANTISSAS[series]
  if (!mantissas)
    throw new EchtError('out-of-range', `"${series}" is no series of resistors: E12, E24 or E96.`)
  const out: number[] = []
  for (
    let decade = Math.floor(Math.log10(low)) - 1;
    decade <= Math.ceil(Math.log10(high));
    decade++
  ) {
    for (const m of mantissas) {
      const ohm = roundFigures(m * 10 ** decade, 3)
      if (ohm >= low * (1 - 1e-9) && ohm <= high * (1 + 1e-9)) out.push(ohm)
    }
  }
  return out
}
