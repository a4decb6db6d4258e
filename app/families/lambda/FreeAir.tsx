import { fixed } from '../../../core/quantity/index.ts'
import { Button } from '@mantine/core'
import dayjs from 'dayjs'
import { useState } from 'react'
import { freeAirFinding } from '../../../core/curve/lambda/index.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { Say } from '../../parts/Say.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { newId } from '../../store/id.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { PanelProps } from '../registry.ts'
import { num, words } from '../../parts/columns.ts'
import { Sheet } from '../../parts/Sheet.tsx'

type AirRecord = { at: string; oxygen: number }

/** What it showed in clean air, time by time: its age. */
export function FreeAir({ status }: PanelProps) {
  const { edit } = useBuild()
  const { element } = status.assembled.sensor
  const record = (
    Array.isArray(element.settings.freeAir) ? element.settings.freeAir : []
  ) as AirRecord[]
  const [typed, setTyped] = useState<number | null>(null)
  const [round, setRound] = useState(0)
  const keep = (): void => {
    if (typed === null) return
    const item = { id: newId(), at: new Date().toISOString(), oxygen: typed / 100 }
    if (edit({ kind: 'putInSetting', args: { element: element.id, list: 'freeAir', item } })) return
    setTyped(null)
    setRound(round + 1)
  }
  return (
    <>
      <p className="pale tight">
        Out of the exhaust, hot, in clean air: 20.95 % oxygen. A heated sensor burns skin and lights
        fuel vapour: out of doors, away from fuel.
      </p>
      <Fields>
        <QuantityInput
          key={round}
          label="It shows oxygen"
          unit="%"
          width={170}
          step={0.1}
          placeholder="20.9"
          onTyped={(t) => setTyped(t?.value ?? null)}
          check={(v) => (v > 0 && v <= 40 ? null : '0 to 40 %')}
        />
        <SideBySide>
          <Button variant="default" disabled={typed === null} onClick={keep}>
            Note it
          </Button>
        </SideBySide>
      </Fields>
      {record.length > 0 && (
        <Sheet
          label="Free-air record"
          columns={[words(), num(), words()]}
          rows={record.map((r, i) => {
            const f = freeAirFinding(r.oxygen, record[i - 1]?.oxygen)
            return {
              key: r.at,
              cells: [
                dayjs(r.at).format('D MMM YYYY'),
                `${fixed(r.oxygen * 100, 2)} %`,
                <span key="finding" className={f.level === 'note' ? 'pale' : f.level}>
                  <Say of={f} />
                </span>,
              ],
            }
          })}
        />
      )}
    </>
  )
}
