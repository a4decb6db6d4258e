import { fixed } from '../../../../core/quantity/index.ts'
import { orElse } from '../../../../core/error.ts'
import { useMemo } from 'react'
import { idealSlope, idealValue, type ReadStatus, STAGE } from '../../../../core/chain/index.ts'
import { linspace } from '../../../../core/math/index.ts'
import { useQuantity } from '../../../parts/units.ts'
import { truthUnit } from '../stageInfo.ts'
import { num } from '../../../parts/columns.ts'
import { Sheet } from '../../../parts/Sheet.tsx'

/** What one count or one edge stands for over the range. */
export function Resolution({ status }: { status: ReadStatus }) {
  const { chain } = status
  const q = useQuantity(truthUnit(status.assembled.sensor.family))
  const rows = useMemo(() => {
    const converter = chain?.spec.converter
    if (!chain || !converter) return []
    return linspace(...chain.spec.range, 5).flatMap((t) => {
      return orElse(() => {
        const slope = idealSlope(chain, STAGE.pin, t)
        const counts = idealValue(chain, STAGE.pin, t) * converter.perUnit
        return [
          {
            t,
            perCount: Math.abs(1 / (slope * converter.perUnit)),
            counts,
            beyond: counts > converter.full || counts < 0,
          },
        ]
      }, [])
    })
  }, [chain])
  if (!chain) return <p className="pale">{status.assembled.problem}</p>
  if (rows.length === 0) return <p className="pale">A needle gauge has no converter.</p>
  return (
    <div>
      <h2>What one {chain.spec.drive.kind === 'frequency' ? 'edge' : 'count'} stands for</h2>
      <Sheet
        apart
        label="Resolution"
        columns={[num(q.unit), num('counts'), num(`${q.unit} for one`)]}
        rows={rows.map((r) => ({
          key: r.t,
          mark: r.beyond ? 'is-suspect' : undefined,
          cells: [
            q.bare(r.t),
            fixed(r.counts, 0),
            r.beyond ? 'beyond the input' : q.pm(r.perCount, 3).slice(1),
          ],
        }))}
      />
      {rows.some((r) => r.beyond) && (
        <p className="wrong">
          The input ends before the range does: beyond it the reading stands still.
        </p>
      )}
    </div>
  )
}
