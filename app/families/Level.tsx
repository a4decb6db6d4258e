import type { PanelProps } from './registry.ts'
import { DampingDesign } from './level/DampingDesign.tsx'
import { TankShape } from './level/TankShape.tsx'
import { TwoSenders } from './level/TwoSenders.tsx'

/** The tank's shape, two senders, and the damping of what is shown. */
export default function Level({ status }: PanelProps) {
  return <div style={{ display: 'grid', gap: 30, marginTop: 18 }}><TankShape status={status} /><TwoSenders status={status} /><DampingDesign status={status} /></div>
}
