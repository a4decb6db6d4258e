import { Button, Group, Modal, NativeSelect, SimpleGrid, TextInput } from '@mantine/core'
import { families } from '../../../core/curve/index.ts'
import { InputFields } from '../../parts/InputFields.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { SettingFields } from '../../parts/SettingFields.tsx'
import { differenceUnit } from '../../parts/units.ts'
import { useBuild } from '../../store/useBuild.ts'
import type { Needs } from './needs.ts'
import { NEW, useNewChannel, type NewChannel } from './useNewChannel.ts'
import { Wrong } from '../../parts/Wrong.tsx'

/** Asks only what changes the result; all else is assumed, dashed, and can be said later. */
export default function AddChannel({ onClose }: { onClose: () => void }) {
  const asked = useNewChannel(onClose)
  const { family } = asked
  return (
    <Modal
      opened
      onClose={onClose}
      title={<b>Add a channel</b>}
      size="xl"
      closeButtonProps={{ 'aria-label': 'Close', size: 44 }}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault()
          asked.add()
        }}
      >
        <SimpleGrid cols={{ base: 1, sm: 2 }}>
          <TextInput
            label="Name"
            placeholder="Coolant, block outlet"
            value={asked.name}
            onChange={(e) => asked.setName(e.currentTarget.value)}
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
        <ReadBy asked={asked} />
        <InputFields draft={asked.draft} signal={family.signal} onChange={asked.setDraft} />
        <p className="pale tight small">
          All that is not asked is assumed, drawn dashed, and can be said later: wires of 0.1 Ω, a
          ground within 5 mV, a reference within 1 %.
        </p>
        <Wrong>{asked.problem}</Wrong>
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
function OfSensor({ asked: { family, settings, setSetting } }: Props) {
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

function NeedFields({ asked: { family, needs, setNeed } }: Props) {
  const unit = family.truthUnit
  const box = (key: keyof Needs) => ({
    value: needs[key],
    onCommit: ({ value }: { value: number }) => setNeed(key, value),
  })
  return (
    <SimpleGrid cols={{ base: 2, sm: 5 }} mt="sm">
      <QuantityInput label="Range from" unit={unit} {...box('low')} />
      <QuantityInput label="Range to" unit={unit} {...box('high')} />
      <QuantityInput label="Matters most from" unit={unit} {...box('bestLow')} />
      <QuantityInput label="Matters most to" unit={unit} {...box('bestHigh')} />
      <QuantityInput
        label="Needed within ±"
        unit={differenceUnit(unit)}
        {...box('accuracy')}
        step={0.1}
      />
    </SimpleGrid>
  )
}

function ReadBy({ asked }: Props) {
  const { build } = useBuild()
  return (
    <SimpleGrid cols={{ base: 1, sm: 2 }} mt="sm">
      <NativeSelect
        label="Read by"
        value={asked.deviceId}
        onChange={(e) => asked.setDeviceId(e.currentTarget.value)}
        data={[
          ...build.devices.map((d) => ({ value: d.id, label: d.name })),
          { value: NEW, label: 'A new device' },
        ]}
      />
      {asked.deviceId === NEW && (
        <TextInput
          label="Device name"
          placeholder="Engine unit"
          value={asked.deviceName}
          onChange={(e) => asked.setDeviceName(e.currentTarget.value)}
        />
      )}
    </SimpleGrid>
  )
}
