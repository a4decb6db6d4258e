import { Button, Group } from '@mantine/core'
import { memo, useState } from 'react'
import { Link } from 'react-router'
import { Contained } from '../../parts/Trouble.tsx'
import { useMoreAtEnd } from '../../parts/useMoreAtEnd.tsx'
import { useRows, type Row } from '../../parts/useRows.ts'
import { useBuild } from '../../store/useBuild.ts'
import { Caution } from '../../parts/Caution.tsx'
import { Chip } from '../../parts/Chip.tsx'
import { KindCheck } from '../../kinds/KindCheck.tsx'

/** Every reader of the build at key-on, one at a time. */
export function Prove() {
  const { build } = useBuild()
  const rows = useRows()
  const { most, end } = useMoreAtEnd()
  const [picked, setChosen] = useState<string | null>(null)
  // until somebody picks one: the first that is not proven and has a chain, once all are computed
  const whole = rows.every((r) => r.status !== null)
  const first = rows.find(
    (r) => r.status && r.status.state !== 'proven' && r.status.worst && r.channel,
  )
  const suggested = whole ? (first ?? rows[0])?.id : undefined
  const [start, setStart] = useState<string | null>(null)
  if (suggested && start === null) setStart(suggested)
  const chosen = picked ?? start
  const current = rows.find((r) => r.id === chosen)
  return (
    <section>
      <h1>Prove</h1>
      <p className="column wide">
        Key on, engine off. Temperatures agree with the shed and with each other, manifold pressure
        with the barometer; gauge pressures are zero; the throttle goes from 0 to 100 % without a
        jump.
      </p>
      <Caution>
        Vehicle on rated stands, never on a jack alone. Keep clear of the fans: they may start at
        key-on.
      </Caution>
      {rows.length === 0 ? (
        <p>
          No channel yet. <Link to={`/build/${build.id}`}>Add one in the line-up</Link>.
        </p>
      ) : (
        <div className="prove">
          <div className="prove-list" role="group" aria-label="Channels">
            {rows.slice(0, most).map((r) => (
              <Choice key={r.id} row={r} chosen={r.id === chosen} onChoose={setChosen} />
            ))}
            {rows.length > most && end}
          </div>
          {current?.status && (
            <Contained what="The key-on check" on={[current.status]}>
              <KindCheck key={current.id} entry={current} status={current.status} />
            </Contained>
          )}
        </div>
      )}
    </section>
  )
}

type ChoiceProps = { row: Row; chosen: boolean; onChoose: (id: string) => void }

// drawn anew only when something of its own changes
const Choice = memo(function Choice({ row, chosen, onChoose }: ChoiceProps) {
  const { name, channel, status } = row
  const several = channel !== null && channel.reads.length > 1
  const device = several && status ? `, ${status.reader.device}` : ''
  return (
    <Button
      variant={chosen ? 'outline' : 'default'}
      aria-pressed={chosen}
      onClick={() => onChoose(row.id)}
      h="auto"
      mih={52}
      fullWidth
      styles={{
        inner: { justifyContent: 'space-between' },
        label: { whiteSpace: 'normal', textAlign: 'left', width: '100%' },
      }}
    >
      <Group component="span" justify="space-between" gap={8} w="100%" wrap="nowrap">
        <span>
          {name}
          {device}
        </span>
        {status && <Chip state={status.state} />}
      </Group>
    </Button>
  )
})
