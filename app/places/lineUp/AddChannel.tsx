import { Button, Group, Modal, NativeSelect, SimpleGrid, TextInput } from '@mantine/core'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { Device, Input } from '../../../core/build/index.ts'
import { families, familyOf } from '../../../core/curve/registry.ts'
import { useBuild } from '../../store/useBuild.ts'
import { newChannel, newDevice, newInput } from '../../store/make.ts'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { InputFields, type InputDraft, draftFor, draftInput } from '../../parts/InputFields.tsx'
import { SettingFields } from '../../parts/SettingFields.tsx'
import { differenceUnit } from '../../parts/units.ts'
import { startOf, withBest, type Needs } from './needs.ts'

const NEW = 'new'

/** Asks only what changes the result; all else is assumed, dashed, and can be said later. */
export default function AddChannel({ onClose }: { onClose: () => void }) {
  const { build, edit } = useBuild()
  const navigate = useNavigate()
  const [name, setName] = useState('')
  const [familyId, setFamilyId] = useState(families[0]!.id)
  const family = familyOf(familyId)
  const [needs, setNeeds] = useState(() => startOf(familyId))
  const [settings, setSettings] = useState<Record<string, unknown>>({})
  const [deviceId, setDeviceId] = useState(build.devices[0]?.id ?? NEW)
  const [deviceName, setDeviceName] = useState('')
  const [draft, setDraft] = useState<InputDraft>(() => draftFor(family.signal))
  const [problem, setProblem] = useState<string | null>(null)
  // where it matters most keeps its share of the range until somebody says where
  const [bestSaid, setBestSaid] = useState(false)
  const set = (key: keyof Needs) => ({
    value: needs[key],
    onCommit: ({ value }: { value: number }) => {
      if (key === 'bestLow' || key === 'bestHigh') setBestSaid(true)
      setNeeds((n) =>
        bestSaid || (key !== 'low' && key !== 'high')
          ? { ...n, [key]: value }
          : withBest({ ...n, [key]: value }, startOf(familyId)),
      )
    },
  })
  const choose = (id: string): void => {
    setFamilyId(id)
    setNeeds(startOf(id))
    setBestSaid(false)
    setSettings({})
    // what was said of the pin stays; what the new kind of signal needs changes
    setDraft((d) => ({ ...draftFor(familyOf(id).signal), pin: d.pin }))
  }

  const add = (): void => {
    const wrong =
      name.trim() === ''
        ? 'Give the channel a name, such as Coolant, block outlet.'
        : needs.low >= needs.high
          ? `The range must run from a low to a high ${family.quantity}.`
          : needs.bestLow >= needs.bestHigh ||
              needs.bestLow < needs.low ||
              needs.bestHigh > needs.high
            ? 'Where it matters most must lie inside the range.'
            : needs.accuracy <= 0
              ? 'The accuracy needed must be above zero.'
              : null
    if (wrong) {
      setProblem(wrong)
      return
    }
    const range: [number, number] = [needs.low, needs.high]
    const input: Input = newInput(draftInput(draft, family.signal), {
      unit: family.truthUnit,
      range,
    })
    const known = build.devices.find((d) => d.id === deviceId)
    const devices: Device[] = known
      ? []
      : [{ ...newDevice(deviceName.trim() || 'Engine unit'), inputs: [input] }]
    const { channel, element } = newChannel({
      name: name.trim(),
      family,
      settings,
      input: input.id,
      needs: { range, best: [needs.bestLow, needs.bestHigh], accuracy: needs.accuracy },
    })
    const refused = edit({
      kind: 'addChannel',
      args: {
        channel,
        elements: [element],
        devices,
        ...(known ? { input: { device: known.id, input } } : {}),
      },
    })
    if (refused) return setProblem(refused)
    onClose()
    void navigate(`/build/${build.id}/channel/${channel.id}/${channel.reads[0]!.id}`)
  }
  const unit = family.truthUnit
  const first = family.settings.filter((f) => f.first)
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
          add()
        }}
      >
        <SimpleGrid cols={{ base: 1, sm: 2 }}>
          <TextInput
            label="Name"
            placeholder="Coolant, block outlet"
            value={name}
            onChange={(e) => {
              setName(e.currentTarget.value)
              setProblem(null)
            }}
            data-autofocus
          />
          <NativeSelect
            label="Sensor"
            value={familyId}
            onChange={(e) => choose(e.currentTarget.value)}
            data={families.map((f) => ({ value: f.id, label: f.name }))}
          />
        </SimpleGrid>
        {(first.length > 0 || family.library.length > 0) && (
          <Group mt="sm" align="flex-start" gap="sm">
            <SettingFields
              key={familyId}
              fields={first}
              settings={settings}
              onChange={(patch) => setSettings((s) => ({ ...s, ...patch }))}
            />
            {family.library.length > 0 && (
              <NativeSelect
                label="Until measured, take on trust"
                value={String(settings.assumedCurve ?? '')}
                onChange={(e) => {
                  const id = e.currentTarget.value
                  setSettings((s) => ({ ...s, assumedCurve: id || null }))
                }}
                data={[
                  { value: '', label: 'nothing' },
                  ...family.library.map((c) => ({ value: c.id, label: c.name })),
                ]}
                w={250}
              />
            )}
          </Group>
        )}
        <SimpleGrid cols={{ base: 2, sm: 5 }} mt="sm" key={`needs-${familyId}`}>
          <QuantityInput label="Range from" unit={unit} {...set('low')} />
          <QuantityInput label="Range to" unit={unit} {...set('high')} />
          <QuantityInput label="Matters most from" unit={unit} {...set('bestLow')} />
          <QuantityInput label="Matters most to" unit={unit} {...set('bestHigh')} />
          <QuantityInput
            label="Needed within ±"
            unit={differenceUnit(unit)}
            {...set('accuracy')}
            step={0.1}
          />
        </SimpleGrid>
        <SimpleGrid cols={{ base: 1, sm: 2 }} mt="sm">
          <NativeSelect
            label="Read by"
            value={deviceId}
            onChange={(e) => setDeviceId(e.currentTarget.value)}
            data={[
              ...build.devices.map((d) => ({ value: d.id, label: d.name })),
              { value: NEW, label: 'A new device' },
            ]}
          />
          {deviceId === NEW && (
            <TextInput
              label="Device name"
              placeholder="Engine unit"
              value={deviceName}
              onChange={(e) => setDeviceName(e.currentTarget.value)}
            />
          )}
        </SimpleGrid>
        <InputFields draft={draft} signal={family.signal} onChange={setDraft} />
        <p className="pale tight small">
          All that is not asked is assumed, drawn dashed, and can be said later: wires of 0.1 Ω, a
          ground within 5 mV, a reference within 1 %.
        </p>
        {problem && (
          <p className="wrong" role="alert">
            {problem}
          </p>
        )}
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
