import type { DeviceTable, EnteredTable } from '../../../../core/build/index.ts'
import { fixed } from '../../../../core/quantity/index.ts'
import { lookUp, toDeviceOrder } from '../../../../core/table/index.ts'
import { decimalsOf } from './decimals.ts'

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
      <table className="sheet-table apart" aria-label="The table to enter">
        <thead>
          <tr>
            <th className="num">cell</th>
            <th className="num">{spec.axis}</th>
            <th className="num">{spec.valueUnit}</th>
            <th className="num">{now ? 'now gives' : ''}</th>
          </tr>
        </thead>
        <tbody>
          {ordered.x.map((x, i) => (
            <tr key={i}>
              <td className="num">{i + 1}</td>
              <td className="num">{x.toFixed(decimalsOf(spec.axisStep))}</td>
              <td className="num">{fixed(ordered.y[i]!, decimalsOf(spec.valueStep))}</td>
              <td className="num pale">{nowAt(x)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
