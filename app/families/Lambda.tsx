import { FreeAir } from './lambda/FreeAir.tsx'
import { Fuel } from './lambda/Fuel.tsx'
import { Ground } from './lambda/Ground.tsx'
import { PlacementPanel } from './lambda/Placement.tsx'
import { Supply } from './lambda/Supply.tsx'
import { Switching } from './lambda/Switching.tsx'
import { Fold } from '../parts/Fold.tsx'
import type { PanelProps } from './registry.ts'

/**
 * Fuel and AFR, the ground difference, where the sensor sits, what feeds it, its age, and what a
 * switching sensor can tell.
 */
export default function Lambda({ status }: PanelProps) {
  return (
    <div className="apart">
      <Fold name="Fuel and AFR" says="what the numbers mean in another fuel" startsOpen>
        <Fuel />
      </Fold>
      <Fold name="Ground difference" says="between the controller and what reads it" startsOpen>
        <Ground status={status} />
      </Fold>
      <Fold name="Where it sits" says="angle, distances, heat">
        <PlacementPanel status={status} />
      </Fold>
      <Fold name="Heater and supply" says="fuse, cranking, warm-up">
        <Supply status={status} />
      </Fold>
      <Fold name="Free air, and its age" says="20.95 % oxygen, hot, out of doors">
        <FreeAir status={status} />
      </Fold>
      <Fold name="A switching sensor instead" says="what its volts can tell">
        <Switching />
      </Fold>
    </div>
  )
}
