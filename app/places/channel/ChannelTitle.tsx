import { ActionIcon, Button, Group, Modal, Popover, SimpleGrid, TextInput } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { IconEdit } from '@tabler/icons-react'
import { useState } from 'react'
import { NavLink, useLocation, useNavigate } from 'react-router'
import {
  inputOf,
  type Channel,
  type Device,
  type Input,
  type Patch,
  type Read,
} from '../../../core/build/index.ts'
import { useBuild } from '../../store/useBuild.ts'
import { newDevice, newInput, newRead } from '../../store/make.ts'
import {
  draftFor,
  draftInput,
  EMPTY_DRAFT,
  InputFields,
  type InputDraft,
} from '../../parts/InputFields.tsx'
import { TextField } from '../../parts/TextField.tsx'
import { QuantityInput } from '../../parts/QuantityInput.tsx'
import { differenceUnit, useQuantity } from '../../parts/units.ts'
import { elementOf } from '../../../core/build/index.ts'
import { needsOf, partName } from '../../../core/chain/index.ts'
import { findFamily } from '../../../core/curve/registry.ts'
import { truthUnit } from './stageInfo.ts'

/** Name, what it needs, and its readers side by side. */
export function ChannelTitle({
  channel,
  read,
  device,
  input,
}: {
  channel: Channel
  read: Read
  device: Device
  input: Input
}) {
  const { build, edit, undo } = useBuild()
  const unit = truthUnit(elementOf(build, channel.elements[0]!).family)
  const q = useQuantity(unit)
  const navigate = useNavigate(),
    { search } = useLocation()
  const [editing, setEditing] = useState(false)
  const [sharing, setSharing] = useState(false)
  const { needs } = channel,
    asked = needsOf(build, channel, read)
  const set = (patch: Patch<Channel>): string | null =>
    edit({ kind: 'editChannel', args: { id: channel.id, patch } })
  const need = (patch: Patch<Channel['needs']>): string | null => set({ needs: patch })
  const remove = (): void => {
    edit({ kind: 'removeChannel', args: { id: channel.id } })
    void navigate(`/build/${build.id}`)
    notifications.show({
      message: (
        <>
          {channel.name} is removed.{' '}
          <Button size="xs" h={36} variant="outline" onClick={undo}>
            Undo
          </Button>
        </>
      ),
      autoClose: 12000,
    })
  }
  return (
    <Group gap="md" align="baseline" mb={4} wrap="wrap">
      <h1 className="breaks">{channel.name}</h1>
      <span className="pale">
        to {device.name} pin {input.pin} · needs {q.pm(asked.accuracy, 1)} {q.unit} from{' '}
        {q.bare(asked.best[0], 0)} to {q.bare(asked.best[1], 0)}
        {partName(build, channel, read) ? `, its part of ${q.pm(needs.accuracy, 1)}` : ''}
      </span>
      <Popover opened={editing} onChange={setEditing} trapFocus position="bottom-start" shadow="md">
        <Popover.Target>
          <ActionIcon
            aria-label="Edit the channel"
            color="gray"
            onClick={() => setEditing(!editing)}
            style={{ alignSelf: 'center' }}
          >
            <IconEdit size={19} />
          </ActionIcon>
        </Popover.Target>
        <Popover.Dropdown style={{ width: 460, maxWidth: '95vw' }}>
          <TextField
            label="Name"
            value={channel.name}
            required
            onCommit={(name) => set({ name })}
          />
          <TextField
            label="Place in the vehicle"
            value={channel.place}
            mt="xs"
            onCommit={(place) => set({ place })}
          />
          <SimpleGrid cols={3} mt="xs">
            <QuantityInput
              label="Range from"
              unit={unit}
              value={needs.range[0]}
              check={(v) => (v < needs.range[1] ? null : 'Must be below the high end.')}
              onCommit={({ value }) => need({ range: { 0: value } })}
            />
            <QuantityInput
              label="Range to"
              unit={unit}
              value={needs.range[1]}
              check={(v) => (v > needs.range[0] ? null : 'Must be above the low end.')}
              onCommit={({ value }) => need({ range: { 1: value } })}
            />
            <QuantityInput
              label="Needed ±"
              unit={differenceUnit(unit)}
              value={needs.accuracy}
              step={0.1}
              check={(v) => (v > 0 ? null : 'Must be above zero.')}
              onCommit={({ value }) => need({ accuracy: value })}
            />
            <QuantityInput
              label="Matters from"
              unit={unit}
              value={needs.best[0]}
              check={(v) =>
                v >= needs.range[0] && v < needs.best[1] ? null : 'Must lie inside the range.'
              }
              onCommit={({ value }) => need({ best: { 0: value } })}
            />
            <QuantityInput
              label="Matters to"
              unit={unit}
              value={needs.best[1]}
              check={(v) =>
                v <= needs.range[1] && v > needs.best[0] ? null : 'Must lie inside the range.'
              }
              onCommit={({ value }) => need({ best: { 1: value } })}
            />
          </SimpleGrid>
          <Group justify="space-between" mt="sm">
            <Button variant="default" onClick={remove}>
              Remove the channel
            </Button>
            <Button onClick={() => setEditing(false)}>Done</Button>
          </Group>
        </Popover.Dropdown>
      </Popover>
      <span style={{ flex: 1 }} />
      <Group gap={4} role="navigation" aria-label="Readers of this sensor">
        {channel.reads.length > 1 &&
          channel.reads.map((r) => {
            const where = inputOf(build, r.input)
            return (
              <Button
                key={r.id}
                component={NavLink}
                to={{ pathname: `/build/${build.id}/channel/${channel.id}/${r.id}`, search }}
                variant={r.id === read.id ? 'outline' : 'subtle'}
                h={44}
                px={12}
              >
                {[partName(build, channel, r), where.device.name].filter(Boolean).join(', ')}
              </Button>
            )
          })}
        <Button variant="subtle" color="gray" h={44} px={10} onClick={() => setSharing(true)}>
          Add a reader
        </Button>
      </Group>
      {sharing && (
        <AddReader channel={channel} element={read.source.id} onClose={() => setSharing(false)} />
      )}
    </Group>
  )
}

