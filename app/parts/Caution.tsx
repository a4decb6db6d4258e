import { IconAlertTriangle } from '@tabler/icons-react'
import type { ReactNode } from 'react'

/** A caution where the step is done: read it before you go on. */
export function Caution({ children }: { children: ReactNode }) {
  return (
    <div className="caution" role="note" aria-label="Caution">
      <IconAlertTriangle size={18} style={{ verticalAlign: '-3px', marginRight: 8 }} aria-hidden />
      {children}
    </div>
  )
}
