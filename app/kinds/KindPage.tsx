import { useMemo } from 'react'
import { kindOf, type CardLine, type ChannelStatus } from '../../core/channel/index.ts'
import { Chip } from '../parts/Chip.tsx'
import { Say } from '../parts/Say.tsx'
import { useBuild } from '../store/useBuild.ts'
import { KindCheck } from './KindCheck.tsx'
import type { KindProps } from './registry.ts'

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
      <table className="sheet-table" aria-label="What is known">
        <tbody>
          {lines.map((l) => (
            <tr key={l.label}>
              <th scope="row">{l.label}</th>
              <td>
                <Say of={l.text} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <KindCheck {...{ channel, read, status }} />
    </article>
  )
}
