import { entryOf, statusOf } from '../../../core/channel/index.ts'
import { ProveBySteps } from '../../kinds/ProveBySteps.tsx'
import { useBuild } from '../../store/useBuild.ts'
import type { TriggerTabProps } from './Trigger.tsx'

/** What is seen of a trigger in the vehicle, a step at a time. */
export default function ProveTab({ trigger }: Pick<TriggerTabProps, 'trigger'>) {
  const { build } = useBuild()
  const entry = entryOf(build, trigger.id)!
  return <ProveBySteps entry={entry} status={statusOf(build, entry)} />
}
