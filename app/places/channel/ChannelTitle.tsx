import { Button, Group } from '@mantine/core'
import { useState } from 'react'
import { NavLink, useLocation } from 'react-router'
import {
  elementOf,
  inputOf,
  type Channel,
  type Device,
  type Input,
  type Read,
} from '../../../core/build/index.ts'
import { needsOf, partName } from '../../../core/chain/index.ts'
import { useQuantity } from '../../parts/units.ts'
import { useBuild } from '../../store/useBuild.ts'
import { truthUnit } from './stageInfo.ts'
import { AddReader } from './title/AddReader.tsx'
import { EditChannel } from './title/EditChannel.tsx'

type Props = { channel: Channel; read: Read; device: Device; input: Input }

/** Name, what it needs, and its readers side by side. */
export function ChannelTitle({ channel, read, device, input }: Props) {
  const { build } = useBuild()
  const unit = truthUnit(elementOf(build, channel.elements[0]!).family)
  const q = useQuantity(unit)
  const asked = needsOf(build, channel, read)
  const isPart = partName(build, channel, read) !== null
  return (
    <Group gap="md" align="baseline" mb={4} wrap="wrap">
      <h1 className="breaks">{channel.name}</h1>
      <span className="pale">
        to {device.name} pin {input.pin} · needs {q.pm(asked.accuracy, 1)} {q.unit} from{' '}
        {q.bare(asked.best[0], 0)} to {q.bare(asked.best[1], 0)}
        {isPart ? `, its part of ${q.pm(channel.needs.accuracy, 1)}` : ''}
      </span>
      <EditChannel channel={channel} unit={unit} />
      <ReadersOf channel={channel} read={read} />
    </Group>
  )
}

/** The readers of a channel to go between, and one more. */
function ReadersOf({ channel, read }: Pick<Props, 'channel' | 'read'>) {
  const { build } = useBuild()
  const { search } = useLocation()
  const [sharing, setSharing] = useState(false)
  const nameOf = (r: Read): string =>
    [partName(build, channel, r), inputOf(build, r.input).device.name].filter(Boolean).join(', ')
  return (
    <>
      <Group gap={4} ml="auto" role="navigation" aria-label="Readers of this sensor">
        {channel.reads.length > 1 &&
          channel.reads.map((r) => (
            <Button
              key={r.id}
              component={NavLink}
              to={{ pathname: `/build/${build.id}/channel/${channel.id}/${r.id}`, search }}
              variant={r.id === read.id ? 'outline' : 'subtle'}
              h={44}
              px={12}
            >
              {nameOf(r)}
            </Button>
          ))}
        <Button variant="subtle" color="gray" h={44} px={10} onClick={() => setSharing(true)}>
          Add a reader
        </Button>
      </Group>
      {sharing && (
        <AddReader channel={channel} element={read.source.id} onClose={() => setSharing(false)} />
      )}
    </>
  )
}
