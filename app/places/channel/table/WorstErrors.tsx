import type { DeviceTable, EnteredTable } from '../../../../core/build/index.ts'
import { judgeTable } from '../../../../core/chain/index.ts'
import type { Quantity } from '../../../parts/units.ts'
import type { StageProps } from '../tabs.tsx'

type Erring = { worst: number; worstAt: number }
type Made = { best: Erring; onCurve: Erring; even: Erring | null; now: EnteredTable | null }

/** The worst error of every way to make a table, and of the one in the device now. */
export function WorstErrors({
  status,
  spec,
  made,
  q,
}: StageProps & { spec: DeviceTable; made: Made; q: Quantity }) {
  const row = (name: string, { worst, worstAt }: Erring, first = false) => (
    <tr>
      <td>{first ? <b>{name}</b> : name}</td>
      <td className="num">{q.pm(worst, 3).slice(1)}</td>
      <td className="num">{q.text(worstAt, 0)}</td>
    </tr>
  )
  return (
    <table className="sheet-table" aria-label="Worst errors">
      <thead>
        <tr>
          <th>Table</th>
          <th className="num">worst, {q.unit}</th>
          <th className="num">at</th>
        </tr>
      </thead>
      <tbody>
        {row('Best places, best values', made.best, true)}
        {row('Best places, values on the curve', made.onCurve)}
        {made.even && row('Even spacing, best values', made.even)}
        {made.now &&
          row(`In ${status.assembled.device.name} now`, judgeTable(status.chain!, spec, made.now))}
      </tbody>
    </table>
  )
}
