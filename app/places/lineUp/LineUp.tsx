import { Button, Group, SegmentedControl, TextInput } from '@mantine/core'
import { useHotkeys } from '@mantine/hooks'
import { IconPlus } from '@tabler/icons-react'
import { createElement, lazy, memo, Suspense, useMemo, useState } from 'react'
import { Link } from 'react-router'
import type { State } from '../../../core/chain/index.ts'
import { besideDifference } from '../../../core/quantity/index.ts'
import { speaksOf, type ChannelStatus, type Entry } from '../../../core/channel/index.ts'
import { smallOf } from '../../kinds/registry.ts'
import { useBuild } from '../../store/useBuild.ts'
import { Chip } from '../../parts/Chip.tsx'
import { Contained } from '../../parts/Trouble.tsx'
import { useMoreAtEnd } from '../../parts/useMoreAtEnd.tsx'
import { Say, useSay } from '../../parts/Say.tsx'
import { useQuantity } from '../../parts/units.ts'
import { useRows, type Row } from '../../parts/useRows.ts'
import { wordsOf } from './wordsOf.ts'

const AddChannel = lazy(() => import('./AddChannel.tsx'))
const AddSwitch = lazy(() => import('./AddSwitch.tsx'))

const STATES: { value: State; label: string }[] = [
  { value: 'wrong', label: 'look here' },
  { value: 'empty', label: 'empty' },
  { value: 'assumed', label: 'assumed' },
  { value: 'measured', label: 'measured' },
  { value: 'proven', label: 'proven' },
]

/** Every channel of a build, one row a reader: its small thread, its state, its next step. */
export function LineUp() {
  const { build } = useBuild()
  const [order, setOrder] = useState<'worst' | 'working'>('worst')
  const [filter, setFilter] = useState('')
  const [state, setState] = useState<State | 'all'>('all')
  const [adding, setAdding] = useState<'channel' | 'switch' | null>(null)
  useHotkeys([['n', () => setAdding('channel')]])
  const rows = useRows()
  const say = useSay()
  const { most, end } = useMoreAtEnd()
  const known = rows.filter((r) => r.status !== null).length
  const sorted = useMemo(() => {
    const words = wordsOf(filter)
    const chosen = rows.filter(
      (row) =>
        (state === 'all' || row.status?.state === state) &&
        speaksOf(build, row, words, row.status ? say(row.status.next.title) : ''),
    )
    if (order === 'working') return chosen
    // what is not computed yet waits at the end
    const ratio = (row: Row): number => row.status?.ratio ?? -1
    return [...chosen].sort((a, b) => ratio(b) - ratio(a))
  }, [build, rows, filter, state, order, say])
  return (
    <section>
      <Group justify="space-between" mb="sm" wrap="wrap">
        <h1>Line-up</h1>
        <Group>
          {rows.length > 1 && (
            <SegmentedControl
              aria-label="Order"
              value={order}
              onChange={(v) => setOrder(v as typeof order)}
              data={[
                { value: 'worst', label: 'Worst first' },
                { value: 'working', label: 'Working order' },
              ]}
            />
          )}
          <Button variant="default" onClick={() => setAdding('switch')}>
            Add a switch
          </Button>
          <Button
            leftSection={<IconPlus size={18} aria-hidden />}
            onClick={() => setAdding('channel')}
          >
            Add a channel
          </Button>
        </Group>
      </Group>
      {rows.length > 5 && (
        <Filters {...{ rows, filter, state }} onFilter={setFilter} onState={setState} />
      )}
      {known < rows.length && (
        <p className="pale" role="status">
          Computing {known} of {rows.length}…
        </p>
      )}
      {rows.length > 0 && sorted.length === 0 && (
        <p role="status">No channel fits: clear the filter.</p>
      )}
      {rows.length === 0 ? (
        <Nothing />
      ) : (
        <div role="list" aria-label="Channels">
          {sorted.slice(0, most).map((row) => (
            <Contained key={row.id} what={`Drawing the row of ${row.name}`} on={[row.status]}>
              <RowOf row={row} build={build.id} />
            </Contained>
          ))}
          {sorted.length > most && end}
        </div>
      )}
      <Suspense>
        {adding === 'channel' && <AddChannel onClose={() => setAdding(null)} />}
        {adding === 'switch' && <AddSwitch onClose={() => setAdding(null)} />}
      </Suspense>
    </section>
  )
}

