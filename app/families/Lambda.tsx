import { FreeAir } from './lambda/FreeAir.tsx'
import { Fuel } from './lambda/Fuel.tsx'
import { Ground } from './lambda/Ground.tsx'
import { Place } from './lambda/Placement.tsx'
import { Supply } from './lambda/Supply.tsx'
import { Switching } from './lambda/Switching.tsx'
import type { PanelProps } from './registry.ts'

/**
 * Fuel and AFR, the ground difference, where the sensor sits, what feeds it, its age, and what a
 * switching sensor can tell.
 */
export default function Lambda({ status }: PanelProps) {
  return (
    <div className="panels apart">
      <Fuel />
      <Ground status={status} />
      <Place status={status} />
      <Supply status={status} />
      <FreeAir status={status} />
      <Switching />
    </div>
  )
}
