import { KeyOnCheck } from '../../parts/keyOn/KeyOnCheck.tsx'
import type { StageProps } from './tabs.tsx'

/** Key on, engine off: does the vehicle agree? */
export default function ProveStage({ status }: StageProps) {
  return (
    <div className="stage-body">
      <KeyOnCheck status={status} />
    </div>
  )
}
