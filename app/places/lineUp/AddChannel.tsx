import { Button, Group, Modal, NativeSelect, SimpleGrid, TextInput } from '@mantine/core'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { Device, Input } from '../../../core/build/index.ts'
import { families } from '../../../core/curve/registry.ts'
import { useBuild } from '../../store/useBuild.ts'
import { newChannel, newDevice, newInput, type Medium } from '../../store/make.ts'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { InputFields, type InputDraft, draftInput, EMPTY_DRAFT } from '../../parts/InputFields.tsx'

const NEW = 'new'

/** Asks only what changes the result; all else is assumed, dashed, and can be said later. */
export default function AddChannel({ onClose }: { onClose: () => void }) {
  const { build, edit } = useBuild()
  const navigate = useNavigate()
  const [name, setName] = useState('')
  const [family, setFamily] = useState(families[0]!.id)
  const [needs, setNeeds] = useState({ low: -10, high: 125, bestLow: 80, bestHigh: 110, accuracy: 2 })
  const [medium, setMedium] = useState<Medium>('liquid')
  const [deviceId, setDeviceId] = useState(build.devices[0]?.id ?? NEW)
  const [deviceName, setDeviceName] = useState('')
  const [draft, setDraft] = useState<InputDraft>(EMPTY_DRAFT)
  const [problem, setProblem] = useState<string | null>(null)
  const set = (key: keyof typeof needs) => ({ value: needs[key], onCommit: ({ value }: { value: number }) => setNeeds((n) => ({ ...n, [key]: value })) })

  const add = (): void => {
    const wrong = name.trim() === '' ? 'Give the channel a name, such as Coolant, block outlet.'
      : needs.low >= needs.high ? 'The range must run from a low to a high temperature.'
        : needs.bestLow >= needs.bestHigh || needs.bestLow < needs.low || needs.bestHigh > needs.high ? 'Where it matters most must lie inside the range.'
          : needs.accuracy <= 0 ? 'The accuracy needed must be above zero.' : null
    if (wrong) { setProblem(wrong); return }
    const input: Input = newInput(draftInput(draft))
    const known = build.devices.find((d) => d.id === deviceId)
    const devices: Device[] = known ? [] : [{ ...newDevice(deviceName.trim() || 'Engine unit'), inputs: [input] }]
    const { channel, element } = newChannel({
      name: name.trim(), family, medium, input: input.id,
      needs: { range: [needs.low, needs.high], best: [needs.bestLow, needs.bestHigh], accuracy: needs.accuracy },
    })
    if (known) edit({ kind: 'editDevice', args: { id: known.id, patch: { inputs: [...known.inputs, input] } } })
    edit({ kind: 'addChannel', args: { channel, elements: [element], devices } })
    onClose()
    void navigate(`/build/${build.id}/channel/${channel.id}/${channel.reads[0]!.id}`)
  }

  return (
    <Modal opened onClose={onClose} title={<b>Add a channel</b>} size="xl" closeButtonProps={{ 'aria-label': 'Close', size: 44 }}>
      <form onSubmit={(e) => { e.preventDefault(); add() }}>
        <SimpleGrid cols={{ base: 1, sm: 3 }}>
          <TextInput label="Name" placeholder="Coolant, block outlet" value={name} onChange={(e) => { setName(e.currentTarget.value); setProblem(null) }} data-autofocus />
          <NativeSelect label="Sensor" value={family} onChange={(e) => setFamily(e.currentTarget.value)} data={families.map((f) => ({ value: f.id, label: f.name }))} />
          <NativeSelect label="It sits in" value={medium} onChange={(e) => setMedium(e.currentTarget.value as Medium)} data={[{ value: 'liquid', label: 'coolant or oil' }, { value: 'air', label: 'air' }]} />
        </SimpleGrid>
        <SimpleGrid cols={{ base: 2, sm: 5 }} mt="sm">
          <QuantityInput label="Range from" unit="°C" {...set('low')} />
          <QuantityInput label="to" unit="°C" {...set('high')} />
          <QuantityInput label="Matters most from" unit="°C" {...set('bestLow')} />
          <QuantityInput label="to" unit="°C" {...set('bestHigh')} />
          <QuantityInput label="Needed within ±" unit="Δ°C" {...set('accuracy')} step={0.1} />
        </SimpleGrid>
        <SimpleGrid cols={{ base: 1, sm: 2 }} mt="sm">
          <NativeSelect label="Read by" value={deviceId} onChange={(e) => setDeviceId(e.currentTarget.value)} data={[...build.devices.map((d) => ({ value: d.id, label: d.name })), { value: NEW, label: 'A new device' }]} />
          {deviceId === NEW && <TextInput label="Device name" placeholder="Engine unit" value={deviceName} onChange={(e) => setDeviceName(e.currentTarget.value)} />}
        </SimpleGrid>
        <InputFields draft={draft} onChange={setDraft} />
        {problem && <p className="wrong" role="alert">{problem}</p>}
        <Group justify="flex-end" mt="md">
          <Button variant="default" onClick={onClose}>Leave it</Button>
          <Button type="submit">Add the channel</Button>
        </Group>
      </form>
    </Modal>
  )
}
