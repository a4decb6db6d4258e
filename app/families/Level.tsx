import type { PanelProps } from './registry.ts'
import { DampingDesign } from './level/DampingDesign.tsx'
import { FillFromCans } from './level/FillFromCans.tsx'
import { TankShape } from './level/TankShape.tsx'
import { TwoSenders } from './level/TwoSenders.tsx'

/** Filling can by can, the tank's shape, two senders, and the damping of what is shown. */
export default function Level({ status }: PanelProps) {
  return <div style={{ display: 'grid', gap: 30, marginTop: 18 }}><FillFromCans status={status} /><TankShape status={status} /><TwoSenders status={status} /><DampingDesign status={status} /></div>
}
