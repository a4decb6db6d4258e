import { familyOf } from '../../core/curve/index.ts'
import { Fold } from '../parts/Fold.tsx'
import type { PanelProps } from './registry.ts'
import { DampingDesign } from './level/DampingDesign.tsx'
import { FillFromCans } from './level/FillFromCans.tsx'
import { TankShape } from './level/TankShape.tsx'
import { TwoEnds } from './level/TwoEnds.tsx'
import { TwoSendersPanel } from './level/TwoSenders.tsx'

/** Filling can by can, the tank's shape, two senders, and the damping of what is shown. */
export default function Level({ status }: PanelProps) {
  // only resistances can share a wire
  const wired = familyOf(status.assembled.sensor.family).signal === 'resistance'
  return (
    <div className="apart">
      <Fold name="Fill from cans" says="pour, wait, type: a point for each can" startsOpen>
        <FillFromCans status={status} />
      </Fold>
      <Fold name="Two ends alone" says="what empty and full without a fill between them would miss">
        <TwoEnds status={status} />
      </Fold>
      <Fold name="Tank and sender" says="the curve from the shape, before the tank is filled">
        <TankShape status={status} />
      </Fold>
      {wired && (
        <Fold name="A saddle tank with two senders" says="on one wire, or each on an input">
          <TwoSendersPanel status={status} />
        </Fold>
      )}
      <Fold name="Damping" says="how still the needle stands against how soon a fill shows">
        <DampingDesign status={status} />
      </Fold>
    </div>
  )
}
