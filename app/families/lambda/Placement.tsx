import { NativeSelect } from '@mantine/core'
import { placementFindings, type Placement } from '../../../core/curve/lambda/index.ts'
import { Fields } from '../../parts/Fields.tsx'
import { Findings } from '../../parts/Findings.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { useBuild } from '../../store/useBuild.ts'
import type { PanelProps } from '../registry.ts'

const PLACE: Placement = {
  angleDeg: 12,
  afterCollectorMm: 300,
  toJointMm: 500,
  toOpenEndMm: 1500,
  turbo: 'none',
  gasC: 650,
  limitC: 930,
}

/** Where the sensor sits in the exhaust, and what speaks against it. */
export function PlacementPanel({ status }: PanelProps) {
  const { edit } = useBuild()
  const { element } = status.assembled.sensor
  const place = { ...PLACE, ...(element.settings.placement as Partial<Placement> | undefined) }
  const set = (patch: Partial<Placement>): string | null =>
    edit({
      kind: 'editElement',
      args: { id: element.id, patch: { settings: { placement: patch } } },
    })
  const box = (key: Exclude<keyof Placement, 'turbo'>, label: string, unit: string) => (
    <QuantityInput
      label={label}
      unit={unit}
      value={unit === 'mm' ? place[key] / 1000 : place[key]}
      width={190}
      hideUnderstood
      onCommit={({ value }) => set({ [key]: unit === 'mm' ? value * 1000 : value })}
    />
  )
  const findings = placementFindings(place)
  return (
    <>
      <Fields>
        {box('angleDeg', 'Above level', '°')}
        {box('afterCollectorMm', 'After the joining of the pipes', 'mm')}
        {box('toJointMm', 'Nearest joint upstream', 'mm')}
        {box('toOpenEndMm', 'To the open end', 'mm')}
        {box('gasC', 'Gas reaches', '°C')}
        {box('limitC', 'It bears', '°C')}
        <NativeSelect
          label="Turbine"
          value={place.turbo}
          onChange={(e) => set({ turbo: e.currentTarget.value as Placement['turbo'] })}
          data={[
            { value: 'none', label: 'none' },
            { value: 'after', label: 'sensor after it' },
            { value: 'before', label: 'sensor before it' },
          ]}
          w={190}
        />
      </Fields>
      {findings.length === 0 ? (
        <p role="status">Nothing speaks against this place.</p>
      ) : (
        <Findings findings={findings} label="Placement findings" />
      )}
    </>
  )
}
