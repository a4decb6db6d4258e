import { K95 } from '../../../../core/constants.ts'
import { Button, Group } from '@mantine/core'
import { lazy, Suspense, useState } from 'react'
import { type Advice } from '../../../../core/chain/index.ts'
import { familyOf } from '../../../../core/curve/index.ts'
import { familyPanel } from '../../../families/registry.ts'
import { Caution } from '../../../parts/Caution.tsx'
import { Findings } from '../../../parts/Findings.tsx'
import { Say } from '../../../parts/Say.tsx'
import { useQuantity } from '../../../parts/units.ts'
import type { StageProps } from '../tabs.tsx'
import { AddPoint } from './AddPoint.tsx'
import { PastePoints } from './PastePoints.tsx'
import { Points } from './Points.tsx'
import { SensorCurve } from './SensorCurve.tsx'
import { useAdvice } from './useAdvice.ts'
import { Wrong } from '../../../parts/Wrong.tsx'

const Choosing = lazy(() => import('./Choosing.tsx'))
const BenchPanel = lazy(() => import('../../../bench/BenchPanel.tsx'))

/** One sensor of a family that is known: its points at the left, its curve at the right, its own picture beneath. */
export function KnownElement({ status }: StageProps) {
  const { element } = status.assembled.sensor
  const family = familyOf(element.family)
  const advice = useAdvice(status)
  const panel = familyPanel(family.id, { status })
  return (
    <div className="stage">
      <PointsOf status={status} advice={advice} />
      <SensorCurve status={status} candidates={advice.candidates} />
      {(family.quantity === 'temperature' || family.quantity === 'pressure') && (
        <Comparison status={status} />
      )}
      {panel && (
        <div className="whole-row">
          <Suspense fallback={<p className="pale">…</p>}>{panel}</Suspense>
        </div>
      )}
    </div>
  )
}

/** Taking points and what they say together. */
function PointsOf({ status, advice }: StageProps & { advice: ReturnType<typeof useAdvice> }) {
  const { sensor, input } = status.assembled
  const { element } = sensor
  const family = familyOf(element.family)
  const [bench, setBench] = useState(false)
  const [methodId, setMethodId] = useState(family.methods[0]!.id)
  const method = family.methods.find((m) => m.id === methodId) ?? family.methods[0]!
  const onBench = family.signal === 'resistance' && family.quantity === 'temperature'
  // what stands beside the steps of this way of taking a point is not said twice
  const cautions = family.cautions.filter((c) => bench || !method.cautions.includes(c))
  return (
    <div>
      <Group justify="space-between">
        <h2>Points</h2>
        {onBench && (
          <Button variant="default" aria-expanded={bench} onClick={() => setBench(!bench)}>
            {bench ? 'Put the bench away' : 'Record from the bench'}
          </Button>
        )}
      </Group>
      {bench ? (
        <Suspense fallback={<p className="pale">…</p>}>
          <BenchPanel element={element} sensor={sensor} />
        </Suspense>
      ) : (
        <AddPoint
          key={element.id}
          {...{ element, input, method }}
          onMethod={setMethodId}
          suggested={advice.next?.truth}
        />
      )}
      <Points sensor={sensor} />
      <PastePoints element={element} />
      {sensor.problem && sensor.points.length >= family.leastPoints && (
        <Wrong>{sensor.problem}</Wrong>
      )}
      {sensor.fit?.warnings.map((w) => (
        <p key={w.code} className="doubt tight">
          <Say of={w} />
        </p>
      ))}
      <Findings findings={advice.findings} />
      <Wrong>{advice.problem}</Wrong>
      <BestNext status={status} next={advice.next} />
      {cautions.map((c) => (
        <Caution key={c}>{c}</Caution>
      ))}
    </div>
  )
}

/** A next point must narrow the band by so much of the need to be worth saying. */
const WORTH_SHARE = 0.05

function BestNext({ status, next }: StageProps & { next: Advice['next'] }) {
  const { sensor, needs } = status.assembled
  const q = useQuantity(familyOf(sensor.element.family).truthUnit)
  if (!next || !(K95 * (next.bandBefore - next.bandAfter) > WORTH_SHARE * needs.accuracy))
    return null
  return (
    <p className="tight">
      <b>Best next point: {q.text(next.truth, 0)}.</b>{' '}
      <span className="pale">
        The widest band over the range goes from {q.pm(K95 * next.bandBefore, 1)} to{' '}
        {q.pm(K95 * next.bandAfter, 1)} {q.unit}.
      </span>
    </p>
  )
}

/** Other sensors in this one's place, when somebody asks. */
function Comparison({ status }: StageProps) {
  const [open, setOpen] = useState(false)
  return (
    <div className="whole-row">
      <Button variant="subtle" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? 'Close the comparison' : 'Compare with other sensors'}
      </Button>
      {open && (
        <Suspense fallback={<p className="pale">…</p>}>
          <Choosing status={status} />
        </Suspense>
      )}
    </div>
  )
}
