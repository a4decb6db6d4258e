import { fixed } from '../../../../core/quantity/index.ts'
import { Box } from '@mantine/core'
import type { Beyond, DeviceProposal } from '../../../../core/chain/index.ts'
import type { DeviceTable } from '../../../../core/build/index.ts'
import { roundDomain, roundTicks } from '../../../parts/plot/axis.ts'
import { Plot } from '../../../parts/plot/Plot.tsx'
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
  const shown = table.y.map((y) => q.out(y))
  const [below, above] = beyond
  const inner = table.x.slice(below.cells.length, table.x.length - above.cells.length)
  return (
    <Box component="section" aria-label="Beyond the range" mt="lg">
      <h2>What it shows over the whole axis, {q.unit}</h2>
      <Plot
        label="What the table shows over the whole axis"
        height={170}
        x={roundTicks(
          Math.min(spec.axisRange[0], table.x[0]!),
          lastOf(spec, table.x),
          6,
          ` ${spec.axis}`,
        )}
        y={roundDomain(Math.min(...shown), Math.max(...shown), 4)}
        stretch={{ from: inner[0]!, to: inner.at(-1)!, name: 'range' }}
        curves={[
          {
            name: 'shows',
            places: table.x.map((x, i) => [x, shown[i]!]),
            stroke: 'var(--touch)',
            dotted: true,
          },
        ]}
        tip={{ x: (x) => `${x} ${spec.axis}`, y: (v) => `${fixed(v, 2)} ${q.unit}` }}
      />
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
