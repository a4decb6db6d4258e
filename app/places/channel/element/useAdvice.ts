import {
  adviceTask,
  NO_ADVICE,
  type Advice,
  type ReadStatus,
} from '../../../../core/chain/index.ts'
import { useBuild } from '../../../store/useBuild.ts'
import { useWork } from '../../../workers/useWork.ts'

/** What a family says of the points of a sensor, worked out off the page: until that is done, what it said before. */
export function useAdvice({
  assembled: { sensor, needs },
}: ReadStatus): Advice & { problem: string | undefined } {
  const { build } = useBuild()
  const { points, fit, element } = sensor
  const { value, error } = useWork(
    (core) => core.advise(adviceTask(build, sensor, needs.range)),
    [points, fit, element.settings, ...needs.range, build.vehicle.altitudeM],
  )
  return { ...(value ?? NO_ADVICE), problem: error }
}
