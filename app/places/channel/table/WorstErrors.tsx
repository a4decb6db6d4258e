import type { ReactNode } from 'react'
import type { DeviceTable, EnteredTable } from '../../../../core/build/index.ts'
import { judgeTable } from '../../../../core/chain/index.ts'
import { num, words } from '../../../parts/columns.ts'
import { Sheet } from '../../../parts/Sheet.tsx'
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
  const row = (name: ReactNode, key: string, { worst, worstAt }: Erring) => ({
    ...{ key, cells: [name, q.pm(worst, 3).slice(1), q.text(worstAt, 0)] },
  })
  return (
    <Sheet
      label="Worst errors"
      columns={[words('Table'), num(`worst, ${q.unit}`), num('at')]}
      rows={[
        row(<b>Best places, best values</b>, 'best', made.best),
        row('Best places, values on the curve', 'onCurve', made.onCurve),
        ...(made.even ? [row('Even spacing, best values', 'even', made.even)] : []),
        ...(made.now
          ? [
              row(
                `In ${status.assembled.sends.name} now`,
                'now',
                judgeTable(status.chain!, spec, made.now),
              ),
            ]
          : []),
      ]}
    />
  )
}
