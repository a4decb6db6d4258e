import { Button, Group } from '@mantine/core'
import dayjs from 'dayjs'
import { Link } from 'react-router'
import { linearSpread, STAGE, walkForward, type ReadStatus } from '../../core/chain/index.ts'
import { findFamily } from '../../core/curve/registry.ts'
import { orElse } from '../../core/error.ts'
import { linspace } from '../../core/math/index.ts'
import { expectedReadings } from '../../core/prove/index.ts'
import { fixed } from '../../core/quantity/index.ts'
import { toDeviceOrder } from '../../core/table/index.ts'
import { AsFineAsNeeded } from '../parts/AsFineAsNeeded.tsx'
import { Chip } from '../parts/Chip.tsx'
import { ohms, signalText, useQuantity } from '../parts/units.ts'
import { Scales } from '../places/channel/scales/Scales.tsx'
import { heightFor, windowAround } from '../places/channel/scales/window.ts'
import { useBuild } from '../store/useBuild.ts'
import type { KindProps } from './registry.ts'
import { useReading } from './useReading.ts'

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
  const { input, device, needs, sensor } = assembled
  const family = findFamily(sensor.family)
  const signalUnit = family?.signalUnit ?? 'Ω'
  const q = useQuantity(family?.truthUnit ?? '°C')
  const truth = status.worst?.at ?? needs.best[1]
  const temperatures = linspace(...needs.range, 5)
  const expected = chain
    ? temperatures.flatMap((t) => {
        return orElse(() => [{ t, readings: expectedReadings(chain, t) }], [])
      })
    : []
  const table = input.table?.entered
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
        {device.name} pin {input.pin}
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
      {expected.length > 0 && (
        <>
          <h2>What a meter should say</h2>
          <table className="sheet-table" aria-label="Expected readings">
            <thead>
              <tr>
                <th className="num">{q.unit}</th>
                <th className="num">{signalUnit === 'Ω' ? 'sensor, unplugged' : 'sensor'}</th>
                {chain?.spec.stages.includes(STAGE.pin) && (
                  <th className="num">pin {input.pin}, V</th>
                )}
                <th className="num">{device.name} shows</th>
              </tr>
            </thead>
            <tbody>
              {expected.map(({ t, readings }) => {
                const at = (s: string) => readings.find((r) => r.stage === s)!
                const band = (e: { low: number; high: number }, f: (v: number) => string) => (
                  <span className="pale">
                    {' '}
                    {f(e.low)} to {f(e.high)}
                  </span>
                )
                return (
                  <tr key={t}>
                    <td className="num">
                      <b>{q.bare(t, 0)}</b>
                    </td>
                    <td className="num">
                      {signalText(at(STAGE.element).value, signalUnit)}
                      {band(at(STAGE.element), (v) =>
                        signalText(v, signalUnit).replace(/ [kM]?(Ω|V|Hz)/, ''),
                      )}
                    </td>
                    {chain?.spec.stages.includes(STAGE.pin) && (
                      <td className="num">
                        {fixed(at(STAGE.pin).value, 3)}
                        {band(at(STAGE.pin), (v) => fixed(v, 3))}
                      </td>
                    )}
                    <td className="num">
                      {q.bare(at(STAGE.shown).value)}
                      {band(at(STAGE.shown), (v) => q.bare(v))}
                    </td>
                  </tr>
                )
              })}
            </tbody>
          </table>
        </>
      )}
      <div style={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 30, marginTop: 16 }}>
        <div>
          <h2>Pins</h2>
          <table className="sheet-table" aria-label="Pinout">
            <tbody>
              {sensor.element.pins.map((p) => (
                <tr key={p.name}>
                  <td>{p.name}</td>
                  <td>{p.wire || 'no colour noted'}</td>
                </tr>
              ))}
              <tr>
                <td>
                  {device.name} pin {input.pin}
                </td>
                <td>
                  {read.wire.colour || 'no colour noted'}
                  {read.wire.cavity ? `, cavity ${read.wire.cavity}` : ''}
                </td>
              </tr>
              {input.pulls
                .filter((p) => p.on)
                .map((p) => (
                  <tr key={p.id}>
                    <td>{p.name || 'pull-up'}</td>
                    <td>
                      {ohms(p.ohm.value)} to{' '}
                      {fixed(p.toReference ? input.referenceV.value : p.railV.value, 2)} V,{' '}
                      {p.ohm.basis}
                    </td>
                  </tr>
                ))}
            </tbody>
          </table>
        </div>
        <div>
          <h2>Table in {device.name}</h2>
          {table && input.table ? (
            <p className="mono" style={{ fontSize: 14, columns: 2, margin: '6px 0' }}>
              {(() => {
                const o = toDeviceOrder(table, input.table)
                return o.x.map((x, i) => (
                  <span key={x} style={{ display: 'block' }}>
                    {x} {input.table!.axis} → {fixed(o.y[i]!, 1)} {input.table!.valueUnit}
                  </span>
                ))
              })()}
            </p>
          ) : (
            <p className="pale">None entered yet.</p>
          )}
        </div>
      </div>
    </article>
  )
}
