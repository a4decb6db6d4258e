import { Button, Group } from '@mantine/core'
import { useState } from 'react'
import { NavLink, useLocation } from 'react-router'
import { type Path, pathOf, pinName, type Read } from '../../../core/build/index.ts'
import { needsOf, partName } from '../../../core/chain/index.ts'
import { useQuantity } from '../../parts/units.ts'
import { useBuild } from '../../store/useBuild.ts'
import { truthUnit } from './stageInfo.ts'
import { AddReader } from './title/AddReader.tsx'
import { EditChannel } from './title/EditChannel.tsx'

type Props = { path: Path }

/** Name, what it needs, and its readers side by side. */
export function ChannelTitle({ path }: Props) {
  const { build } = useBuild()
  const { channel, element, wired, pin, sends, shows } = path
  const unit = truthUnit(element.family)
  const q = useQuantity(unit)
  const asked = needsOf(build, channel, wired)
  const isPart = partName(path) !== null
  return (
    <Group gap="md" align="baseline" mb={4} wrap="wrap">
      <h1 className="breaks">{channel.name}</h1>
      <span className="pale">
        to {sends.name} pin {pinName(pin)}
        {shows !== sends && `, shown by ${shows.name}`} · needs {q.pm(asked.accuracy, 1)} {q.unit}{' '}
        from {q.bare(asked.best[0], 0)} to {q.bare(asked.best[1], 0)}
        {isPart ? `, its part of ${q.pm(channel.needs.accuracy, 1)}` : ''}
      </span>
      <EditChannel channel={channel} unit={unit} />
      <ReadersOf path={path} />
    </Group>
  )
}

/** The readers of a channel to go between, and one more. */
function ReadersOf({ path: { channel, read, element } }: Props) {
  const { build } = useBuild()
  const { search } = useLocation()
  const [sharing, setSharing] = useState(false)
  const nameOf = (r: Read): string => {
    const path = pathOf(build, r.id)
    return [partName(path), path.shows.name].filter(Boolean).join(', ')
  }
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
        <AddReader channel={channel} element={element.id} onClose={() => setSharing(false)} />
      )}
    </>
  )
}
