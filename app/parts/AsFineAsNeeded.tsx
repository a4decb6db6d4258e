import { useMemo, type ReactNode } from 'react'
import type { ReadStatus } from '../../core/chain/index.ts'
import { findFamily } from '../../core/curve/index.ts'
import { NeedContext } from './units.ts'

/** Within it a reader's truth is written as fine as its channel needs it. */
export function AsFineAsNeeded({
  status: {
    assembled: { sensor, needs },
  },
  children,
}: {
  status: ReadStatus
  children: ReactNode
}) {
  const unit = findFamily(sensor.family)?.truthUnit ?? '',
    { accuracy } = needs
  return (
    <NeedContext value={useMemo(() => ({ unit, accuracy }), [unit, accuracy])}>
      {children}
    </NeedContext>
  )
}
