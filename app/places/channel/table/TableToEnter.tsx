import type { DeviceTable, EnteredTable } from '../../../../core/build/index.ts'
import { fixed } from '../../../../core/quantity/index.ts'
import { lookUp, toDeviceOrder } from '../../../../core/table/index.ts'
import { decimalsOfStep } from './decimals.ts'
import { num } from '../../../parts/columns.ts'
import { Sheet } from '../../../parts/Sheet.tsx'

/** A table cell by cell in the order the device lists them, beside what the one in it now gives there. */
export function TableToEnter({
  table,
  now,
  spec,
}: {
  table: EnteredTable
  now: EnteredTable | null
  spec: DeviceTable
}) {
  const ordered = toDeviceOrder(table, spec)
  const nowAt = (x: number): string => {
    if (!now) return ''
    const shown = toDeviceOrder({ x: [0], y: [lookUp(now, x, spec.beyond)] }, spec)
    return fixed(shown.y[0]!, 1)
  }
  return (
    <div className="scroll-x">
      <Sheet
        apart
        label="The table to enter"
        columns={[num('cell'), num(spec.axis), num(spec.valueUnit), num(now ? 'now gives' : '')]}
        rows={ordered.x.map((x, i) => ({
          key: i,
          cells: [
            i + 1,
            fixed(x, decimalsOfStep(spec.axisStep)),
            fixed(ordered.y[i]!, decimalsOfStep(spec.valueStep)),
            <span key="now" className="pale">
              {nowAt(x)}
            </span>,
          ],
        }))}
      />
    </div>
  )
}
