import { Button, Group } from '@mantine/core'
import dayjs from 'dayjs'
import { Link } from 'react-router'
import {
  linearSpread,
  lastOf,
  STAGE,
  walkForward,
  type Chain,
  type ReadStatus,
} from '../../core/chain/index.ts'
import { findFamily } from '../../core/curve/index.ts'
import { orElse } from '../../core/error.ts'
import { linspace } from '../../core/math/index.ts'
import { expectedReadings, type Expected } from '../../core/prove/index.ts'
import { fixed } from '../../core/quantity/index.ts'
import { toDeviceOrder } from '../../core/table/index.ts'
import { AsFineAsNeeded } from '../parts/AsFineAsNeeded.tsx'
import { Chip } from '../parts/Chip.tsx'
import { ohms, signalText, useQuantity } from '../parts/units.ts'
import { Scales } from '../places/channel/scales/Scales.tsx'
import { heightFor, windowAround } from '../places/channel/scales/window.ts'
import { useBuild } from '../store/useBuild.ts'
import { pinName, type Pull } from '../../core/build/index.ts'
import type { KindProps } from './registry.ts'
import css from './ReadingCard.module.css'
import { useReading } from './useReading.ts'
import { num, words } from '../parts/columns.ts'
import { Sheet } from '../parts/Sheet.tsx'

/**
 * The card of a reading: scales, table, what a meter should say at five temperatures, pins, date.
 */
export default function ReadingCard({ channel, read }: KindProps) {
  const status = useReading(channel, read)
  return (
    <AsFineAsNeeded status={status}>
      <CardOf {...{ channel, read, status }} />
    </AsFineAsNeeded>
  )
}

function CardOf({ channel, read, status }: KindProps & { status: ReadStatus }) {
  const { build } = useBuild()
  const { chain, assembled } = status
  const { pin, shows: device, needs, sensor } = assembled
  const q = useQuantity(status.unit)
  const truth = status.worst?.at ?? needs.best[1]
  return (
    <article className="card">
      <Group className="no-print" mb="md">
        <Button onClick={() => globalThis.print()}>Print</Button>
        <Button
          variant="default"
          component={Link}
          to={`/build/${build.id}/channel/${channel.id}/${read.id}`}
        >
          Back to the channel
        </Button>
      </Group>
      <Group justify="space-between" align="baseline" wrap="wrap">
        <h1>{channel.name}</h1>
        <span>
          {build.name} · {dayjs().format('D MMM YYYY')} · <Chip state={status.state} />
        </span>
      </Group>
      <p className="tight">
        {device.name} pin {pinName(pin)}
        {channel.place ? ` · ${channel.place}` : ''} · needs {q.pm(needs.accuracy, 1)} {q.unit} from{' '}
        {q.bare(needs.best[0], 0)} to {q.text(needs.best[1], 0)}
      </p>
      {chain && (
        <Scales
          chain={chain}
          walked={walkForward(chain, truth)}
          spread={linearSpread(chain, truth)}
          truth={truth}
          window={windowAround(
            truth,
            heightFor(needs.accuracy, status.worst?.bias ?? 0, needs.range),
            needs.range,
          )}
          points={sensor.points}
          suspects={sensor.suspects}
          height={330}
          decimals={read.face.decimals}
          onTruth={() => undefined}
          onWindow={() => undefined}
          still
        />
      )}
      {chain && <MeterShouldSay status={status} chain={chain} />}
      <div className={css.halves}>
        <Pins status={status} />
        <TableInDevice status={status} />
      </div>
    </article>
  )
}

/** What should be read at five truths over the range, with bands. */
function MeterShouldSay({ status, chain }: { status: ReadStatus; chain: Chain }) {
  const { pin, shows: device, sensor, needs } = status.assembled
  const q = useQuantity(status.unit)
  const unit = findFamily(sensor.family)?.signalUnit ?? 'Ω'
  const expected = linspace(...needs.range, 5).flatMap((t) =>
    orElse(() => [{ t, readings: expectedReadings(chain, t) }], []),
  )
  if (expected.length === 0) return null
  const atPin = chain.spec.stages.includes(STAGE.pin)
  const signal = (v: number): string => signalText(v, unit)
  const volts = (v: number): string => fixed(v, 3)
  const shown = (v: number): string => q.bare(v)
  return (
    <>
      <h2>What a meter should say</h2>
      <Sheet
        label="Expected readings"
        columns={[
          num(q.unit),
          num(unit === 'Ω' ? 'sensor, unplugged' : 'sensor'),
          ...(atPin ? [num(`pin ${pinName(pin)}, V`)] : []),
          num(`${device.name} shows`),
        ]}
        rows={expected.map(({ t, readings }) => {
          const at = (stage: string) => readings.find((r) => r.stage === stage)!
          return {
            key: t,
            cells: [
              <b key="t">{q.bare(t, 0)}</b>,
              <Banded
                key="element"
                of={at(STAGE.element)}
                text={signal}
                bare={(v) => withoutUnit(signal(v))}
              />,
              ...(atPin ? [<Banded key="pin" of={at(STAGE.pin)} text={volts} />] : []),
              <Banded key="shown" of={at(lastOf(chain.spec))} text={shown} />,
            ],
          }
        })}
      />
    </>
  )
}

const withoutUnit = (text: string): string => text.replace(/ [kM]?(Ω|V|Hz)/, '')

/** A value and its band; `bare` writes the ends of the band where that differs. */
const Banded = ({
  of,
  text,
  bare = text,
}: {
  of: Expected
  text: (v: number) => string
  bare?: (v: number) => string
}) => (
  <>
    {text(of.value)}{' '}
    <span className="pale">
      {bare(of.low)} to {bare(of.high)}
    </span>
  </>
)

/** Which wire goes where, and what feeds it. */
function Pins({ status }: { status: ReadStatus }) {
  const { input, pin, sends: device, sensor, wired: read } = status.assembled
  const railV = (p: Pull): number => (p.toReference ? input.referenceV.value : p.railV.value)
  return (
    <div>
      <h2>Pins</h2>
      <Sheet
        label="Pinout"
        columns={[words(), words()]}
        rows={[
          ...sensor.element.pins.map((p) => ({
            key: p.name,
            cells: [p.name, p.wire || 'no colour noted'],
          })),
          {
            key: 'pin of the device',
            cells: [
              `${device.name} pin ${pinName(pin)}`,
              [
                read.wire.colour || 'no colour noted',
                ...(read.wire.cavity ? [`cavity ${read.wire.cavity}`] : []),
              ].join(', '),
            ],
          },
          ...input.pulls
            .filter((p) => p.on)
            .map((p) => ({
              key: p.id,
              cells: [
                p.name || 'pull-up',
                `${ohms(p.ohm.value)} to ${fixed(railV(p), 2)} V, ${p.ohm.basis}`,
              ],
            })),
        ]}
      />
    </div>
  )
}

function TableInDevice({ status }: { status: ReadStatus }) {
  const { input, sends: device } = status.assembled
  const spec = input.table
  const ordered = spec?.entered ? toDeviceOrder(spec.entered, spec) : null
  return (
    <div>
      <h2>Table in {device.name}</h2>
      {ordered ? (
        <p className={`mono ${css.cells}`}>
          {ordered.x.map((x, i) => (
            <span key={x}>
              {x} {spec!.axis} → {fixed(ordered.y[i]!, 1)} {spec!.valueUnit}
            </span>
          ))}
        </p>
      ) : (
        <p className="pale">None entered yet.</p>
      )}
    </div>
  )
}
