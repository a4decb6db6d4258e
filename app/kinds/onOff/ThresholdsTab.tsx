import { Button, NativeSelect, SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import type { Channel, Measurement, OnOff, Patch } from '../../../core/build/index.ts'
import {
  memberOf,
  MEMBERS,
  switchedAt,
  wayOf,
  type OnOffStatus,
  type Way,
} from '../../../core/onOff/index.ts'
import { Caution } from '../../parts/Caution.tsx'
import { num, unseen, words } from '../../parts/columns.ts'
import { SideBySide, Fields } from '../../parts/Fields.tsx'
import { QuantityInput, type Typed } from '../../parts/QuantityInput.tsx'
import { Say } from '../../parts/Say.tsx'
import { Sheet } from '../../parts/Sheet.tsx'
import { StrikeButton } from '../../parts/StrikeButton.tsx'
import { useQuantity } from '../../parts/units.ts'
import { Wrong } from '../../parts/Wrong.tsx'
import { newId } from '../../store/id.ts'
import { useBuild } from '../../store/useBuild.ts'

type Props = { channel: Channel; status: OnOffStatus }

const WAY: Record<Way, string> = { rising: 'on the way up', falling: 'on the way down' }

/** What kind of switch it is, where it should switch, and where it was seen to. */
export function ThresholdsTab({ channel, status }: Props) {
  const member = memberOf(status.onOff.member)
  return (
    <div className="stage">
      <div>
        <h2>Where it switches</h2>
        <p className="pale">{member.how}</p>
        {member.caution && <Caution>{member.caution}</Caution>}
        <AddReading channel={channel} status={status} />
        {status.findings.map((f) => (
          <p key={f.code} className="doubt">
            <Say of={f} />
          </p>
        ))}
        <Readings channel={channel} status={status} />
      </div>
      <div>
        <h2>What it is, and where it should switch</h2>
        <Asked channel={channel} status={status} />
      </div>
    </div>
  )
}

/** One more reading: which way the truth moved, and where it switched. */
function AddReading({ channel, status: { onOff, thresholds, unit } }: Props) {
  const { build, edit } = useBuild()
  const fewer = (thresholds.falling?.count ?? 0) < (thresholds.rising?.count ?? 0)
  const [chosen, setWay] = useState<Way | null>(null)
  const [typed, setTyped] = useState<Typed | null>(null)
  const [round, setRound] = useState(0)
  const [instrument, setInstrument] = useState('')
  const [problem, setProblem] = useState<string | null>(null)
  // by turns, up and down, until somebody says otherwise
  const way = chosen ?? (fewer ? 'falling' : 'rising')
  const record = (): void => {
    if (!typed) return setProblem('Type where it switched.')
    const measurement: Measurement = {
      ...{ id: newId(), at: new Date().toISOString(), by: '', note: '', struck: null },
      about: { kind: 'point', element: channel.elements[0]! },
      method: way,
      readings: [{ role: 'truth', ...typed, instrument: instrument || null }],
    }
    const refused = edit({ kind: 'addMeasurement', args: { measurement } })
    setProblem(refused)
    if (refused) return
    setTyped(null)
    setWay(null)
    setRound((n) => n + 1)
  }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        record()
      }}
    >
      <Fields name="One more reading">
        <SideBySide>
          <SegmentedControl
            aria-label="Which way"
            value={way}
            onChange={(v) => setWay(v as Way)}
            data={[
              {
                value: 'rising',
                label: onOff.closes === 'rising' ? 'up: it closed' : 'up: it opened',
              },
              {
                value: 'falling',
                label: onOff.closes === 'rising' ? 'down: it opened' : 'down: it closed',
              },
            ]}
          />
        </SideBySide>
        <QuantityInput
          key={round}
          label="It switched at"
          unit={unit}
          value={null}
          width={140}
          onCommit={({ value, typed, unit }) => setTyped({ value, typed, unit })}
        />
        <NativeSelect
          label="Read with"
          value={instrument}
          data={[
            { value: '', label: 'with no instrument of the list' },
            ...build.instruments.map((i) => ({ value: i.id, label: i.name })),
          ]}
          onChange={(e) => setInstrument(e.currentTarget.value)}
          w={220}
        />
        <SideBySide>
          <Button type="submit">Add it</Button>
        </SideBySide>
      </Fields>
      <Wrong>{problem}</Wrong>
    </form>
  )
}

function Readings({ channel, status }: Props) {
  const { build } = useBuild()
  const q = useQuantity(status.unit, status.accuracy)
  const all = switchedAt(build, channel)
  if (all.length === 0) return <p className="pale">Nothing measured yet.</p>
  const said = (way: Way): string => {
    const t = status.thresholds[way]
    if (!t) return `${WAY[way]}: not known`
    if (t.half === null) return `${WAY[way]}: ${q.text(t.truth)}, once`
    return `${WAY[way]}: ${q.text(t.truth)} ${q.pm(t.half)}`
  }
  return (
    <>
      <p role="status">
        It switches {said('rising')}; {said('falling')}.
      </p>
      <Sheet
        label="Readings of the switch"
        columns={[words('Way'), num(q.unit), num('typed'), unseen('Strike')]}
      >
        {all.map((m) => {
          const reading = m.readings.find((r) => r.role === 'truth')
          return (
            <tr key={m.id} className={m.struck ? 'is-struck' : undefined}>
              <td>{WAY[wayOf(m)]}</td>
              <td className="num">{reading ? q.bare(reading.value) : ''}</td>
              <td className="num">{reading?.typed}</td>
              <td>
                <StrikeButton
                  measurement={m}
                  name={`Strike ${reading?.typed ?? ''} ${WAY[wayOf(m)]}`}
                />
              </td>
            </tr>
          )
        })}
      </Sheet>
    </>
  )
}

/** What kind it is, and where it is wanted to switch. */
function Asked({ channel, status: { onOff, unit } }: Props) {
  const { edit } = useBuild()
  const set = (patch: Patch<OnOff>): string | null =>
    edit({ kind: 'editChannel', args: { id: channel.id, patch: { onOff: patch } } })
  const kinds = MEMBERS.filter((m) => m.unit === unit || m.id === onOff.member)
  const box = (label: string, key: 'risingAt' | 'fallingAt') => (
    <QuantityInput
      label={label}
      unit={unit}
      value={onOff[key]}
      width={170}
      onCommit={({ value }) => set({ [key]: value })}
    />
  )
  return (
    <>
      <Fields name="What it is">
        <NativeSelect
          label="Kind"
          value={onOff.member}
          data={kinds.map((m) => ({ value: m.id, label: m.name }))}
          onChange={(e) => set({ member: e.currentTarget.value })}
          w={230}
        />
        <NativeSelect
          label="It closes as this is"
          value={onOff.closes}
          data={['rising', 'falling']}
          onChange={(e) => set({ closes: e.currentTarget.value as OnOff['closes'] })}
          w={170}
        />
        <NativeSelect
          label="The device says on while it is"
          value={onOff.onWhen}
          data={['closed', 'open']}
          onChange={(e) => set({ onWhen: e.currentTarget.value as OnOff['onWhen'] })}
          w={230}
        />
      </Fields>
      <Fields name="Where it should switch">
        {box('Wanted on the way up', 'risingAt')}
        {box('Wanted on the way down', 'fallingAt')}
      </Fields>
    </>
  )
}
