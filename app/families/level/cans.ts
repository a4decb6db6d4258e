import { roundTo } from '../../../core/quantity/index.ts'
import type { Measurement } from '../../../core/build/index.ts'
import type { TakenPoint } from '../../../core/chain/index.ts'
import type { Typed } from '../../parts/QuantityInput.tsx'

/** What of a measurement a can says; who, when and about what is the page's. */
type Filled = Pick<Measurement, 'method' | 'note' | 'readings'>

/** A can: what it holds, litres, and the instrument that says so, if any. */
export type Can = { litres: number; instrument: string | null }

/** Litres in the tank: what was noted last, poured or drawn off; null before anything was. */
export const inTheTank = (points: readonly TakenPoint[]): number | null =>
  points.length === 0
    ? null
    : points.reduce((a, b) => (b.measurement.at >= a.measurement.at ? b : a)).truth

/** The signal of a drained tank: its method says the litres. */
export const drained = (signal: Typed): Filled => ({
  method: 'empty',
  note: 'before the first can',
  readings: [{ role: 'signal', ...signal, instrument: null }],
})

/** The signal after one more can was poured on `now` litres; litres to the millilitre. */
export function canPoured(signal: Typed, { now, can }: { now: number; can: Can }): Filled {
  const litres = roundTo(now + can.litres, 3)
  const poured = { typed: String(litres), unit: 'l', value: litres, instrument: can.instrument }
  return {
    method: 'fill',
    note: `one can of ${can.litres} l`,
    readings: [
      { role: 'signal', ...signal, instrument: null },
      { role: 'truth', ...poured },
    ],
  }
}
