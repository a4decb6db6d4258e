import { fixed } from '../../../../core/quantity/index.ts'
import { Group } from '@mantine/core'
import { memo, useMemo, useState } from 'react'
import {
  CartesianGrid,
  Line,
  LineChart,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import type { PullUp, resolutionOverRange } from '../../../../core/input/index.ts'
import { AXIS, GRID, roundDomain, roundTicks } from '../../../parts/chart.ts'
import { ohms, type Quantity } from '../../../parts/units.ts'
import { useSoon } from '../../../parts/useSoon.ts'

/** Dashes by how far a candidate lies from the best: told apart by more than ink. */
const DASHES = ['', '7 3', '2 3']

const MARGIN = { top: 8, right: 12, bottom: 4, left: 6 }
const TIP = { background: 'var(--sheet)', border: '1px solid var(--hair)' }

/** A pull-up by its ohms; none beside a fixed one is infinite. */
export const pullUpName = (ohm: number): string => (ohm === Infinity ? 'none' : ohms(ohm))

/** Lines keep their place from one design to the next: the chart then only moves them. */
const lineKey = (index: number): string => `line${index}`

/** A design as the worker gives it: the best, and what is drawn beside it. */
export type ResolutionRow = {
  best: PullUp
  drawn: (PullUp & { resolution: ReturnType<typeof resolutionOverRange> })[]
}

/** What is drawn, and its axes. The chart works itself out anew for an axis that is another object, equal or not. */
function useDrawing(drawn: ResolutionRow['drawn'], q: Quantity) {
  const data = useMemo(
    () =>
      drawn[0]?.resolution.map((r, i) => ({
        t: q.out(r.temperatureC),
        ...Object.fromEntries(
          drawn.map((d, k): [string, number | null] => {
            const perCount = d.resolution[i]!.resolutionC
            return [lineKey(k), Number.isFinite(perCount) ? perCount * q.scale : null]
          }),
        ),
      })) ?? [],
    [drawn, q],
  )
  const from = data[0]?.t ?? 0
  const to = data.at(-1)?.t ?? 1
  const axis = useMemo(() => roundTicks(from, to, 6), [from, to])
  const most = useMemo(
    () =>
      Math.max(
        ...drawn
          .flatMap((d) => d.resolution.map((r) => r.resolutionC * q.scale))
          .filter(Number.isFinite),
      ),
    [drawn, q],
  )
  const perCount = useMemo(() => roundDomain(0, Math.max(most, 0), 5), [most])
  return { data, axis, perCount }
}

/** °C for one count over the range, for the best pull-up and its neighbours. Drawn anew only for another design. */
export const ResolutionChart = memo(function ResolutionChart({
  design,
  q,
}: {
  design: ResolutionRow
  q: Quantity
}) {
  const { drawn } = design
  const soon = useSoon(30)
  // what it says at a place is built when somebody points at it
  const [near, setNear] = useState(false)
  const chosen = design.best.pullUpOhm
  const { data, axis, perCount } = useDrawing(drawn, q)
  const strokeOf = (ohm: number): string =>
    ohm === chosen ? 'var(--touch)' : ohm < chosen ? 'var(--doubt)' : 'var(--pale)'
  const best = drawn.findIndex((d) => d.pullUpOhm === chosen)
  return (
    <div
      role="img"
      onPointerEnter={() => setNear(true)}
      aria-label={`Resolution over temperature for ${drawn.map((d) => pullUpName(d.pullUpOhm)).join(', ')}`}
    >
      <ResponsiveContainer width="100%" height={250}>
        <LineChart accessibilityLayer={false} data={data} margin={MARGIN}>
          <CartesianGrid {...GRID} />
          <XAxis {...AXIS} dataKey="t" type="number" {...axis} unit={` ${q.unit}`} />
          <YAxis {...AXIS} width={58} {...perCount} />
          {near && (
            <Tooltip
              formatter={(v) => `${fixed(Number(v), 4)} ${q.unit} a count`}
              labelFormatter={(t) => `${fixed(Number(t), 0)} ${q.unit}`}
              contentStyle={TIP}
            />
          )}
          {soon &&
            drawn.map((d, i) => (
              <Line
                key={lineKey(i)}
                dataKey={lineKey(i)}
                name={pullUpName(d.pullUpOhm)}
                dot={false}
                isAnimationActive={false}
                stroke={strokeOf(d.pullUpOhm)}
                strokeWidth={i === best ? 3 : 1.6}
                strokeDasharray={DASHES[Math.abs(i - best)]}
              />
            ))}
        </LineChart>
      </ResponsiveContainer>
      <Legend
        lines={drawn.map((d, i) => ({
          name: pullUpName(d.pullUpOhm),
          stroke: strokeOf(d.pullUpOhm),
          dash: DASHES[Math.abs(i - best)],
        }))}
      />
    </div>
  )
})

/** Which line is which; the chart library's own legend is drawn twice with every change of the data. */
const Legend = ({ lines }: { lines: { name: string; stroke: string; dash?: string }[] }) => (
  <Group justify="center" gap="md" className="small">
    {lines.map(({ name, stroke, dash }) => (
      <span key={name}>
        <svg width={26} height={10} aria-hidden>
          <line
            x1={0}
            x2={26}
            y1={5}
            y2={5}
            stroke={stroke}
            strokeWidth={2}
            strokeDasharray={dash}
          />
        </svg>{' '}
        {name}
      </span>
    ))}
  </Group>
)
