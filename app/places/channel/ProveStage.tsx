import { KeyOnCheck } from '../../parts/KeyOnCheck.tsx'
import type { StageProps } from './tabs.tsx'

/** Key on, engine off: does the vehicle agree? */
export default function ProveStage({ status }: StageProps) {
  return (
    <div style={{ paddingTop: 18 }}>
      <KeyOnCheck status={status} />
    </div>
  )
}
