import { Suspense } from 'react'
import { kindOf, type ChannelStatus } from '../../core/channel/index.ts'
import type { Phrase } from '../../core/quantity/index.ts'
import { Say } from '../parts/Say.tsx'
import { viewsOf, type KindProps } from './registry.ts'

/** What is looked at with the key on: the kind's own check, or its steps in words. */
export function KindCheck({ channel, read, status }: KindProps & { status: ChannelStatus }) {
  const Own = viewsOf(channel)?.Check
  if (Own)
    return (
      <Suspense fallback={<p className="pale">…</p>}>
        <Own {...{ channel, read }} />
      </Suspense>
    )
  return <KeyOnSteps steps={kindOf(channel).keyOn(status)} />
}

const KeyOnSteps = ({ steps }: { steps: Phrase[] }) =>
  steps.length === 0 ? (
    <p className="pale">Nothing to check with the key on.</p>
  ) : (
    <section aria-label="Key-on check">
      <h2>Key on, engine off</h2>
      <ol>
        {steps.map((s, i) => (
          <li key={i}>
            <Say of={s} />
          </li>
        ))}
      </ol>
    </section>
  )
