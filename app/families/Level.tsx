import { familyOf } from '../../core/curve/index.ts'
import type { PanelProps } from './registry.ts'
import { DampingDesign } from './level/DampingDesign.tsx'
import { FillFromCans } from './level/FillFromCans.tsx'
import { TankShape } from './level/TankShape.tsx'
import { TwoEnds } from './level/TwoEnds.tsx'
import { TwoSenders } from './level/TwoSenders.tsx'

/** Filling can by can, the tank's shape, two senders, and the damping of what is shown. */
export default function Level({ status }: PanelProps) {
  // only resistances can share a wire
  const wired = familyOf(status.assembled.sensor.family).signal === 'resistance'
  return (
    <div style={{ display: 'grid', gap: 30, marginTop: 18 }}>
      <FillFromCans status={status} />
      <TwoEnds status={status} />
      <TankShape status={status} />
      {wired && <TwoSenders status={status} />}
      <DampingDesign status={status} />
    </div>
  )
}
