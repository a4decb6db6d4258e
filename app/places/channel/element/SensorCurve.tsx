import { NativeSelect } from '@mantine/core'
import { lazy, Suspense } from 'react'
import type { Advice } from '../../../../core/chain/index.ts'
import { familyOf } from '../../../../core/curve/index.ts'
import { Say } from '../../../parts/Say.tsx'
import { SettingFields } from '../../../parts/SettingFields.tsx'
import { useQuantity } from '../../../parts/units.ts'
import { useBuild } from '../../../store/useBuild.ts'
import type { StageProps } from '../tabs.tsx'
import css from './SensorCurve.module.css'
import { num, words } from '../../../parts/columns.ts'
import { Sheet } from '../../../parts/Sheet.tsx'

const CurveCharts = lazy(() => import('./CurveCharts.tsx'))

/** The curve of a sensor, the model and settings it rests on, its coefficients, and what it looks like. */
export function SensorCurve({
  status,
  candidates,
}: StageProps & { candidates: Advice['candidates'] }) {
  const { edit } = useBuild()
  const { sensor, needs } = status.assembled
  const { element } = sensor
  const family = familyOf(element.family)
  const setting = (patch: Record<string, unknown>): string | null =>
    edit({ kind: 'editElement', args: { id: element.id, patch: { settings: patch } } })
  return (
    <div>
      {/* the room the charts will take, so that nothing beneath moves away under a finger */}
      <Suspense fallback={<p className={`pale ${css.charts}`}>…</p>}>
        {sensor.curve !== undefined && <CurveCharts sensor={sensor} range={needs.range} />}
      </Suspense>
      {family.models.length > 0 && (
        <NativeSelect
          mt="sm"
          label="Model"
          value={element.settings.model ?? 'auto'}
          onChange={(e) => setting({ model: e.currentTarget.value })}
          data={[
            { value: 'auto', label: 'Chosen by the points' },
            ...family.models.map((m) => ({ value: m.id, label: m.name })),
          ]}
          w={250}
        />
      )}
      {family.settings.length > 0 && (
        <div className="apart">
          <SettingFields
            fields={family.settings}
            settings={element.settings}
            onChange={setting}
            reasons
          />
        </div>
      )}
      {!sensor.fit && family.library.length > 0 && (
        <NativeSelect
          mt="sm"
          label="Until it is measured, take on trust"
          value={element.settings.assumedCurve ?? ''}
          onChange={(e) => setting({ assumedCurve: e.currentTarget.value || null })}
          data={[
            { value: '', label: 'nothing' },
            ...family.library.map((c) => ({ value: c.id, label: c.name })),
          ]}
        />
      )}
      {!sensor.fit && sensor.assumedName && (
        <p className="pale">
          In use until it is measured: <Say of={sensor.assumedName} />.
        </p>
      )}
      {sensor.fit && <Coefficients status={status} />}
      <LooksLike status={status} candidates={candidates} />
    </div>
  )
}

const Coefficients = ({ status: { assembled } }: StageProps) => (
  <Sheet
    apart
    label="Coefficients"
    columns={[words(), num()]}
    rows={familyOf(assembled.sensor.element.family)
      .describe(assembled.sensor.curve)
      .map((c, i) => ({
        key: i,
        cells: [<Say key="name" of={c.name} />, <Say key="value" of={c.value} />],
      }))}
  />
)

/** The types of the library that explain the points. */
function LooksLike({
  status: { assembled },
  candidates: [first, second],
}: StageProps & { candidates: Advice['candidates'] }) {
  const q = useQuantity(familyOf(assembled.sensor.element.family).truthUnit)
  if (!first) return null
  if (!first.fits)
    return (
      <p className="pale">
        Like none of the library; nearest is {first.name}, {q.pm(first.missRms, 0).slice(1)}{' '}
        {q.unit} off.
      </p>
    )
  return (
    <p className="pale">
      Looks like <b>{first.name}</b>
      {second?.fits ? `, or ${second.name}; ${q.text(first.partAt ?? 0, 0)} would part them.` : '.'}
    </p>
  )
}
