import { Button } from '@mantine/core'
import { Link } from 'react-router'
import { statusOf, type CardLine, type Entry } from '../../core/channel/index.ts'
import { Chip } from '../parts/Chip.tsx'
import { Say } from '../parts/Say.tsx'
import { useBuild } from '../store/useBuild.ts'
import { KindCheck } from './KindCheck.tsx'
import { words } from '../parts/columns.ts'
import { Sheet } from '../parts/Sheet.tsx'

/** An entry of a kind without views of its own, and its card: its state, its next step, what is known, its check. */
export function KindPage({ entry, printed = false }: { entry: Entry; printed?: boolean }) {
  const { build } = useBuild()
  const status = statusOf(build, entry)
  const lines: CardLine[] = entry.kind.card(build, entry, status)
  return (
    <article className="card">
      {printed && (
        <p className="no-print">
          <Button onClick={() => globalThis.print()} mr="sm">
            Print
          </Button>
          <Button variant="default" component={Link} to={`/build/${build.id}${entry.path}`}>
            Back
          </Button>
        </p>
      )}
      <h1>{entry.name}</h1>
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
      {!printed && <KindCheck entry={entry} status={status} />}
    </article>
  )
}
