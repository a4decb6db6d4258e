import { Button, Group, Modal, NativeSelect, SimpleGrid, TextInput } from '@mantine/core'
import { families } from '../../../core/curve/index.ts'
import { Fields } from '../../parts/Fields.tsx'
import { InputFields } from '../../parts/InputFields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { SettingFields } from '../../parts/SettingFields.tsx'
import { differenceUnit } from '../../parts/units.ts'
import type { Needs } from './needs.ts'
import { ReadBy } from './ReadBy.tsx'
import { useNewChannel, type NewChannel } from './useNewChannel.ts'
import { Wrong } from '../../parts/Wrong.tsx'

/** Asks only what changes the result; all else is assumed, dashed, and can be said later. */
export default function AddChannel({ onClose }: { onClose: () => void }) {
  const asked = useNewChannel(onClose)
  const { family, form } = asked
  return (
    <Modal
      opened
      onClose={onClose}
      title={<b>Add a channel</b>}
      size="xl"
      closeButtonProps={{ 'aria-label': 'Close', size: 44 }}
    >
      <form onSubmit={asked.add}>
        <SimpleGrid cols={{ base: 1, sm: 2 }}>
          <TextInput
            label="Name"
            placeholder="Coolant, block outlet"
            {...form.getInputProps('name')}
            data-autofocus
          />
          <NativeSelect
            label="Sensor"
            value={family.id}
            onChange={(e) => asked.choose(e.currentTarget.value)}
            data={families.map((f) => ({ value: f.id, label: f.name }))}
          />
        </SimpleGrid>
        <OfSensor asked={asked} />
        <NeedFields key={family.id} asked={asked} />
        <SimpleGrid cols={{ base: 1, sm: 2 }} mt="sm">
          <ReadBy device={form.values.device} inputProps={form.getInputProps} />
        </SimpleGrid>
        <InputFields draft={form.values.draft} signal={family.signal} onChange={asked.setDraft} />
        <p className="pale tight small">
          All that is not asked is assumed, drawn dashed, and can be said later: wires of 0.1 Ω, a
          ground within 5 mV, a reference within 1 %.
        </p>
        <Wrong>{form.errors.whole}</Wrong>
        <Group justify="flex-end" mt="md">
          <Button variant="default" onClick={onClose}>
            Leave it
          </Button>
          <Button type="submit">Add the channel</Button>
        </Group>
      </form>
    </Modal>
  )
}

type Props = { asked: NewChannel }

/** What is asked of the sensor itself, and what stands in until it is measured. */
function OfSensor({ asked: { family, form, setSetting } }: Props) {
  const { settings } = form.values
  const first = family.settings.filter((f) => f.first)
  if (first.length === 0 && family.library.length === 0) return null
  return (
    <Group mt="sm" align="flex-start" gap="sm">
      <SettingFields
        key={family.id}
        fields={first}
        settings={settings}
        onChange={(patch) => setSetting(patch)}
      />
      {family.library.length > 0 && (
        <NativeSelect
          label="Until measured, take on trust"
          value={String(settings.assumedCurve ?? '')}
          onChange={(e) => setSetting({ assumedCurve: e.currentTarget.value || null })}
          data={[
            { value: '', label: 'nothing' },
            ...family.library.map((c) => ({ value: c.id, label: c.name })),
          ]}
          w={250}
        />
      )}
    </Group>
  )
}

function NeedFields({ asked: { family, form, setNeed } }: Props) {
  const unit = family.truthUnit
  const box = (key: keyof Needs) => ({
    value: form.values.needs[key],
    problem: form.errors[`needs.${key}`] as string | undefined,
    onCommit: ({ value }: { value: number }) => setNeed(key, value),
  })
  return (
    <Fields>
      <QuantityInput label="Range from" unit={unit} width={136} {...box('low')} />
      <QuantityInput label="Range to" unit={unit} width={136} {...box('high')} />
      <QuantityInput label="Matters most from" unit={unit} width={136} {...box('bestLow')} />
      <QuantityInput label="Matters most to" unit={unit} width={136} {...box('bestHigh')} />
      <QuantityInput
        label="Needed within ±"
        unit={differenceUnit(unit)}
        width={136}
        {...box('accuracy')}
        step={0.1}
      />
    </Fields>
  )
}
