import { Button, NativeSelect } from '@mantine/core'
import { useForm } from '@mantine/form'
import { useRef, useState } from 'react'
import type { Instrument } from '../../../core/build/index.ts'
import { familyOf } from '../../../core/curve/index.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { QuantityInput, type Typed } from '../../parts/QuantityInput.tsx'
import { useQuantity } from '../../parts/units.ts'
import { signalCheck } from '../../places/channel/element/check.ts'
import { useBuild } from '../../store/useBuild.ts'
import { newId } from '../../store/id.ts'
import type { PanelProps } from '../registry.ts'
import { canPoured, drained, inTheTank, type Can } from './cans.ts'

/** Filling can by can: pour, type the signal, Enter; the litres add themselves up. */
export function FillFromCans({ status }: PanelProps) {
  const { build, edit } = useBuild()
  const { sensor } = status.assembled
  const { element } = sensor
  const family = familyOf(element.family)
  const q = useQuantity('l')
  const form = useForm<{ can: Can; signal: Typed | null }>({
    initialValues: {
      can: { litres: 5, instrument: build.instruments.find((i) => i.kind === 'can')?.id ?? null },
      signal: null,
    },
  })
  const { can } = form.values
  const [round, setRound] = useState(0)
  const box = useRef<HTMLInputElement>(null)
  const now = inTheTank(sensor.points)
  const record = ({ signal }: typeof form.values): void => {
    if (!signal) {
      box.current?.focus()
      return
    }
    const refused = edit({
      kind: 'addMeasurement',
      args: {
        measurement: {
          id: newId(),
          at: new Date().toISOString(),
          by: '',
          about: { kind: 'point', element: element.id },
          struck: null,
          ...(now === null ? drained(signal) : canPoured(signal, { now, can })),
        },
      },
    })
    // what was typed stays where it could not be recorded: the page says why
    if (refused) return
    form.setFieldValue('signal', null)
    setRound(round + 1)
    setTimeout(() => box.current?.focus())
  }
  return (
    <>
      <form onSubmit={(e) => form.onSubmit(record)(e)} noValidate>
        <Fields>
          <CanFields
            can={can}
            instruments={build.instruments}
            onChange={(c) => form.setFieldValue('can', c)}
          />
          <QuantityInput
            key={round}
            inputRef={box}
            label={
              now === null ? 'Signal, empty' : `Signal with ${q.text(now + can.litres, 0)} in it`
            }
            unit={family.signalUnit}
            onTyped={(t) => form.setFieldValue('signal', t)}
            width={200}
            check={signalCheck(family.drive(element.settings), family.signalUnit)}
          />
          <SideBySide>
            <Button type="submit">{now === null ? 'It is empty' : 'One can poured'}</Button>
          </SideBySide>
        </Fields>
      </form>
      <p className="pale tight">
        {now === null
          ? 'Begin drained.'
          : `In the tank by what was noted: ${q.text(now)}. Pour, wait half a minute for the float, type, Enter.`}
      </p>
    </>
  )
}

/** What is poured from: how much it holds, and by which instrument that is known. */
function CanFields({
  can,
  instruments,
  onChange,
}: {
  can: Can
  instruments: readonly Instrument[]
  onChange: (can: Can) => void
}) {
  const cans = instruments.filter((i) => i.kind === 'can')
  return (
    <>
      <QuantityInput
        label="A can holds"
        unit="l"
        value={can.litres}
        width={140}
        hideUnderstood
        check={(v) => (v > 0 ? null : 'Above zero.')}
        onCommit={({ value }) => onChange({ ...can, litres: value })}
      />
      {cans.length > 0 && (
        <NativeSelect
          label="Measured with"
          value={can.instrument ?? ''}
          onChange={(e) => onChange({ ...can, instrument: e.currentTarget.value || null })}
          data={[
            { value: '', label: 'an unknown can' },
            ...cans.map((c) => ({ value: c.id, label: c.name })),
          ]}
          w={180}
        />
      )}
    </>
  )
}
