import { Say } from '../Say.tsx'
import { Button, Group } from '@mantine/core'
import type { SignalKind } from '../../../core/curve/index.ts'
import type { KeyOnVerdict } from '../../../core/prove/index.ts'
import { beliefText } from '../belief.ts'
import type { Quantity } from '../units.ts'
import { NAMES, readingText } from './text.ts'
import { num, words } from '../columns.ts'
import { Sheet } from '../Sheet.tsx'

type Props = {
  verdict: KeyOnVerdict
  signal: SignalKind
  q: Quantity
  onRecord: (prove: boolean) => void
}

/** Whether what was read agrees with what was expected, and if not what the difference suggests. */
export function Verdict({ verdict, signal, q, onRecord }: Props) {
  return (
    <div
      className={`aside-bar apart${verdict.agrees ? '' : ' is-doubt'}`}
      role="status"
      aria-label="Verdict"
    >
      {verdict.agrees ? (
        <Group>
          <b className="large">They agree.</b>
          <Button onClick={() => onRecord(true)}>Record it as proven</Button>
        </Group>
      ) : (
        <Disagreement {...{ verdict, signal, q, onRecord }} />
      )}
    </div>
  )
}

function Disagreement({ verdict, signal, q, onRecord }: Props) {
  const outside = verdict.comparisons.filter((c) => !c.inside)
  return (
    <>
      <b className="large">They do not agree.</b>
      {outside.length === 0 && (
        <p>Each is as expected by itself; together they do not fit one truth.</p>
      )}
      <ul className="tight">
        {outside.map((c) => {
          const text = (v: number): string => readingText(c.what, v, { q, signal })
          return (
            <li key={c.what}>
              {NAMES[c.what]}: read {text(c.read)}, expected {text(c.low)} to {text(c.high)}
            </li>
          )
        })}
      </ul>
      {verdict.causes.length === 0 ? (
        <p>
          None of the faults known here gives these readings. Read them again; then look for two
          faults at once.
        </p>
      ) : (
        <LikelyCauses {...{ verdict, q }} />
      )}
      {verdict.alike.length > 1 && (
        <p>
          <b>These read alike so far:</b> {verdict.alike.join('; ')}.
          {verdict.next ? '' : ' No reading here parts them: do what each asks for.'}
        </p>
      )}
      {verdict.next && (
        <p>
          <b>Next, measure {NAMES[verdict.next.what]}.</b>{' '}
          {verdict.next.shows
            .map((s) => `${s.cause}: ${readingText(verdict.next!.what, s.value, { q, signal })}`)
            .join('; ')}
          .
        </p>
      )}
      <Button variant="default" mt="xs" onClick={() => onRecord(false)}>
        Record what was read
      </Button>
    </>
  )
}

const LikelyCauses = ({ verdict, q }: Pick<Props, 'verdict' | 'q'>) => (
  <Sheet
    className="column wide"
    label="Likely causes"
    columns={[words('Likely cause'), num('share'), num('would show'), words('What to do')]}
    rows={verdict.causes.map((c) => ({
      key: c.id,
      cells: [
        <span key="cause">
          <b>{c.name}</b>
          {c.detail && (
            <span className="pale">
              {' '}
              (<Say of={c.detail} />)
            </span>
          )}
        </span>,
        beliefText(c.probability),
        q.text(c.predicted.shown),
        c.remedy,
      ],
    }))}
  />
)
