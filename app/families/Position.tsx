import { Say } from '../parts/Say.tsx'
import { Button, Group, SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import {
  idleSwitch,
  potentiometerPins,
  type PairOhms,
} from '../../core/curve/potentiometer/index.ts'
import { inWords } from '../store/problem.ts'
import { useBuild } from '../store/useBuild.ts'
import { Caution } from '../parts/Caution.tsx'
import { LogFile } from '../parts/LogFile.tsx'
import { QuantityInput } from '../parts/QuantityInput.tsx'
import type { PanelProps } from './registry.ts'

const THREE = ['ab', 'bc', 'ac'] as const,
  FOUR = ['ab', 'ac', 'ad', 'bc', 'bd', 'cd'] as const
type Set6 = Partial<Record<(typeof FOUR)[number], number>>

/** Which pin is which, a sweep checked from a log, and two tracks against each other. */
export default function Position({ status }: PanelProps) {
  return (
    <div className="panels apart">
      <Pins status={status} />
      <div>
        <h2>Recorded sweeps</h2>
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
                It goes from <b>{sweep.closed.toPrecision(4)}</b> closed to{' '}
                <b>{sweep.open.toPrecision(4)}</b> open, {sweep.direction}.{' '}
                {sweep.faults.length === 0
                  ? 'No jump, no reversal, no dropout, no worn spot.'
                  : `${sweep.faults.length} ${sweep.faults.length === 1 ? 'fault' : 'faults'}:`}
              </p>
              <ul>
                {sweep.faults.slice(0, 12).map((f, i) => (
                  <li key={i} className="wrong">
                    <b>{f.kind}</b> at {f.timeS.toFixed(2)} s: <Say of={f.says} />
                  </li>
                ))}
              </ul>
            </>
          )}
        />
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
        <Caution>
          Electric throttle or pedal: the two tracks are what keeps it from running away. Have the
          plausibility limits checked by a qualified person, and never switch them off.
        </Caution>
      </div>
    </div>
  )
}

function Trace({ values }: { values: number[] }) {
  const low = Math.min(...values),
    high = Math.max(...values),
    W = 420,
    H = 90
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
          .map(
            (v, i) =>
              `${((i * W) / Math.max(1, values.length - 1)).toFixed(1)},${(H - 6 - ((v - low) / Math.max(1e-12, high - low)) * (H - 12)).toFixed(1)}`,
          )
          .join(' ')}
      />
    </svg>
  )
}

function Pins({ status }: PanelProps) {
  const { edit } = useBuild()
  const { element } = status.assembled.sensor
  const [count, setCount] = useState<'3' | '4'>('3')
  const [closed, setClosed] = useState<Set6>({})
  const [open, setOpen] = useState<Set6>({})
  const pairs = count === '3' ? THREE : FOUR
  const whole = pairs.every((p) => closed[p] !== undefined && open[p] !== undefined)
  let answer: {
      wiper: string
      ground: string
      supply: string
      trackOhm: number
      certain: boolean
      idle?: string
    } | null = null,
    problem: string | null = null
  if (whole) {
    try {
      if (count === '3') answer = potentiometerPins(closed as PairOhms, open as PairOhms)
      else {
        const s = idleSwitch(closed as never, open as never)
        answer = {
          ...s.track,
          idle: `Pin ${s.switchPin} is an idle switch: it joins ${s.joins} when ${s.closesAt}.`,
        }
      }
    } catch (error) {
      problem = inWords(error, 'Finding the pins')
    }
  }
  const use = (): void => {
    if (!answer) return
    const name = (pin: string): string =>
      pin === answer.wiper
        ? 'signal'
        : pin === answer.ground
          ? 'ground'
          : pin === answer.supply
            ? 'supply 5 V'
            : 'idle switch'
    const letters = count === '3' ? ['a', 'b', 'c'] : ['a', 'b', 'c', 'd']
    edit({
      kind: 'editElement',
      args: {
        id: element.id,
        patch: {
          pins: letters.map((l) => ({
            name: `${l} ${name(l)}`,
            wire: element.pins.find((p) => p.name.startsWith(`${l} `))?.wire ?? '',
          })),
          settings: { trackOhm: Math.round(answer.trackOhm) },
        },
      },
    })
  }
  const column = (title: string, set: Set6, change: (s: Set6) => void) => (
    <div>
      <b>{title}</b>
      {pairs.map((p) => (
        <QuantityInput
          key={p}
          label={`${p[0]} to ${p[1]}, ${title.toLowerCase()}`}
          unit="Ω"
          width={200}
          allowOpen
          hideUnderstood
          onTyped={(t) =>
            change({ ...set, [p]: t ? (t.value >= 1e8 ? Infinity : t.value) : undefined } as Set6)
          }
          check={(v) => (v > 0 ? null : 'Above zero: 0 Ω means the two pins are one.')}
        />
      ))}
    </div>
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
        onChange={(v) => setCount(v as '3' | '4')}
        data={[
          { value: '3', label: 'three pins' },
          { value: '4', label: 'four, with an idle switch' },
        ]}
      />
      <Group align="flex-start" mt="xs" gap="lg">
        {column('Closed', closed, setClosed)}
        {column('Open', open, setOpen)}
      </Group>
      {problem && (
        <p role="alert" className="wrong">
          {problem}
        </p>
      )}
      {answer && (
        <div
          className={`aside-bar${answer.certain ? '' : ' is-doubt'}`}
          role="status"
          aria-label="Pins found"
          style={{ marginTop: 10 }}
        >
          <p className="large flat">
            Signal <b>{answer.wiper}</b>, ground <b>{answer.ground}</b>, supply{' '}
            <b>{answer.supply}</b>; track {answer.trackOhm.toFixed(0)} Ω.
          </p>
          <p className="tight">
            {answer.certain
              ? 'So wired, the signal rises as it opens.'
              : 'Not certain: the throw is too small against the meter and the contacts, or two readings of the pins fit alike. Measure again at full throw.'}{' '}
            {answer.idle}
          </p>
          <Button onClick={use}>Write it to the pins</Button>
        </div>
      )}
    </section>
  )
}
