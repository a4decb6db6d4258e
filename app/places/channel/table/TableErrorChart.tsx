import { fixed } from '../../../../core/quantity/index.ts'
import { roundDomain, roundTicks } from '../../../parts/plot/axis.ts'
import { Plot } from '../../../parts/plot/Plot.tsx'
import type { Quantity } from '../../../parts/units.ts'

type Errors = { truth: number; error: number }[]

/** The tables that are drawn, told apart by more than ink; the best one on top. */
const LINES = [
  { of: 'now', name: 'in the device now', stroke: 'var(--doubt)', width: 1.8, dash: '7 3' },
  { of: 'even', name: 'even spacing', stroke: 'var(--pale)', width: 1.6, dash: '2 3' },
  { of: 'best', name: 'best', stroke: 'var(--touch)', width: 2.6 },
] as const

/** Error of the best table over the range, today's and even spacing beside it. */
export function TableErrorChart({
  errors,
  range,
  q,
}: {
  q: Quantity
  errors: { best: Errors; even: Errors | null; now: Errors | null }
  range: [number, number]
}) {
  const factor = q.scale
  const worstOf = (of: Errors | null): number =>
    Math.max(0, ...(of ?? []).map((e) => Math.abs(e.error))) * factor
  // a wrong table would flatten the others: the axis holds the best and even ones, and what lies
  // beyond leaves the picture
  const fair = Math.max(worstOf(errors.best), worstOf(errors.even))
  const limit =
    Math.max(
      0.0007 * (range[1] - range[0]) * factor,
      Math.min(Math.max(fair, worstOf(errors.now)), 6 * fair),
    ) * 1.05
  return (
    <Plot
      label="Error of the tables over the range"
      height={215}
      x={roundTicks(q.out(range[0]), q.out(range[1]), 6, ` ${q.unit}`)}
      y={roundDomain(-limit, limit, 4)}
      zero
      legend
      tip={{ x: (t) => `${fixed(t, 1)} ${q.unit}`, y: (v) => `${fixed(v, 3)} ${q.unit}` }}
      curves={LINES.flatMap(({ of, ...line }) => {
        const places = errors[of]
        return places
          ? [{ ...line, places: places.map((e) => [q.out(e.truth), e.error * factor] as const) }]
          : []
      })}
    />
  )
}
