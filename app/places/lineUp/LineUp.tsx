import { Button, Group, SegmentedControl } from '@mantine/core'
import { useHotkeys } from '@mantine/hooks'
import { IconPlus } from '@tabler/icons-react'
import { lazy, Suspense, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { readStatus, type ReadStatus } from '../../../core/chain/index.ts'
import { useBuild } from '../../store/useBuild.ts'
import { Chip } from '../../parts/Chip.tsx'
import { useUnits } from '../../parts/units.ts'
import { SmallThread } from './SmallThread.tsx'

const AddChannel = lazy(() => import('./AddChannel.tsx'))

/** Every channel of a build, one row a reader: its small thread, its state, its next step. */
export function LineUp() {
  const { build } = useBuild()
  const [order, setOrder] = useState<'worst' | 'working'>('working')
  const [adding, setAdding] = useState(false)
  useHotkeys([['n', () => setAdding(true)]])
  const rows = useMemo(() => build.channels.flatMap((channel) => channel.reads.map((read) => ({ channel, read, status: readStatus(build, read) }))), [build])
  const sorted = order === 'working' ? rows : [...rows].sort((a, b) => b.status.ratio - a.status.ratio)
  return (
    <section>
      <Group justify="space-between" mb="sm" wrap="wrap">
        <h1>Line-up</h1>
        <Group>
          {rows.length > 1 && <SegmentedControl aria-label="Order" value={order} onChange={(v) => setOrder(v as typeof order)} data={[{ value: 'working', label: 'Working order' }, { value: 'worst', label: 'Worst first' }]} />}
          <Button leftSection={<IconPlus size={18} aria-hidden />} onClick={() => setAdding(true)}>Add a channel</Button>
        </Group>
      </Group>
      {rows.length === 0 ? <Nothing /> : <div role="list" aria-label="Channels">{sorted.map(({ channel, read, status }) => (
        <div role="listitem" key={read.id}>
          <Link className="lineup-row" to={`/build/${build.id}/channel/${channel.id}/${read.id}`}>
            <div style={{ minWidth: 0, overflowWrap: 'anywhere' }}>
              <div style={{ fontWeight: 700, fontSize: 18 }}>{channel.name}</div>
              <div className="pale">to {status.assembled.device.name} pin {status.assembled.input.pin}</div>
            </div>
            <SmallThread status={status} />
            <div><Chip state={status.state} /><div className="pale" style={{ marginTop: 4, fontSize: 15 }}><Worst status={status} /></div></div>
            <div style={{ overflowWrap: 'anywhere' }}><b>{status.next.title}</b> <span className="pale">{status.next.reason}</span></div>
          </Link>
        </div>
      ))}</div>}
      <Suspense>{adding && <AddChannel onClose={() => setAdding(false)} />}</Suspense>
    </section>
  )
}

function Worst({ status }: { status: ReadStatus }) {
  const units = useUnits()
  if (!status.worst) return <>no reading yet</>
  return <>{units.dt(status.worst.bias, 1)} {units.pm(status.worst.band, 1)} {units.temperature} at {units.tBare(status.worst.at, 0)}</>
}

const Nothing = () => (
  <div style={{ maxWidth: 560, paddingTop: 24 }}>
    <h2>No channel yet</h2>
    <p>A channel is one quantity and what reads it: coolant temperature in the engine computer, say. Add the first, give the range that matters and the input it goes to, then measure the sensor.</p>
  </div>
)