/** One more device on the same sensor: an old gauge, a display. */
function AddReader({
  channel,
  element,
  onClose,
}: {
  channel: Channel
  element: string
  onClose: () => void
}) {
  const { build, edit } = useBuild()
  const navigate = useNavigate()
  const family = findFamily(elementOf(build, channel.elements[0]!).family)
  const signal = family?.signal ?? 'resistance'
  const [name, setName] = useState('')
  const [problem, setProblem] = useState<string | null>(null)
  const [draft, setDraft] = useState<InputDraft>(() =>
    signal === 'resistance'
      ? { ...EMPTY_DRAFT, kind: 'needle', railV: 12, pullOhm: 180 }
      : draftFor(signal),
  )
  const add = (): void => {
    const input = newInput(draftInput(draft, signal), {
      unit: family?.truthUnit ?? '°C',
      range: channel.needs.range,
    })
    const device = {
      ...newDevice(
        name.trim() || (draft.kind === 'needle' ? 'Gauge' : 'Display'),
        draft.kind === 'needle' ? ('gauge' as const) : ('display' as const),
      ),
      inputs: [input],
    }
    const read = newRead(element, input.id)
    const refused = edit({
      kind: 'addRead',
      args: { channel: channel.id, read, devices: [device] },
    })
    if (refused) return setProblem(refused)
    onClose()
    void navigate(`/build/${build.id}/channel/${channel.id}/${read.id}?stage=input`)
  }
  return (
    <Modal
      opened
      onClose={onClose}
      title={<b>One more device on this sensor</b>}
      size="lg"
      closeButtonProps={{ 'aria-label': 'Close', size: 44 }}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault()
          add()
        }}
      >
        <TextInput
          label="Device"
          placeholder="Oil gauge"
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
          data-autofocus
        />
        <InputFields draft={draft} signal={signal} onChange={setDraft} />
        <p className="pale">
          Whatever it feeds into the sensor, the other devices read too: the scales show by how
          much.
        </p>
        {problem && (
          <p role="alert" className="wrong">
            {problem}
          </p>
        )}
        <Group justify="flex-end">
          <Button type="submit">Add the reader</Button>
        </Group>
      </form>
    </Modal>
  )
}
