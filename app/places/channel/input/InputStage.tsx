import { lazy, Suspense } from 'react'
import type { StageProps } from '../tabs.tsx'
import { InputDescription } from './InputDescription.tsx'
import { findFamily } from '../../../../core/curve/index.ts'
import { EdgesPanel } from './Edges.tsx'
import { Resolution } from './Resolution.tsx'
import { Sharing } from './Sharing.tsx'
import { UnknownPull } from './UnknownPull.tsx'

const PullUpDesign = lazy(() => import('./PullUpDesign.tsx'))

/** The input circuit: what it is, the pull-up to buy, and what else feeds this sensor. */
export default function InputStage({ status }: StageProps) {
  // only a resistance wants a pull-up
  const signal = findFamily(status.assembled.sensor.family)?.signal
  const resistive = signal === 'resistance'
  return (
    <div className="stage">
      <div>
        <InputDescription status={status} />
        {signal === 'frequency' && <EdgesPanel status={status} />}
        {resistive && <UnknownPull status={status} />}
        {resistive && <Sharing status={status} />}
      </div>
      <div>
        <Suspense fallback={<p className="pale">…</p>}>
          {resistive ? <PullUpDesign status={status} /> : <Resolution status={status} />}
        </Suspense>
      </div>
    </div>
  )
}
