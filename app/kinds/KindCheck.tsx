import { Suspense } from 'react'
import type { ChannelStatus, Entry } from '../../core/channel/index.ts'
import { ProveBySteps } from './ProveBySteps.tsx'
import { viewsOf } from './registry.ts'

/** What is looked at with the key on: the kind's own check, or its steps in words. */
export function KindCheck({ entry, status }: { entry: Entry; status: ChannelStatus }) {
  const Own = viewsOf(entry.kind.id).Check
  if (Own && entry.channel)
    return (
      <Suspense fallback={<p className="pale">…</p>}>
        <Own channel={entry.channel} read={entry.read} />
      </Suspense>
    )
  return <ProveBySteps entry={entry} status={status} />
}
