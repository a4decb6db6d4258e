import { Group, NativeSelect } from '@mantine/core'
import { choiceSetting, numberSetting, type SettingField } from '../../core/curve/index.ts'
import { convertFromCore, significant } from '../../core/quantity/index.ts'
import { QuantityInput } from './QuantityInput.tsx'

const limit = (core: number, unit: string): string =>
  `${significant(convertFromCore(core, unit), 4)}${unit === 'counts' ? '' : ` ${unit}`}`

/** What a family asks of its element, each with its reason beneath. */
export function SettingFields({
  fields,
  settings,
  onChange,
  reasons = false,
}: {
  fields: readonly SettingField[]
  settings: Readonly<Record<string, unknown>>
  onChange: (patch: Record<string, unknown>) => string | null | void
  reasons?: boolean
}) {
  return (
    <Group align="flex-start" gap="sm" wrap="wrap">
      {fields.map((f) => (
        <div key={f.id} style={{ maxWidth: reasons ? 230 : undefined }}>
          {f.kind === 'choice' ? (
            <NativeSelect
              label={f.label}
              value={choiceSetting(settings, f.id, f.otherwise)}
              onChange={(e) => {
                const value = e.currentTarget.value
                onChange({ [f.id]: value, ...f.options.find((o) => o.value === value)?.sets })
              }}
              data={f.options.map(({ value, label }) => ({ value, label }))}
              w={220}
            />
          ) : (
            <QuantityInput
              label={f.label}
              unit={f.unit}
              value={
                f.otherwise === null && settings[f.id] === undefined
                  ? null
                  : numberSetting(settings, f.id, f.otherwise ?? 0)
              }
              width={220}
              {...(f.step === undefined ? {} : { step: f.step })}
              check={(v) =>
                f.low !== undefined && v < f.low
                  ? `At least ${limit(f.low, f.unit)}.`
                  : f.high !== undefined && v > f.high
                    ? `At most ${limit(f.high, f.unit)}.`
                    : null
              }
              onCommit={({ value }) => onChange({ [f.id]: value })}
            />
          )}
          {reasons && (
            <p className="pale" style={{ fontSize: 14, margin: '2px 0 6px' }}>
              {f.why}
            </p>
          )}
        </div>
      ))}
    </Group>
  )
}
