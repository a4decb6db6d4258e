import { useMemo } from 'react'
import { kindOf, type CardLine, type ChannelStatus } from '../../core/channel/index.ts'
import { Chip } from '../parts/Chip.tsx'
import { Say } from '../parts/Say.tsx'
import { useBuild } from '../store/useBuild.ts'
import { KindCheck } from './KindCheck.tsx'
import type { KindProps } from './registry.ts'
import { words } from '../parts/columns.ts'
import { Sheet } from '../parts/Sheet.tsx'

/** A channel of a kind without views of its own: its state, its next step, and the lines of its card. */
export function KindPage({ channel, read }: KindProps) {
  const { build } = useBuild()
  const kind = kindOf(channel)
  const status: ChannelStatus = useMemo(
    () => kind.status(build, channel, read),
    [kind, build, channel, read],
  )
  const lines: CardLine[] = kind.card(build, channel, status)
  return (
    <article className="card">
      <h1>{channel.name}</h1>
      <p>
        <Chip state={status.state} />{' '}
        <b>
          <Say of={status.next.title} />
        </b>{' '}
        <span className="pale">
          <Say of={status.next.reason} />
        </span>
      </p>
      <Sheet
        label="What is known"
        columns={[words(), words()]}
        rows={lines.map((l) => ({
          key: l.label,
          cells: [<b key="label">{l.label}</b>, <Say key="text" of={l.text} />],
        }))}
      />
      <KindCheck {...{ channel, read, status }} />
    </article>
  )
}
