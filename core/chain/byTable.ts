import { orElse } from '../error.ts'
import type { Axis } from '../build/types.ts'
import { invertTable, lookUp } from '../table/interpolate.ts'
import { fromCounts, pinHeight, unheldCounts, type Chain } from './chain.ts'

/** What a device sees at its input, V or Hz, from what stands before its table: counts, or that itself. */
const seenAt = (chain: Chain, before: number): number =>
  chain.spec.converter ? fromCounts(chain, before) : before
const beforeFor = (chain: Chain, seen: number): number =>
  chain.spec.converter ? unheldCounts(chain, seen) : seen

function countsIn(chain: Chain, before: number): number {
  // refuses a device that has none
  fromCounts(chain, before)
  return before
}

/** What a device's table takes as its axis, from what stands before it. */
export function axisOf(chain: Chain, before: number, axis: Axis): number {
  if (axis === 'counts') return countsIn(chain, before)
  const seen = seenAt(chain, before)
  if (axis !== 'Ω') return seen
  // the device reckons ohms from its own pull-up, knowing nothing of leads and neighbours
  const ohm = chain.ideal.fromPin(seen)
  return Number.isNaN(ohm) ? (seen > chain.ideal.openV / 2 ? 1e9 : 0) : ohm
}

/** What a device's table makes of what stands before it; where nothing is entered, what the perfect one would. */
export function byTable(chain: Chain, before: number): number {
  const { table } = chain.spec
  return table
    ? lookUp(table, axisOf(chain, before, table.axis), table.beyond)
    : pinHeight(chain, seenAt(chain, before))
}

/** What stands before a device's table where it shows this; several where the table turns back. */
export function backFromTable(chain: Chain, value: number): number[] {
  const { table } = chain.spec
  if (!table) return orElse(() => [beforeFor(chain, chain.ideal.toPin(chain.signalAt(value)))], [])
  const seen: Record<Axis, (x: number) => number> = {
    counts: (x) => fromCounts(chain, x),
    Ω: (x) => chain.ideal.toPin(x),
    V: (x) => x,
    Hz: (x) => x,
  }
  return invertTable(table, value).map((x) => beforeFor(chain, seen[table.axis](x)))
}
