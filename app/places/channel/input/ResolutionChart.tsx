import { memo, useMemo } from 'react'
import {
  CartesianGrid,
  Legend,
  Line,
  LineChart,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import type { PullUp, resolutionOverRange } from '../../../../core/input/index.ts'
import { AXIS, GRID, roundTicks } from '../../../parts/chart.ts'
import { ohms, type Quantity } from '../../../parts/units.ts'

/** Dashes by how far a candidate lies from the best: told apart by more than ink. */
const DASHES = ['', '7 3', '2 3', '2 3', '2 3']

/** A pull-up by its ohms; none beside a fixed one is infinite. */
export const pullUpName = (ohm: number): string => (ohm === Infinity ? 'none' : ohms(ohm))

/** A design as the worker gives it: the best, and what is drawn beside it. */
export type Drawn = {
  best: PullUp
  drawn: (PullUp & { resolution: ReturnType<typeof resolutionOverRange> })[]
}

/** °C for one count over the range, for the best pull-up and its neighbours. Drawn anew only for another design. */
export const ResolutionChart = memo(function ResolutionChart({
  design,
  q,
}: {
  design: Drawn
  q: Quantity
}) {
  const { drawn } = design
  const chosen = design.best.pullUpOhm
  const data = useMemo(
    () =>
      drawn[0]?.resolution.map((r, i) => ({
        t: q.out(r.temperatureC),
        ...Object.fromEntries(
          drawn.map((d): [string, number | null] => {
            const perCount = d.resolution[i]!.resolutionC
            return [pullUpName(d.pullUpOhm), Number.isFinite(perCount) ? perCount * q.scale : null]
          }),
        ),
      })) ?? [],
    [drawn, q],
  )
  const strokeOf = (ohm: number): string =>
    ohm === chosen ? 'var(--touch)' : ohm < chosen ? 'var(--doubt)' : 'var(--pale)'
  const best = drawn.findIndex((d) => d.pullUpOhm === chosen)
  return (
    <div
      role="img"
      aria-label={`Resolution over temperature for ${drawn.map((d) => pullUpName(d.pullUpOhm)).join(', ')}`}
    >
      <ResponsiveContainer width="100%" height={250}>
        <LineChart data={data} margin={{ top: 8, right: 12, bottom: 4, left: 6 }}>
          <CartesianGrid {...GRID} />
          <XAxis
            {...AXIS}
            dataKey="t"
            type="number"
            {...roundTicks(data[0]?.t ?? 0, data.at(-1)?.t ?? 1, 6)}
            unit={` ${q.unit}`}
          />
          <YAxis {...AXIS} width={58} tickFormatter={(v: number) => v.toFixed(2)} />
          <Tooltip
            formatter={(v) => `${Number(v).toFixed(4)} ${q.unit} a count`}
            labelFormatter={(t) => `${Number(t).toFixed(0)} ${q.unit}`}
            contentStyle={{ background: 'var(--sheet)', border: '1px solid var(--hair)' }}
          />
          <Legend />
          {drawn.map((d, i) => (
            <Line
              key={d.pullUpOhm}
              dataKey={pullUpName(d.pullUpOhm)}
              legendType="plainline"
              dot={false}
              isAnimationActive={false}
              stroke={strokeOf(d.pullUpOhm)}
              strokeWidth={i === best ? 3 : 1.6}
              strokeDasharray={DASHES[Math.abs(i - best)]}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
    </div>
  )
})
