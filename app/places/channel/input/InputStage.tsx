import { lazy, Suspense } from 'react'
import type { StageProps } from '../ChannelPlace.tsx'
import { InputDescription } from './InputDescription.tsx'
import { Sharing } from './Sharing.tsx'
import { UnknownPull } from './UnknownPull.tsx'

const PullUpDesign = lazy(() => import('./PullUpDesign.tsx'))

/** The input circuit: what it is, the pull-up to buy, and what else feeds this sensor. */
export default function InputStage({ status }: StageProps) {
  return (
    <div className="stage">
      <div>
        <InputDescription status={status} />
        <UnknownPull status={status} />
        <Sharing status={status} />
      </div>
      <div><Suspense fallback={<p className="pale">…</p>}><PullUpDesign status={status} /></Suspense></div>
    </div>
  )
}
