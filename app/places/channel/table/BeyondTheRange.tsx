import { fixed } from '../../../../core/quantity/index.ts'
import { Box } from '@mantine/core'
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import type { Beyond, DeviceProposal } from '../../../../core/chain/index.ts'
import type { DeviceTable } from '../../../../core/build/index.ts'
import { AXIS, GRID, roundDomain, roundTicks } from '../../../parts/chart.ts'
import type { Quantity } from '../../../parts/units.ts'

/** What the proposed table shows over the whole axis: in the range, and beyond either end of it. */
export function BeyondTheRange({
  proposal,
  spec,
  q,
}: {
  proposal: DeviceProposal
  spec: DeviceTable
  q: Quantity
}) {
  const { table, beyond } = proposal
  const cells = table.x.map((x, i) => ({ x, shown: q.out(table.y[i]!) }))
  const [below, above] = beyond
  const inner = table.x.slice(below.cells.length, table.x.length - above.cells.length)
  const shown = cells.map((c) => c.shown)
  return (
    <Box component="section" aria-label="Beyond the range" mt="lg">
      <h2>What it shows over the whole axis, {q.unit}</h2>
      <div role="img" aria-label="What the table shows over the whole axis">
        <ResponsiveContainer width="100%" height={170}>
          <LineChart data={cells} margin={{ top: 8, right: 12, bottom: 4, left: 6 }}>
            <CartesianGrid {...GRID} />
            <ReferenceArea
              x1={inner[0]!}
              x2={inner.at(-1)!}
              fill="var(--hair)"
              fillOpacity={0.45}
              label={{
                value: 'range',
                position: 'insideBottom',
                fill: 'var(--pale)',
                fontSize: 13,
              }}
            />
            <XAxis
              {...AXIS}
              dataKey="x"
              type="number"
              {...roundTicks(Math.min(spec.axisRange[0], table.x[0]!), lastOf(spec, table.x), 6)}
              unit={` ${spec.axis}`}
            />
            <YAxis
              {...AXIS}
              width={58}
              {...roundDomain(Math.min(...shown), Math.max(...shown), 4)}
            />
            <Tooltip
              formatter={(v) => `${fixed(Number(v), 2)} ${q.unit}`}
              labelFormatter={(x) => `${Number(x)} ${spec.axis}`}
              contentStyle={{ background: 'var(--sheet)', border: '1px solid var(--hair)' }}
            />
            <Line
              dataKey="shown"
              name="shows"
              isAnimationActive={false}
              stroke="var(--touch)"
              strokeWidth={2}
              dot={{ r: 2.5 }}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
      <ul>
        {beyond.map((side) => (
          <li key={side.side}>{sentence(side, spec, inner, q)}</li>
        ))}
      </ul>
    </Box>
  )
}

/** The axis as the device has it; an axis of ohms only as far as the table goes. */
const lastOf = (spec: DeviceTable, x: readonly number[]): number =>
  spec.axis === 'Ω' ? x.at(-1)! : Math.max(spec.axisRange[1], x.at(-1)!)

const FAULT = { open: 'an open wire', short: 'a short to ground' } as const

/** What a table does beyond one end of its range, in words. */
function sentence(
  { side, faults, follows, holdsTo, shows, tooFewCells }: Beyond,
  spec: DeviceTable,
  inner: readonly number[],
  q: Quantity,
): string {
  const end = side === 'below' ? inner[0]! : inner.at(-1)!
  const which = faults.map((f) => FAULT[f]).join(' and ')
  const parts = [
    follows
      ? `the sensor is followed to ${follows.x} ${spec.axis}, ${q.text(follows.value)}`
      : 'the last value is held',
    ...(holdsTo === null ? [] : [`that is held to ${holdsTo} ${spec.axis}`]),
    ...(shows && which
      ? [
          shows === follows || shows.x === follows?.x
            ? `which is what ${which} ${faults.length > 1 ? 'show' : 'shows'} as well`
            : `${which} ${faults.length > 1 ? 'show' : 'shows'} ${q.text(shows.value)}`,
        ]
      : []),
    ...(tooFewCells
      ? [`there are too few cells to show ${which} otherwise: it shows the last value`]
      : []),
  ]
  return `${side === 'below' ? 'Below' : 'Above'} ${end} ${spec.axis} ${parts.join('; ')}.`
}
