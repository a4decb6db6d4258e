import { fixed } from '../../../../core/quantity/index.ts'
import {
  CartesianGrid,
  Legend,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { AXIS, GRID, roundTicks } from '../../../parts/chart.ts'
import type { Quantity } from '../../../parts/units.ts'

type Errors = { truth: number; error: number }[]

/** The tables that are drawn, told apart by more than ink; the best one on top. */
const LINES = [
  {
    dataKey: 'now',
    name: 'in the device now',
    stroke: 'var(--doubt)',
    strokeWidth: 1.8,
    strokeDasharray: '7 3',
  },
  {
    dataKey: 'even',
    name: 'even spacing',
    stroke: 'var(--pale)',
    strokeWidth: 1.6,
    strokeDasharray: '2 3',
  },
  { dataKey: 'best', name: 'best', stroke: 'var(--touch)', strokeWidth: 2.6 },
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
  const data = errors.best.map((e, i) => ({
    t: q.out(e.truth),
    best: e.error * factor,
    even: errors.even ? errors.even[i]!.error * factor : undefined,
    now: errors.now ? errors.now[i]!.error * factor : undefined,
  }))
  // a wrong table would flatten the others: the axis holds the best and even ones, and what lies
  // beyond leaves the picture
  const fair = Math.max(...data.map((d) => Math.max(Math.abs(d.best), Math.abs(d.even ?? 0))))
  const worst = Math.max(...data.map((d) => Math.abs(d.now ?? 0)))
  const limit =
    Math.max(0.0007 * (range[1] - range[0]) * factor, Math.min(Math.max(fair, worst), 6 * fair)) *
    1.05
  return (
    <div role="img" aria-label="Error of the tables over the range">
      <ResponsiveContainer width="100%" height={240}>
        <LineChart data={data} margin={{ top: 8, right: 12, bottom: 4, left: 6 }}>
          <CartesianGrid {...GRID} />
          <XAxis
            {...AXIS}
            dataKey="t"
            type="number"
            {...roundTicks(q.out(range[0]), q.out(range[1]), 6)}
            unit={` ${q.unit}`}
          />
          <YAxis
            {...AXIS}
            width={58}
            domain={[-limit, limit]}
            ticks={[-limit, -limit / 2, 0, limit / 2, limit]}
            allowDataOverflow
            tickFormatter={(v: number) => fixed(v, limit < 0.05 ? 4 : limit < 1 ? 2 : 1)}
          />
          <Tooltip
            formatter={(v) => `${fixed(Number(v), 3)} ${q.unit}`}
            labelFormatter={(t) => `${fixed(Number(t), 1)} ${q.unit}`}
            contentStyle={{ background: 'var(--sheet)', border: '1px solid var(--hair)' }}
          />
          <Legend />
          <ReferenceLine y={0} stroke="var(--pale)" />
          {LINES.filter(({ dataKey }) => errors[dataKey]).map((line) => (
            <Line
              key={line.dataKey}
              legendType="plainline"
              dot={false}
              isAnimationActive={false}
              {...line}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
    </div>
  )
}
