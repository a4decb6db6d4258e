import { useMemo, useState } from 'react'
import { familyOf, findFamily } from '../../../../core/curve/index.ts'
import type { StageProps } from '../tabs.tsx'
import { KnownElement } from './KnownElement.tsx'
import { TwoSensors } from './TwoSensors.tsx'

/** The sensor itself: its points, its curve, how sure it is, and the one more point worth taking. */
export default function ElementStage({ status }: StageProps) {
  const { sensor, channel, needs } = status.assembled
  const [at, setAt] = useState(0)
  const part = sensor.parts[at]
  const count = sensor.parts.length
  // one of several read as one is measured by itself, over all that it can hold
  const shown = useMemo(() => {
    if (!part) return status
    const reach = part.curve === undefined ? null : findFamily(part.family)?.reach(part.curve)
    const range: [number, number] = reach?.every(Number.isFinite)
      ? reach
      : [needs.range[0] / count, needs.range[1] / count]
    return {
      ...status,
      assembled: {
        ...status.assembled,
        sensor: part,
        needs: { range, best: range, accuracy: needs.accuracy / Math.sqrt(count) },
      },
    }
  }, [status, part, needs, count])
  const { family: id, element } = shown.assembled.sensor
  if (!findFamily(id))
    return (
      <p className="stage-body" role="alert">
        {sensor.problem}
      </p>
    )
  return (
    <>
      {familyOf(id).adds && (
        <TwoSensors channel={channel} status={status} part={part ? at : null} onPart={setAt} />
      )}
      <KnownElement key={element.id} status={shown} />
    </>
  )
}
