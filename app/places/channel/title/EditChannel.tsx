import { ActionIcon, Button, Group, Popover, SimpleGrid } from '@mantine/core'
import { notifications } from '@mantine/notifications'
import { IconEdit } from '@tabler/icons-react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { Channel, Patch } from '../../../../core/build/index.ts'
import { aboveZero } from '../../../parts/checks.ts'
import { QuantityInput } from '../../../parts/QuantityInput.tsx'
import { TextField } from '../../../parts/TextField.tsx'
import { differenceUnit } from '../../../parts/units.ts'
import { useBuild } from '../../../store/useBuild.ts'
import css from './EditChannel.module.css'

/** What a channel is called and needs, behind a pencil beside its name. */
export function EditChannel({ channel, unit }: { channel: Channel; unit: string }) {
  const { edit } = useBuild()
  const [open, setOpen] = useState(false)
  const remove = useRemove(channel)
  const set = (patch: Patch<Channel>): string | null =>
    edit({ kind: 'editChannel', args: { id: channel.id, patch } })
  return (
    <Popover opened={open} onChange={setOpen} trapFocus position="bottom-start" shadow="md">
      <Popover.Target>
        <ActionIcon
          className={css.pencil!}
          aria-label="Edit the channel"
          color="gray"
          onClick={() => setOpen(!open)}
        >
          <IconEdit size={19} />
        </ActionIcon>
      </Popover.Target>
      <Popover.Dropdown className={css.form!}>
        <TextField label="Name" value={channel.name} required onCommit={(name) => set({ name })} />
        <TextField
          label="Place in the vehicle"
          value={channel.place}
          mt="xs"
          onCommit={(place) => set({ place })}
        />
        <Needs {...{ channel, unit }} onChange={(needs) => set({ needs })} />
        <Group justify="space-between" mt="sm">
          <Button variant="default" onClick={remove}>
            Remove the channel
          </Button>
          <Button onClick={() => setOpen(false)}>Done</Button>
        </Group>
      </Popover.Dropdown>
    </Popover>
  )
}

/** Takes the channel off, with a way back. */
function useRemove(channel: Channel): () => void {
  const { build, edit, undo } = useBuild()
  const navigate = useNavigate()
  return () => {
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
}

type NeedsProps = {
  channel: Channel
  unit: string
  onChange: (patch: Patch<Channel['needs']>) => string | null
}

function Needs({ channel: { needs }, unit, onChange }: NeedsProps) {
  const { range, best, accuracy } = needs
  return (
    <SimpleGrid cols={3} mt="xs">
      <QuantityInput
        label="Range from"
        unit={unit}
        value={range[0]}
        check={(v) => (v < range[1] ? null : 'Must be below the high end.')}
        onCommit={({ value }) => onChange({ range: { 0: value } })}
      />
      <QuantityInput
        label="Range to"
        unit={unit}
        value={range[1]}
        check={(v) => (v > range[0] ? null : 'Must be above the low end.')}
        onCommit={({ value }) => onChange({ range: { 1: value } })}
      />
      <QuantityInput
        label="Needed ±"
        unit={differenceUnit(unit)}
        value={accuracy}
        step={0.1}
        check={aboveZero}
        onCommit={({ value }) => onChange({ accuracy: value })}
      />
      <QuantityInput
        label="Matters from"
        unit={unit}
        value={best[0]}
        check={(v) => (v >= range[0] && v < best[1] ? null : 'Must lie inside the range.')}
        onCommit={({ value }) => onChange({ best: { 0: value } })}
      />
      <QuantityInput
        label="Matters to"
        unit={unit}
        value={best[1]}
        check={(v) => (v <= range[1] && v > best[0] ? null : 'Must lie inside the range.')}
        onCommit={({ value }) => onChange({ best: { 1: value } })}
      />
    </SimpleGrid>
  )
}
