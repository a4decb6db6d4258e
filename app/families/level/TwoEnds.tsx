import { useMemo } from 'react'
import { twoEndsErrors } from '../../../core/curve/level/index.ts'
import type { KnotCurve } from '../../../core/curve/index.ts'
import { roundDomain, roundTicks } from '../../parts/plot/axis.ts'
import { Plot } from '../../parts/plot/Plot.tsx'
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
  const offs = errors.map((e) => e.errorL * q.scale)
  const worst = errors.reduce((a, b) => (Math.abs(b.errorL) > Math.abs(a.errorL) ? b : a))
  return (
    <>
      <div className="panels">
        <Plot
          label={`Error of a calibration by two ends alone, at worst ${q.off(worst.errorL, 1)} ${q.unit}`}
          height={190}
          x={roundTicks(q.out(errors[0]!.litres), q.out(errors.at(-1)!.litres), 7, ` ${q.unit}`)}
          y={roundDomain(Math.min(0, ...offs), Math.max(0, ...offs))}
          zero
          curves={[
            {
              name: 'off',
              places: errors.map((e, i) => [q.out(e.litres), offs[i]!]),
              ...{ stroke: 'var(--doubt)', width: 2.4, dash: '7 4' },
            },
          ]}
        />
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