/** What the rows are chosen by: words, and the state they are in. */
function Filters({
  rows,
  filter,
  state,
  onFilter,
  onState,
}: {
  rows: readonly Row[]
  filter: string
  state: State | 'all'
  onFilter: (words: string) => void
  onState: (state: State | 'all') => void
}) {
  const counts = STATES.map((s) => ({
    ...s,
    count: rows.filter((r) => r.status?.state === s.value).length,
  })).filter((s) => s.count > 0)
  const choice = (value: State | 'all', label: string) => (
    <Button
      key={value}
      variant={state === value ? 'outline' : 'default'}
      aria-pressed={state === value}
      h={44}
      onClick={() => onState(value)}
    >
      {label}
    </Button>
  )
  return (
    <Group mb="sm" gap="sm" wrap="wrap">
      <TextInput
        aria-label="Filter"
        placeholder="filter by name, place, device or next step"
        value={filter}
        onChange={(e) => onFilter(e.currentTarget.value)}
        w={320}
      />
      <Group gap={6} role="group" aria-label="States">
        {choice('all', `all ${rows.length}`)}
        {counts.map((s) => choice(s.value, `${s.label} ${s.count}`))}
      </Group>
    </Group>
  )
}

// drawn anew only when something of its own changes
const RowOf = memo(
  function RowOf({ row, build }: { row: Row; build: string }) {
    const { status, name, path, channel } = row
    const several = channel !== null && channel.reads.length > 1
    return (
      <div role="listitem">
        <Link className="lineup-row" to={`/build/${build}${path}`}>
          <div className="breaks">
            <div className="large strong">
              {/* several readers of one sensor are told apart by who reads */}
              {status && several ? `${status.reader.device}: ` : ''}
              {name}
            </div>
            {status && <div className="pale">{readBy(row, status, several)}</div>}
          </div>
          {status ? <Known entry={row} status={status} /> : <div className="pale">…</div>}
        </Link>
      </div>
    )
  },
  (a, b) => a.build === b.build && a.row.status === b.row.status && isSameEntry(a.row, b.row),
)

const isSameEntry = (a: Row, b: Row): boolean =>
  a.channel === b.channel && a.read === b.read && a.trigger === b.trigger

function readBy({ trigger }: Row, { reader }: ChannelStatus, several: boolean): string {
  const device = several || !reader.device ? '' : `to ${reader.device} `
  const pin = reader.pin && `${trigger ? 'pins' : 'pin'} ${reader.pin}`
  const part = reader.part ? `${reader.part}, ` : ''
  return `${trigger ? 'trigger ' : ''}${part}${device}${pin}`
}

function Known({ entry, status }: { entry: Entry; status: ChannelStatus }) {
  return (
    <>
      {createElement(smallOf(entry), { entry, status })}
      <div>
        <Chip state={status.state} />
        <div className="pale tight small">
          {status.known ? <Say of={status.known} /> : <Worst status={status} />}
        </div>
      </div>
      <div className="breaks">
        <b>
          <Say of={status.next.title} />
        </b>{' '}
        <span className="pale">
          <Say of={status.next.reason} />
        </span>
      </div>
    </>
  )
}

function Worst({ status }: { status: ChannelStatus }) {
  const q = useQuantity(status.unit, status.accuracy)
  if (!status.worst) return <>no reading yet</>
  return (
    <>
      {q.off(status.worst.bias, 1)} {q.pm(status.worst.band, 1)} {besideDifference(q.unit)} at{' '}
      {q.text(status.worst.at, 0)}; needs {q.pm(status.accuracy, 1)}
    </>
  )
}

const Nothing = () => (
  <div className="column stage-body">
    <h2>No channel yet</h2>
    <p>
      A channel is one quantity and what reads it: coolant temperature in the engine computer, say.
      Add the first, give the range that matters and the input it goes to, then measure the sensor.
    </p>
  </div>
)
