import { significant, fixed, roundTo } from '../../core/quantity/index.ts'
import { Say } from '../parts/Say.tsx'
import { Button, Group, SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import { useBuild } from '../store/useBuild.ts'
import { Caution } from '../parts/Caution.tsx'
import { LogFile } from '../parts/LogFile.tsx'
import { QuantityInput } from '../parts/QuantityInput.tsx'
import {
  lettersOf,
  pairsOf,
  pinAs,
  pinsFound,
  type FoundPins,
  type OhmsOfPairs,
  type PinPair,
  type PinCount,
} from './pins.ts'
import type { PanelProps } from './registry.ts'
import { Wrong } from '../parts/Wrong.tsx'

/** Which pin is which, a sweep checked from a log, and two tracks against each other. */
export default function Position({ status }: PanelProps) {
  return (
    <div className="panels apart">
      <Pins status={status} />
      <div>
        <h2>Recorded sweeps</h2>
        <SlowSweep />
        <TwoTracks />
        <Caution>
          Electric throttle or pedal: the two tracks are what keeps it from running away. Have the
          plausibility limits checked by a qualified person, and never switch them off.
        </Caution>
      </div>
    </div>
  )
}

const SlowSweep = () => (
  <LogFile
    title="A slow sweep"
    columns={[
      { label: 'Signal', words: ['tps', 'throttle', 'pedal', 'position', 'volt'] },
      { label: 'Time', words: ['time'] },
    ]}
    ask={async (log, [signal, time]) => {
      const rate = await log.rate(time!)
      return {
        sweep: await log.sweep(signal!, Number.isFinite(rate) ? rate : 100),
        thin: await log.thin(signal!, 300),
      }
    }}
    show={({ sweep, thin }) => (
      <>
        <Trace values={thin} />
        <p>
          It goes from <b>{significant(sweep.closed, 4)}</b> closed to{' '}
          <b>{significant(sweep.open, 4)}</b> open, {sweep.direction}.{' '}
          {sweep.faults.length === 0
            ? 'No jump, no reversal, no dropout, no worn spot.'
            : `${sweep.faults.length} ${sweep.faults.length === 1 ? 'fault' : 'faults'}:`}
        </p>
        <ul>
          {sweep.faults.slice(0, 12).map((f, i) => (
            <li key={i} className="wrong">
              <b>{f.kind}</b> at {fixed(f.timeS, 2)} s: <Say of={f.says} />
            </li>
          ))}
        </ul>
      </>
    )}
  />
)

const TwoTracks = () => (
  <LogFile
    title="Two tracks"
    columns={[
      { label: 'Track one', words: ['track 1', 'track one', 'main', 'a'] },
      { label: 'Track two', words: ['track 2', 'track two', 'sub', 'b'] },
    ]}
    ask={(log, [a, b]) => log.tracks(a!, b!, 5)}
    show={(t) => (
      <p className={t.plausible ? undefined : 'wrong'}>
        <Say of={t.says} />
      </p>
    )}
  />
)

/** A recorded sweep, drawn to fill its box. */
function Trace({ values }: { values: number[] }) {
  const W = 420,
    H = 90
  const low = Math.min(...values),
    span = Math.max(1e-12, Math.max(...values) - low)
  const across = W / Math.max(1, values.length - 1),
    up = (H - 12) / span
  return (
    <svg
      className="column"
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      role="img"
      aria-label="The sweep as recorded"
    >
      <polyline
        fill="none"
        stroke="var(--touch)"
        strokeWidth={1.8}
        points={values
          .map((v, i) => `${roundTo(i * across, 1)},${roundTo(H - 6 - (v - low) * up, 1)}`)
          .join(' ')}
      />
    </svg>
  )
}

/** Ohms of each pair of pins as far as they are typed, closed and open. */
type Typed = { closed: OhmsOfPairs; open: OhmsOfPairs }

/** Which pin is which, from ohms between each two of them, closed and open. */
function Pins({ status }: PanelProps) {
  const { edit } = useBuild()
  const { element } = status.assembled.sensor
  const [count, setCount] = useState<PinCount>('3')
  const [ohms, setOhms] = useState<Typed>({ closed: {}, open: {} })
  const { found, problem } = pinsFound(count, ohms)
  const use = (pins: FoundPins): string | null =>
    edit({
      kind: 'editElement',
      args: {
        id: element.id,
        patch: {
          pins: lettersOf(count).map((l) => pinAs(l, pins, element.pins)),
          settings: { trackOhm: Math.round(pins.trackOhm) },
        },
      },
    })
  const column = (title: string, at: keyof Typed) => (
    <PairBoxes
      title={title}
      count={count}
      onTyped={(pair, ohm) => setOhms((all) => ({ ...all, [at]: { ...all[at], [pair]: ohm } }))}
    />
  )
  return (
    <section aria-label="Pins">
      <h2>Which pin is which</h2>
      <p className="pale tight">
        Unplugged: ohms between each two pins, closed, then open. Safer than taking the middle one
        for the signal. Type OL for an open pair.
      </p>
      <SegmentedControl
        aria-label="Pins it has"
        value={count}
        onChange={(v) => setCount(v as PinCount)}
        data={[
          { value: '3', label: 'three pins' },
          { value: '4', label: 'four, with an idle switch' },
        ]}
      />
      <Group align="flex-start" mt="xs" gap="lg">
        {column('Closed', 'closed')}
        {column('Open', 'open')}
      </Group>
      <Wrong>{problem}</Wrong>
      {found && <PinsAnswer found={found} onUse={() => use(found)} />}
    </section>
  )
}

function PairBoxes({
  title,
  count,
  onTyped,
}: {
  title: string
  count: PinCount
  onTyped: (pair: PinPair, ohm: number | undefined) => void
}) {
  return (
    <div>
      <b>{title}</b>
      {pairsOf(count).map((pair) => (
        <QuantityInput
          key={pair}
          label={`${pair[0]} to ${pair[1]}, ${title.toLowerCase()}`}
          unit="Ω"
          width={200}
          allowOpen
          hideUnderstood
          onTyped={(t) => onTyped(pair, t?.value)}
          check={(v) => (v > 0 ? null : 'Above zero: 0 Ω means the two pins are one.')}
        />
      ))}
    </div>
  )
}

function PinsAnswer({ found, onUse }: { found: FoundPins; onUse: () => void }) {
  return (
    <div
      className={`aside-bar apart${found.certain ? '' : ' is-doubt'}`}
      role="status"
      aria-label="Pins found"
    >
      <p className="large flat">
        Signal <b>{found.wiper}</b>, ground <b>{found.ground}</b>, supply <b>{found.supply}</b>;
        track {fixed(found.trackOhm, 0)} Ω.
      </p>
      <p className="tight">
        {found.certain
          ? 'So wired, the signal rises as it opens.'
          : 'Not certain: the throw is too small against the meter and the contacts, or two ' +
            'readings of the pins fit alike. Measure again at full throw.'}{' '}
        {found.idle &&
          `Pin ${found.idle.pin} is an idle switch: it joins ${found.idle.joins} when ${found.idle.closesAt}.`}
      </p>
      <Button onClick={onUse}>Write it to the pins</Button>
    </div>
  )
}
