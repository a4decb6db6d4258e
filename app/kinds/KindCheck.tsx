import { Suspense } from 'react'
import { kindOf, type ChannelStatus } from '../../core/channel/index.ts'
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

const KeyOnSteps = ({ steps }: { steps: string[] }) =>
  steps.length === 0 ? (
    <p className="pale">Nothing to check with the key on.</p>
  ) : (
    <section aria-label="Key-on check">
      <h2>Key on, engine off</h2>
      <ol>
        {steps.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ol>
    </section>
  )
