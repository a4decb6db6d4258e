import { orElse } from '../../../../core/error.ts'
import { useMemo } from 'react'
import { idealSlope, idealValue, type ReadStatus, STAGE } from '../../../../core/chain/index.ts'
import { linspace } from '../../../../core/math/index.ts'
import { useQuantity } from '../../../parts/units.ts'
import { truthUnit } from '../stageInfo.ts'

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
      <table className="sheet-table apart" aria-label="Resolution">
        <thead>
          <tr>
            <th className="num">{q.unit}</th>
            <th className="num">counts</th>
            <th className="num">{q.unit} for one</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.t} className={r.beyond ? 'is-suspect' : undefined}>
              <td className="num">{q.bare(r.t)}</td>
              <td className="num">{r.counts.toFixed(0)}</td>
              <td className="num">
                {r.beyond ? 'beyond the input' : q.pm(r.perCount, 3).slice(1)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.some((r) => r.beyond) && (
        <p className="wrong">
          The input ends before the range does: beyond it the reading stands still.
        </p>
      )}
    </div>
  )
}
