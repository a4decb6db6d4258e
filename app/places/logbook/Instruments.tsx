import { Button, Group, NativeSelect } from '@mantine/core'
import { useState } from 'react'
import type { Accuracy, Instrument, Patch } from '../../../core/build/index.ts'
import { useBuild } from '../../store/useBuild.ts'
import { newId } from '../../store/id.ts'
import { TextField } from '../../parts/TextField.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'

const START: Record<Instrument['kind'], Accuracy> = {
  meter: { percent: 0.8, digits: 3, offset: 0, commonShare: 0.8 },
  thermometer: { percent: 0, digits: 1, offset: 0.5, commonShare: 1 },
  barometer: { percent: 0, digits: 1, offset: 0.2, commonShare: 1 },
  gauge: { percent: 1, digits: 1, offset: 2, commonShare: 0.7 },
  can: { percent: 1, digits: 0, offset: 0, commonShare: 1 },
}
const NAME: Record<Instrument['kind'], string> = {
  meter: 'Meter',
  thermometer: 'Thermometer',
  barometer: 'Barometer',
  gauge: 'Pressure gauge',
  can: 'Can',
}
const UNIT: Record<Instrument['kind'], string> = {
  meter: 'Ω',
  thermometer: 'Δ°C',
  barometer: 'kPa',
  gauge: 'kPa',
  can: 'l',
}

/** The instruments and how far each can be trusted. */
export function Instruments() {
  const { build, edit } = useBuild()
  const [kind, setKind] = useState<Instrument['kind']>('meter')
  const add = (): string | null =>
    edit({
      kind: 'addInstrument',
      args: {
        instrument: {
          id: newId(),
          name: NAME[kind],
          kind,
          accuracy: START[kind],
          lagS: kind === 'thermometer' ? 5 : null,
          iceCheck: null,
          checkedAt: null,
          note: '',
        },
      },
    })
  return (
    <section style={{ marginTop: 24 }} aria-label="Instruments">
      <h2>Instruments</h2>
      {build.instruments.length === 0 && (
        <p className="pale">None named yet: cheap hand-held ones are assumed for all readings.</p>
      )}
      {build.instruments.map((i) => (
        <One key={i.id} instrument={i} />
      ))}
      <Group mt="sm" align="flex-end">
        <NativeSelect
          label="Add a"
          value={kind}
          onChange={(e) => setKind(e.currentTarget.value as Instrument['kind'])}
          data={Object.entries(NAME).map(([value, label]) => ({
            value,
            label: label.toLowerCase(),
          }))}
        />
        <Button variant="default" onClick={add}>
          Add it
        </Button>
      </Group>
    </section>
  )
}

function One({ instrument }: { instrument: Instrument }) {
  const { edit } = useBuild()
  const set = (patch: Patch<Instrument>): string | null =>
    edit({ kind: 'editInstrument', args: { id: instrument.id, patch } })
  const accuracy = (patch: Partial<Accuracy>): string | null => set({ accuracy: patch })
  const notNegative = (v: number): string | null => (v >= 0 ? null : 'It cannot be negative.')
  const { accuracy: a } = instrument
  return (
    <Group
      align="flex-start"
      gap="sm"
      mt="xs"
      wrap="wrap"
      role="group"
      aria-label={instrument.name}
      style={{ borderBottom: '1px solid var(--hair)' }}
    >
      <TextField
        label="Name"
        value={instrument.name}
        width={190}
        required
        onCommit={(name) => set({ name })}
      />
      <QuantityInput
        label="± per cent"
        unit="%"
        value={a.percent}
        width={120}
        step={0.1}
        hideUnderstood
        check={notNegative}
        onCommit={({ value }) => accuracy({ percent: value })}
      />
      <QuantityInput
        label="± digits"
        unit="counts"
        value={a.digits}
        width={130}
        hideUnderstood
        check={notNegative}
        onCommit={({ value }) => accuracy({ digits: value })}
      />
      <QuantityInput
        label="± offset"
        unit={UNIT[instrument.kind]}
        value={a.offset}
        width={130}
        step={0.1}
        hideUnderstood
        check={notNegative}
        onCommit={({ value }) => accuracy({ offset: value })}
      />
      <QuantityInput
        label="of it in common"
        unit="%"
        value={a.commonShare * 100}
        width={140}
        step={10}
        hideUnderstood
        check={(v) => (v >= 0 && v <= 100 ? null : '0 to 100 %')}
        onCommit={({ value }) => accuracy({ commonShare: value / 100 })}
      />
      {instrument.kind === 'thermometer' && (
        <QuantityInput
          label="Shows in stirred ice"
          unit="°C"
          value={instrument.iceCheck?.readC ?? null}
          width={160}
          step={0.1}
          hideUnderstood
          check={(v) =>
            Math.abs(v) < 5 ? null : 'More than 5 °C off in ice: is the ice crushed and stirred?'
          }
          onCommit={({ value }) =>
            set({ iceCheck: { readC: value, at: new Date().toISOString() } })
          }
        />
      )}
      {instrument.kind === 'thermometer' && (
        <QuantityInput
          label="Lag"
          unit="s"
          value={instrument.lagS}
          width={100}
          hideUnderstood
          check={notNegative}
          onCommit={({ value }) => set({ lagS: value })}
        />
      )}
      <Button
        variant="subtle"
        color="gray"
        mt={26}
        aria-label={`Remove ${instrument.name}`}
        onClick={() => edit({ kind: 'removeInstrument', args: { id: instrument.id } })}
      >
        Remove
      </Button>
    </Group>
  )
}
