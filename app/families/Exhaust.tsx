import { NativeSelect, Switch } from '@mantine/core'
import { exhaustFindings, type ExhaustPlace } from '../../core/curve/thermocouple/index.ts'
import { Findings } from '../parts/Findings.tsx'
import { SideBySide, Fields } from '../parts/Fields.tsx'
import { QuantityInput } from '../parts/QuantityInput.tsx'
import { useBuild } from '../store/useBuild.ts'
import type { PanelProps } from './registry.ts'

const PLACE: ExhaustPlace = {
  fromHeadMm: 60,
  boreMm: 40,
  depthMm: 18,
  probeMm: 3,
  alike: true,
  turbo: 'none',
  pointsUp: true,
}

/** Where an exhaust-gas probe sits, and what speaks against it. */
export default function Exhaust({ status }: PanelProps) {
  const { edit } = useBuild()
  const { element } = status.assembled.sensor
  const place = { ...PLACE, ...(element.settings.exhaust as Partial<ExhaustPlace> | undefined) }
  const set = (patch: Partial<ExhaustPlace>): string | null =>
    edit({ kind: 'editElement', args: { id: element.id, patch: { settings: { exhaust: patch } } } })
  const mm = (key: 'fromHeadMm' | 'boreMm' | 'depthMm' | 'probeMm', label: string) => (
    <QuantityInput
      label={label}
      unit="mm"
      value={place[key] / 1000}
      width={170}
      hideUnderstood
      check={(v) => (v > 0 ? null : 'Above zero.')}
      onCommit={({ value }) => set({ [key]: value * 1000 })}
    />
  )
  const findings = exhaustFindings(place)
  return (
    <section className="apart" aria-label="Placement">
      <h2>In the exhaust</h2>
      <Fields>
        {mm('fromHeadMm', 'From the head')}
        {mm('boreMm', 'Bore of the pipe')}
        {mm('depthMm', 'Tip stands in it')}
        {mm('probeMm', 'Probe, thick')}
        <NativeSelect
          label="Turbine"
          value={place.turbo}
          onChange={(e) => set({ turbo: e.currentTarget.value as ExhaustPlace['turbo'] })}
          data={[
            { value: 'none', label: 'none' },
            { value: 'before', label: 'probe before it' },
            { value: 'after', label: 'probe after it' },
          ]}
          w={170}
        />
        <SideBySide>
          <Switch
            label="alike on every cylinder"
            checked={place.alike}
            onChange={(e) => set({ alike: e.currentTarget.checked })}
          />
        </SideBySide>
        <SideBySide>
          <Switch
            label="points up"
            checked={place.pointsUp}
            onChange={(e) => set({ pointsUp: e.currentTarget.checked })}
          />
        </SideBySide>
      </Fields>
      {findings.length === 0 ? (
        <p role="status">Nothing speaks against this place.</p>
      ) : (
        <Findings findings={findings} label="Placement findings" />
      )}
    </section>
  )
}
