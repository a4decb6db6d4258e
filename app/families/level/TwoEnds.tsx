import { useMemo } from 'react'
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts'
import { twoEndsErrors } from '../../../core/curve/level/index.ts'
import type { KnotCurve } from '../../../core/curve/index.ts'
import { AXIS, GRID, roundTicks } from '../../parts/chart.ts'
import { useQuantity } from '../../parts/units.ts'
import type { PanelProps } from '../registry.ts'
import { num } from '../../parts/columns.ts'
import { Sheet } from '../../parts/Sheet.tsx'

/**
 * What the usual calibration by its two ends alone would show, beside every fill that was measured:
 * litres of error.
 */
export function TwoEnds({ status }: PanelProps) {
  const { sensor } = status.assembled
  const q = useQuantity('l')
  const fitted =
    sensor.fit !== null && sensor.points.length > 2 ? (sensor.curve as KnotCurve) : null
  const errors = useMemo(() => (fitted ? twoEndsErrors(fitted) : []), [fitted])
  if (errors.length === 0)
    return <p className="pale">Record three fills: what two of them alone would miss follows.</p>
  const data = errors.map((e) => ({ litres: q.out(e.litres), off: e.errorL * q.scale }))
  const worst = errors.reduce((a, b) => (Math.abs(b.errorL) > Math.abs(a.errorL) ? b : a))
  return (
    <>
      <div className="panels">
        <div
          role="img"
          aria-label={`Error of a calibration by two ends alone, at worst ${q.off(worst.errorL, 1)} ${q.unit}`}
        >
          <ResponsiveContainer width="100%" height={190}>
            <LineChart data={data} margin={{ top: 8, right: 12, bottom: 4, left: 6 }}>
              <CartesianGrid {...GRID} />
              <XAxis
                {...AXIS}
                dataKey="litres"
                type="number"
                {...roundTicks(data[0]!.litres, data.at(-1)!.litres)}
                unit={` ${q.unit}`}
              />
              <YAxis {...AXIS} width={50} />
              <ReferenceLine y={0} stroke="var(--pale)" />
              <Line
                dataKey="off"
                dot={false}
                isAnimationActive={false}
                stroke="var(--doubt)"
                strokeWidth={2.4}
                strokeDasharray="7 4"
              />
            </LineChart>
          </ResponsiveContainer>
        </div>
        <Sheet
          label="Two ends alone against every fill"
          columns={[num(`in the tank, ${q.unit}`), num('two ends show'), num('off')]}
          rows={errors
            .filter((_, i) => i % 6 === 0)
            .map((e) => ({
              key: e.litres,
              cells: [q.bare(e.litres), q.bare(e.litres + e.errorL), q.off(e.errorL, 1)],
            }))}
        />
      </div>
      <p className="pale tight">
        At worst {q.off(worst.errorL, 1)} {q.unit}, with {q.text(worst.litres)} in the tank.
        Recommended: fill in steps; the two ends of a data sheet are for a tank that is a box.
      </p>
    </>
  )
}
